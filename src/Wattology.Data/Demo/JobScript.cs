using Wattology.Core;
using Wattology.Core.Causes;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Evidence;
using Wattology.Core.Findings;
using Wattology.Core.Gates;
using Wattology.Core.Identity;
using Wattology.Core.OilSupply;
using Wattology.Core.Priming;
using Wattology.Core.Shop;
using Wattology.Data.Shop;

namespace Wattology.Data.Demo;

/// <summary>Plays one job step by step, as people would record it, through the same judging code the pages use.</summary>
internal sealed class JobScript
{
    private readonly string _id;
    private readonly ShopSettings _settings;
    private readonly Random _random;
    private readonly DemoMachine _machine;
    private readonly List<Entry> _entries = [];
    private DateTimeOffset _at;

    public JobScript(ShopSettings settings, Random random, string number, DemoMachine machine, string complaint, DateTimeOffset at, DateTimeOffset? promised, Author technician, Author desk)
    {
        (_settings, _random, _machine, _at, Technician) = (settings, random, machine, at, technician);
        var id = new byte[16];
        random.NextBytes(id);
        _id = Convert.ToHexStringLower(id);
        var runs = machine.Registration.StartsWith("IS ", StringComparison.Ordinal);
        Write(new BookedIn(number, machine.Customer, complaint, machine.Registration, machine.Machine, machine.Engine, machine.Kind, machine.Control, machine.Fuel, machine.Water,
            machine.Fuel == Fuel.Petrol, machine.Turbos, machine.Contact, runs ? 20_000 + random.Next(180) * 1000 : null, runs ? null : 800 + random.Next(9000), promised), null, null, desk);
    }

    public IReadOnlyList<Entry> Entries => _entries;

    private Author Technician { get; }

    private JobView View => _settings.View(_entries);

    private int[] Units => [.. Enumerable.Range(1, _machine.Turbos)];

    private JobScript Write(EntryBody body, How? how = null, string? instrument = null, Author? by = null, double minutes = 6, IReadOnlyDictionary<string, string>? typed = null)
    {
        _entries.Add(Entry.Seal(_id, _entries.Count == 0 ? null : _entries[^1], _at, by ?? Technician, new EntryDraft(body, how, instrument, Typed: typed)));
        _at += TimeSpan.FromMinutes(minutes);
        return this;
    }

    public JobScript Later(double hours)
    {
        _at += TimeSpan.FromHours(hours);
        return this;
    }

    public JobScript Waits(WaitsFor what, string note, DateTimeOffset? promised = null) => Write(new Waiting(what, note, promised));

    public JobScript OldPlate(string? makerNumber = null)
    {
        foreach (var unit in Units)
            Write(new PlateRead(unit, PlateOf.Old, false, _machine.TurboMaker, _machine.TurboModel, makerNumber ?? _machine.MakerNumber, _machine.VehicleNumber), How.ByEye);
        return this;
    }

    public JobScript PlateNotReadable() => Write(new PlateRead(1, PlateOf.Old, true), How.ByEye);

    public JobScript NewPlate(string? makerNumber = null)
    {
        foreach (var unit in Units)
            Write(new PlateRead(unit, PlateOf.New, false, _machine.TurboMaker, _machine.TurboModel, makerNumber ?? _machine.MakerNumber, ""), How.ByEye);
        return this;
    }

    /// <summary>Looks at a number of findings as a unit failed of that cause would show them.</summary>
    public JobScript Look(string cause, int count, Stage last = Stage.Bench)
    {
        var model = CauseModel.Usual;
        var at = model.Causes.ToList().IndexOf(cause);
        foreach (var finding in model.Findings.Where(f => f.Stage <= last).OrderByDescending(f => Math.Abs(f.Chances[at] - f.Chances.Average()) + 0.1 * _random.NextDouble()).Take(count).OrderBy(f => f.Stage))
            Write(new FindingNoted(finding.Id, finding.Chances[at] >= 0.45 ? Core.Findings.Look.Seen : Core.Findings.Look.NotThere), finding.Stage == Stage.Ask ? How.Told : How.ByEye, minutes: finding.Minutes / 4);
        return this;
    }

    public JobScript Confirm(string cause, string secondWhy, string disagreement = "")
    {
        var ranking = View.Ranking;
        var leader = ranking.Causes[0];
        return Write(new CauseConfirmed(cause, secondWhy, leader.Id, leader.P, ranking.Verdict, leader.Id == cause ? "" : disagreement.Length > 0 ? disagreement : "The parts on the bench speak louder than the list."));
    }

    public JobScript PutRight(Moment moment, string note)
    {
        foreach (var line in Remedies.For(View.State.Cause!.Body.Cause, moment).Where(r => r.Spot is null))
            Write(new RemedyNoted(line.Id, true, note));
        return this;
    }

    public JobScript Catch(double ratio, double scatter = 0.02)
    {
        foreach (var unit in Units)
        {
            var oil = OilGrades.Typical["5W-30"];
            var temp = 14 + _random.Next(14);
            var line = new FeedLine(4.5 + 0.1 * _random.Next(10), 480 + 10 * _random.Next(30), 4, 250);
            double gallery = 150 + 5 * _random.Next(20);
            var expected = OilFeed.Compute(new OilFeedInput(oil, temp, gallery, line)).FlowLpm;
            var runs = new[] { 0.6, 1 + scatter, 1 - scatter, 1 }.Select(f => new CatchRun(Math.Round(expected * ratio * f / 0.06 * 10), 10)).ToArray();
            var input = new CatchTestInput(oil, temp, line, runs, gallery, DiscardFirst: true);
            var result = CatchTest.Compute(input);
            Write(new CatchTested(unit, "5W-30", input, result, CatchTested.Judge(result, View.Limits), 190 + _random.Next(40), Math.Round(10.2 + _random.NextDouble(), 1)), How.ByInstrument, "oil gauge 3, jug 2", minutes: 20,
                typed: runs.Select((r, i) => KeyValuePair.Create($"runs.{i}.ml", $"{r.Ml} ml")).ToDictionary());
            if (_machine.Control != BoostControl.ExternalGate)
                Write(new RestrictorSeen(unit, true, true, RestrictorSeen.Judge(true, true, 1.3, View.Limits), 1.3), How.ByInstrument, "pin gauges");
        }
        return this;
    }

    public JobScript Accept(string spot, string reason)
    {
        foreach (var unit in Units)
        {
            var entry = spot == "restrictor" ? View.State.Latest<RestrictorSeen>(c => c.Unit == unit)?.Entry : View.State.Latest<CrankcaseRead>()?.Entry;
            if (entry is not null && View.Spot(spot, unit) is { Closed: false }) Write(new Accepted(entry.Hash, reason));
        }
        return this;
    }

    public JobScript DrainLaid(bool installed = true, bool flat = false)
    {
        foreach (var unit in Units)
        {
            var input = new DrainInput(OilGrades.Typical["5W-30"], 90, 1.6, 18 + _random.Next(4), flat ? [new(140, 96), new(160, 0), new(90, 60)] : [new(140, 110 + _random.Next(20)), new(180, 90 + _random.Next(30))], 30 + _random.Next(30));
            var result = DrainFlow.Compute(input);
            Write(new DrainMeasured(unit, "5W-30", installed, input, result, DrainMeasured.Judge(input, result, _settings.Units)), How.ByInstrument, "tape and level", minutes: 12);
        }
        return this;
    }

    public JobScript Breathe(double kpa, Running running = Running.Loaded)
        => Write(new CrankcaseRead(kpa, running, CrankcaseRead.Judge(kpa, _machine.Fuel == Fuel.Petrol, View.Limits, _settings.Units), running == Running.Idle ? 750 : 2100), How.ByInstrument, "low-pressure gauge 1", minutes: 12);

    public JobScript CannotBreathe() => Write(new CrankcaseDeferred("The engine will not run."));

    public JobScript Clock(double inletDeg, bool installed = true)
    {
        foreach (var unit in Units)
        {
            var input = new ClockingInput(inletDeg);
            var result = ClockingGeometry.Compute(input);
            Write(new ClockingSet(unit, installed, input, result, ClockingSet.Judge(input, result, View.Limits)), How.ByInstrument, "angle gauge");
        }
        return this;
    }

    public JobScript Pass(GateKind kind, string reason)
    {
        var gate = View.Gate(kind);
        return Write(new GatePassed(kind, [.. gate.Open.Select(l => l.Id)], reason));
    }

    public JobScript Disable() => Write(_machine.Fuel == Fuel.Petrol ? new FiringDisabled(FiringMethod.FuelAndSpark, ["Fuel pump relay", "Ignition coil connector"]) : new FiringDisabled(FiringMethod.Fuel, ["Fuel shut-off connector"]));

    public JobScript Oil(params int[] units)
    {
        foreach (var unit in units.Length == 0 ? Units : units) Write(new Primed(unit, PrimeMethod.Syringe, true, 15), How.ByFeel);
        return this;
    }

    public JobScript Crank(int bursts, double seconds = 12)
    {
        for (var i = 0; i < bursts; i++)
        {
            Write(new BurstStarted(), minutes: seconds / 60);
            Write(new BurstEnded(seconds), minutes: 1.5);
        }
        return this;
    }

    public JobScript PressureSeen(double kpa = 180) => Write(new PressureNoted(true, PressureBy.DirectGauge, kpa), How.ByInstrument, "oil gauge 3");

    public JobScript NoPressure() => Write(new PressureNoted(false, PressureBy.DirectGauge), How.ByInstrument, "oil gauge 3");

    public JobScript PutBack()
    {
        foreach (var item in Firing.StillDisabled(View.State)) Write(new FiringRestored(item));
        return this;
    }

    public JobScript Run(double minutes = 6)
    {
        Write(new Fired(), minutes: 0.05);
        Write(new PressureAfterFiring(3), minutes: minutes);
        return Write(new EngineStopped(minutes * 60));
    }

    public JobScript Joint(string? weeping = null)
    {
        foreach (var joint in Joints.For(View.Job))
            Write(new JointLooked(joint.Id, joint.Id == weeping ? JointState.Weep : JointState.Dry), How.ByEye, minutes: 1);
        return this;
    }

    public JobScript Checked(Smoke smoke = Smoke.ClearsWhenWarm) => Write(new RunChecked(smoke, OilLevel.BetweenMarks, true), How.ByEye);

    public JobScript HandOver(Author desk) => Write(new HandedOver(_machine.Customer, "Let it idle a minute before stopping when hot. Back after the first day's work for re-torque."), by: desk);

    /// <summary>Everything from the cause to the road.</summary>
    public JobScript Finish(Author desk, double catchRatio = 0.98, double angle = 4)
    {
        PutRight(Moment.Release, "Done and looked at twice.").Catch(catchRatio).Accept("restrictor", "Same hole as came off; the maker gives no figure.").NewPlate(_machine.MakerNumber).Pass(GateKind.Release, "All closed.");
        Later(14).DrainLaid().Clock(angle).Breathe(0.4).PutRight(Moment.Start, "Done.").Disable().Oil().Crank(2).PressureSeen().PutBack();
        Pass(GateKind.Start, "All closed.").Run().Joint().Checked();
        if (View.Spot("crankcase", 0).Verdict == Verdict.ReadingOnly) Accept("crankcase", "Suction at idle, as a closed system should.");
        return PutRight(Moment.HandOver, "Done.").Pass(GateKind.HandOver, "All closed.").Later(2).HandOver(desk);
    }
}
