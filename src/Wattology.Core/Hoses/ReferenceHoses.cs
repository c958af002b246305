using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Hoses;

/// <summary>What one hose, one spare port, or one tee comes to.</summary>
/// <param name="Verdict">Its verdict.</param>
/// <param name="Words">Why, in a sentence.</param>
public sealed record HoseJudgement(Verdict Verdict, string Words);

/// <summary>A reference hose as it stands.</summary>
/// <param name="From">The port that gives, by id.</param>
/// <param name="To">The port that takes, by id.</param>
/// <param name="Says">What it comes to.</param>
/// <param name="Entry">The entry that led it.</param>
public sealed record LedHose(string From, string To, HoseJudgement Says, Entry Entry);

/// <summary>The small hoses by which boost tells others how high it is: whether each end sits in the right zone.</summary>
public static class ReferenceHoses
{
    private const string Id = "references";

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Reference hoses", DrawnPart.References, Read)
    {
        Applies = job => job.Record.Machine().Kind != JobKind.MakersSpec,
        Kinds = [HoseLed.Kind, HoseOff.Kind, PortPlugged.Kind],
        Items = [ItemDefinition.AtStop(Id, "Reference hoses")],
    };

    /// <summary>The hoses as they lie now, in the order they were led.</summary>
    public static IReadOnlyList<LedHose> Of(JobRecord record)
    {
        var off = record.All<HoseOff>().GroupBy(o => o.Body.To).ToDictionary(g => g.Key, g => g.Last().Entry.Seq);
        return [.. record.All<HoseLed>().GroupBy(h => h.Body.To).Select(g => g.Last()).Where(h => off.GetValueOrDefault(h.Body.To, -1) < h.Entry.Seq)
            .OrderBy(h => h.Entry.Seq).Select(h => new LedHose(h.Body.From, h.Body.To, Judge(h.Body), h.Entry))];
    }

    /// <summary>Whether both ends of a hose sit where they may.</summary>
    public static HoseJudgement Judge(HoseLed hose) => (HosePorts.Find(hose.From)?.Zone, HosePorts.Find(hose.To)?.Taker) switch
    {
        (Zone.Fuel, Taker.Ignition) => new(Verdict.Stop, "Fuel to an ignition part: a fire. Off with it, now."),
        (_, Taker.Ignition) => new(Verdict.Stop, "Nothing that can pass fuel or boost goes to an ignition part."),
        (Zone.Fuel, _) => new(Verdict.Stop, "This port holds fuel under pressure: no reference begins here."),
        (Zone.AfterThrottle, Taker.Canister) => new(Verdict.Stop,
            "Wrong zone: after the throttle a canister sees suction too. It belongs before the throttle, where there is boost only."),
        (Zone.BeforeThrottle, Taker.ByPass) => new(Verdict.Stop,
            "Wrong zone: before the throttle it sees boost only and never opens. It must see the manifold after the throttle."),
        (null, _) or (_, null) => new(Verdict.ReadingOnly, "One of its ports is not known here any more."),
        (Zone.BeforeThrottle, _) => new(Verdict.Sound, "Right zone: boost only."),
        _ => new(Verdict.Sound, "Right zone: boost and suction."),
    };

    /// <summary>The ports that give a reference and carry no hose, with how each is closed; null where nobody said.</summary>
    public static IReadOnlyList<(HosePort Port, Noted<PortPlugged>? Plug, HoseJudgement Says)> Spare(JobRecord record)
    {
        var hoses = Of(record);
        return [.. HosePorts.Of(record.Machine()).Where(p => p.Gives && hoses.All(h => h.From != p.Id)).Select(p =>
        {
            // A plug stood before a hose was led there, and taken off again: what closed it then says nothing now.
            var led = record.All<HoseLed>().LastOrDefault(h => h.Body.From == p.Id)?.Entry.Seq ?? -1;
            var plug = record.Latest<PortPlugged>(b => b.Port == p.Id);
            plug = plug?.Entry.Seq > led ? plug : null;
            return (p, plug, plug?.Body.By switch
            {
                null => new(Verdict.NotLookedAt, "Not said how it is closed."),
                PlugKind.Threaded or PlugKind.Clamped => new(Verdict.Sound, "Closed so that it stays."),
                PlugKind.PushedOn => new HoseJudgement(Verdict.Doubtful, "A pushed-on cap blows off under boost: clamp it, or a threaded plug."),
                _ when p.Zone == Zone.Fuel => new(Verdict.Stop, "Open, and fuel is behind it."),
                _ => new(Verdict.Stop, "Open: boost leaves, dirt enters."),
            });
        })];
    }

    /// <summary>Ports from which one tee carries both fuel's reference and boost control: fine until it splits, and then both go at once.</summary>
    public static IReadOnlyList<(HosePort Port, HoseJudgement Says)> SharedTees(JobRecord record) => [.. Of(record).GroupBy(h => h.From)
        .Where(g => g.Any(h => HosePorts.Find(h.To)?.Taker == Taker.Regulator) && g.Any(h => HosePorts.Find(h.To)?.Taker == Taker.Canister))
        .Select(g => (HosePorts.Find(g.Key)!, new HoseJudgement(Verdict.Doubtful,
            "One tee carries the fuel regulator and the boost control: if it splits, boost rises while fuel falls. Give each its own port.")))];

    /// <summary>What takes a reference on this engine and must have one: its canisters.</summary>
    public static IReadOnlyList<HosePort> Without(JobRecord record)
    {
        var hoses = Of(record);
        return [.. HosePorts.Of(record.Machine()).Where(p => p.Taker == Taker.Canister && hoses.All(h => h.To != p.Id))];
    }

    private static Found Read(JobContext job, int turbo)
    {
        var record = job.Record;
        var hoses = Of(record);
        var spare = Spare(record);
        var last = hoses.Select(h => h.Entry).Concat(spare.Select(s => s.Plug?.Entry).OfType<Entry>()).MaxBy(e => e.Seq);
        if (last is null) return Found.NotYet;
        var bad = hoses.Select(h => (Title: $"{HoseLed.Title(h.From)} to {HoseLed.Title(h.To)}", h.Says, By: h.Entry))
            .Concat(spare.Where(s => s.Plug is not null).Select(s => (s.Port.Title, s.Says, By: s.Plug!.Entry)))
            .Concat(SharedTees(record).Select(t => (t.Port.Title, t.Says, By: last)))
            .Where(b => b.Says.Verdict >= Verdict.Doubtful).OrderByDescending(b => b.Says.Verdict).FirstOrDefault();
        if (bad.Title is not null) return new(bad.Says.Verdict, bad.Title, $"{Question.Sentence(bad.Title)}: {bad.Says.Words}", bad.By);
        if (Without(record) is [var first, ..]) return new(Verdict.ReadingOnly, $"{hoses.Count} led", $"No hose on the {first.Title} yet.", last);
        return spare.FirstOrDefault(s => s.Plug is null) is { Port: { } open } ? new(Verdict.ReadingOnly, $"{hoses.Count} led",
            $"{Question.Sentence(open.Title)}: no hose, and not said how it is closed.", last)
            : new(Verdict.Sound, $"{hoses.Count} led", "Every hose ends in its zone, every spare port is closed so that it stays.", last);
    }
}
