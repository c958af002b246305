using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Crank;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.Fitting;
using Wattology.Core.Fluids;
using Wattology.Core.HandOver;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.LooseEnds;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Core.Parts;
using Wattology.Core.PartNumbers;
using Wattology.Core.People;
using Wattology.Core.Plate;
using Wattology.Core.Priming;
using Wattology.Core.Triage;
using Wattology.Core.Yard;

namespace Wattology.Core.Jobs;

/// <summary>Plays a job step by step, in memory, through the same judging as recording does: for a demo shop, and for tests.</summary>
public sealed class JobBuilder
{
    private readonly Func<JobRecord, LimitBook> _limits;
    private readonly ShopUnits _units;
    private readonly PartsTable _parts;
    private readonly Author _technician;
    private JudgedJob? _judged;

    /// <summary>Books a job in.</summary>
    /// <param name="id">The job's id.</param>
    /// <param name="booked">The booking-in.</param>
    /// <param name="at">When.</param>
    /// <param name="desk">Who books it in.</param>
    /// <param name="technician">Who works on it.</param>
    /// <param name="limits">Limits in force for the job; usual practice when null.</param>
    /// <param name="units">The shop's units.</param>
    /// <param name="parts">The shop's parts table.</param>
    public JobBuilder(string id, BookedIn booked, DateTimeOffset at, Author desk, Author technician, Func<JobRecord, LimitBook>? limits = null,
        ShopUnits? units = null, PartsTable? parts = null)
    {
        (_limits, _units, _parts, _technician, Now) = (limits ?? (_ => LimitBook.Usual), units ?? new ShopUnits(), parts ?? PartsTable.Empty, technician, at);
        Record = new JobRecord(CheckList.Kinds, [Recording.SealFirst(id, at, desk, new EntryDraft(booked, Known.Told))]);
        After(TimeSpan.FromMinutes(6));
    }

    /// <summary>The time of the next entry.</summary>
    public DateTimeOffset Now { get; private set; }

    /// <summary>The job so far.</summary>
    public JobRecord Record { get; private set; }

    /// <summary>Its entries so far.</summary>
    public IReadOnlyList<Entry> Entries => Record.Entries;

    /// <summary>The job as it stands now.</summary>
    public JudgedJob Job => _judged ??= JudgedJob.Of(new JobContext(Record, _limits(Record), _units, _parts, Now));

    /// <summary>Another that goes on from here, while this one stays as it is.</summary>
    public JobBuilder Branch() => (JobBuilder)MemberwiseClone();

    /// <summary>Lets time pass.</summary>
    public JobBuilder After(TimeSpan time)
    {
        (Now, _judged) = (Now + time, null);
        return this;
    }

    /// <summary>Records an entry as it is, without asking whether it may be.</summary>
    /// <param name="body">What is said.</param>
    /// <param name="known">How it is known.</param>
    /// <param name="instrument">Which instrument.</param>
    /// <param name="by">Who; the technician when null.</param>
    /// <param name="minutes">How long it takes.</param>
    /// <param name="typed">What was typed.</param>
    /// <param name="corrects">The entry it corrects.</param>
    public JobBuilder Tell(EntryBody body, Known? known = null, string? instrument = null, Author? by = null, double minutes = 6,
        IReadOnlyDictionary<string, string>? typed = null, Entry? corrects = null)
    {
        var draft = new EntryDraft(body, known, instrument, corrects?.Hash, corrects is null ? null : "typed wrong", Typed: typed);
        Record = Record.With([Recording.Seal(Job, by ?? _technician, draft)]);
        return After(TimeSpan.FromMinutes(minutes));
    }

    /// <summary>Why a draft may not be recorded now, or null.</summary>
    public Refusal? Refusal(EntryBody body, Author? by = null, string? corrects = null, string? reason = null, Known? known = null, Author? second = null)
        => Recording.Refuse(Job, by ?? _technician, new EntryDraft(body, known, Corrects: corrects, Reason: reason), second);

    private JobBuilder ForEach(Func<int, EntryBody> body, Known? known = null, string? instrument = null, double minutes = 6)
    {
        foreach (var turbo in Job.Machine.TurboNumbers.ToArray()) Tell(body(turbo), known, instrument, minutes: minutes);
        return this;
    }

    /// <summary>Says what the job waits for.</summary>
    public JobBuilder Waits(WaitsFor what, string note) => Tell(new Waiting(what, note));

    /// <summary>Reads the plate of every failed unit.</summary>
    public JobBuilder OldPlate(string maker, string model, string makerNumber, string vehicleNumber = "")
        => ForEach(t => new PlateRead(t, PlateOf.Old, false, maker, model, makerNumber, vehicleNumber), Known.Seen);

    /// <summary>Says that the plate of the first failed unit cannot be read yet.</summary>
    public JobBuilder PlateNotReadable() => Tell(new PlateRead(1, PlateOf.Old, true), Known.Seen);

    /// <summary>Reads the plate of every new unit.</summary>
    public JobBuilder NewPlate(string maker, string model, string makerNumber)
        => ForEach(t => new PlateRead(t, PlateOf.New, false, maker, model, makerNumber), Known.Seen);

    /// <summary>Looks at one finding.</summary>
    public JobBuilder Look(string finding, bool present, double minutes = 6)
        => Tell(new FindingNoted(0, finding, present ? Causes.Answer.Present : Causes.Answer.Absent),
            CauseModel.Usual.Find(finding)?.Stage == Stage.Ask ? Known.Told : Known.Seen, minutes: minutes);

    /// <summary>Confirms a cause.</summary>
    /// <param name="cause">Which.</param>
    /// <param name="secondWhy">What produced it.</param>
    /// <param name="disagreement">Why it is another than the ranking's first; used only then.</param>
    public JobBuilder Confirm(string cause, string secondWhy = "Traced on the machine and seen by two people.",
        string disagreement = "The parts speak louder than the list.")
        => Tell(new CauseConfirmed(0, cause, secondWhy, Job.Ranking.Causes[0].Id == cause ? "" : disagreement));

    /// <summary>Puts right, under a name, what the confirmed cause asks for at one hold point.</summary>
    public JobBuilder PutRight(HoldPoint point, string note = "Done and looked at twice.")
    {
        foreach (var remedy in Record.Causes().SelectMany(c => Remedies.For(c.Cause, point))
            .Where(r => r.Check is null).ToArray()) Tell(new RemedyNoted(remedy.Id, true, note));
        return this;
    }

    /// <summary>Catches oil from every feed.</summary>
    /// <param name="ratio">What comes over what a clean line would pass.</param>
    /// <param name="line">The feed pipe.</param>
    /// <param name="oilTempC">The oil's temperature in °C.</param>
    /// <param name="galleryKpa">Gallery pressure in kPa; null without a gauge.</param>
    /// <param name="scatter">How far the runs differ, as a share.</param>
    public JobBuilder Catch(double ratio, FeedLine? line = null, double oilTempC = 20, double? galleryKpa = 160, double scatter = 0.02)
    {
        var oil = OilGrades.Typical["5W-30"];
        line ??= new FeedLine(4.5, 600, 4, 250);
        var expected = OilFeed.Compute(new OilFeedInput(oil, oilTempC, galleryKpa ?? 160, line)).FlowLpm;
        var runs = new[] { 0.6, 1 + scatter, 1 - scatter, 1 }.Select(f => new CatchRun(Math.Round(expected * ratio * f / 0.06 * 10), 10)).ToArray();
        var input = new CatchTestInput(oil, oilTempC, line, runs, galleryKpa, DiscardFirst: true);
        foreach (var turbo in Job.Machine.TurboNumbers.ToArray())
            Tell(new CatchTestReading(turbo, "5W-30", input, 210, 10.6), Known.Measured, "oil gauge 3, jug 2", minutes: 20,
                typed: runs.Select((r, i) => KeyValuePair.Create($"input.runs.{i}.ml", $"{r.Ml} ml")).ToDictionary());
        return this;
    }

    /// <summary>Measures every restrictor, clear.</summary>
    public JobBuilder RestrictorSeen(double holeMm = 1.3) => ForEach(t => new RestrictorReading(t, true, true, holeMm), Known.Measured, "pin gauges");

    /// <summary>Renews every feed pipe, or says what else became of it.</summary>
    public JobBuilder Pipe(FeedPipeState state = FeedPipeState.Renewed, string because = "")
        => ForEach(t => new FeedPipeReading(t, state, because), Known.Seen);

    /// <summary>Takes a check under the technician's name where it is open and may be taken.</summary>
    public JobBuilder Accept(string check, string reason)
    {
        foreach (var reading in Job.Checks.Where(c => c.Id == check && !c.Settled && c.Found.Since is not null).ToArray())
            Tell(new Accepted(reading.Found.Since!.Hash, reason));
        return this;
    }

    /// <summary>Measures every drain.</summary>
    /// <param name="installed">As installed, or as planned.</param>
    /// <param name="flat">With a segment that lies flat.</param>
    /// <param name="boreMm">Its bore in mm.</param>
    public JobBuilder DrainLaid(bool installed = true, bool flat = false, double boreMm = 19)
        => ForEach(t => new DrainReading(t, "5W-30", installed, new DrainInput(OilGrades.Typical["5W-30"], 90, 1.6, boreMm,
            flat ? [new(140, 96), new(160, 0), new(90, 60)] : [new(140, 118), new(180, 104)], 40)), Known.Measured, "tape and level", 12);

    /// <summary>Reads the crankcase.</summary>
    public JobBuilder Breathe(double kpa, Running running = Running.Loaded)
        => Tell(new CrankcaseReading(kpa, running, running == Running.Idle ? 750 : 2100), Known.Measured, "low-pressure gauge 1", minutes: 12);

    /// <summary>Says that the engine will not run.</summary>
    public JobBuilder CannotBreathe() => Tell(new CrankcaseDeferred("The engine will not run."));

    /// <summary>Measures the clocking of every turbo.</summary>
    public JobBuilder Clock(double inletDeg, bool installed = true)
        => ForEach(t => new ClockingReading(t, installed, new ClockingInput(inletDeg)), Known.Measured, "angle gauge");

    /// <summary>Passes a hold point with whatever is open.</summary>
    /// <param name="point">Which.</param>
    /// <param name="reason">Why.</param>
    /// <param name="second">Who signs as the second name.</param>
    public JobBuilder Pass(HoldPoint point, string reason = "All settled.", Author? second = null)
    {
        var draft = new EntryDraft(new HoldPointPassed(point, [.. Job.HoldPoint(point).Open.Select(i => i.Id)], reason));
        Record = Record.With([Recording.Seal(Job, _technician, draft, second)]);
        return After(TimeSpan.FromMinutes(6));
    }

    /// <summary>Answers a question by a touch; of every turbo where there is one for each.</summary>
    /// <param name="question">The question.</param>
    /// <param name="answer">The answer's id.</param>
    /// <param name="because">The words with it.</param>
    /// <param name="turbos">Of which turbos; of all it is asked of when none is named.</param>
    public JobBuilder Answer(Question question, string answer, string because = "", params int[] turbos)
    {
        var found = question.Find(answer) ?? throw new ArgumentException($"{question.Id} has no answer '{answer}'.", nameof(answer));
        foreach (var turbo in turbos.Length > 0 ? turbos : question.PerTurbo ? [.. Job.Machine.TurboNumbers.Where(t => question.Applies(Job.Context, t))]
            : question.Applies(Job.Context, 0) ? [0] : (int[])[]) Tell(new Looked(turbo, question.Id, answer, because), found.Known, minutes: 1);
        return this;
    }

    /// <summary>Looks at the five systems, codes and oil before anything comes off; nothing is found.</summary>
    public JobBuilder Triaged()
    {
        foreach (var system in TriageCheck.Systems) Answer(system, "nothing-found");
        return Answer(TriageCheck.CodesBefore, "none").Answer(TriageCheck.OilAsItCame, "between-marks");
    }

    /// <summary>The new unit as received: good.</summary>
    public JobBuilder Received() => Answer(PartsCheck.AsReceived, "good", "4 caps");

    /// <summary>Nothing is missing from the failed unit.</summary>
    public JobBuilder MetalWhole() => Answer(FindingsCheck.MissingMetal, "none-missing");

    /// <summary>Everything on again, closed and filled: caps out, feed and drain on, intake, exhaust, joints, oil, coolant, key-on.</summary>
    public JobBuilder Fitted()
    {
        if (Job.HoldPoint(HoldPoint.Release).Free) Answer(FitCheck.Mounted, "mounted");
        Answer(FitCheck.DrainConnected, "connected").Answer(FitCheck.FeedConnected, "tight").Answer(FitCheck.Intake, "closed").Answer(FitCheck.Exhaust,
            "secured")
            .Answer(FitCheck.KeyOn, "moved");
        Tell(new JointsClosed([.. JointList.Of(Record).Select(j => j.Id)]), Known.Seen);
        Tell(new OilService(Service.New, Service.New, "5W-30", 5.5)).Answer(FluidsCheck.OilLevel, "between-marks").Answer(FluidsCheck.Coolant,
            "filled-and-bled");
        return CloseLooseEnds();
    }

    /// <summary>Closes every loose end that is closed in the register.</summary>
    public JobBuilder CloseLooseEnds()
    {
        foreach (var loose in LooseEndRegister.Open(Job.Context).Where(l => l.ClosedElsewhere is null).ToArray()) Tell(new LooseEndClosed(loose.Key),
            minutes: 1);
        return this;
    }

    /// <summary>Makes the engine unable to fire, as its fuel asks.</summary>
    public JobBuilder Disable() => Tell(Job.Machine.Fuel == Fuel.Petrol
        ? new FiringTaken(["Fuel pump relay"], ["Ignition coil connectors"])
        : new FiringTaken(["Fuel shut-off connector"], []));

    /// <summary>Oils turbos and turns them by hand; all of them when none is named.</summary>
    public JobBuilder Oil(params int[] turbos) => OilBy(PrimeMethod.Syringe, "", turbos);

    /// <summary>The same by another school.</summary>
    /// <param name="method">Which.</param>
    /// <param name="why">Why not the shop's usual one.</param>
    /// <param name="turbos">Of which turbos; all when none is named.</param>
    public JobBuilder OilBy(PrimeMethod method, string why, params int[] turbos)
    {
        foreach (var turbo in turbos.Length == 0 ? Job.Machine.TurboNumbers.ToArray()
            : turbos) Tell(new Oiled(turbo, method, 15, why)).Answer(PrimeQuestions.Wheel, "free", "", turbo);
        return this;
    }

    /// <summary>Says what it is cranked for, and that all are clear.</summary>
    public JobBuilder Clear(string purpose = Bursts.ToPrime) => Answer(Bursts.Purpose, purpose).Answer(Bursts.Clear, "nobody-near");

    /// <summary>Cranks in bursts, with a rest after each.</summary>
    public JobBuilder Crank(int bursts, double seconds = 12)
    {
        for (var i = 0; i < bursts; i++) Tell(new BurstStarted(), minutes: seconds / 60).Tell(new CrankEnded(), minutes: 1.5);
        return this;
    }

    /// <summary>Reads oil pressure on a direct gauge.</summary>
    public JobBuilder PressureSeen(double kpa = 180) => Tell(new PressureRead(PressureBy.DirectGauge, kpa), Known.Measured, "oil gauge 3");

    /// <summary>Says that no pressure showed.</summary>
    public JobBuilder NoPressure() => Tell(new PressureRead(PressureBy.DirectGauge), Known.Measured, "oil gauge 3");

    /// <summary>Puts everything disabled back.</summary>
    public JobBuilder PutBack()
    {
        foreach (var item in Firing.Open(Record)) Tell(new FiringRestored(item.Item));
        return this;
    }

    /// <summary>Fires the engine, sees pressure after three seconds, lets it idle and stops it.</summary>
    public JobBuilder Run(double minutes = 6)
    {
        if (Record.Latest<CautionRead>() is null) Tell(new CautionRead(Fired.Kind.Name));
        return Tell(new Fired(), minutes: 0.05).Tell(new PressureShown(), minutes: minutes - 0.05).Tell(new RunEnded(RunEnd.Stopped));
    }

    /// <summary>Looks at every joint.</summary>
    /// <param name="weeping">The one that weeps, if any.</param>
    /// <param name="moment">Hot, or again after the drive.</param>
    public JobBuilder LookAtJoints(string? weeping = null, JointMoment moment = JointMoment.Hot)
    {
        foreach (var joint in JointList.Of(Record).ToArray())
            Tell(new JointSeen(joint.Id, joint.Id == weeping ? JointState.Weeps : JointState.NoLeak, moment), Known.Seen, minutes: 1);
        return this;
    }

    /// <summary>Says what the run showed: smoke that clears, codes, levels.</summary>
    public JobBuilder Checked(string smoke = "clears")
    {
        if (!TriageCheck.CodesBefore.Read(Job.Context, 0).Answered && TriageCheck.Definition.Applies(Job.Context)) Answer(TriageCheck.CodesBefore, "none");
        return Answer(AfterRunCheck.Smoke, smoke).Answer(AfterRunCheck.CodesCleared, "none").Answer(AfterRunCheck.CodesAfter, "none")
            .Answer(AfterRunCheck.OilAfter, "between-marks").Answer(AfterRunCheck.CoolantCold, "at-mark");
    }

    /// <summary>Drives it, looks at every joint again, tags the old parts and tells the driver.</summary>
    public JobBuilder Driven() => Answer(AfterRunCheck.RoadTest, "driven").LookAtJoints(moment: JointMoment.AfterDrive)
        .Answer(AfterRunCheck.OldParts, "tagged", "shelf 2").Answer(AfterRunCheck.DriverTold, "told", "Idle a minute before stopping when hot.");

    /// <summary>Hands the job over.</summary>
    public JobBuilder HandOver(Author desk)
        => Tell(new HandedOver(Job.Machine.Customer, "Let it idle a minute before stopping when hot. Back after the first day's work for "
        + "re-torque."), by: desk);
}
