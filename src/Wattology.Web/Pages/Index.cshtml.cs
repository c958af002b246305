using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Calculations;
using Wattology.Core.Shop;
using Wattology.Data.Evidence;

namespace Wattology.Web.Pages;

/// <summary>Every open job by what it waits for, and the search.</summary>
public sealed class YardModel(JobStore jobs, TimeProvider clock) : PageModel
{
    /// <summary>What a job may wait for, in words.</summary>
    public static readonly IReadOnlyList<KeyValuePair<string, string>> WaitWords =
    [
        new(InputReader.WordOf(WaitsFor.Hands), "Waits for hands"),
        new(InputReader.WordOf(WaitsFor.Parts), "Waits for parts"),
        new(InputReader.WordOf(WaitsFor.Wait), "Draining, soaking, curing or cooling"),
        new(InputReader.WordOf(WaitsFor.Answer), "Waits for an answer"),
        new(InputReader.WordOf(WaitsFor.Claim), "Waits for a claim"),
    ];

    public sealed record Group(string Title, IReadOnlyList<JobRow> Jobs);

    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    public IReadOnlyList<JobRow> Jobs { get; private set; } = [];

    public IEnumerable<Group> Groups { get; private set; } = [];

    public async Task OnGetAsync(CancellationToken cancel)
    {
        Q = string.IsNullOrWhiteSpace(Q) ? null : Q.Trim();
        Jobs = await jobs.YardAsync(Q, cancel);
        Groups = Q is null ? WaitWords.Select(w => new Group(w.Value, [.. Jobs.Where(j => j.Waits == w.Key)])).Where(g => g.Jobs.Count > 0)
            : Jobs.Count > 0 ? [new Group("Found", Jobs)] : [];
    }

    public bool IsLate(JobRow job) => job.HandedOverMs is null && job.Promised < clock.GetUtcNow();

    /// <summary>The promised time as people say it.</summary>
    public string Promised(JobRow job)
    {
        if (job.Promised is not { } promised) return "no time promised";
        var at = promised.ToLocalTime();
        var days = (at.Date - clock.GetLocalNow().Date).Days;
        var day = days switch { 0 => "today", 1 => "tomorrow", -1 => "yesterday", > 1 and < 7 => at.ToString("dddd"), _ => at.ToString(at.Year == clock.GetLocalNow().Year ? "ddd d MMM" : "d MMM yyyy") };
        return $"{(IsLate(job) ? "late: " : "")}{day} {at:HH:mm}";
    }
}
