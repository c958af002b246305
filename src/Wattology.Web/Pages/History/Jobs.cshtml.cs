using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Causes;
using Wattology.Core.Inputs;
using Wattology.Core.PartNumbers;
using Wattology.Data.Jobs;
using Wattology.Web.Api;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages.History;

/// <summary>All jobs, found again by machine, customer, number, engine, cause, outcome and period; as a list and as a file.</summary>
public sealed class JobsModel(JobFinder finder, KnownEngines engines, ShopTimes times) : PageModel
{
    /// <summary>Number, registration, customer, machine or plate number.</summary>
    [FromQuery] public string? Q { get; set; }
    /// <summary>The engine.</summary>
    [FromQuery] public string? Engine { get; set; }
    /// <summary>The cause.</summary>
    [FromQuery] public string? Cause { get; set; }
    /// <summary>How it came out.</summary>
    [FromQuery] public string? Outcome { get; set; }
    /// <summary>Booked in from that day on.</summary>
    [FromQuery] public string? From { get; set; }
    /// <summary>Booked in until that day.</summary>
    [FromQuery] public string? To { get; set; }
    /// <summary>Who brought the unit.</summary>
    [FromQuery] public string? Unit { get; set; }
    /// <summary>How it was primed.</summary>
    [FromQuery] public string? School { get; set; }
    /// <summary>How the supply is known.</summary>
    [FromQuery] public string? Supply { get; set; }
    /// <summary>Its claim's reason.</summary>
    [FromQuery] public string? Code { get; set; }
    /// <summary>Passed by name.</summary>
    [FromQuery] public string? Item { get; set; }
    /// <summary>It ended from then on, in ms since 1970.</summary>
    [FromQuery] public long? Ended { get; set; }
    /// <summary>It was booked in from then on, in ms since 1970.</summary>
    [FromQuery] public long? Booked { get; set; }
    /// <summary>"yes" for the person's own.</summary>
    [FromQuery] public string? Mine { get; set; }
    /// <summary>Where the page before ended.</summary>
    [FromQuery] public long? Before { get; set; }

    /// <summary>Those found.</summary>
    public IReadOnlyList<JobRow> Found { get; private set; } = [];

    /// <summary>How many there are in all.</summary>
    public int Count { get; private set; }

    /// <summary>Names of the engines of those found.</summary>
    public IReadOnlyDictionary<string, string> Engines { get; private set; } = new Dictionary<string, string>();

    /// <summary>What is wrong with a day that was typed; empty otherwise.</summary>
    public string Fault { get; private set; } = "";

    /// <summary>The shop's clock and zone.</summary>
    public ShopTimes Times => times;

    /// <summary>What narrows the list beside the form's own fields, in words.</summary>
    public IEnumerable<string> Narrowed => new[] { (Unit, "unit"), (School, "school"), (Supply, "supply"), (Code, "claim"), (Item, "passed"), (Mine,
        "your own") }
        .Where(n => n.Item1 is { Length: > 0 }).Select(n => n.Item1 == "yes" ? n.Item2 : $"{n.Item2}: {n.Item1!.Replace('-', ' ')}")
        .Concat(new[] { (Ended, "ended"), (Booked, "booked in") }.Where(n => n.Item1 is > 0 and < 4_000_000_000_000).Select(n => $"{n.Item2} since {times.Day(
            DateTimeOffset.FromUnixTimeMilliseconds(n.Item1!.Value))}"));

    /// <summary>Shows them.</summary>
    public async Task OnGetAsync(CancellationToken cancel)
    {
        var wanted = Wanted();
        Found = await finder.FindAsync(wanted, Before, cancel: cancel);
        Count = await finder.CountAsync(wanted, cancel);
        Engines = await engines.NamesAsync([.. Found.Select(j => j.Family).Distinct()], cancel);
    }

    /// <summary>All of them as CSV.</summary>
    public async Task<IActionResult> OnGetCsvAsync(CancellationToken cancel)
    {
        var found = await finder.FindAsync(Wanted(), null, JobFinder.FileMost, cancel);
        return CsvFile.Of("jobs.csv", ["job", "registration", "customer", "machine", "engine", "cause", "booked", "ended", "outcome", "comeback_of",
            "unit_from",
            "school", "supply_known", "claim"], found.Select(j => new object?[] { j.Number, j.Registration, j.Customer, j.Machine, j.Family, j.Cause,
            DateTimeOffset.FromUnixTimeMilliseconds(j.BookedMs), j.HandedOver, j.EndedAs, j.ComebackOf, j.UnitSource, j.School, j.SupplyGrade, j.ClaimState }));
    }

    /// <summary>The address of this list, with one thing changed.</summary>
    public string Here(params (string Name, string? Value)[] with) => "/jobs?" + string.Join('&', Request.Query.Where(q => q.Key is not ("before" or "handler")
        && with.All(w => w.Name != q.Key)).SelectMany(q => q.Value.Select(v => (q.Key, v))).Concat(with.Select(w => (w.Name, w.Value)))
        .Where(p => p.Item2 is { Length: > 0 }).Select(p => $"{Uri.EscapeDataString(p.Item1)}={Uri.EscapeDataString(p.Item2!)}"));

    /// <summary>A cause in words.</summary>
    public static string CauseWords(string cause) => cause.Length == 0 ? "" : Remedies.Title(cause);

    private Wanted Wanted() => new((Q ?? "").Trim(), PartNumber.Plain(Engine ?? ""), Cause ?? "", Outcome ?? "", Day(From, 0) ?? Booked, Day(To, 1), Unit
        ?? "", School ?? "",
        Supply ?? "", Code ?? "", (Item ?? "").Replace("\"", "", StringComparison.Ordinal), Mine == "yes" ? User.Author().Id : "", Ended);

    private long? Day(string? text, int after)
    {
        if (string.IsNullOrWhiteSpace(text)) return null;
        if (times.TryRead(text, out var at)) return at.AddDays(after).ToUnixTimeMilliseconds();
        Fault = $"'{text}' is no day. Type one like 2030-05-01.";
        return null;
    }
}
