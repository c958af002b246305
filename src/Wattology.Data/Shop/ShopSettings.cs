using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.PartNumbers;
using Wattology.Core.Parts;
using Wattology.Core.Plate;
using Wattology.Data.Jobs;

namespace Wattology.Data.Shop;

/// <summary>Everything a shop set.</summary>
/// <param name="Name">Its name.</param>
/// <param name="NumberPrefix">What its job numbers begin with.</param>
/// <param name="Demo">Whether it is the demo.</param>
/// <param name="Units">The units it thinks in.</param>
/// <param name="Limits">Every limit set or withdrawn, in order.</param>
/// <param name="Parts">Its parts table.</param>
/// <param name="PartsStamp">Under which stamp that table was brought in; empty where none was.</param>
/// <param name="Deliveries">When parts come by themselves, by day of the week.</param>
/// <param name="Schools">Every way of working set or withdrawn, in order.</param>
public sealed record ShopSettings(string Name, string NumberPrefix, bool Demo, ShopUnits Units, IReadOnlyList<LimitRow> Limits,
    PartsTable Parts, string PartsStamp, IReadOnlyList<Delivery> Deliveries, IReadOnlyList<SchoolRow> Schools)
{
    /// <summary>Key of the setting that marks a demo: <see cref="DemoMaking"/> while it is made, "yes" once it is.</summary>
    public const string DemoKey = "demo";

    /// <summary>A demo was begun and is not whole yet.</summary>
    public const string DemoMaking = "making";

    /// <summary>Key of the setting that says when parts come by themselves.</summary>
    public const string DeliveriesKey = "deliveries";

    /// <summary>Reads them.</summary>
    public static async Task<ShopSettings> LoadAsync(ShopDb db, CancellationToken cancel = default)
    {
        var set = await db.Settings.AsNoTracking().ToDictionaryAsync(s => s.Key, s => s.Value, cancel);
        var usual = new ShopUnits();
        var units = new ShopUnits(set.GetValueOrDefault("units.pressure", usual.Pressure), set.GetValueOrDefault("units.length", usual.Length),
            set.GetValueOrDefault("units.temperature", usual.Temperature), set.GetValueOrDefault("units.distance", usual.Distance));
        var stamp = set.GetValueOrDefault(PartsTableStore.StampKey, "");
        return new ShopSettings(set.GetValueOrDefault("name", "This shop"), set.GetValueOrDefault("prefix", "J-"),
            set.GetValueOrDefault(DemoKey) == "yes", units,
            await db.Limits.AsNoTracking().OrderBy(l => l.Id).ToListAsync(cancel),
            await PartsTableStore.LoadAsync(db, stamp, cancel), stamp, Delivery.ReadAll(set.GetValueOrDefault(DeliveriesKey, "")),
            await db.Schools.AsNoTracking().OrderBy(s => s.Id).ToListAsync(cancel));
    }

    /// <summary>The limits that hold for one job: of each key, source and scope the latest, unless it was withdrawn; a narrower scope counts after a wider
    /// one.</summary>
    public LimitBook LimitsFor(JobRecord job) => LimitsFor(NamesOf(job));

    /// <summary>The limits that hold for an engine, a turbo model or a number.</summary>
    /// <param name="names">Its names; none for what holds for all.</param>
    public LimitBook LimitsFor(params IReadOnlyCollection<string> names) => new([.. Holding(InForce, names).Select(l => l.ToLimit())]);

    /// <summary>The ways of working that hold for an engine, a turbo model or a number.</summary>
    /// <param name="names">Its names; none for what holds for all.</param>
    public SchoolBook SchoolsFor(params IReadOnlyCollection<string> names) => new([.. Holding(SchoolsInForce, names).Select(s => s.ToSet())]);

    // A narrower scope counts after a wider one.
    private static IEnumerable<T> Holding<T>(IEnumerable<T> rows, IReadOnlyCollection<string> names) where T : SetRow
    {
        var plain = names.Select(PartNumber.Plain).Where(n => n.Length > 0).ToHashSet();
        return rows.Where(r => r.Scope.Length == 0 || plain.Contains(PartNumber.Plain(r.Scope))).OrderBy(r => r.Scope.Length > 0);
    }

    private static T[] Standing<T>(IEnumerable<T> rows) where T : SetRow
        => [.. rows.GroupBy(r => (r.Key, r.Source, Scope: PartNumber.Plain(r.Scope))).Select(g => g.Last()).Where(r => !r.Withdrawn)];

    private static IReadOnlyCollection<string> NamesOf(JobRecord job) => [.. job.All<PlateRead>().SelectMany(p => new[] { p.Body.Model, p.Body.MakerNumber,
        p.Body.VehicleNumber }), job.Machine().Engine];

    /// <summary>The limits set and not withdrawn.</summary>
    public IReadOnlyList<LimitRow> InForce => field ??= Standing(Limits);

    /// <summary>The ways of working set and not withdrawn.</summary>
    public IReadOnlyList<SchoolRow> SchoolsInForce => field ??= Standing(Schools);

    /// <summary>All that jobs are judged by, in one short code: limits and ways of working in force, the parts table, and the rules this program was built
    /// with. Rows judged under another code may say otherwise than they would now.</summary>
    public string JudgedBy => field ??= Convert.ToHexStringLower(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(new
    {
        Rules = new[] { typeof(JudgedJob), typeof(JobRow) }.Select(t => t.Module.ModuleVersionId), Parts = PartsStamp,
        Limits = InForce.Select(l => new { l.Key, l.Source, l.Scope, l.SoundFrom, l.SoundTo, l.DoubtFrom, l.DoubtTo }),
        Schools = SchoolsInForce.Select(s => new { s.Key, s.Source, s.Scope, s.Choice }),
    })))[..16];

    /// <summary>A job with everything needed to judge it.</summary>
    /// <param name="record">The job.</param>
    /// <param name="now">The time.</param>
    /// <param name="steady">Seconds since an entry by a steady clock, where it is known.</param>
    /// <param name="familyCases">Closed jobs on the same engine by confirmed cause, where they are known.</param>
    public JudgedJob Judge(JobRecord record, DateTimeOffset now, Func<Entry, double?>? steady = null, IReadOnlyDictionary<string, int>? familyCases = null)
    {
        var names = NamesOf(record);
        return JudgedJob.Of(new JobContext(record, LimitsFor(names), Units, Parts, now)
        {
            Demo = Demo, Steady = steady ?? (_ => null), Schools = SchoolsFor(names), FamilyCases = familyCases ?? new Dictionary<string, int>(),
        });
    }
}
