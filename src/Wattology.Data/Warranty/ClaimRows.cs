using Microsoft.EntityFrameworkCore;
using Wattology.Core.Jobs;
using Wattology.Core.PartNumbers;
using Wattology.Data.Jobs;

namespace Wattology.Data.Warranty;

/// <summary>How many claims stand in one state.</summary>
/// <param name="State">The state's word.</param>
/// <param name="Count">How many.</param>
/// <param name="Expected">What is expected of them together.</param>
/// <param name="Received">What came in.</param>
public sealed record ClaimTotal(string State, int Count, double Expected, double Received);

/// <summary>Claims across the shop's jobs.</summary>
public sealed class ClaimRows(ShopDb db)
{
    private static readonly string[] Closed = ["paid", "refused"];
    private const int RefusedMost = 3;

    /// <summary>Jobs under a policy, those that stand longest first; at most two hundred.</summary>
    /// <param name="state">Where the claim stands; any when null.</param>
    /// <param name="cancel">Ends it.</param>
    public async Task<IReadOnlyList<JobRow>> ClaimsAsync(string? state, CancellationToken cancel = default)
        => await db.Jobs.AsNoTracking().Where(j => j.ClaimState != "" && (state == null || j.ClaimState == state))
            // What waits comes before what is closed; there the oldest, here the latest first.
            .OrderBy(j => Closed.Contains(j.ClaimState)).ThenBy(j => Closed.Contains(j.ClaimState) ? -j.ClaimSinceMs : j.ClaimSinceMs).ThenBy(j => j.Row)
            .Take(JobFinder.ListMost).ToListAsync(cancel);

    /// <summary>Claims refused on other jobs with the same engine, the last first, at most three, each with the proof that was missing.</summary>
    public async Task<IReadOnlyList<JobRow>> RefusedOnEngineAsync(JudgedJob job, CancellationToken cancel = default)
    {
        var (id, family) = (job.Record.Id, PartNumber.Plain(job.Machine.Engine));
        // Said twice, so that the few claims are looked through and not the many jobs of the engine.
        return await db.Jobs.AsNoTracking().Where(j => j.ClaimState != "" && j.ClaimState == "refused" && j.ClaimCode != "" && j.Family == family && j.Id != id)
            .OrderByDescending(j => j.ClaimSinceMs).Take(RefusedMost).ToListAsync(cancel);
    }

    /// <summary>How many claims stand where, and their money.</summary>
    public async Task<IReadOnlyList<ClaimTotal>> TotalsAsync(CancellationToken cancel = default)
        => await db.Jobs.AsNoTracking().Where(j => j.ClaimState != "").GroupBy(j => j.ClaimState)
            .Select(g => new ClaimTotal(g.Key, g.Count(), g.Sum(j => j.ClaimExpected ?? 0), g.Sum(j => j.ClaimReceived))).ToListAsync(cancel);
}
