using Wattology.Core.BookIn;
using Wattology.Core.Entries;

namespace Wattology.Core.Hoses;

/// <summary>A reference hose joins two ports.</summary>
/// <param name="From">The port that gives, by id.</param>
/// <param name="To">The port that takes, by id. It has room for one hose: another led to it takes the first one's place.</param>
public sealed record HoseLed(string From, string To) : EntryBody
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "hose-led";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<HoseLed>(KindName, "Reference hose", (_, n)
        => $"{Title(n.Body.From)} to {Title(n.Body.To)}. {ReferenceHoses.Judge(n.Body).Words}")
    {
        Correction = Correction.ByTakingBack,
        Refuse = (job, body) => Refusal(HosePorts.Of(job.Record.Machine()), body),
    };

    internal static string Title(string port) => HosePorts.Find(port)?.Title ?? port.Replace('-', ' ');

    private static Refusal? Refusal(IReadOnlyList<HosePort> ports, HoseLed body)
    {
        var (from, to) = (ports.FirstOrDefault(p => p.Id == body.From), ports.FirstOrDefault(p => p.Id == body.To));
        return from is null ? new("This engine has no such port.", "from") : to is null ? new("This engine has no such port.", "to")
            : !from.Gives ? new($"‘{from.Title}’ takes a reference and gives none: begin at a port of the intake.", "from")
            : to.Gives ? new($"‘{to.Title}’ gives a reference: the hose ends at what takes one.", "to") : null;
    }
}

/// <summary>A reference hose was taken off.</summary>
/// <param name="To">The port that took it, by id.</param>
public sealed record HoseOff(string To) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<HoseOff>("hose-off", "Reference hose off", (_, n) => $"{HoseLed.Title(n.Body.To)}: no hose now")
    {
        Correction = Correction.ByTakingBack,
        Refuse = (job, body) => ReferenceHoses.Of(job.Record).All(h => h.To != body.To) ? new("No hose is on it.", "to") : null,
    };
}

/// <summary>How a spare port is closed.</summary>
public enum PlugKind
{
    /// <summary>A threaded plug.</summary>
    Threaded,
    /// <summary>A plug held by a clamp.</summary>
    Clamped,
    /// <summary>A cap pushed on: boost blows it off.</summary>
    PushedOn,
    /// <summary>Nothing.</summary>
    Open,
}

/// <summary>How a spare port was found, or closed.</summary>
/// <param name="Port">The port, by id.</param>
/// <param name="By">How.</param>
public sealed record PortPlugged(string Port, PlugKind By) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PortPlugged>("port-plugged", "Spare port", (_, n) => $"{HoseLed.Title(n.Body.Port)}: {
        Words(n.Body.By)}")
    {
        Correction = Correction.ByTakingBack,
        Refuse = (job, body) => HosePorts.Of(job.Record.Machine()).FirstOrDefault(p => p.Id == body.Port) is not { Gives: true }
            ? new("Only a port that gives a reference is plugged.", "port") : null,
    };

    /// <summary>Every way, with its words, in the order it is offered.</summary>
    public static readonly IReadOnlyList<(PlugKind By, string Words)> All =
    [
        (PlugKind.Threaded, "threaded plug"), (PlugKind.Clamped, "plug with a clamp"), (PlugKind.PushedOn, "cap pushed on"), (PlugKind.Open, "open"),
    ];

    /// <summary>One in words.</summary>
    public static string Words(PlugKind by) => All.First(a => a.By == by).Words;
}
