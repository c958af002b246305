using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.People;

namespace Wattology.Core.Yard;

/// <summary>A wait that runs by itself, beside other work.</summary>
public enum WaitKind
{
    /// <summary>Oil or coolant runs out.</summary>
    Drain,
    /// <summary>Penetrant soaks in.</summary>
    Soak,
    /// <summary>Sealant cures.</summary>
    Cure,
    /// <summary>Hot parts cool.</summary>
    Cool,
}

/// <summary>A wait began.</summary>
/// <param name="Kind">What runs.</param>
/// <param name="Minutes">How long it takes.</param>
/// <param name="Note">Of what.</param>
public sealed record WaitBegun(WaitKind Kind, [Bounds(1, 4320)] double Minutes, string Note = "") : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind EntryKind = new EntryKind<WaitBegun>("wait-begun", "Wait began",
        (_, n) => $"{n.Body.Words}, {Said(n.Body.Minutes)}") { Correction = Correction.ByTakingBack, Right = Right.BookIn };

    /// <summary>What runs, in words.</summary>
    public string Words => $"{Title(Kind)}{(Note.Length > 0 ? $": {Note}" : "")}";

    /// <summary>A kind in words.</summary>
    public static string Title(WaitKind kind) => kind switch
    {
        WaitKind.Drain => "Draining", WaitKind.Soak => "Soaking", WaitKind.Cure => "Curing", _ => "Cooling",
    };

    /// <summary>How long each usually takes, minutes; the sealant's and the penetrant's own sheets win.</summary>
    public static double Usual(WaitKind kind) => kind switch { WaitKind.Drain => 30, WaitKind.Soak => 10, WaitKind.Cure => 720, _ => 45 };

    /// <summary>A time in words.</summary>
    public static string Said(double minutes) => minutes < 120 ? $"{minutes:0} min" : $"{minutes / 60:0.#} h";
}

/// <summary>A wait is over: somebody looked.</summary>
/// <param name="Wait">Hash of the entry that began it.</param>
public sealed record WaitOver(string Wait) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<WaitOver>("wait-over", "Wait over",
        (job, n) => job.Record.Find(n.Body.Wait) is { } begun && begun.Kind == WaitBegun.EntryKind.Name ? job.Record.Read<WaitBegun>(begun).Body.Words : "")
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Refuse = (job, body) => Waits.Running(job.Record).Any(w => w.Entry.Hash == body.Wait) ? null : "That wait is over already.",
    };
}

/// <summary>The waits of a job.</summary>
public static class Waits
{
    /// <summary>Those nobody ended, in the order in which they began.</summary>
    public static IReadOnlyList<Noted<WaitBegun>> Running(JobRecord record)
    {
        var over = record.All<WaitOver>().Select(o => o.Body.Wait).ToHashSet();
        return [.. record.All<WaitBegun>().Where(w => !over.Contains(w.Entry.Hash))];
    }

    /// <summary>When a wait is over by itself.</summary>
    public static DateTimeOffset Until(this Noted<WaitBegun> wait) => wait.Entry.At.AddMinutes(wait.Body.Minutes);
}
