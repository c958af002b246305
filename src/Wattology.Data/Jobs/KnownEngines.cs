using Microsoft.EntityFrameworkCore;
using Wattology.Core.BookIn;
using Wattology.Core.Jobs;
using Wattology.Core.PartNumbers;

namespace Wattology.Data.Jobs;

/// <summary>The engines the shop has had, each as the last job with one has it.</summary>
public sealed class KnownEngines(ShopDb db)
{
    private const int LikeMost = 4, LatelyMost = 100, AllMost = 200;

    /// <summary>Engines the shop has had and whose name begins so, each as its last job has it, the one that came last first; at most four.</summary>
    /// <param name="engine">As far as it is typed; with nothing typed, those of the last hundred jobs.</param>
    /// <param name="cancel">Ends it.</param>
    public async Task<IReadOnlyList<KnownEngine>> LikeAsync(string engine, CancellationToken cancel = default)
    {
        var plain = PartNumber.Plain(engine);
        var end = plain + char.MaxValue;
        var lately = db.Jobs.OrderByDescending(j => j.Row).Take(LatelyMost);
        var looked = plain.Length == 0 ? lately : db.Jobs.Where(j => string.Compare(j.Family, plain) >= 0 && string.Compare(j.Family, end) < 0);
        var last = looked.GroupBy(j => j.Family).Select(g => g.Max(j => j.Row)).OrderByDescending(r => r).Take(LikeMost);
        return await BookedAsync(last, cancel);
    }

    /// <summary>The engines the shop has had, each as its last job named it; at most two hundred.</summary>
    public async Task<IReadOnlyList<string>> AllAsync()
    {
        var last = db.Jobs.GroupBy(j => j.Family).Select(g => g.Max(j => j.Row)).OrderByDescending(r => r).Take(AllMost);
        return [.. (await BookedAsync(last)).Select(b => b.Machine.Engine)];
    }

    /// <summary>What the shop calls families, as the last job of each named its engine.</summary>
    /// <param name="families">Which.</param>
    /// <param name="cancel">Ends it.</param>
    public async Task<IReadOnlyDictionary<string, string>> NamesAsync(IReadOnlyCollection<string> families, CancellationToken cancel = default)
    {
        var last = db.Jobs.Where(j => families.Contains(j.Family)).GroupBy(j => j.Family).Select(g => g.Max(j => j.Row));
        return (await BookedAsync(last, cancel)).Select(b => b.Machine.Engine).DistinctBy(PartNumber.Plain).ToDictionary(PartNumber.Plain);
    }

    // Machines as the last booking-in of each job has them: it corrects those before it.
    private async Task<IReadOnlyList<KnownEngine>> BookedAsync(IQueryable<long> jobRows, CancellationToken cancel = default)
    {
        var kind = BookedIn.EntryKind.Name;
        var booked = await (from j in db.Jobs.AsNoTracking()
                            where jobRows.Contains(j.Row)
                            join e in db.Entries.AsNoTracking() on j.Id equals e.Job
                            where e.Kind == kind
                            orderby j.Row descending, e.Seq descending
                            select e).ToListAsync(cancel);
        return Readable.Of(booked.DistinctBy(e => e.Job), e => new KnownEngine(e.Job, CheckList.Kinds.Read<BookedIn>(e.ToEntry()).Body));
    }
}

/// <summary>An engine that was here before.</summary>
/// <param name="Job">Its last job.</param>
/// <param name="Machine">As it was booked in there.</param>
public sealed record KnownEngine(string Job, BookedIn Machine);
