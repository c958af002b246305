using Wattology.Core.Actuator;
using Wattology.Core.Air;
using Wattology.Core.Beside;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Coolant;
using Wattology.Core.Crank;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.Findings;
using Wattology.Core.FirstFitment;
using Wattology.Core.Fitting;
using Wattology.Core.Fluids;
using Wattology.Core.HandOver;
using Wattology.Core.Hoses;
using Wattology.Core.Heat;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Joints;
using Wattology.Core.LooseEnds;
using Wattology.Core.OilSupply;
using Wattology.Core.Parts;
using Wattology.Core.Plate;
using Wattology.Core.Priming;
using Wattology.Core.Triage;
using DrainCheck = Wattology.Core.Drain.DrainCheck;

namespace Wattology.Core.Tests.Jobs;

/// <summary>The hold points by a table: every item as it can stand, who may pass it, and every refusal, in words.</summary>
public sealed class DecisionTableTests(DecisionTableTests.Told told) : IClassFixture<DecisionTableTests.Told>
{
    private sealed record Row(int Line, string Machine, string Steps, string Point, string Item, string Stands, string Takes, string Words);

    private static readonly Dictionary<string, Func<JobBuilder>> Machines = new()
    {
        ["spec"] = () => Book.In(),
        ["petrol"] = () => Book.In(fuel: Fuel.Petrol),
        ["twin"] = () => Book.In(2),
        ["custom"] = () => Book.In(kind: JobKind.Custom),
        ["first"] = () => Book.In(kind: JobKind.FirstFitment),
        ["motor"] = () => Book.In(water: true, control: BoostControl.VanesElectric),
        ["unset"] = () => new JobBuilder(Book.Id, Book.Machine(), Book.Morning, Book.Desk, Book.Technician),
    };

    private static JobBuilder Loose(JobBuilder job, LooseKind kind, string place = "", int? left = null, int? of = null)
        => job.Tell(new LooseEndOpened(kind, place, left, of));

    private static JobBuilder Joint(JobBuilder job, string joint, JointState state, JointMoment moment = JointMoment.Hot)
        => job.Tell(new JointSeen(joint, state, moment), Known.Seen);

    private static JobBuilder Gauge(JobBuilder job, PressureBy by, double? kpa) => job.Tell(new PressureRead(by, kpa), Known.Measured);

    private static JobBuilder Lamp(JobBuilder job, bool? lit, bool? connected, bool went)
        => job.Tell(new PressureRead(PressureBy.Lamp, null, lit, connected, went), Known.Seen);

    private static JobBuilder Ran(JobBuilder job, double minutes) => job.Run(minutes);

    private static JobBuilder Idling(JobBuilder job) => job.Tell(new CautionRead("fired")).Tell(new Fired(), minutes: 0.05).Tell(new PressureShown(),
        minutes: 1);

    private static readonly Dictionary<string, Func<JobBuilder, JobBuilder>> Steps = new()
    {
        ["releasable"] = j => Book.Supplied(j.OldPlate("Orvane", "R1", "OV-1").Confirm("dirty")),
        ["released"] = j => j.Pass(HoldPoint.Release),
        ["startable"] = j => Book.Fitted(Book.Supplied(j.OldPlate("Orvane", "R1", "OV-1").Confirm("dirty"))),
        ["driven"] = j => Steps!["startable"](j).Run().LookAtJoints().Checked().Breathe(0.4).Driven().PutRight(HoldPoint.HandOver),
        ["handed over"] = j => j.HandOver(Book.Desk),
        ["declined"] = j => j.Tell(new JobEnded(EndWay.Declined)),
        // identify, triage, cause
        ["old plate told"] = j => j.Tell(new PlateRead(1, PlateOf.Old, MakerNumber: "OV-1"), Known.Told),
        ["new plate told"] = j => j.Tell(new PlateRead(1, PlateOf.New, MakerNumber: "OV-1"), Known.Told),
        ["adapter wanted"] = j => j.Answer(BesideCheck.Compared[0], "adapter", "M12 on M14"),
        ["does not fit"] = j => j.Answer(BesideCheck.Compared[0], "does-not-fit", "other thread"),
        ["fits"] = j => j.Answer(BesideCheck.Compared[0], "same"),
        ["unit tagged"] = j => j.Tell(new PartTagged(OldPart.Unit, 1, "shelf 3")),
        ["pipe tagged"] = j => j.Tell(new PartTagged(OldPart.FeedPipe, 1, "shelf 3")),
        ["old plate"] = j => j.OldPlate("Orvane", "R1", "OV-1"),
        ["not readable yet"] = j => j.PlateNotReadable(),
        ["plate gone"] = j => j.Answer(PlateCheck.OldUnreadable, "not-readable", "burnt"),
        ["side stays"] = j => j.OldPlate("Orvane", "R1", "OV-1").Answer(PlateCheck.UnitStays, "stays", "turns, dry", 2),
        ["triaged"] = j => j.Triaged(),
        ["injection skipped"] = j => j.Answer(TriageCheck.Systems[0], "skipped", "no lead for this engine"),
        ["order passed"] = j => j.Pass(HoldPoint.Order, "only this one comes by boat"),
        ["dirty"] = j => j.Confirm("dirty"),
        ["starved"] = j => j.Confirm("starved"),
        ["object"] = j => j.Confirm("object-intake"),
        ["drain cause"] = j => j.Confirm("drain"),
        ["over-speed"] = j => j.Confirm("overspeed"),
        ["not established"] = j => j.Confirm("not-established"),
        ["sound turbo"] = j => j.Confirm("elsewhere"),
        ["also drain"] = j => j.Tell(new Core.Causes.CauseAlso(0, "drain", "hose kinked")),
        ["drain withdrawn"] = j => j.Tell(new TakenBack(j.Record.Latest<Core.Causes.CauseAlso>()!.Entry.Hash, "it was not")),
        ["release remedies"] = j => j.PutRight(HoldPoint.Release),
        ["flush open again"] = j => j.Tell(new Core.Causes.RemedyNoted("dirty-flush", false, "more metal")),
        ["metal whole"] = j => j.MetalWhole(),
        ["metal lost"] = j => j.Answer(FindingsCheck.MissingMetal, "not-found"),
        ["metal found"] = j => j.Answer(FindingsCheck.MissingMetal, "found", "in the cooler"),
        ["nut missing"] = j => j.Tell(new PieceMissing(1, PieceKind.Nut), Known.Seen),
        ["tip missing"] = j => j.Tell(new PieceMissing(1, PieceKind.TurbineTip), Known.Seen),
        ["piece found"] = j => j.Tell(new PieceFound(MissingPieces.Of(j.Record)[^1].Entry.Hash, "in the charge pipe"), Known.Seen),
        ["metal accounted"] = j => j.Answer(FindingsCheck.MissingMetal, "accounted", "out of the pipe"),
        ["under a policy"] = j => j.Tell(new Core.Warranty.PolicyNamed(Warranty.Policies.Of(new Core.Warranty.WantedProof("old-plate", Known.Seen),
            new("catch", Known.Measured, Known.Seen)), Core.Warranty.ComplaintKind.Broken)),
        // parts
        ["new plate"] = j => j.NewPlate("Orvane", "R1", "OV-1"),
        ["wrong plate"] = j => j.NewPlate("Orvane", "R1", "OV-9"),
        ["plate taken"] = j => j.Accept("plate", "the old one burnt"),
        ["received"] = j => j.Received(),
        ["cap missing"] = j => j.Answer(PartsCheck.AsReceived, "cap-missing", "inlet"),
        ["damaged"] = j => j.Answer(PartsCheck.AsReceived, "damaged", "flange"),
        ["new unit stuck"] = j => j.Answer(PartsCheck.AsReceived, "not-free"),
        ["sent back"] = j => j.Tell(new UnitSentBack(1, "other flange")),
        ["compression fit"] = j => j.Answer(BoostFit.Engine[0], "fit", "within 4 %"),
        ["compression uneven"] = j => j.Tell(new CompressionReading([1400, 1000]), Known.Measured),
        ["fuelling missing"] = j => j.Answer(BoostFit.Engine[2], "not-yet", "pump too small"),
        // supply
        ["safe"] = j => j.Disable(),
        ["catch good"] = j => j.Catch(1),
        ["catch low"] = j => j.Catch(0.6),
        ["catch dry"] = j => j.Catch(0.2),
        ["steady"] = j => j.Answer(SupplyChecks.FeedSeen, "steady"),
        ["spits"] = j => j.Answer(SupplyChecks.FeedSeen, "spits"),
        ["nothing came"] = j => j.Answer(SupplyChecks.FeedSeen, "nothing"),
        ["pipe kept"] = j => j.Pipe(FeedPipeState.Kept, "new one late"),
        ["pipe renewed"] = j => j.Pipe(),
        ["restrictor clear"] = j => j.Answer(SupplyChecks.RestrictorSeen, "clear"),
        ["restrictor blocked"] = j => j.Answer(SupplyChecks.RestrictorSeen, "blocked"),
        ["restrictor none"] = j => j.Answer(SupplyChecks.RestrictorSeen, "none-there"),
        ["restrictor unreachable"] = j => j.Answer(SupplyChecks.RestrictorSeen, "cannot-reach", "behind the block"),
        // cranking
        ["for a catch"] = j => j.Answer(Bursts.Purpose, "catch"),
        ["for compression"] = j => j.Answer(Bursts.Purpose, "compression"),
        ["for priming"] = j => j.Answer(Bursts.Purpose, Bursts.ToPrime),
        ["all clear"] = j => j.Answer(Bursts.Clear, "nobody-near"),
        ["a quarter of an hour later"] = j => j.After(TimeSpan.FromMinutes(13)),
        ["half an hour later"] = j => j.After(TimeSpan.FromMinutes(30)),
        ["someone under"] = j => j.Answer(Bursts.Clear, "someone-under", "Ines calls, Jory stops"),
        ["disabled"] = j => j.Disable(),
        ["disabled earlier by relay"] = j => j.Tell(new FiringDisabled(FiringMethod.FuelAndSpark, ["Fuel pump relay"])),
        ["disabled earlier by both"] = j => j.Tell(new FiringDisabled(FiringMethod.FuelAndSpark, ["Fuel pump relay", "Ignition coil"])),
        ["disabled earlier by coil"] = j => j.Tell(new FiringDisabled(FiringMethod.Fuel, ["Ignition coil"])),
        ["crank sensor off"] = j => j.Tell(new FiringTaken(["Crank sensor connector"], ["Crank sensor connector"])),
        ["put back"] = j => j.PutBack(),
        ["coils back"] = j => j.Tell(new FiringRestored("Ignition coil connectors")),
        ["relay back"] = j => j.Tell(new FiringRestored("Fuel pump relay")),
        ["oiled"] = j => j.Tell(new Oiled(1, PrimeMethod.Syringe)),
        ["one side oiled"] = j => j.Tell(new Oiled(1, PrimeMethod.Syringe)),
        ["wheel free"] = j => j.Answer(PrimeQuestions.Wheel, "free"),
        ["wheel rubs"] = j => j.Answer(PrimeQuestions.Wheel, "rubs"),
        ["wheel stuck"] = j => j.Answer(PrimeQuestions.Wheel, "stuck"),
        ["bursts"] = j => j.Crank(2),
        ["bursting"] = j => j.Tell(new BurstStarted(), minutes: 0.1),
        ["cranked"] = j => j.Tell(new Oiled(1, PrimeMethod.Syringe)).Tell(new Oiled(j.Job.Machine.Turbos, PrimeMethod.Syringe)).Answer(Bursts.Purpose,
            "prime").Crank(2),
        ["cranked dry"] = j => j.Answer(Bursts.Purpose, "prime").Crank(2).Tell(new Oiled(1, PrimeMethod.Syringe)),
        ["cranked for a catch"] = j => j.Answer(Bursts.Purpose, "catch").Crank(2),
        ["cranked out"] = j => j.Tell(new Oiled(1, PrimeMethod.Syringe)).Answer(Bursts.Purpose, "prime").Crank(4, 15),
        ["oiling taken back"] = j => j.Tell(new TakenBack(j.Record.Latest<Oiled>()!.Entry.Hash, "the other engine")),
        ["drain end not looked"] = j => j.Answer(DrainCheck.End, "not-looked"),
        ["drain end slow"] = j => j.Answer(DrainCheck.End, "slowly"),
        ["drain end free"] = j => j.Answer(DrainCheck.End, "freely"),
        ["drive back"] = j => j.Answer(PrimeQuestions.DriveBack, "back"),
        ["drive out"] = j => j.Answer(PrimeQuestions.DriveBack, "still-out"),
        ["nothing out"] = j => j.Answer(PrimeQuestions.DriveBack, "nothing-out"),
        ["pump by drill"] = j => j.Answer(PrimeQuestions.PumpDriven, "drill"),
        ["gauge 1 kPa"] = j => Gauge(j, PressureBy.DirectGauge, 1),
        ["gauge 49 kPa"] = j => Gauge(j, PressureBy.DirectGauge, 49),
        ["gauge 50 kPa"] = j => Gauge(j, PressureBy.DirectGauge, 50),
        ["gauge 180 kPa"] = j => Gauge(j, PressureBy.DirectGauge, 180),
        ["own gauge without a figure"] = j => Gauge(j, PressureBy.OwnGauge, null),
        ["own gauge 120 kPa"] = j => Gauge(j, PressureBy.OwnGauge, 120),
        ["lamp proved"] = j => Lamp(j, true, true, true),
        ["lamp not seen lit"] = j => Lamp(j, null, true, true),
        ["lamp switch off"] = j => Lamp(j, true, false, true),
        ["lamp stayed lit"] = j => Lamp(j, true, true, false),
        ["no pressure"] = j => j.NoPressure(),
        ["earlier: primed"] = j => j.Tell(new Primed(1, PrimeMethod.Syringe, true, 15)).Tell(new BurstStarted(), minutes: 0.2).Tell(new CrankEnded()),
        ["seen at 1 kPa"] = j => j.Tell(new PressureNoted(true, PressureBy.DirectGauge, 1)),
        ["seen at 180 kPa"] = j => j.Tell(new PressureNoted(true, PressureBy.DirectGauge, 180)),
        // lying still, and coming from elsewhere
        ["manifold on"] = j => j.Tell(new PutOn(1, "manifold", SealUsed.New), Known.Seen),
        ["manifold again"] = j => j.Tell(new PutOn(1, "manifold", SealUsed.UsedAgain, "none to be had"), Known.Seen),
        ["five of eight"] = j => j.Tell(new Tightened(1, "manifold", 5, 8, TightenedBy.Feel), Known.Felt),
        ["tightened"] = j => j.Tell(new Tightened(1, "manifold", 8, 8, TightenedBy.Feel), Known.Felt),
        ["no sheet"] = j => j.Tell(new Tightened(1, "manifold", 8, 8, TightenedBy.Torque, 45), Known.Measured),
        ["lay still"] = j => j.After(TimeSpan.FromDays(15)),
        ["paused"] = j => j.After(TimeSpan.FromDays(13.9)),
        ["lay still but for the telephone"] = j => j.After(TimeSpan.FromDays(8)).Waits(Core.Yard.WaitsFor.Parts, "flange").After(TimeSpan.FromDays(8)),
        ["paused twice"] = j => j.After(TimeSpan.FromDays(8)).Tell(new LooseEndOpened(LooseKind.Reminder, "oil")).After(TimeSpan.FromDays(8)),
        ["brought in"] = j => j.Tell(new BroughtIn("job.json", new string('a', 64)), by: Book.Desk),
        ["looked again"] = j => j.Job.ToLookAgain.Aggregate(j, (job, i) => job.Tell(new LookedAgain(i.State.Pass!.Hash), Known.Seen)),
        ["release passed under a name"] = j => j.Pass(HoldPoint.Release),
        // fit
        ["feed loose"] = j => j.Answer(FitCheck.FeedConnected, "not-tight"),
        ["drain off"] = j => j.Answer(FitCheck.DrainConnected, "not-yet"),
        ["intake open"] = j => j.Answer(FitCheck.Intake, "not-yet"),
        ["exhaust loose"] = j => j.Answer(FitCheck.Exhaust, "not-yet"),
        ["vanes moved"] = j => j.Answer(FitCheck.KeyOn, "moved"),
        ["vanes stood"] = j => j.Answer(FitCheck.KeyOn, "did-not"),
        ["feed opened"] = j => j.Tell(new JointOpened("feed-inlet-1")),
        ["drain opened"] = j => j.Tell(new JointOpened("drain-flange-1")),
        ["charge opened"] = j => j.Tell(new JointOpened("charge-1")),
        ["manifold opened"] = j => j.Tell(new JointOpened("manifold-1")),
        ["water joint open"] = j => j.Tell(new JointOpened("water-1")),
        ["fuel joint open"] = j => j.Tell(new JointOpened("fuel-1")),
        ["feed remade"] = j => j.Tell(new JointRemade("feed-inlet-1", "new washers", true)),
        ["oil new"] = j => j.Tell(new OilService(Service.New, Service.New, "5W-30", 5.5)),
        ["oil kept"] = j => j.Tell(new OilService(Service.Kept, Service.Kept, Because: "changed last week")),
        ["level ok"] = j => j.Answer(FluidsCheck.OilLevel, "between-marks"),
        ["level under"] = j => j.Answer(FluidsCheck.OilLevel, "under"),
        ["level over"] = j => j.Answer(FluidsCheck.OilLevel, "over"),
        ["coolant low"] = j => j.Answer(FluidsCheck.Coolant, "low"),
        ["coolant right"] = j => j.Answer(FluidsCheck.Coolant, "not-opened"),
        ["coolant bled"] = j => j.Answer(FluidsCheck.Coolant, "filled-and-bled"),
        // as installed
        ["drain falls"] = j => j.Answer(DrainCheck.Installed, "falls"),
        ["drain flat"] = j => j.Answer(DrainCheck.Installed, "flat-or-rising"),
        ["drain dips"] = j => j.Answer(DrainCheck.Installed, "dip"),
        ["drain under oil"] = j => j.Answer(DrainCheck.Installed, "under-oil"),
        ["drain unreachable"] = j => j.Answer(DrainCheck.Installed, "cannot-reach", "between block and frame"),
        ["drain planned to fall"] = j => j.Answer(DrainCheck.Planned, "falls"),
        ["drain planned to climb"] = j => j.Answer(DrainCheck.Planned, "flat-or-rising"),
        ["drain planned by figures"] = j => j.DrainLaid(installed: false),
        ["drain measured"] = j => j.DrainLaid(),
        ["drain measured flat"] = j => j.DrainLaid(flat: true),
        ["bore narrowed"] = j => j.Answer(DrainCheck.Bore, "narrowed"),
        ["hangs down"] = j => j.Answer(ClockingCheck.Seen, "hangs-down"),
        ["leans a little"] = j => j.Answer(ClockingCheck.Seen, "leans-a-little"),
        ["leans more"] = j => j.Answer(ClockingCheck.Seen, "leans-more"),
        ["second side leans more"] = j => j.Answer(ClockingCheck.Seen, "leans-more", "", 2),
        ["clocking unseen"] = j => j.Answer(ClockingCheck.Seen, "cannot-reach", "under the cab"),
        ["clocked on the bench"] = j => j.Clock(3, installed: false),
        ["clock 3"] = j => j.Clock(3),
        ["clock 3.5"] = j => j.Clock(3.5),
        ["clock 20"] = j => j.Clock(20),
        ["clock 40"] = j => j.Clock(40),
        // control, hoses, fuel
        ["clip loose"] = j => j.Answer(ControlCheck.Clip, "loose"),
        ["clip on"] = j => j.Answer(ControlCheck.Clip, "on"),
        ["flap on one side"] = j => j.Answer(ControlCheck.Seat, "one-side"),
        ["rod turned"] = j => j.Tell(new RodTurned(1, 1)),
        ["actuator off"] = j => Loose(j, LooseKind.FixingsSlack, "actuator and its clip off"),
        ["hose to the wrong zone"] = j => j.Tell(new HoseLed("manifold-1", "canister-1")),
        ["hose moved"] = j => j.Tell(new HoseLed("charge-pipe", "canister-1")),
        ["fuel pipe touches"] = j => j.Answer(HeatCheck.Gaps[3], "touches"),
        ["fuel pipe clear"] = j => j.Answer(HeatCheck.Gaps[3], "clear"),
        ["water hose off"] = j => j.Answer(CoolantCheck.Hoses, "off"),
        ["water hoses on"] = j => j.Answer(CoolantCheck.Hoses, "sound"),
        ["unboosted calibration"] = j => j.Answer(FuelCheck.Calibration, "not"),
        ["calibration made"] = j => j.Answer(FuelCheck.Calibration, "fit", "the tuner"),
        // crankcase
        ["breath sound"] = j => j.Breathe(0.4),
        ["breath idle sound"] = j => j.Breathe(0.4, Running.Idle),
        ["breath taken"] = j => j.Accept("crankcase", "old engine, always so"),
        ["breath doubtful"] = j => j.Breathe(1.2),
        ["breath at a stop"] = j => j.Breathe(4),
        ["breather re-routed"] = j => j.Answer(CrankcaseCheck.Breather, "re-routed", "to the intake"),
        ["breather renewed"] = j => j.Answer(CrankcaseCheck.Breather, "renewed"),
        ["does not run"] = j => j.CannotBreathe(),
        ["felt nothing"] = j => j.Answer(CrankcaseCheck.Felt, "nothing"),
        ["felt a push"] = j => j.Answer(CrankcaseCheck.Felt, "pushes", "smoke puffs out"),
        // loose ends
        ["screws slack"] = j => Loose(j, LooseKind.FixingsSlack, "drain flange", 3, 5),
        ["rag inside"] = j => Loose(j, LooseKind.RagOrTool, "air box"),
        ["sensor unplugged"] = j => Loose(j, LooseKind.Unplugged, "crank sensor"),
        ["tie for later"] = j => Loose(j, LooseKind.TieLater),
        ["reminder"] = j => Loose(j, LooseKind.Reminder, "ring the customer"),
        ["loose ends closed"] = j => j.CloseLooseEnds(),
        // running
        ["caution read"] = j => j.Tell(new CautionRead("fired")),
        ["idling"] = Idling,
        ["fired"] = j => j.Tell(new CautionRead("fired")).Tell(new Fired(), minutes: 0.05),
        ["stopped"] = j => j.Tell(new RunEnded(RunEnd.Stopped)),
        ["ran dry"] = j => j.Tell(new Fired(), minutes: 0.5).Tell(new RunEnded(RunEnd.NoPressure)),
        ["worked on"] = j => j.Tell(new StopWorked(StopKind.NoPressure, "filter dry", "filled")),
        ["trouble worked on"] = j => j.Tell(new StopWorked(StopKind.Trouble, "wheel nut", "renewed")),
        ["feed leaks"] = j => Joint(j, "feed-inlet-1", JointState.Leaks),
        ["feed seen tight"] = j => Joint(j, "feed-inlet-1", JointState.NoLeak),
        ["charge leaks"] = j => Joint(j, "charge-1", JointState.Leaks),
        ["fuel leaks"] = j => Joint(j, "fuel-1", JointState.Leaks),
        ["flange weeps"] = j => Joint(j, "drain-flange-1", JointState.Weeps),
        ["flange weeps after the drive"] = j => Joint(j, "drain-flange-1", JointState.Weeps, JointMoment.AfterDrive),
        ["blue smoke stays"] = j => j.Tell(new TroubleSeen(Trouble.BlueSmoke)),
        ["rubbing"] = j => j.Tell(new TroubleSeen(Trouble.Rubbing)),
        ["runaway"] = j => j.Tell(new TroubleSeen(Trouble.Runaway)),
        ["idle of 3 chosen"] = j => j.Tell(new IdleChosen(3, Why: "cold shed")),
        ["idle of 10 chosen"] = j => j.Tell(new IdleChosen(10, Why: "big filter")),
        ["ran 3 min"] = j => Ran(j, 3),
        ["ran 6 min"] = j => Ran(j, 6),
        ["joints hot"] = j => j.LookAtJoints(),
        ["drive"] = j => j.Answer(AfterRunCheck.RoadTest, "driven"),
        ["no drive"] = j => j.Answer(AfterRunCheck.RoadTest, "not-done", "no plates on it"),
        ["blue smoke"] = j => j.Answer(AfterRunCheck.Smoke, "blue"),
        ["black smoke"] = j => j.Answer(AfterRunCheck.Smoke, "black"),
        ["wire near"] = j => j.Answer(HeatCheck.Gaps[1], "clear"),
        ["wire far"] = j => j.Answer(HeatCheck.Gaps[1], "none"),
        ["wire measured"] = j => j.Tell(new HeatGap(Neighbour.Wire, 40), Known.Measured, "tape"),
        ["wire as it was"] = j => j.Answer(HeatCheck.Again[1], "as-it-was"),
        ["wire browned"] = j => j.Answer(HeatCheck.Again[1], "marked", "at the clip"),
        ["codes left"] = j => j.Answer(AfterRunCheck.CodesCleared, "left", "lamp of another system"),
        ["codes stored"] = j => j.Answer(AfterRunCheck.CodesAfter, "stored", "P0299"),
        ["oil low after"] = j => j.Answer(AfterRunCheck.OilAfter, "under"),
        ["oil high after"] = j => j.Answer(AfterRunCheck.OilAfter, "over"),
        ["coolant low after"] = j => j.Answer(AfterRunCheck.CoolantCold, "low"),
        ["parts given away"] = j => j.Answer(AfterRunCheck.OldParts, "customer", "he wants them"),
    };

    private static readonly Dictionary<string, Func<JobBuilder, EntryDraft>> Acts = new()
    {
        ["order"] = _ => new(new Ordered("Turbo", "Orvane")),
        ["mount"] = _ => new(new Looked(1, FitCheck.Mounted.Id, "mounted")),
        ["burst"] = _ => new(new BurstStarted()),
        ["fire"] = _ => new(new Fired()),
        ["hand over"] = _ => new(new HandedOver("Mill", "Idle it.")),
        ["catch good"] = _ => new(Book.In().Catch(1).Record.LatestOf<CatchTestReading>(1)!.Body),
        ["look steady"] = _ => new(new Looked(1, SupplyChecks.FeedSeen.Id, "steady")),
        ["look unreachable without reason"] = _ => new(new Looked(1, DrainCheck.Installed.Id, "cannot-reach", " ")),
        ["look of no question"] = _ => new(new Looked(1, "of-old", "seen")),
        ["look of no answer"] = _ => new(new Looked(1, DrainCheck.Installed.Id, "of-old")),
        ["look of no turbo"] = _ => new(new Looked(0, DrainCheck.Installed.Id, "falls")),
        ["disable nothing"] = _ => new(new FiringTaken([], [])),
        ["disable fuel"] = _ => new(new FiringTaken(["Injection fuse"], [])),
        ["disable spark"] = _ => new(new FiringTaken([], ["Ignition fuse"])),
        ["disable fuel and spark"] = _ => new(new FiringTaken(["Injection fuse"], ["Ignition fuse"])),
        ["disable spark by a fuel relay"] = _ => new(new FiringTaken(["Fuel pump relay"], ["Fuel pump relay"])),
        ["disable fuel by a coil"] = _ => new(new FiringTaken(["Ignition coil connectors"], [])),
        ["restore the connector"] = _ => new(new FiringRestored("Fuel shut-off connector")),
        ["say that someone is under with one name"] = _ => new(new Looked(0, Bursts.Clear.Id, "someone-under", "Ines calls and Ines stops"), Known.Told),
        ["say that someone is under with two names"] = _ => new(new Looked(0, Bursts.Clear.Id, "someone-under", "Ines / Jory"), Known.Told),
        ["end the burst"] = _ => new(new CrankEnded()),
        ["work on no pressure"] = _ => new(new StopWorked(StopKind.NoPressure, "x", "y")),
        ["work on trouble"] = _ => new(new StopWorked(StopKind.Trouble, "x", "y")),
        ["pressure told"] = _ => new(new PressureRead(PressureBy.DirectGauge, 180), Known.Told),
        ["pressure assumed"] = _ => new(new PressureRead(PressureBy.DirectGauge, 180), Known.Assumed),
        ["pressure measured"] = _ => new(new PressureRead(PressureBy.DirectGauge, 180), Known.Measured),
        ["stall"] = _ => new(new RunEnded(RunEnd.Stalled)),
        ["did not fire"] = _ => new(new RunEnded(RunEnd.DidNotFire)),
        ["choose an idle of 3"] = _ => new(new IdleChosen(3, Why: "x")),
        ["see rubbing"] = _ => new(new TroubleSeen(Trouble.Rubbing)),
        ["send the unit back"] = _ => new(new UnitSentBack(1, "wrong")),
        ["confirm drain also"] = _ => new(new Core.Causes.CauseAlso(0, "drain", "kinked")),
        ["end as sound"] = _ => new(new JobEnded(EndWay.TurboSound, "loose clamp")),
        ["take the clocking by name"] = j => new(new Accepted(j.Check("clocking").Found.Since!.Hash, "will do")),
        ["take the drain by name"] = j => new(new Accepted(j.Check("drain").Found.Since!.Hash, "will do")),
        ["decline"] = _ => new(new JobEnded(EndWay.Declined)),
        ["close the loose end"] = j => new(new LooseEndClosed(j.Record.Latest<LooseEndOpened>()?.Entry.Hash ?? "none")),
        ["close what is disabled"] = j => new(new LooseEndClosed("off:Fuel shut-off connector")),
        ["take the opening back"] = j => new(new TakenBack(j.Record.Latest<JointOpened>()!.Entry.Hash, "the other one")),
        ["look at the feed again"] = j => new(new LookedAgain(FeedSaid(j)), Known.Seen),
        ["look at the feed again by word"] = j => new(new LookedAgain(FeedSaid(j)), Known.Told),
        ["look at the catch test again"] = j => new(new LookedAgain(j.Record.Latest<CatchTestReading>()!.Entry.Hash), Known.Seen),
        ["look at nothing again"] = _ => new(new LookedAgain(new string('a', 64)), Known.Seen),
        ["look at the first look again"] = j => new(new LookedAgain(j.Record.Entries.First(e => e.Kind == Looked.KindName).Hash), Known.Seen),
        ["bring in"] = _ => new(new BroughtIn("job.json", new string('a', 64))),
        ["old kind of pressure"] = _ => new(new PressureNoted(true, PressureBy.DirectGauge, 180)),
        ["old kind of disabling"] = _ => new(new FiringDisabled(FiringMethod.Fuel, ["fuse"])),
    };

    private static string FeedSaid(JobBuilder job) => job.Record.Latest<Looked>(l => l.Question == FitCheck.FeedConnected.Id)!.Entry.Hash;

    private static Row[] Rows { get; } = [.. File.ReadLines(Path.Combine(AppContext.BaseDirectory, "Jobs", "DecisionTable.txt"))
        .Select((text, i) => (text, Line: i + 1)).Where(l => l.text.Length > 0 && l.text[0] != '#').Select(l => l.text.Split('|') is var c
            ? new Row(l.Line, c[0].Trim(), c[1].Trim(), c[2].Trim(), c[3].Trim(), c[4].Trim(), c[5].Trim(), c.Length > 6 ? c[6].Trim() : "") : null!)];

    public static TheoryData<int, string> Lines() => new(Rows.Select(r => (r.Line, $"{r.Machine} | {r.Steps} | {r.Point} | {r.Item}")));

    /// <summary>What was told on the way: many rows begin alike, and go on from there.</summary>
    public sealed class Told
    {
        private readonly Dictionary<string, JobBuilder> _told = [];

        public JobBuilder Of(string machine, string[] steps)
        {
            var key = $"{machine}: {string.Join(", ", steps)}";
            if (!_told.TryGetValue(key, out var job))
                _told[key] = job = steps.Length == 0 ? Machines[machine]() : Steps[steps[^1]](Of(machine, steps[..^1]));
            return job.Branch();
        }
    }

    [Theory, MemberData(nameof(Lines))]
    public void An_item_stands_and_an_act_is_refused_or_served_as_its_row_says(int line, string says)
    {
        var row = Rows.Single(r => r.Line == line);
        var job = told.Of(row.Machine, row.Steps.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries));
        Assert.True((row.Point == "act" ? Act(job, row) : Stands(job, row)) is null, $"{says}: {(row.Point == "act" ? Act(job, row) : Stands(job, row))}");
    }

    private static string? Act(JobBuilder job, Row row)
    {
        var refused = Recording.Refuse(job.Job, Book.Technician, Acts[row.Item](job))?.Message;
        if (row.Stands == "served") return refused is null ? null : $"refused: {refused}";
        return refused is null ? "served" : refused.Contains(row.Words, StringComparison.Ordinal) ? null : $"said: {refused}";
    }

    private static string? Stands(JobBuilder job, Row row)
    {
        var point = JsonForm.ValueOf<HoldPoint>(row.Point)!.Value;
        var item = job.Job.HoldPoint(point).Items.FirstOrDefault(i => i.Id == row.Item);
        if (item is null) return row.Stands == "not asked" ? null : "not asked";
        var stands = (item.State.Standing.ToString(), item.Settled ? "-" : item.Takes.ToString());
        if (stands != (row.Stands, row.Takes)) return $"{stands}: {item.Because}";
        return item.Because.Contains(row.Words, StringComparison.Ordinal) ? null : $"said: {item.Because}";
    }

    [Fact]
    public void Every_item_of_every_hold_point_has_a_row_of_its_own()
    {
        var rows = Rows.Select(r => (r.Point, Item: r.Item)).ToHashSet();
        bool Has(string point, string id) => rows.Contains((point, id)) || rows.Contains((point, id + "-1"));
        // Remedies that a person settles stand under one rule, and boost fit, triage, joints and what a policy wants under one each.
        string[] oneRule = [.. Core.Causes.Remedies.All.Select(r => r.Id), .. BoostFit.Definition.Questions.Select(q => q.Id),
            .. JointList.Places.Select(p => $"joint-{p.Id}"), .. Core.Warranty.Proofs.All.Select(p => $"claim-{p.Id}")];
        foreach (var item in CheckList.All.SelectMany(c => c.Items).Where(i => !oneRule.Contains(i.Id)))
            Assert.True(Has(JsonForm.WordOf(item.Point), item.Id), $"no row for {item.Point} {item.Id}");
    }
}
