using Wattology.Core.Gates;
using Wattology.Core.Identity;

namespace Wattology.Core.Evidence;

/// <summary>One step in the order of work.</summary>
/// <param name="Sheet">The sheet it is done on.</param>
/// <param name="Title">Its name.</param>
/// <param name="Done">Whether it is done.</param>
/// <param name="Words">What blocks it, or what it came to.</param>
public sealed record WorkStep(string Sheet, string Title, bool Done, string Words);

/// <summary>The order of work of a job, and the next step.</summary>
/// <param name="Steps">All steps, in order.</param>
public sealed record WorkOrder(IReadOnlyList<WorkStep> Steps)
{
    /// <summary>The first step not done; null once the job is handed over.</summary>
    public WorkStep? Next => Steps.FirstOrDefault(s => !s.Done);

    /// <summary>Works out the order.</summary>
    public static WorkOrder Of(JobState state, IReadOnlyList<Spot> spots, GateKeeper gates)
    {
        WorkStep FromSpots(string sheet, string title)
        {
            var own = spots.Where(s => s.Id == sheet).ToArray();
            var open = own.FirstOrDefault(s => !s.Closed);
            return new(sheet, title, open is null, open?.Why ?? own[0].Value);
        }
        WorkStep FromGate(GateKind kind, string sheet, string title, bool done)
        {
            var gate = gates.Judge(kind);
            return new(sheet, title, done, done ? "" : gate.Open.Count == 0 ? "Everything is closed: it can be passed." : $"{gate.Open.Count} line{(gate.Open.Count == 1 ? "" : "s")} open: {gate.Open[0].Text.ToLowerInvariant()}.");
        }
        var crankcase = FromSpots("crankcase", "Crankcase");
        var old = state.Job.Units.All(u => state.Plate(u, PlateOf.Old) is not null);
        return new(
        [
            new("plate", "Identify", old, old ? "" : "The failed unit's plate, or that it is not readable yet."),
            new("findings", "Findings and cause", state.Cause is not null, state.Cause is null ? "Look, then confirm a cause." : ""),
            FromSpots("feed", "Oil supply"),
            FromSpots("drain", "Drain"),
            crankcase is { Done: false } && state.Latest<Crankcase.CrankcaseDeferred>() is not null && state.HandedOver is null
                ? crankcase with { Done = state.Latest<Crankcase.CrankcaseRead>() is null, Words = "due after the first start" } : crankcase,
            FromSpots("clocking", "Clocking"),
            FromGate(GateKind.Release, "release", "Release", gates.Judge(GateKind.Release).Passed),
            FromSpots("prime", "Prime"),
            FromSpots("start", "Start"),
            FromGate(GateKind.HandOver, "hand-over", "Hand over", state.HandedOver is not null),
        ]);
    }
}
