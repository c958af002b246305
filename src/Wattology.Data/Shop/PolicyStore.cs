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
    public async Task<IReadOnlyList<WarrantyPolicy>> OfferedAsync(CancellationToken cancel = default)
        => [.. (await LatestAsync(cancel)).Where(r => !r.Withdrawn).Select(r => WarrantyPolicy.Read(r.File)).OrderBy(p => p.Name, StringComparer.Ordinal)];

    /// <summary>The offered policy with that id, or null.</summary>
    public async Task<WarrantyPolicy?> FindAsync(string id, CancellationToken cancel = default)
        => (await OfferedAsync(cancel)).FirstOrDefault(p => p.Id == id);

    /// <summary>Every version of one, the latest first.</summary>
    public async Task<IReadOnlyList<PolicyRow>> VersionsAsync(string id, CancellationToken cancel = default)
        => await db.Policies.AsNoTracking().Where(p => p.Name == id).OrderByDescending(p => p.Version).ToListAsync(cancel);

    /// <summary>Sets a new policy, or a new version of one.</summary>
    /// <param name="file">The file.</param>
    /// <param name="by">Who.</param>
    /// <exception cref="InputRefusedException">The file is not sound.</exception>
    /// <exception cref="RefusedException">The version is not the next one.</exception>
    public async Task<WarrantyPolicy> SetAsync(string file, string by)
    {
        var policy = WarrantyPolicy.Read(file);
        var last = await db.Policies.AsNoTracking().Where(p => p.Name == policy.Id).OrderByDescending(p => p.Version).FirstOrDefaultAsync();
        if (last is not null && policy.Version <= last.Version)
            throw new RefusedException($"Version {last.Version} of {policy.Id} is here; a change takes a higher one, {last.Version + 1}.", "version");
        db.Policies.Add(new PolicyRow { Name = policy.Id, Version = policy.Version, File = policy.Write(), SetBy = by,
            SetAtMs = clock.GetUtcNow().ToUnixTimeMilliseconds() });
        await db.SaveChangesAsync();
        return policy;
    }

    /// <summary>Offers a policy no more; jobs that named it keep it.</summary>
    public async Task WithdrawAsync(string id)
    {
        var last = await db.Policies.Where(p => p.Name == id).OrderByDescending(p => p.Version).FirstOrDefaultAsync()
            ?? throw new RefusedException("There is no such policy.");
        last.Withdrawn = true;
        await db.SaveChangesAsync();
    }

    private async Task<List<PolicyRow>> LatestAsync(CancellationToken cancel)
    {
        var latest = db.Policies.GroupBy(p => p.Name).Select(g => g.Max(p => p.Id));
        return await db.Policies.AsNoTracking().Where(p => latest.Contains(p.Id)).ToListAsync(cancel);
    }
}
