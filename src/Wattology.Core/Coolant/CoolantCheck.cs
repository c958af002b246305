using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Coolant;

/// <summary>Which way coolant went.</summary>
public enum CoolantWay
{
    /// <summary>Out, into its container.</summary>
    Out,
    /// <summary>In.</summary>
    In,
}

/// <summary>Coolant was let out, or put in.</summary>
/// <param name="Way">Which.</param>
/// <param name="Ml">How much, ml.</param>
public sealed record CoolantVolume(CoolantWay Way, [Bounds(1, 500_000), In(Measure.Volume), Usual(100, 60_000)] double Ml) : EntryBody
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "coolant-volume";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<CoolantVolume>(KindName, "Coolant", (job, n)
        => $"{job.Units.Show(n.Body.Ml, Measure.Volume)} {(n.Body.Way == CoolantWay.Out ? "out, into its container" : "in")}")
    {
        MeasuredWith = [InstrumentKind.Container],
        Ages = Ages.Lasts,
        Caution = new("Coolant under pressure scalds: open it cold only. It poisons: into its own closed container."),
    };
}

/// <summary>The water's way through a cooled centre section.</summary>
public static class CoolantCheck
{
    /// <summary>The passages.</summary>
    public static readonly Question Passages = new("water-passages", "Water passages of the centre section",
        [new("flow", "water runs through freely"), new("slow", "runs slowly", Verdict.Doubtful), new("blocked", "blocked", Verdict.Stop)])
        { PerTurbo = true, Applies = Cooled };

    /// <summary>Which port is in, which out.</summary>
    public static readonly Question Ports = new("water-ports", "Water ports",
    [
        new("rises", "in at the low one, out at the high one"),
        new("level", "both at one height", Verdict.Doubtful),
        new("falls", "out at the low one: steam stays", Verdict.Stop),
    ])
    {
        PerTurbo = true, Applies = Cooled,
        Hint = "Where two of four are used: the low one on one side, the high one on the other, so that steam rises and leaves.",
    };

    /// <summary>The hoses.</summary>
    public static readonly Question Hoses = new("water-hoses", "Water hoses, both",
    [
        new("sound", "sound, clamps tight, clear of hot parts"), new("renewed", "renewed"), new("soft", "soft, cracked or chafed", Verdict.Doubtful),
        new("off", "one is off", Verdict.Stop),
    ]) { PerTurbo = true, Applies = Cooled };

    /// <summary>Air let out.</summary>
    public static readonly Question Bled = new("water-bled", "Air let out",
        [new("out", "bled, heater open, no more bubbles"), new("not-yet", "not yet", Verdict.Stop)])
    {
        Applies = (job, _) => Cooled(job, 1),
        ReopenedBy = [new(CoolantVolume.KindName, "coolant was let out", (job, e) => job.Record.Read<CoolantVolume>(e).Body.Way == CoolantWay.Out),
            new(JointOpened.KindName, "a water joint was opened", (job, e) => JointWork.Opens(job.Record, e, ["water"]))],
    };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("coolant", "Coolant", DrawnPart.Water, Read)
    {
        Applies = job => Cooled(job, 1),
        Questions = [Passages, Ports, Hoses, Bled],
        Kinds = [CoolantVolume.Kind],
        Items = [ItemDefinition.AtStop("coolant", "Water's way through the centre section") with { Id = "coolant-way" }],
    };

    /// <summary>What went out and in so far, ml.</summary>
    public static (double Out, double In) Volumes(JobRecord record) => record.All<CoolantVolume>().Select(v => v.Body).ToLookup(v => v.Way, v => v.Ml) is var by
        ? (by[CoolantWay.Out].Sum(), by[CoolantWay.In].Sum()) : default;

    /// <summary>Out against in, in words; empty where nothing was measured.</summary>
    public static string VolumeWords(JobContext job)
    {
        var (gone, put) = Volumes(job.Record);
        if (gone + put <= 0) return "";
        var said = $"Out {job.Units.Show(gone, Measure.Volume)}, in {job.Units.Show(put, Measure.Volume)}";
        return gone <= 0 ? $"{said}: what was let out was not measured." : put <= 0 ? $"{said}: nothing is filled yet."
            : Math.Abs(gone - put) < 1 ? $"{said}: all of it is back." : put < gone
            ? $"{said}: {job.Units.Show(gone - put, Measure.Volume)} are not back yet. An air pocket hides that much."
            : $"{said}: {job.Units.Show(put - gone, Measure.Volume)} more than came out. It was low before, or it runs out somewhere.";
    }

    private static bool Cooled(JobContext job, int turbo) => job.Record.Machine().WaterCooled;

    private static Found Read(JobContext job, int turbo)
    {
        var looks = LookState.Together([.. Definition.Questions.SelectMany(q => q.PerTurbo ? job.Record.Machine().TurboNumbers.Select(t => q.Read(job, t))
            : [q.Read(job, 0)])], "flows", "Passages, ports, hoses and air are seen to.");
        return VolumeWords(job) is { Length: > 0 } words ? looks with { Why = $"{looks.Why} {words}" } : looks;
    }
}
