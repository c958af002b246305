using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Plate;

namespace Wattology.Core.Fitting;

/// <summary>What seals a joint that was put on.</summary>
public enum SealUsed
{
    /// <summary>A new one.</summary>
    New,
    /// <summary>The old one, used again.</summary>
    UsedAgain,
    /// <summary>It has none.</summary>
    None,
}

/// <summary>Nuts and locking parts of a joint.</summary>
public enum NutsUsed
{
    /// <summary>New ones.</summary>
    New,
    /// <summary>The old ones, tightened again.</summary>
    UsedAgain,
}

/// <summary>How fixings were tightened.</summary>
public enum TightenedBy
{
    /// <summary>By a torque wrench.</summary>
    Torque,
    /// <summary>By torque, then by angle.</summary>
    TorqueAndAngle,
    /// <summary>By feel.</summary>
    Feel,
}

/// <summary>About what workshops differ where joints are made.</summary>
public static class FittingSchools
{
    /// <summary>Gaskets and seals.</summary>
    public static readonly School Gaskets = new("gasket-school", "Gaskets",
    [
        new("new", "always new", "A pressed gasket took the old faces' shape; a new one costs less than the second time."),
        new("exception", "used again as an exception", "A metal one of several layers, whole and clean, where no new one is to be had: with its reason."),
    ], "new");

    /// <summary>Washers of banjo joints.</summary>
    public static readonly School Washers = new("washer-school", "Washers",
    [
        new("new", "always new", "A crushed washer seals once, and nobody sees which it is."),
        new("annealed", "copper, made soft again", "Soft again over a flame, where no new one is to be had: with its reason. A bonded one never."),
    ], "new");

    /// <summary>Nuts of hot joints.</summary>
    public static readonly School Nuts = new("nut-school", "Nuts of hot joints",
    [
        new("locking", "self-locking, new", "Stay where they are put; each is used once."),
        new("retorque", "plain, tightened again after heat", "Can be used again, and are looked at after heat cycles until none moves."),
    ], "locking");
}

/// <summary>Something was put on, and left loose.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Step">Which move; see <see cref="AssemblySteps"/>.</param>
/// <param name="Seal">What seals it.</param>
/// <param name="Because">Why a seal was used again.</param>
/// <param name="SealsIn">Seals counted in; null where nobody counted.</param>
/// <param name="SealsOver">Seals counted over from the kit; null where nobody counted.</param>
/// <param name="PortMm">Bore of the port in mm, where the gasket's place was measured.</param>
/// <param name="GasketHoleMm">Hole of the gasket in mm.</param>
/// <param name="OffsetMm">How far apart their centres are in mm.</param>
public sealed record PutOn([Bounds(1, 2)] int Turbo, string Step, SealUsed Seal, string Because = "", [Bounds(0, 99)] int? SealsIn = null,
    [Bounds(0, 99)] int? SealsOver = null, [Bounds(Span.Length)] double? PortMm = null, [Bounds(Span.Length)] double? GasketHoleMm = null,
    [Bounds(0, 1_000), In(Measure.Length)] double? OffsetMm = null) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "put-on";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PutOn, PutOnOutcome>(KindName, "Put on", (job, body) => PutOnOutcome.Of(body, job),
        (job, n) => $"{job.Which(n.Body.Turbo)}{AssemblySteps.TitleOf(n.Body.Step)}, {n.Body.Words((PutOnOutcome)n.Outcome!)}")
    {
        Correction = Correction.ByTakingBack,
        RefuseTakingBack = (job, entry) => Assembly.TightenedSince(job.Record, job.Record.Read<PutOn>(entry)) is null ? null
            : "It was tightened since: it was on.",
        Refuse = (job, body) => AssemblySteps.For(job.Record.Machine()).All(s => s.Id != body.Step) ? new Refusal("This machine has no such move.", "step")
            : PlateCheck.Stays(job, body.Turbo) ? "This side's unit stayed on." : null,
        Needs = HoldPoint.Release,
    };

    /// <summary>What was said, short.</summary>
    /// <param name="outcome">What it came to.</param>
    public string Words(PutOnOutcome outcome)
    {
        var seal = AssemblySteps.Find(Step)?.Seal ?? "seal";
        var said = Seal switch
        {
            SealUsed.New => $"{seal} new",
            SealUsed.UsedAgain => $"{seal} used again: {Because}",
            _ => "on",
        };
        return $"{said}{(SealsIn is { } n ? $", {n} in{(SealsOver is { } over ? $", {over} over" : "")}" : "")}"
            + $"{(outcome.OpenPct is { } open ? $", {ShopUnits.Digits(open)} % of the port open" : "")}";
    }

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (AssemblySteps.Find(Step) is not { } step) { faults.Add(Faults.Join(path, "step"), "There is no such move."); return; }
        if (step.Seal is { } seal && Seal == SealUsed.None) faults.Add(Faults.Join(path, "seal"), $"Say what became of its {seal}: new, or used again.");
        if (Seal == SealUsed.UsedAgain && string.IsNullOrWhiteSpace(Because))
            faults.Add(Faults.Join(path, "because"), $"Say why the {step.Seal ?? "seal"} is used again.");
        if (SealsOver is not null && SealsIn is null) faults.Add(Faults.Join(path, "seals_in"), "Say how many went in, too.");
        if (new[] { PortMm, GasketHoleMm, OffsetMm }.Count(v => v is not null) is 1 or 2)
            faults.Add(Faults.Join(path, "offset_mm"), "Port, gasket hole and offset belong together: give all three, or none.");
    }
}

/// <summary>What putting on came to.</summary>
/// <param name="Judgement">Doubtful where a seal was used again against the way in force.</param>
/// <param name="OpenPct">Share of the port left open by the gasket, percent; null where it was not measured.</param>
public sealed record PutOnOutcome(Judgement Judgement, double? OpenPct = null) : Outcome
{
    internal static PutOnOutcome Of(PutOn body, JobContext job)
    {
        var open = body is { PortMm: { } port, GasketHoleMm: { } hole, OffsetMm: { } offset }
            ? GasketOverlap.Compute(new(port, hole, offset)).OpenPct : (double?)null;
        if (body.Seal != SealUsed.UsedAgain) return new(new Judgement(Verdict.Sound, "on"), open);
        var school = AssemblySteps.Find(body.Step)?.Seal == "washers" ? FittingSchools.Washers : FittingSchools.Gaskets;
        return new(job.Schools.Choose(school).Choice.Id == "new" ? new Judgement(Verdict.Doubtful, "seal-kept") : new(Verdict.Sound, "seal-exception"), open);
    }
}

/// <summary>Fixings of a joint were tightened, all or some.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Step">Which move's joint.</param>
/// <param name="Done">How many are at their end now, counted from the first.</param>
/// <param name="Of">How many there are.</param>
/// <param name="By">How.</param>
/// <param name="TorqueNm">What the fixing got, N·m; null by feel.</param>
/// <param name="Source">Where the figure comes from: sheet and revision; blank where the limit in force says it.</param>
/// <param name="AngleDeg">Turned on from there, degrees; by torque and angle only.</param>
/// <param name="ThreadsOiled">Threads oiled; null where nobody said, and a figure means dry or oiled as its sheet says.</param>
/// <param name="WrenchMm">Wrench, grip to square, mm; where a crow's foot was on it.</param>
/// <param name="AdapterMm">Crow's foot, square to fixing, mm.</param>
/// <param name="AdapterDeg">Its angle to the wrench: 0 straight on.</param>
/// <param name="Nuts">Nuts new or used again; null where nobody said.</param>
public sealed record Tightened([Bounds(1, 2)] int Turbo, string Step, [Bounds(0, 100)] int Done, [Bounds(1, 100)] int Of, TightenedBy By,
    [Bounds(0, 100_000, AboveLeast = true), In(Measure.Torque), Usual(4, 150)] double? TorqueNm = null, string Source = "",
    [Bounds(0, 360, AboveLeast = true), In(Measure.Angle)] double? AngleDeg = null, bool? ThreadsOiled = null, [Bounds(Span.Length)] double? WrenchMm = null,
    [Bounds(Span.Length)] double? AdapterMm = null, [Bounds(-180, 180), In(Measure.Angle)] double? AdapterDeg = null, NutsUsed? Nuts = null)
    : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "tightened";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<Tightened, TightenedOutcome>(KindName, "Tightened", (job, body) => TightenedOutcome.Of(body, job),
        (job, n) => $"{job.Which(n.Body.Turbo)}{AssemblySteps.TitleOf(n.Body.Step)}, {n.Body.Words(job.Units, (TightenedOutcome)n.Outcome!)}. "
            + $"{((TightenedOutcome)n.Outcome!).Why}{((TightenedOutcome)n.Outcome!).Said(n.Body, job.Units)}")
    {
        Correction = Correction.ByTakingBack,
        Refuse = (job, body) => Assembly.Line(job, body.Step, body.Turbo) is not { } line ? new("This machine has no such move.", "step")
            : line.On is null ? new("It is not on yet: put it on first.", "step") : null,
        Needs = HoldPoint.Release,
    };

    /// <summary>All are at their end.</summary>
    public bool All => Done >= Of;

    /// <summary>What was said, short.</summary>
    /// <param name="units">The shop's units.</param>
    /// <param name="outcome">What it came to.</param>
    public string Words(ShopUnits units, TightenedOutcome outcome) => $"{(All ? $"all {Of}" : $"{Done} of {Of}")} " + By switch
    {
        TightenedBy.Feel => "by feel",
        TightenedBy.Torque => $"at {units.Show(TorqueNm!.Value, Measure.Torque)}",
        _ => $"at {units.Show(TorqueNm!.Value, Measure.Torque)} and {ShopUnits.Digits(AngleDeg!.Value)}° on",
    } + $"{ThreadsOiled switch { true => ", threads oiled", false => ", threads dry", _ => "" }}"
        + $"{(outcome.SetNm is { } set ? $", wrench set to {units.Show(set, Measure.Torque)} for the crow's foot" : "")}"
        + $"{Nuts switch { NutsUsed.New => ", nuts new", NutsUsed.UsedAgain => ", nuts used again", _ => "" }}"
        + $"{(Source.Length > 0 ? $" ({Source})" : "")}";

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (AssemblySteps.Find(Step) is null) faults.Add(Faults.Join(path, "step"), "There is no such move.");
        if (Done > Of) faults.Add(Faults.Join(path, "done"), $"There are {Of}: at most so many can be done.");
        if (By == TightenedBy.Feel && TorqueNm is not null) faults.Add(Faults.Join(path, "torque_nm"),
            "By feel there is no figure: clear it, or say by torque.");
        if (By != TightenedBy.Feel && TorqueNm is null) faults.Add(Faults.Join(path, "torque_nm"), "Say the torque, or say by feel.");
        if (By == TightenedBy.TorqueAndAngle != AngleDeg is not null)
            faults.Add(Faults.Join(path, "angle_deg"), By == TightenedBy.TorqueAndAngle ? "Say by how much it was turned on."
                : "An angle belongs to torque and angle.");
        if (WrenchMm is null != AdapterMm is null) faults.Add(Faults.Join(path, "adapter_mm"), "Wrench and crow's foot belong together: give both, or none.");
        if (WrenchMm is not null && AdapterMm is not null && TorqueNm is { } nm) new TorqueAdapterInput(nm, WrenchMm.Value, AdapterMm.Value, AdapterDeg ?? 0)
            .Check(faults, path);
    }
}

/// <summary>What tightening came to.</summary>
/// <param name="Judgement">How it was judged.</param>
/// <param name="SetNm">What the wrench was to be set to with the crow's foot on it, N·m; null without one.</param>
public sealed record TightenedOutcome(Judgement Judgement, double? SetNm = null) : Outcome, IJudged
{
    private const string Part = "part", ByFeel = "feel", FeelOnly = "feel-only", AtTorque = "torque", Sheet = "sheet", NoSheet = "no-sheet";

    internal static TightenedOutcome Of(Tightened body, JobContext job)
    {
        var limit = job.Limits.Choose(AssemblySteps.Find(body.Step)!.Torque);
        var known = limit.Source != LimitSource.NoneKnown;
        var set = body is { WrenchMm: { } wrench, AdapterMm: { } adapter, TorqueNm: { } nm }
            ? TorqueAdapter.Compute(new(nm, wrench, adapter, body.AdapterDeg ?? 0)).SetNm : (double?)null;
        var judged = (body.By, known) switch
        {
            (TightenedBy.Feel, true) => new Judgement(Verdict.Doubtful, ByFeel, limit),
            (TightenedBy.Feel, false) => new(Verdict.Sound, FeelOnly),
            (_, true) => new(limit.Judge(body.TorqueNm!.Value), AtTorque, limit),
            _ => body.Source.Length > 0 ? new(Verdict.Sound, Sheet) : new(Verdict.ReadingOnly, NoSheet),
        };
        // What is wrong stays wrong however few; what is right is not right before all are.
        return new(body.All || judged.Verdict is Verdict.Stop or Verdict.Doubtful ? judged : new(Verdict.ReadingOnly, Part), set);
    }

    /// <inheritdoc/>
    public double? JudgedOf(object body) => (body as Tightened)?.TorqueNm;

    /// <inheritdoc/>
    public string Why => Judgement switch
    {
        { Why: Part } => "Not all of them yet.",
        { Why: ByFeel } => "By feel, where a torque is known.",
        { Why: FeelOnly } => "By feel; no torque is known for this joint.",
        { Why: Sheet } => "At the torque its sheet gives.",
        { Why: NoSheet } => "At a torque nobody knows the source of: say its sheet, or set it under limits.",
        { Verdict: Verdict.Sound } => "At its torque.",
        _ => "Outside its torque.",
    };
}

/// <summary>This joint is the hardest to pull home here: it is tightened first.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Step">Which move's joint.</param>
public sealed record HardestJoint([Bounds(1, 2)] int Turbo, string Step) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<HardestJoint>("hardest-joint", "Hardest to pull home",
        (job, n) => $"{job.Which(n.Body.Turbo)}{AssemblySteps.TitleOf(n.Body.Step)}") { Correction = Correction.ByTakingBack, Ages = Ages.Lasts };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (AssemblySteps.Find(Step) is null) faults.Add(Faults.Join(path, "step"), "There is no such move.");
    }
}

/// <summary>A joint was tightened again after heat, and how far each fixing moved.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Step">Which move's joint.</param>
/// <param name="HeatCycle">After which heat cycle, counted from the first run.</param>
/// <param name="MovedDeg">How far each fixing moved, degrees; all 0 where none did.</param>
public sealed record Retorqued([Bounds(1, 2)] int Turbo, string Step, [Bounds(1, 1_000)] int HeatCycle,
    [Bounds(-360, 360), In(Measure.Angle)] IReadOnlyList<double> MovedDeg) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<Retorqued>("retorqued", "Tightened again after heat",
        (job, n) => $"{job.Which(n.Body.Turbo)}{AssemblySteps.TitleOf(n.Body.Step)}, heat cycle {n.Body.HeatCycle}: "
            + (!Tightening.Moved(n.Body.MovedDeg) ? $"none of {n.Body.MovedDeg.Count} moved"
                : $"moved {string.Join(", ", n.Body.MovedDeg.Select(m => $"{ShopUnits.Digits(m)}°"))}"))
    {
        Ages = Ages.Lasts,
        Caution = new("Hot iron: let it cool as its sheet says, some joints are tightened cold only."),
        Refuse = (job, body) => Assembly.Line(job, body.Step, body.Turbo) is { Tight: { Body: var tight } } ? body.MovedDeg.Count == tight.Of ? null
            : new($"Say it of each of the {tight.Of} fixings.", "moved_deg") : new("It was not tightened yet.", "step"),
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (AssemblySteps.Find(Step) is null) faults.Add(Faults.Join(path, "step"), "There is no such move.");
    }
}
