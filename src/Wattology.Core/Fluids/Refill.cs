using Wattology.Core.BookIn;
using Wattology.Core.Coolant;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Joints;
using Wattology.Core.Measures;

namespace Wattology.Core.Fluids;

/// <summary>Engine oil was let out.</summary>
/// <param name="Ml">How much, ml.</param>
public sealed record OilDrained([Bounds(1, 500_000), In(Measure.Volume), Usual(500, 60_000)] double Ml) : EntryBody
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "oil-drained";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<OilDrained>(KindName, "Oil let out", (job, n)
        => $"{job.Units.Show(n.Body.Ml, Measure.Volume)} out, into its container")
    {
        MeasuredWith = [InstrumentKind.Container],
        Ages = Ages.Lasts,
        Caution = new("Hot oil scalds: let it cool. Into its own closed container, for recycling."),
    };
}

/// <summary>Something that is filled again.</summary>
/// <param name="What">What.</param>
/// <param name="Because">Why it has to be.</param>
/// <param name="OutMl">What came out, ml; null where it was not measured.</param>
/// <param name="InMl">What went in, ml; null where it was not measured.</param>
/// <param name="Sheet">Where it is filled.</param>
public sealed record RefillLine(string What, string Because, double? OutMl, double? InMl, string Sheet)
{
    private const double Alike = 0.1;

    /// <summary>What went in is far from what came out: by more than a tenth. Null where one of them was not measured.</summary>
    public bool? Differs => OutMl is { } gone && InMl is { } put ? Math.Abs(gone - put) > Alike * Math.Max(gone, put) : null;

    /// <summary>Out against in, in words.</summary>
    public string Words(ShopUnits units)
    {
        string Show(double? ml) => ml is { } known ? units.Show(known, Measure.Volume) : "not measured";
        var said = $"Out {Show(OutMl)}, in {Show(InMl)}";
        return Differs switch
        {
            true when OutMl > InMl => $"{said}: {Show(OutMl - InMl)} less than came out.",
            true => $"{said}: {Show(InMl - OutMl)} more than came out. It was low before, the new filter and cooler took it, or it runs out somewhere.",
            _ => $"{said}.",
        };
    }
}

/// <summary>What is filled again follows from what was let out and opened.</summary>
public static class Refill
{
    /// <summary>What this job has to fill again.</summary>
    public static IReadOnlyList<RefillLine> Of(JobContext job)
    {
        var (record, lines) = (job.Record, new List<RefillLine>());
        var opened = record.All<JointOpened>().Select(o => JointList.Split(o.Body.Joint).Place).ToHashSet();
        var service = record.Latest<OilService>()?.Body;
        var drained = record.All<OilDrained>().Sum(o => o.Body.Ml);
        if (drained > 0 || service?.Oil == Service.New || service?.Filter == Service.New || opened.Overlaps(JointList.Feed) || opened.Overlaps(JointList.Drain))
            lines.Add(new("Engine oil", drained > 0 ? "let out" : service?.Oil == Service.New ? "renewed" : service?.Filter == Service.New ? "the filter is new"
                : "feed or drain stood open", drained > 0 ? drained : null, service?.Litres * 1_000, "fluids"));
        var (gone, put) = CoolantCheck.Volumes(record);
        if (gone + put > 0 || opened.Contains("water"))
            lines.Add(new("Coolant", gone > 0 ? "let out" : opened.Contains("water") ? "a water joint was opened" : "topped up", gone > 0 ? gone : null,
                put > 0 ? put : null, record.Machine().WaterCooled ? "coolant" : "fluids"));
        if (opened.Contains("fuel")) lines.Add(new("Fuel", "a fuel joint was opened: bled before it is fired", null, null, "fit"));
        return lines;
    }
}
