using Microsoft.EntityFrameworkCore;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.People;
using Wattology.Core.Snags;
using Wattology.Data.Shop;

namespace Wattology.Data.Jobs;

/// <summary>What earlier jobs on such an engine taught, unless the owner retired it.</summary>
public sealed class SnagStore(ShopDb db, EarlierJobs earlier, TimeProvider clock)
{
    /// <summary>What is to be known on a job's engine, the latest first.</summary>
    public async Task<IReadOnlyList<Noted<SnagKept>>> ForAsync(JudgedJob job)
    {
        var all = await earlier.OnEngineAsync<SnagKept>(job);
        if (all.Count == 0) return all;
        var hashes = all.Select(s => s.Entry.Hash).ToArray();
        var retired = (await db.RetiredSnags.AsNoTracking().Where(r => hashes.Contains(r.Hash)).Select(r => r.Hash).ToListAsync()).ToHashSet();
        return [.. all.Where(s => !retired.Contains(s.Entry.Hash))];
    }

    /// <summary>Retires one: it stands before no step any more, and stays in its job's record.</summary>
    /// <exception cref="RefusedException">The person may not, there is no reason, or it is retired already.</exception>
    public async Task RetireAsync(Author by, string hash, string why)
    {
        if (!by.Role.Allows(Right.ChangeLimits)) throw new RefusedException(
            $"Your place in the shop does not allow this; it takes {Permissions.Holders(Right.ChangeLimits)}.");
        if (string.IsNullOrWhiteSpace(why)) throw new RefusedException("Say why it is not needed any more.", "why");
        if (!await db.Entries.AnyAsync(e => e.Kind == SnagKept.EntryKind.Name && e.Hash == hash)) throw new RefusedException("There is no such entry.");
        if (await db.RetiredSnags.AnyAsync(r => r.Hash == hash)) throw new RefusedException("It is retired already.");
        db.RetiredSnags.Add(new RetiredSnagRow { Hash = hash, By = by.Name, AtMs = clock.GetUtcNow().ToUnixTimeMilliseconds(), Why = why.Trim() });
        await db.SaveChangesAsync();
    }
}
