using Wattology.Core.Causes;
using Wattology.Core.Commissioning;
using Wattology.Core.Evidence;
using Wattology.Core.Identity;
using Wattology.Core.Priming;
using Wattology.Core.Shop;

namespace Wattology.Core.Gates;

/// <summary>The guarded moments.</summary>
public enum GateKind
{
    /// <summary>Releasing the replacement for fitting.</summary>
    Release,
    /// <summary>Cranking to prime.</summary>
    Crank,
    /// <summary>The first start.</summary>
    Start,
    /// <summary>Hand-over.</summary>
    HandOver,
}

/// <summary>One thing a gate asks for.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Text">What must be true.</param>
/// <param name="Closed">Whether it is.</param>
/// <param name="Because">Why it is open, or what closes it.</param>
/// <param name="Sheet">The sheet on which it is closed.</param>
/// <param name="Unit">Which turbo; 0 for the engine.</param>
/// <param name="Hard">No role and no reason passes it.</param>
public sealed record GateLine(string Id, string Text, bool Closed, string Because, string Sheet, int Unit = 0, bool Hard = false);

/// <summary>A gate was passed.</summary>
/// <param name="Gate">Which.</param>
/// <param name="Open">Lines open at the time, which the person took on.</param>
/// <param name="Reason">Why.</param>
public sealed record GatePassed(GateKind Gate, IReadOnlyList<string> Open, string Reason) : EntryBody;

/// <summary>A gate as it stands.</summary>
/// <param name="Kind">Which.</param>
/// <param name="Lines">What it asks for.</param>
/// <param name="Passing">The latest passing, if any.</param>
public sealed record Gate(GateKind Kind, IReadOnlyList<GateLine> Lines, Noted<GatePassed>? Passing)
{
    /// <summary>Lines not closed.</summary>
    public IReadOnlyList<GateLine> Open => [.. Lines.Where(l => !l.Closed)];

    /// <summary>Open lines nobody may pass.</summary>
    public IReadOnlyList<GateLine> Barred => [.. Open.Where(l => l.Hard)];

    /// <summary>Passed, and nothing is open that the passing did not take on.</summary>
    public bool Passed => Passing is not null && Barred.Count == 0 && Open.All(l => Passing.Body.Open.Contains(l.Id));

    /// <summary>Why a person may not pass it now, or null.</summary>
    public string? Refusal(Role role)
    {
        if (Barred.Count > 0) return $"{Barred[0].Text}: {Barred[0].Because} No role and no reason passes this.";
        return Open.Count > 0 && !role.Allows(Right.PassGate) ? $"Lines are open; passing takes {Permissions.Holders(Right.PassGate)}." : null;
    }
}

/// <summary>Judges the gates of a job.</summary>
/// <param name="state">The job.</param>
/// <param name="limits">Limits in force.</param>
/// <param name="supersessions">Known successors of part numbers.</param>
/// <param name="spots">The job's checks.</param>
public sealed class GateKeeper(JobState state, LimitBook limits, IReadOnlyList<Supersession> supersessions, IReadOnlyList<Spot> spots)
{
    private readonly Dictionary<GateKind, Gate> _judged = [];

    /// <summary>One gate as it stands; each is judged once, since gates ask for one another.</summary>
    public Gate Judge(GateKind kind) => _judged.TryGetValue(kind, out var judged) ? judged : _judged[kind] = new(kind, [.. kind switch
    {
        GateKind.Release => Release(),
        GateKind.Crank => Crank(),
        GateKind.Start => Start(),
        _ => HandOver(),
    }], state.Latest<GatePassed>(p => p.Gate == kind));

    private IEnumerable<GateLine> Release()
    {
        yield return CauseLine();
        foreach (var line in RemedyLines(Moment.Release)) yield return line;
        foreach (var unit in state.Job.Units)
        {
            yield return SpotLine("feed", unit, "Oil supply judged");
            if (state.Cause?.Body.Cause == CauseModel.Elsewhere) continue;
            var match = PlateMatch.Compare(state.Plate(unit, PlateOf.Old)?.Body, state.Plate(unit, PlateOf.New)?.Body, supersessions);
            var accepted = state.Plate(unit, PlateOf.New) is { } plate && state.AcceptanceOf(plate.Entry) is not null && match.Verdict == Verdict.Doubt;
            yield return new($"plate-{unit}", Named("Replacement's number matched", unit), match.Verdict == Verdict.Sound || accepted, match.Why, "plate", unit);
        }
    }

    private IEnumerable<GateLine> Crank()
    {
        var disabled = Firing.StillDisabled(state);
        yield return new("disabled", "Engine unable to fire", disabled.Count > 0, disabled.Count > 0 ? string.Join(", ", disabled) : "Nothing is recorded as disabled.", "prime", 0, true);
        yield return new("release", "Replacement released for fitting", Judge(GateKind.Release).Passed, "The release gate is not passed.", "release");
        foreach (var unit in state.Job.Units) yield return PrimedLine(unit);
    }

    private IEnumerable<GateLine> Start()
    {
        yield return new("release", "Replacement released for fitting", Judge(GateKind.Release).Passed, "The release gate is not passed.", "release");
        foreach (var line in RemedyLines(Moment.Start)) yield return line;
        foreach (var unit in state.Job.Units)
        {
            var drain = state.Latest<Drain.DrainMeasured>(d => d.Unit == unit);
            var spot = SpotLine("drain", unit, "Drain measured as installed");
            yield return drain is { Body.AsInstalled: false } ? spot with { Closed = false, Because = "The latest measurement was not made as installed." } : spot;
            yield return SpotLine("clocking", unit, "Centre section plumb");
            yield return PrimedLine(unit);
        }
        var crank = CrankLog.Of(state, limits);
        var run = RunLog.Of(state, limits);
        yield return new("pressure", "Oil pressure proved", crank.PressureProved && !run.Stopped,
            crank.NoPressureStop ? "The allowed cranking brought no pressure; only a direct gauge clears this." : run.Stopped ? "The engine ran without pressure in time; only a direct gauge clears this." : "No reading proves oil pressure.", "prime", 0, true);
        var disabled = Firing.StillDisabled(state);
        yield return new("restored", "Everything disabled is back", disabled.Count == 0, disabled.Count == 0 ? "Nothing is disabled." : $"Still disabled: {string.Join(", ", disabled)}.", "prime", 0, true);
        yield return new("seconds", "Seconds to pressure after firing set", run.PressureWithin is not null, "The shop must set how soon pressure must show before its first start: see limits.", "limits", 0, true);
    }

    private IEnumerable<GateLine> HandOver()
    {
        var run = RunLog.Of(state, limits);
        yield return new("idle", $"First idle of {run.IdleLeastMinutes:0.#} min", run.IdledEnough && run.RunningSince is null,
            run.RunningSince is not null ? "The engine is still running." : $"The longest run so far is {run.LongestSeconds / 60:0.#} min.", "start");
        foreach (var joint in Joints.For(state.Job))
        {
            var looked = state.Latest<JointLooked>(j => j.Joint == joint.Id)?.Body.State;
            yield return new($"joint-{joint.Id}", $"{joint.Title} dry", looked == JointState.Dry,
                looked switch { null => "Not looked at.", JointState.Weep => "Weeps.", _ => "Leaks; only a new look clears it." }, "start", 0, joint.IsOil && looked == JointState.Leak);
        }
        if (state.Latest<Crankcase.CrankcaseDeferred>() is not null) yield return SpotLine("crankcase", 0, "Crankcase pressure read");
        var check = state.Latest<RunChecked>()?.Body;
        yield return new("smoke", "No smoke that stays", check?.Smoke is Smoke.None or Smoke.ClearsWhenWarm, check is null ? "Not looked at." : check.Smoke == Smoke.Black ? "Black smoke." : "Blue smoke stays.", "start");
        yield return new("codes", "Codes clear", check?.CodesClear == true, check is null ? "Not looked at." : $"Stored: {check.Codes}", "start");
        yield return new("level", "Oil level between the marks", check?.OilLevel == OilLevel.BetweenMarks, check is null ? "Not looked at." : check.OilLevel == OilLevel.OverMark ? "Over the upper mark." : "Under the lower mark.", "start");
        yield return CauseLine();
        foreach (var line in RemedyLines(Moment.HandOver)) yield return line;
    }

    private GateLine CauseLine() => new("cause", "Cause confirmed", state.Cause is not null,
        state.Cause is { } cause ? $"{Remedies.Title(cause.Body.Cause)}, by {cause.Entry.By}" : "Nobody has confirmed a cause yet.", "findings");

    private GateLine PrimedLine(int unit)
    {
        var primed = state.Latest<Primed>(p => p.Unit == unit)?.Body;
        return new($"primed-{unit}", Named("Oiled, wheel free by hand", unit), primed?.WheelFree == true,
            primed is null ? "Not recorded." : primed.WheelFree ? "" : "The wheel does not turn freely.", "prime", unit);
    }

    /// <summary>The remedy lines of the confirmed cause due by one moment, with whether each is closed.</summary>
    public IEnumerable<GateLine> RemedyLines(Moment moment)
    {
        if (state.Cause is not { } cause) yield break;
        foreach (var remedy in Remedies.For(cause.Body.Cause, moment))
        {
            if (remedy.Spot is { } spotId)
            {
                var own = spots.Where(s => s.Id == spotId).ToArray();
                yield return new(remedy.Id, remedy.Text, own.All(s => s.Closed), own.FirstOrDefault(s => !s.Closed)?.Why ?? "Proved by the reading.", spotId, own[0].Unit);
            }
            else
            {
                var noted = state.Latest<RemedyNoted>(r => r.Line == remedy.Id);
                yield return new(remedy.Id, remedy.Text, noted?.Body.Closed == true, noted is null ? "Not recorded yet." : $"{noted.Body.Note} ({noted.Entry.By})", "findings");
            }
        }
    }

    private GateLine SpotLine(string id, int unit, string text)
    {
        var spot = spots.First(s => s.Id == id && s.Unit == unit);
        return new($"{id}-{unit}", Named(text, unit), spot.Closed, spot.Why, id, unit);
    }

    private string Named(string text, int unit) => state.Job.Turbos == 2 ? $"{text}, turbo {unit}" : text;
}
