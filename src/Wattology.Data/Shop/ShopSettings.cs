using Microsoft.EntityFrameworkCore;
using Wattology.Core.Evidence;
using Wattology.Core.Identity;
using Wattology.Core.Measures;
using Wattology.Core.Shop;

namespace Wattology.Data.Shop;

/// <summary>Everything a shop set: its name, units, limits and known supersessions.</summary>
public sealed record ShopSettings(string Name, string NumberPrefix, bool Demo, ShopUnits Units, IReadOnlyList<LimitRow> Limits, IReadOnlyList<Supersession> Supersessions)
{
    /// <summary>Reads them.</summary>
    public static async Task<ShopSettings> LoadAsync(ShopDb db, CancellationToken cancel = default)
    {
        var set = await db.Settings.AsNoTracking().ToDictionaryAsync(s => s.Key, s => s.Value, cancel);
        return new ShopSettings(set.GetValueOrDefault("name", "This shop"), set.GetValueOrDefault("prefix", "J-"), set.GetValueOrDefault("demo") == "yes", UnitsIn(set),
            await db.Limits.AsNoTracking().OrderBy(l => l.Id).ToListAsync(cancel),
            await db.Supersessions.AsNoTracking().OrderBy(s => s.Old).Select(s => new Supersession(s.Old, s.New)).ToListAsync(cancel));
    }

    /// <summary>Reads the units alone, for the echo beside every box.</summary>
    public static async Task<ShopUnits> LoadUnitsAsync(ShopDb db, CancellationToken cancel = default)
        => UnitsIn(await db.Settings.AsNoTracking().Where(s => s.Key.StartsWith("units.")).ToDictionaryAsync(s => s.Key, s => s.Value, cancel));

    private static ShopUnits UnitsIn(Dictionary<string, string> set)
    {
        var usual = new ShopUnits();
        return new ShopUnits(set.GetValueOrDefault("units.pressure", usual.Pressure), set.GetValueOrDefault("units.length", usual.Length),
            set.GetValueOrDefault("units.temperature", usual.Temperature), set.GetValueOrDefault("units.distance", usual.Distance));
    }

    /// <summary>The limits that hold for one job: of each key, source and scope the latest, unless it was withdrawn; a narrower scope counts after a wider one.</summary>
    public LimitBook LimitsFor(JobState job)
    {
        var names = job.All<PlateRead>().SelectMany(p => new[] { p.Body.Model, p.Body.MakerNumber, p.Body.VehicleNumber }).Append(job.Job.Engine)
            .Select(PlateMatch.Plain).Where(n => n.Length > 0).ToHashSet();
        return new LimitBook([.. InForce.Where(l => l.Scope.Length == 0 || names.Contains(PlateMatch.Plain(l.Scope))).OrderBy(l => l.Scope.Length > 0).Select(l => l.ToLimit())]);
    }

    /// <summary>The limits set and not withdrawn.</summary>
    public IEnumerable<LimitRow> InForce => Limits.GroupBy(l => (l.Key, l.Source, Scope: PlateMatch.Plain(l.Scope))).Select(g => g.Last()).Where(l => !l.Withdrawn);

    /// <summary>A job with everything needed to judge it.</summary>
    public JobView View(IReadOnlyList<Entry> entries)
    {
        var state = JobState.Of(entries);
        return new JobView(state, LimitsFor(state), Units, Supersessions);
    }
}
