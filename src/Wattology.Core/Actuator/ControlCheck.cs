using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.LooseEnds;

namespace Wattology.Core.Actuator;

/// <summary>What controls boost: flap, rod and canister, or the gear that moves vanes. On sealed units the same looks are evidence, and nothing
/// is set.</summary>
public static class ControlCheck
{
    private const string Id = "control";

    /// <summary>The flap on its seat.</summary>
    public static readonly Question Seat = new("flap-seat", "Wastegate flap on its seat",
    [
        new("all-round", "closed, bright all round"),
        new("one-side", "bears on one side only", Verdict.Doubtful),
        new("ajar", "stands ajar", Verdict.Stop),
        new("cannot-reach", "cannot be seen", Verdict.ReadingOnly, Known.Assumed, "Why it cannot be seen"),
    ]) { PerTurbo = true, Applies = (job, _) => HasFlap(job), Caution = new("Cold, and the rod held: a flap snaps shut.") };

    /// <summary>The rod's clip and lock nut.</summary>
    public static readonly Question Clip = new("rod-clip", "Clip and lock nut of the rod",
        [new("on", "on, nut tight"), new("loose", "clip missing, or nut loose", Verdict.Stop), new("none", "it has neither")])
    {
        PerTurbo = true, Applies = (job, _) => HasRod(job), Caution = new("The clip flies: a hand over it."),
        ReopenedBy = [new(RodTurned.KindName, "the rod was turned")],
    };

    /// <summary>Where nothing pulls: how the flap lies.</summary>
    public static readonly Question Gravity = new("flap-gravity", "Rod's end dropped on, flap just closed",
    [
        new("drops-on", "drops on without pull, flap closed"),
        new("pulls", "needs a pull", Verdict.Doubtful),
        new("ajar", "drops on with the flap ajar", Verdict.Stop),
    ])
    {
        PerTurbo = true, Applies = (job, _) => HasFlap(job) && HasRod(job) && !IsSealed(job),
        Hint = "Unit lying so that the flap's own weight closes it. Pull raises boost and can spike it; ajar loses it.",
        ReopenedBy = [new(RodTurned.KindName, "the rod was turned")],
    };

    /// <summary>How the gear was moved.</summary>
    public static readonly Question Gear = new("gear-moved", "Gear of vanes or flap",
    [
        new("own-motor", "moved by its own motor only"),
        new("lever", "moved at its lever, gently"),
        new("not-moved", "not moved: it locks itself", Known: Known.Told),
        new("forced", "was forced by hand or tool", Verdict.Stop, Known.Told, "What happened"),
    ])
    {
        PerTurbo = true, Applies = (job, _) => ByMotor(job),
        Hint = "A self-locking gear is never forced: once off its place it cannot be taught again here.",
    };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Boost control", DrawnPart.Control, Read)
    {
        PerTurbo = true,
        Applies = job => job.Record.Machine().Control != BoostControl.None,
        Questions = [Seat, Clip, Gravity, Gear],
        Kinds = [RodReading.Kind, RodTurned.Kind, SweepRead.Kind],
        Schools = [RodReading.Set],
        Limits = [RodReading.Opening, RodReading.Preload, .. SweepLimits.All],
        Answers = [new("vanes-stiff", r => r.Found.Shows("vanes-stiff")), new("actuator-dead", r => r.Found.Shows("actuator-dead"))],
        ReopenedBy =
        [
            new(RodTurned.KindName, "the rod was turned"),
            new(LooseEndOpened.KindName, "the actuator was taken off", (job, e) => job.Record.Read<LooseEndOpened>(e).Body.Place.Contains("actuator",
                StringComparison.OrdinalIgnoreCase)),
        ],
        Items = [ItemDefinition.AtStop(Id, "Boost control") with { PerTurbo = true }],
    };

    /// <summary>Settings are sealed on this job.</summary>
    public static bool IsSealed(JobContext job) => job.Record.Machine().Kind == JobKind.MakersSpec;

    /// <summary>A canister opens a flap by pressure: its rod can be read.</summary>
    public static bool HasCanister(JobContext job) => job.Record.Machine().Control == BoostControl.WastegateCanister;

    private static bool HasFlap(JobContext job) => job.Record.Machine().Control is BoostControl.WastegateCanister or BoostControl.WastegateElectric
        or BoostControl.ExternalWastegate;

    private static bool HasRod(JobContext job) => job.Record.Machine().Control is BoostControl.WastegateCanister or BoostControl.VanesCanister;

    private static bool ByMotor(JobContext job) => job.Record.Machine().Control is BoostControl.VanesElectric or BoostControl.WastegateElectric;

    private static Found Read(JobContext job, int turbo)
    {
        var looks = LookState.Together([.. Definition.Questions.Where(q => q.Applies(job, turbo)).Select(q => q.Read(job, turbo))], "in order",
            "Flap, rod and gear are as they should be.");
        return Found.Worst(looks,
            Found.Of<RodReading, RodOutcome>(job.Record.LatestOf<RodReading>(turbo), (r, _) => $"from {job.Units.ShowPressure(r.StartKpa)}"),
            Found.Of<SweepRead, SweepOutcome>(job.Record.LatestOf<SweepRead>(turbo), (_, o) => SweepOutcome.Words(o.Result.Verdict)))
            with { Says = SaidBySweep(job.Record.LatestOf<SweepRead>(turbo)) };
    }

    private static Dictionary<string, bool> SaidBySweep(Noted<SweepRead>? swept)
        => swept?.Outcome is not SweepOutcome { Result.Verdict: var verdict } ? [] : verdict switch
    {
        SweepVerdict.Dead => new() { ["actuator-dead"] = true },
        SweepVerdict.Stiff or SweepVerdict.ShortOfStop => new() { ["actuator-dead"] = false, ["vanes-stiff"] = true },
        SweepVerdict.Free => new() { ["actuator-dead"] = false, ["vanes-stiff"] = false },
        _ => [],
    };
}
