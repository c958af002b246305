using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Core.LooseEnds;

/// <summary>What was put into a passing state on purpose.</summary>
public enum LooseKind
{
    /// <summary>Screws, nuts or studs slack or out.</summary>
    FixingsSlack,
    /// <summary>Only one housing screw nipped.</summary>
    HousingNipped,
    /// <summary>A clamp parked on the hose.</summary>
    ClampParked,
    /// <summary>A plug in a port.</summary>
    PortPlugged,
    /// <summary>A cap on the new unit.</summary>
    CapOnUnit,
    /// <summary>Shipping tape on a seal.</summary>
    TapeOnSeal,
    /// <summary>A connector unplugged.</summary>
    Unplugged,
    /// <summary>A battery off.</summary>
    BatteryOff,
    /// <summary>A spacer or wedge in.</summary>
    SpacerIn,
    /// <summary>A swivel left free to turn.</summary>
    SwivelFree,
    /// <summary>A bracket unsupported.</summary>
    BracketUnsupported,
    /// <summary>A pipe only trial-fitted.</summary>
    TrialFitted,
    /// <summary>The feed opened again.</summary>
    FeedOpen,
    /// <summary>A joint opened.</summary>
    JointOpen,
    /// <summary>Rags or borrowed tools inside.</summary>
    RagOrTool,
    /// <summary>A tie promised for later.</summary>
    TieLater,
    /// <summary>Accepted for now: looked at again at the first hot recheck.</summary>
    AcceptedForNow,
    /// <summary>Something to remember that holds nothing up.</summary>
    Reminder,
    /// <summary>Taken off, and to be put on again.</summary>
    Removed,
    /// <summary>Moved aside, still connected.</summary>
    MovedAside,
}

/// <summary>What an open loose end holds up.</summary>
public enum Blocks
{
    /// <summary>Nothing.</summary>
    Nothing,
    /// <summary>Hand-over.</summary>
    HandOver,
    /// <summary>The first start, and hand-over.</summary>
    Start,
    /// <summary>Cranking to prime, and all after it.</summary>
    Priming,
    /// <summary>Any cranking, and all after it.</summary>
    Cranking,
}

/// <summary>Words and weight of loose ends.</summary>
public static class LooseWords
{
    /// <summary>A kind in words.</summary>
    public static string Title(LooseKind kind) => kind switch
    {
        LooseKind.FixingsSlack => "Fixings slack or out",
        LooseKind.HousingNipped => "Only one housing screw nipped",
        LooseKind.ClampParked => "Clamp parked on the hose",
        LooseKind.PortPlugged => "Plug in a port",
        LooseKind.CapOnUnit => "Caps on the new unit",
        LooseKind.TapeOnSeal => "Shipping tape on a seal",
        LooseKind.Unplugged => "Unplugged or disabled",
        LooseKind.BatteryOff => "Battery off",
        LooseKind.SpacerIn => "Spacer or wedge in",
        LooseKind.SwivelFree => "Swivel free to turn",
        LooseKind.BracketUnsupported => "Bracket unsupported",
        LooseKind.TrialFitted => "Only trial-fitted",
        LooseKind.FeedOpen => "Feed opened again",
        LooseKind.JointOpen => "Joint open",
        LooseKind.RagOrTool => "Rag or borrowed tool inside",
        LooseKind.TieLater => "Tie promised for later",
        LooseKind.AcceptedForNow => "Accepted for now: first hot recheck",
        LooseKind.Removed => "Removed",
        LooseKind.MovedAside => "Moved aside, still connected",
        _ => "To remember",
    };

    /// <summary>What was done to a thing that came off, in a word or two.</summary>
    public static string Done(LooseKind kind) => kind switch
    {
        LooseKind.Unplugged => "unplugged", LooseKind.MovedAside => "moved aside", LooseKind.BatteryOff => "disconnected", _ => "off",
    };

    /// <summary>What a kind holds up.</summary>
    public static Blocks Blocks(LooseKind kind) => kind switch
    {
        LooseKind.RagOrTool or LooseKind.SpacerIn => LooseEnds.Blocks.Cranking,
        LooseKind.PortPlugged or LooseKind.CapOnUnit or LooseKind.FeedOpen => LooseEnds.Blocks.Priming,
        LooseKind.TieLater or LooseKind.AcceptedForNow => LooseEnds.Blocks.HandOver,
        LooseKind.Reminder => LooseEnds.Blocks.Nothing,
        _ => LooseEnds.Blocks.Start,
    };

    /// <summary>What it holds up, in words.</summary>
    public static string Said(Blocks blocks) => blocks switch
    {
        LooseEnds.Blocks.Cranking => "holds cranking",
        LooseEnds.Blocks.Priming => "holds priming",
        LooseEnds.Blocks.Start => "holds the first start",
        LooseEnds.Blocks.HandOver => "holds the hand-over",
        _ => "holds nothing",
    };
}

/// <summary>A loose end was opened.</summary>
/// <param name="Kind">What kind.</param>
/// <param name="Place">Where.</param>
/// <param name="Left">How many of them; null where nothing is counted.</param>
/// <param name="Of">Out of how many.</param>
public sealed record LooseEndOpened(LooseKind Kind, string Place = "", [Bounds(0, 999)] int? Left = null, [Bounds(1, 999)] int? Of = null) : EntryBody,
    IHasRules
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "loose-end-opened";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind EntryKind = new EntryKind<LooseEndOpened>(KindName, "Loose end", (_, n) => n.Body.Words)
    {
        Correction = Correction.ByTakingBack,
        RefuseTakingBack = (job, entry) => job.Record.All<LooseEndClosed>().Any(c => c.Body.Loose == entry.Hash) ? "It was closed since: it was open." : null,
    };

    /// <summary>"3 of 5 slack, drain flange".</summary>
    public string Words => string.Join(", ", new[] { $"{LooseWords.Title(Kind)}{Count}", Place }.Where(t => t.Length > 0));

    private string Count => (Left, Of) switch { ({ } l, { } o) => $" ({l} of {o})", ({ } l, null) => $" ({l})", _ => "" };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Of < Left) faults.Add(Faults.Join(path, "left"), $"{Left} of {Of} cannot be: the first number is how many are left.");
        if (Of is not null && Left is null) faults.Add(Faults.Join(path, "left"), $"How many of {Of}?");
    }
}

/// <summary>A loose end was closed by somebody who looked.</summary>
/// <param name="Loose">Its key in the register.</param>
public sealed record LooseEndClosed(string Loose) : EntryBody
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "loose-end-closed";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<LooseEndClosed>(KindName, "Loose end closed",
        (job, n) => LooseEndRegister.All(job).FirstOrDefault(l => l.Key == n.Body.Loose)?.Words ?? "")
    {
        Correction = Correction.ByTakingBack,
        Refuse = (job, body) => LooseEndRegister.All(job).FirstOrDefault(l => l.Key == body.Loose) is not { } loose ? "There is no such loose end."
            : loose.ClosedBy is { } by ? $"{by.By} closed it already."
            : loose.ClosedElsewhere is { } where ? $"It is closed where it was opened: {where}." : null,
    };
}
