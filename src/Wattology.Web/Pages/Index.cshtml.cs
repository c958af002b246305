using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.FollowUp;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.People;
using Wattology.Core.Yard;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Data.Yard;
using Wattology.Web.Api;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages;

/// <summary>Every open job by what it waits for, and the search.</summary>
public sealed class YardModel(JobStore jobs, YardRows yard, ShopDb db, ShopTimes times) : PageModel
{
    /// <summary>What a job may wait for, in words.</summary>
    public static readonly IReadOnlyList<KeyValuePair<string, string>> WaitWords =
    [
        new(JsonForm.WordOf(WaitsFor.Hands), "Waits for hands"),
        new(JsonForm.WordOf(WaitsFor.Parts), "Waits for parts"),
        new(JsonForm.WordOf(WaitsFor.Wait), "Draining, soaking, curing or cooling"),
        new(JsonForm.WordOf(WaitsFor.Answer), "Waits for an answer"),
        new(JsonForm.WordOf(WaitsFor.Claim), "Waits for a claim"),
    ];

    /// <summary>Jobs that wait for the same.</summary>
    /// <param name="Title">What they wait for, in words.</param>
    /// <param name="Jobs">The jobs.</param>
    public sealed record Group(string Title, IReadOnlyList<JobRow> Jobs);

    private IReadOnlyDictionary<string, DateTimeOffset> _lastWork = new Dictionary<string, DateTimeOffset>();
    private LimitBook? _limits;

    private static readonly TimeSpan Ahead = TimeSpan.FromDays(7);

    /// <summary>What the owner is told of backups; null where the last one is new enough.</summary>
    public string? BackupWord { get; private set; }

    /// <summary>What is searched for; null for the yard.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    /// <summary>The jobs shown.</summary>
    public IReadOnlyList<JobRow> Jobs { get; private set; } = [];

    /// <summary>Jobs that left, with something due by now or within a week.</summary>
    public IReadOnlyList<JobRow> Due { get; private set; } = [];

    /// <summary>What is due on a job that left by now or within a week, each in words with whether it is past.</summary>
    public IEnumerable<(string Words, bool Late)> DueWords(JobRow job) => job.FollowUp.Where(d => d.AtMs <= (times.Now + Ahead).ToUnixTimeMilliseconds())
        .Select(d => (At: DateTimeOffset.FromUnixTimeMilliseconds(d.AtMs), What: FollowUps.TitleOf(JsonForm.ValueOf<FollowUpKind>(d.What)
            ?? FollowUpKind.Levels)))
        .Select(d => ($"{d.What}, {(d.At < times.Now ? "was due" : "due")} {times.Day(d.At)}", d.At < times.Now));

    /// <summary>The same, by what they wait for.</summary>
    public IEnumerable<Group> Groups { get; private set; } = [];

    /// <summary>Shows the yard, or what was found.</summary>
    public async Task OnGetAsync(CancellationToken cancel)
    {
        if (User.May(Right.ManagePeople) && !(await jobs.SettingsAsync(cancel)).Demo)
        {
            var last = await ShopBackup.LastAsync(db, cancel);
            if (last is null || times.Now - last > TimeSpan.FromDays(ShopBackup.OldAfterDays)) BackupWord = last is { } at
                ? $"The last good backup is {(times.Now - at).TotalDays:0} days old." : "There is no backup of this shop yet.";
        }
        await FindAsync(cancel);
        _lastWork = await yard.LastWorkAsync([.. Jobs.Where(j => j.HandedOverMs is null)], cancel);
        _limits = (await jobs.SettingsAsync(cancel)).LimitsFor();
        if (Q is null) Due = await yard.DueAsync(times.Now + Ahead, cancel);
        Groups = Q is null ? WaitWords.Select(w => new Group(w.Value, [.. Jobs.Where(j => j.Waits == w.Key)])).Where(g => g.Jobs.Count > 0)
            : Jobs.Count > 0 ? [new Group("Found", Jobs)] : [];
    }

    private async Task FindAsync(CancellationToken cancel)
    {
        Q = string.IsNullOrWhiteSpace(Q) ? null : Q.Trim();
        Jobs = await yard.ShownAsync(Q, cancel);
    }

    /// <summary>What is shown, as CSV.</summary>
    public async Task<IActionResult> OnGetCsvAsync(CancellationToken cancel)
    {
        await FindAsync(cancel);
        return CsvFile.Of("yard.csv", ["job", "registration", "machine", "customer", "contact", "waits_for", "next", "why", "in_hand", "loose_ends",
            "promised"],
            Jobs.Select(j => new object?[] { j.Number, j.Registration, j.Machine, j.Customer, j.Contact, j.Waits, Next(j), Words(j), j.InHand, j.LooseEnds,
                j.Promised }));
    }

    /// <summary>Whether a job's promised time is past.</summary>
    public bool IsLate(JobRow job) => job.HandedOverMs is null && job.Promised < times.Now;

    /// <summary>The next step's name.</summary>
    public static string Next(JobRow job) => job.HandedOver is not null ? job.EndedAs : JsonForm.ValueOf<Core.Entries.WorkStage>(job.NextStage) is { } stage
        ? WorkOrder.TitleOf(stage) : "";

    /// <summary>That nobody has worked on a job for too long, and what that means; null while somebody has.</summary>
    public string? Still(JobRow job) => job.HandedOverMs is null && _lastWork.TryGetValue(job.Id, out var at)
        ? EarlierPass.StillWords(at, times.Now, _limits!) : null;

    /// <summary>What the job waits for, in somebody's words or in those of its next step.</summary>
    public string Words(JobRow job) => job.HandedOver is { } over ? times.Day(over) : job.WaitNote.Length > 0 ? job.WaitNote
        : WorkOrder.WaitsWords(item => HoldPoints.TitleOf(job.Turbos, item), job.NextWaits, job.NextOpen);

    /// <summary>What is owed, part by part, in words, and whether it should have been here.</summary>
    public IEnumerable<(string Words, bool Late)> Owed(JobRow job) => job.Owed.Select(o => o.DueMs is not { } ms ? ($"owed: {o.What}, nobody knows when", false)
        : DateTimeOffset.FromUnixTimeMilliseconds(ms) is var due && due < times.Now ? ($"late: {o.What}, was due {times.Promise(due)}", true)
        : ($"owed: {o.What}, due {times.Promise(due)}", false));

    /// <summary>Whether what is owed and the work after it come to more than was promised.</summary>
    public bool Slips(JobRow job)
    {
        if (job.HandedOver is not null || job.Promised is not { } promised || promised < times.Now || job.Owed.Max(o => o.DueMs) is not { } ms) return false;
        var here = times.InShop(DateTimeOffset.FromUnixTimeMilliseconds(Math.Max(ms, times.Now.ToUnixTimeMilliseconds()))).DateTime;
        return WorkingHours.Add(here, job.LeftAfterMinutes) > times.InShop(promised).DateTime;
    }

    /// <summary>The promised time as people say it.</summary>
    public string Promised(JobRow job) => job.Promised is { } promised ? (IsLate(job) ? "late: " : "") + times.Promise(promised) : "no time promised";
}
