using Microsoft.EntityFrameworkCore;
using Wattology.Core.Checks;
using Wattology.Core.Jobs;
using Wattology.Core.PartNumbers;
using Wattology.Data.Jobs;

namespace Wattology.Data.Yard;

/// <summary>What the yard shows: open jobs, those a search finds, and what is due on jobs that left.</summary>
public sealed class YardRows(ShopDb db)
{
    /// <summary>Open jobs by promised time, or all that match a search, those that came last first.</summary>
    public async Task<IReadOnlyList<JobRow>> ShownAsync(string? search, CancellationToken cancel = default)
    {
        if (string.IsNullOrWhiteSpace(search))
            return await db.Jobs.AsNoTracking().Where(j => j.HandedOverMs == null).OrderBy(j => j.DueMs).ThenBy(j => j.Row)
                .Take(JobFinder.ListMost).ToListAsync(cancel);
        var plain = PartNumber.Plain(search);
        if (plain.Length == 0) return [];
        if (plain.Length < JobFinder.LeastInside)
            return await db.Jobs.AsNoTracking().Where(j => j.PlainRegistration.StartsWith(plain))
                .OrderByDescending(j => j.Row).Take(JobFinder.ListMost).ToListAsync(cancel);
        // Quoted, the letters are searched as they stand; letters and digits alone are left in them.
        var phrase = $"\"{plain}\"";
        FormattableString found = $"""
            SELECT Jobs.* FROM JobSearch JOIN Jobs ON Jobs.Row = JobSearch.rowid
            WHERE JobSearch.Search MATCH {phrase} ORDER BY JobSearch.rowid DESC LIMIT {JobFinder.ListMost}
            """;
        return await db.Jobs.FromSql(found).AsNoTracking().ToListAsync(cancel);
    }

    /// <summary>When somebody last worked on each of some jobs; those without work are left out.</summary>
    /// <param name="rows">The jobs.</param>
    /// <param name="cancel">Ends it.</param>
    public async Task<IReadOnlyDictionary<string, DateTimeOffset>> LastWorkAsync(IReadOnlyList<JobRow> rows, CancellationToken cancel = default)
    {
        var ids = rows.Select(r => r.Id).ToArray();
        var work = CheckList.Kinds.All.Where(EarlierPass.IsWork).Select(k => k.Name).ToArray();
        // From the last entry back, so that few are looked at.
        var last = await db.Jobs.AsNoTracking().Where(j => ids.Contains(j.Id)).Select(j => new
        {
            j.Id,
            AtMs = db.Entries.Where(e => e.Job == j.Id && work.Contains(e.Kind)).OrderByDescending(e => e.Seq).Select(e => (long?)e.AtMs).FirstOrDefault(),
        }).ToListAsync(cancel);
        return last.Where(l => l.AtMs is not null).ToDictionary(l => l.Id, l => DateTimeOffset.FromUnixTimeMilliseconds(l.AtMs!.Value));
    }

    /// <summary>Jobs that left the shop and have something due until a time, the most overdue first.</summary>
    /// <param name="until">Until when.</param>
    /// <param name="cancel">Ends it.</param>
    public async Task<IReadOnlyList<JobRow>> DueAsync(DateTimeOffset until, CancellationToken cancel = default)
    {
        var ms = until.ToUnixTimeMilliseconds();
        return await db.Jobs.AsNoTracking().Where(j => j.FollowUpMs != null && j.FollowUpMs <= ms).OrderBy(j => j.FollowUpMs).ThenBy(j => j.Row)
            .Take(JobFinder.ListMost).ToListAsync(cancel);
    }
}
