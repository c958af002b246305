using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;

namespace Wattology.Core.Commissioning;

/// <summary>The crankcase before and after the cure, the engine running one way: the proof that something changed.</summary>
/// <param name="Running">How the engine ran.</param>
/// <param name="Before">The last reading before the new unit ran; null where none was taken.</param>
/// <param name="After">The last reading since; null where none was taken.</param>
public sealed record CrankcaseCure(Running Running, Noted<CrankcaseReading>? Before, Noted<CrankcaseReading>? After)
{
    // Blow-by follows speed: further apart than this the two say little of each other.
    private const double SameSpeed = 0.1;

    /// <summary>Each way of running that was read, in order.</summary>
    public static IReadOnlyList<CrankcaseCure> Of(JobRecord record)
    {
        var since = record.All<Fired>().Select(f => f.Entry.Seq).DefaultIfEmpty(int.MaxValue).Min();
        return [.. record.All<CrankcaseReading>().GroupBy(r => r.Body.Running).OrderBy(g => g.Key).Select(g => new CrankcaseCure(g.Key,
            g.LastOrDefault(r => r.Entry.Seq < since), g.LastOrDefault(r => r.Entry.Seq > since)))];
    }

    /// <summary>Why the two are not to be compared, in words; empty where they are, or where one is missing.</summary>
    public string Unequal => (Before, After) is not ({ } before, { } after) ? "" : (before.Body.EngineRpm, after.Body.EngineRpm) switch
    {
        ({ } one, { } other) when Math.Abs(one - other) > SameSpeed * Math.Max(one, other)
            => $"unequal: {ShopUnits.Digits(one)} and {ShopUnits.Digits(other)} rpm",
        (null, null) => "",
        (null, _) or (_, null) => "engine speed noted only once",
        _ => before.Entry.Instrument != after.Entry.Instrument ? "another gauge" : "",
    };

    /// <summary>What changed, in words: "0.9 kPa before, 0.4 kPa after".</summary>
    public string Words(ShopUnits units) => (Before, After) switch
    {
        ({ } before, { } after) => $"{JsonForm.Plain(Running)}: {units.ShowPressure(before.Body.PressureKpa)} before, "
            + $"{units.ShowPressure(after.Body.PressureKpa)} after"
            + (Unequal.Length > 0 ? $" ({Unequal})" : ""),
        ({ } before, null) => $"{JsonForm.Plain(Running)}: {units.ShowPressure(before.Body.PressureKpa)} before, not read since",
        (null, { } after) => $"{JsonForm.Plain(Running)}: {units.ShowPressure(after.Body.PressureKpa)} after, not read before",
        _ => "",
    };
}
