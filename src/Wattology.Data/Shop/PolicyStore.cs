using Microsoft.EntityFrameworkCore;
using Wattology.Core.Inputs;
using Wattology.Core.Warranty;
using Wattology.Data.Jobs;

namespace Wattology.Data.Shop;

/// <summary>One version of a warranty policy. Rows are only added; the latest version counts, unless it was withdrawn.</summary>
public sealed class PolicyRow
{
    /// <summary>Its position.</summary>
    public int Id { get; set; }

    /// <summary>The policy's id.</summary>
    public string Name { get; set; } = "";

    /// <summary>The version.</summary>
    public int Version { get; set; }

    /// <summary>The file.</summary>
    public string File { get; set; } = "";

    /// <summary>Who set it.</summary>
    public string SetBy { get; set; } = "";

    /// <summary>When, in ms since 1970.</summary>
    public long SetAtMs { get; set; }

    /// <summary>It is offered no more; jobs that named it keep it.</summary>
    public bool Withdrawn { get; set; }
}

/// <summary>The shop's warranty policies.</summary>
public sealed class PolicyStore(ShopDb db, TimeProvider clock)
{
    /// <summary>The latest version of each that is offered, by name.</summary>
    public async Task<IReadOnlyList<WarrantyPolicy>> OfferedAsync(CancellationToken cancel = default) => (await AllAsync(cancel)).Offered;

    /// <summary>The latest version of each, those offered and those offered no more, by name.</summary>
    public async Task<(IReadOnlyList<WarrantyPolicy> Offered, IReadOnlyList<WarrantyPolicy> Withdrawn)> AllAsync(CancellationToken cancel = default)
    {
        var latest = db.Policies.GroupBy(p => p.Name).Select(g => g.Max(p => p.Id));
        var rows = await db.Policies.AsNoTracking().Where(p => latest.Contains(p.Id)).ToListAsync(cancel);
        WarrantyPolicy[] Of(bool withdrawn)
            => [.. rows.Where(r => r.Withdrawn == withdrawn).Select(r => WarrantyPolicy.Read(r.File)).OrderBy(p => p.Name, StringComparer.Ordinal)];
        return (Of(false), Of(true));
    }

    /// <summary>The offered policy with that id, or null.</summary>
    public async Task<WarrantyPolicy?> FindAsync(string id, CancellationToken cancel = default)
        => (await OfferedAsync(cancel)).FirstOrDefault(p => p.Id == id);

    /// <summary>The last version of one, offered or not; null where there is none.</summary>
    public async Task<WarrantyPolicy?> LastAsync(string id, CancellationToken cancel = default)
        => await Last(id).FirstOrDefaultAsync(cancel) is { } row ? WarrantyPolicy.Read(row.File) : null;

    /// <summary>Every version of one, the latest first.</summary>
    public async Task<IReadOnlyList<PolicyRow>> VersionsAsync(string id, CancellationToken cancel = default)
        => await Last(id).ToListAsync(cancel);

    /// <summary>Sets a new policy, or a new version of one.</summary>
    /// <param name="file">The file.</param>
    /// <param name="by">Who.</param>
    /// <exception cref="InputRefusedException">The file is not sound.</exception>
    /// <exception cref="RefusedException">The version is not the next one.</exception>
    public async Task<WarrantyPolicy> SetAsync(string file, string by)
    {
        var policy = WarrantyPolicy.Read(file);
        if (await Last(policy.Id).FirstOrDefaultAsync() is { } last && policy.Version <= last.Version) throw Taken(last);
        var row = new PolicyRow { Name = policy.Id, Version = policy.Version, File = policy.Write(), SetBy = by,
            SetAtMs = clock.GetUtcNow().ToUnixTimeMilliseconds() };
        db.Policies.Add(row);
        try { await db.SaveChangesAsync(); }
        // Two set the same version at once: the index let one of them in.
        catch (DbUpdateException e) when (e.IsTaken())
        {
            db.Entry(row).State = EntityState.Detached;
            throw Taken(await Last(policy.Id).FirstAsync());
        }
        return policy;
    }

    private static RefusedException Taken(PolicyRow last) => new($"Version {last.Version} of {last.Name} is here, set by {last.SetBy}; a change takes a higher "
        + $"one, {last.Version + 1}.", "version");

    private IQueryable<PolicyRow> Last(string id) => db.Policies.AsNoTracking().Where(p => p.Name == id).OrderByDescending(p => p.Version);

    /// <summary>Offers a policy no more; jobs that named it keep it.</summary>
    public async Task WithdrawAsync(string id)
    {
        var last = await db.Policies.Where(p => p.Name == id).OrderByDescending(p => p.Version).FirstOrDefaultAsync()
            ?? throw new RefusedException("There is no such policy.");
        last.Withdrawn = true;
        await db.SaveChangesAsync();
    }
}
