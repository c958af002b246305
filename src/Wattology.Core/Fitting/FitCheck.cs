using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.Plate;

namespace Wattology.Core.Fitting;

/// <summary>The unit on the engine again: what is connected, closed and secured before it is cranked and fired.</summary>
public static class FitCheck
{
    private const string Id = "fit";

    /// <summary>The unit on its flange.</summary>
    public static readonly Question Mounted = new("mounted", "Unit fitted",
    [
        new("mounted", "on its flange, gaskets new and centred"),
        new("gasket-kept", "on its flange, a gasket used again", Verdict.Doubtful, Asks: "Which, and why"),
    ])
    {
        PerTurbo = true,
        Needs = HoldPoint.Release,
        Applies = (job, turbo) => !PlateCheck.Stays(job, turbo),
        Caution = new("Heavy unit, machine on stands: lift by the housings, never by rod, actuator or hoses. Blanking plugs out, last look inside."),
    };

    /// <summary>The feed.</summary>
    public static readonly Question FeedConnected = new(JointList.FeedOn, "Feed connected and tight",
        [new("tight", "connected, new washers, tight"), new("not-tight", "not tight yet", Verdict.Stop)])
    {
        PerTurbo = true,
        ReopenedBy =
        [
            new(CatchTestReading.KindName, "the feed was opened for a catch test"),
            Reopening.ByLook(SupplyChecks.FeedSeen, "the feed was opened to catch oil"),
            new(JointOpened.KindName, "the feed was opened", (job, e) => JointWork.Opens(job.Record, e, JointList.Feed)),
        ],
    };

    /// <summary>The drain.</summary>
    public static readonly Question DrainConnected = new("drain-connected", "Drain connected",
        [new("connected", "connected, gasket new, clamp behind the bead"), new("not-yet", "not connected yet", Verdict.Stop)])
    {
        PerTurbo = true,
        ReopenedBy = [new(JointOpened.KindName, "the drain was opened", (job, e) => JointWork.Opens(job.Record, e, JointList.Drain))],
        Hint = "Last access: once the unit is down, flange gasket and clamp cannot be reached.",
    };

    /// <summary>The intake.</summary>
    public static readonly Question Intake = new("intake-closed", "Intake closed, filter on, nothing loose in it",
        [new("closed", "closed, filter on, seen through, nothing loose"), new("not-yet", "not closed yet", Verdict.Stop)])
    {
        PerTurbo = true,
        ReopenedBy = [new(JointOpened.KindName, "the charge pipe was opened", (job, e) => JointWork.Opens(job.Record, e, ["charge"])),
            new(ClockingReading.KindName, "the centre section was turned: charge pipe and housing screws", ClockingReading.Turned)],
    };

    /// <summary>The exhaust.</summary>
    public static readonly Question Exhaust = new("exhaust-secured", "Exhaust joints secured",
        [new("secured", "every joint secured"), new("not-yet", "not secured yet", Verdict.Stop)])
    {
        PerTurbo = true,
        ReopenedBy = [new(JointOpened.KindName, "an exhaust joint was opened", (job, e) => JointWork.Opens(job.Record, e, ["manifold"]))],
        Caution = new("Wrap sheds fibres: gloves. Hot iron, sharp shields."),
    };

    /// <summary>Vanes by motor at key-on.</summary>
    public static readonly Question KeyOn = new("key-on", "Movement seen at key-on",
        [new("moved", "moved, end to end"), new("did-not", "did not move", Verdict.Stop)])
    {
        PerTurbo = true,
        Applies = (job, _) => job.Record.Machine().Control == BoostControl.VanesElectric,
        Hint = "A whine at key-on is normal. Nothing moves: look on the vehicle's side; never force it by hand.",
    };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Id, "Fit", null, Read)
    {
        Questions = [Mounted, DrainConnected, FeedConnected, Intake, Exhaust, KeyOn],
        Kinds = [JointOpened.Kind, JointsClosed.Kind, JointRemade.Kind, PutOn.Kind, Tightened.Kind, HardestJoint.Kind, Retorqued.Kind],
        Limits = [.. AssemblySteps.All.Select(s => s.Torque)],
        Schools = [FittingSchools.Gaskets, FittingSchools.Washers, FittingSchools.Nuts],
        Items =
        [
            ItemDefinition.Asked(HoldPoint.Crank, FeedConnected, asked: ToPrime), ItemDefinition.Asked(HoldPoint.Crank, DrainConnected, asked: ToPrime),
            new(HoldPoint.Start, "release", "New unit released for fitting", (context, _) => context.HoldPoint(HoldPoint.Release) is { Passed: true } held
                ? ItemState.Done("Released.", held.Passing!.Entry) : ItemState.NotLooked("The release hold point is not passed.")) { Sheet = "release" },
            ItemDefinition.Asked(HoldPoint.Start, FeedConnected), ItemDefinition.Asked(HoldPoint.Start, DrainConnected),
            ItemDefinition.Asked(HoldPoint.Start, Intake), ItemDefinition.Asked(HoldPoint.Start, Exhaust), ItemDefinition.Asked(HoldPoint.Start, KeyOn),
            new(HoldPoint.Start, "joints-closed", "Every joint this job opened is closed again", (context, _)
                => JointWork.StillOpen(context.Job.Record) is { Count: > 0 } open
                ? ItemState.NotLooked($"Open: {string.Join(", ", open.Select(o => JointList.TitleOf(o.Body.Joint, context.Job.Record.Machine().Turbos)))}.",
                    open[^1].Entry)
                : context.Job.Record.Latest<JointsClosed>() is { } closed ? ItemState.Done($"Said by {closed.Entry.Signer}.", closed.Entry)
                : ItemState.NotLooked("Not answered yet.")),
            new(HoldPoint.Start, "tightened", "Every joint put on is tightened", (context, turbo) => Assembly.Item(context.Job, turbo)) { PerTurbo = true },
        ],
        Paper = null,
    };

    private static bool ToPrime(ItemContext context, int turbo) => Bursts.IsToPrime(context.Job);

    private static Found Read(JobContext job, int turbo)
    {
        var states = Definition.Questions.SelectMany(q => job.Record.Machine().TurboNumbers.Where(t => q.Applies(job, t)).Select(t => (t, State: q.Read(job,
            t))))
            .ToArray();
        var open = states.FirstOrDefault(s => s.State.Answer is not { Verdict: Verdict.Sound or Verdict.Doubtful });
        var last = LookState.Last(states.Select(s => s.State));
        return open.State is null ? new(Verdict.Sound, "fitted", "Fitted, connected, closed and secured.", last)
            : new(last is null ? Verdict.NotLookedAt : Verdict.ReadingOnly, "",
                $"{job.Record.Machine().Named(open.State.Question.Title, open.t)}: {open.State.Item.Because}", last);
    }
}
