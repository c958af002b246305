using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.History;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Parts;
using Wattology.Core.People;
using Wattology.Core.Priming;
using Wattology.Core.Warranty;
using Wattology.Core.Yard;
using Wattology.Data.Jobs;
using Wattology.Web.Api;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages.History;

/// <summary>The shop over time: what comes back, why, after how long, and which claims failed for what. Every chart has its table, every rate its number of
/// jobs, and nothing is ranked where chance alone may have made it.</summary>
public sealed class OverTimeModel(OverTime overTime, KnownEngines known, ShopTimes times) : PageModel
{
    /// <summary>Periods, by their word: how many days, and what they are called.</summary>
    public static readonly IReadOnlyList<(string Word, int? Days, string Title)> Periods = [("quarter", 92, "three months"), ("year", 366, "a year"),
        ("three-years", 1_100, "three years"), ("all", null, "all there is")];

    /// <summary>What comebacks are told apart by, in words.</summary>
    public static readonly IReadOnlyList<(string Word, string Title)> Ways = [("engine", "engine"), ("cause", "cause"), ("unit", "who brought the unit"),
        ("school", "school of priming"), ("supply", "how the supply was proved")];

    /// <summary>A period's word.</summary>
    [FromQuery(Name = "period")]
    public string Period { get; set; } = "three-years";

    /// <summary>The engine's family; empty for all.</summary>
    [FromQuery(Name = "engine")]
    public string Engine { get; set; } = "";

    /// <summary>What comebacks are told apart by.</summary>
    [FromQuery(Name = "by")]
    public string By { get; set; } = "engine";

    /// <summary>Comebacks of all.</summary>
    public RateLine All { get; private set; } = new("", 0, 0);

    /// <summary>Comebacks of the person's own jobs; null where they do no turbos.</summary>
    public RateLine? Own { get; private set; }

    /// <summary>Comebacks told apart, each with the word its jobs are found by.</summary>
    public IReadOnlyList<(string Word, RateLine Line)> Rates { get; private set; } = [];

    /// <summary>How they compare.</summary>
    public Comparison Compared { get; private set; } = new([]);

    /// <summary>How long units lasted.</summary>
    public SurvivalResult Lasted { get; private set; } = new([]);

    /// <summary>The months the curve goes over.</summary>
    public double Months { get; private set; } = 12;

    /// <summary>Causes confirmed, each beside the model's own chance.</summary>
    public IReadOnlyList<(string Word, RateLine Line, double Base)> Causes { get; private set; } = [];

    /// <summary>How right the ranking was.</summary>
    public (RateLine First, RateLine Settled) Model { get; private set; } = (new("", 0, 0), new("", 0, 0));

    /// <summary>What was passed most.</summary>
    public IReadOnlyList<PassedMost> Passed { get; private set; } = [];

    /// <summary>Where jobs waited.</summary>
    public IReadOnlyList<WaitTotal> Waits { get; private set; } = [];

    /// <summary>Refused claims by what was missing.</summary>
    public IReadOnlyList<Counted> Refused { get; private set; } = [];

    /// <summary>The engines offered, each with its name.</summary>
    public IReadOnlyList<(string Family, string Name, int Jobs)> Engines { get; private set; } = [];

    /// <summary>Until now, or until when the period ended.</summary>
    public DateTimeOffset Now => times.Now;

    /// <summary>Shows it.</summary>
    public Task OnGetAsync(CancellationToken cancel) => LoadAsync(cancel);

    /// <summary>One of the lists as CSV.</summary>
    /// <param name="list">Which: <c>causes</c>, <c>lasted</c>, <c>refused</c>, <c>passed</c> or <c>waits</c>; the comebacks otherwise.</param>
    /// <param name="cancel">Ends it.</param>
    public async Task<IActionResult> OnGetCsvAsync(string? list, CancellationToken cancel)
    {
        await LoadAsync(cancel);
        if (list == "causes") return CsvFile.Of("causes.csv", ["cause", "jobs", "of", "share", "low", "high", "model"], Causes.Select(c => new object?[] {
            c.Word, c.Line.Events, c.Line.N, c.Line.Share, c.Line.Interval.Low, c.Line.Interval.High, c.Base }));
        if (list == "lasted") return CsvFile.Of("still-running.csv", ["months", "at_risk", "came_back", "still_running"], Lasted.Rows.Select(r
            => new object?[] { r.Months, r.AtRisk, r.Failed, r.Survival }));
        if (list == "refused") return CsvFile.Of("refused-claims.csv", ["missing", "claims", "of"], Refused.Select(r => new object?[] { r.Word, r.Events,
            r.N }));
        if (list == "passed") return CsvFile.Of("passed.csv", ["item", "jobs", "reason"], Passed.Select(p => new object?[] { p.Item, p.Times, p.Reason }));
        if (list == "waits") return CsvFile.Of("waits.csv", ["waiting_for", "jobs", "hours"], Waits.Select(w => new object?[] { w.For, w.Jobs, w.Hours }));
        return CsvFile.Of($"comebacks-by-{By}.csv", [By, "jobs", "came_back", "share", "low", "high"], Rates.Select(r => new object?[] { r.Line.Name, r.Line.N,
            r.Line.Events, r.Line.Share, r.Line.Interval.Low, r.Line.Interval.High }));
    }

    /// <summary>The address of this page with one thing changed.</summary>
    public string With(string? period = null, string? engine = null, string? by = null) => string.Create(CultureInfo.InvariantCulture,
        $"/over-time?period={period ?? Period}&by={by ?? By}&engine={Uri.EscapeDataString(engine ?? Engine)}");

    /// <summary>The jobs behind a figure.</summary>
    /// <param name="field">By what they are found.</param>
    /// <param name="word">Its word.</param>
    /// <param name="outcome">How they came out; any when blank.</param>
    /// <param name="booked">Those booked in in the period; otherwise those that ended in it.</param>
    public string Jobs(string field, string word, string outcome = "", bool booked = false) => $"/jobs?{field}={Uri.EscapeDataString(word)}"
        + string.Create(CultureInfo.InvariantCulture, $"&{(booked ? "booked" : "ended")}={_fromMs}") + (outcome.Length > 0 ? $"&outcome={outcome}" : "")
            + (Engine.Length > 0 && field != "engine" ? $"&engine={Uri.EscapeDataString(Engine)}" : "");

    /// <summary>A share in words.</summary>
    public static string Share(RateLine line) => line.Share is { } share ? string.Create(CultureInfo.InvariantCulture,
        $"{100 * share:0.#} % ({100 * line.Interval.Low:0.#} to {100 * line.Interval.High:0.#})") : "no job yet";

    /// <summary>A reason or an item in words.</summary>
    public static string ItemWords(string item) => HoldPoints.TitleOf(1, item);

    private long _fromMs;

    private async Task LoadAsync(CancellationToken cancel)
    {
        // An address that says nothing after "engine=" or "by=" comes in as null.
        if (Periods.All(p => p.Word != Period)) Period = "three-years";
        if (By is null || !OverTime.Ways.Contains(By)) By = "engine";
        Engine = Core.PartNumbers.PartNumber.Plain(Engine ?? "");
        var days = Periods.First(p => p.Word == Period).Days;
        var of = new Wattology.Data.Jobs.Period(days is { } d ? times.Now.AddDays(-d).ToUnixTimeMilliseconds() : 0, times.Now.ToUnixTimeMilliseconds() + 1,
            Engine);
        _fromMs = of.FromMs;
        All = await overTime.RateAsync(of, cancel);
        Own = User.Author().Role == Role.Technician ? await overTime.RateAsync(of with { Hand = User.Author().Id }, cancel) : null;
        var engines = await overTime.EnginesAsync(of, cancel);
        var rates = await overTime.ComebacksAsync(By, of, cancel);
        var names = await known.NamesAsync([.. engines.Select(e => e.Word), .. By == "engine" ? rates.Select(r => r.Name) : []], cancel);
        Engines = [.. engines.Select(e => (e.Word, names.GetValueOrDefault(e.Word, e.Word), e.N))];
        Rates = [.. rates.Select(r => (r.Name, new RateLine(Named(r.Name, names), r.Events, r.N)))];
        Compared = new([.. Rates.Where(r => r.Word.Length > 0).Select(r => r.Line)]);
        Lasted = await overTime.SurvivalAsync(of, times.Now.ToUnixTimeMilliseconds(), cancel);
        Months = 6 * Math.Max(1, Math.Ceiling((days ?? 1_100) / 30.4375 / 6));
        Causes = [.. (await overTime.CausesAsync(of, cancel)).Select(c => (c.Word, new RateLine(Remedies.Title(c.Word), c.Events, c.N),
            CauseModel.Usual.Causes.ToList().IndexOf(c.Word) is >= 0 and var at ? CauseModel.Usual.Priors[at] : 0))];
        Model = await overTime.ModelAsync(of, cancel);
        Passed = await overTime.PassedAsync(of, cancel);
        Waits = await overTime.WaitsAsync(of, cancel);
        Refused = await overTime.RefusedAsync(of, cancel);
    }

    private string Named(string word, IReadOnlyDictionary<string, string> engines) => word.Length == 0 ? "not said" : By switch
    {
        "engine" => engines.GetValueOrDefault(word, word),
        "cause" => Remedies.Title(word),
        "unit" => PartsCheck.WhoBrings.Find(word)?.Words ?? word,
        "school" => Oiled.By.Choices.FirstOrDefault(c => c.Id == word)?.Words ?? word,
        _ => word,
    };
}
