using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.FollowUp;
using Wattology.Core.HandOver;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.Parts;
using Wattology.Core.People;
using Wattology.Data.Shop;

namespace Wattology.Data.Demo;

/// <summary>One job of the demo world: a machine of the island, with figures that vary by a seed.</summary>
internal sealed class DemoJob
{
    private readonly JobBuilder _builder;
    private readonly Random _random;
    private readonly DemoMachine _machine;

    public DemoJob(ShopSettings settings, Random random, string number, DemoMachine machine, string complaint, DateTimeOffset at, DateTimeOffset? promised,
        Author technician, Author desk)
    {
        (_random, _machine) = (random, machine);
        var id = new byte[16];
        random.NextBytes(id);
        var onRoad = machine.Registration.StartsWith("IS ", StringComparison.Ordinal);
        var booked = new BookedIn(number, machine.Customer, complaint, machine.Registration, machine.Machine, machine.Engine, machine.Kind, machine.Control,
            machine.Fuel,
            machine.Water, machine.Fuel == Fuel.Petrol, machine.Turbos, machine.Contact, onRoad ? 20_000 + random.Next(180) * 1000 : null,
            onRoad ? null : 800 + random.Next(9000), promised);
        _builder = new JobBuilder(Convert.ToHexStringLower(id), booked, at, desk, technician, settings.LimitsFor, settings.Units, settings.Parts);
    }

    public JudgedJob Job => _builder.Job;

    public DemoJob Do(Action<JobBuilder> steps)
    {
        steps(_builder);
        return this;
    }

    /// <summary>Books it in as another kind of job.</summary>
    public DemoJob As(JobKind kind) => Do(b => b.Tell(Job.Machine with { Kind = kind }, corrects: Job.Record.Entries[0]));

    public DemoJob OldPlate(string? makerNumber = null)
        => Do(b => b.OldPlate(_machine.TurboMaker, _machine.TurboModel, makerNumber ?? _machine.MakerNumber, _machine.VehicleNumber));

    public DemoJob NewPlate(string? makerNumber = null) => Do(b => b.NewPlate(_machine.TurboMaker, _machine.TurboModel, makerNumber ?? _machine.MakerNumber));

    /// <summary>Looks at a number of findings as a unit failed of that cause would show them.</summary>
    public DemoJob Look(string cause, int count, Stage last = Stage.Bench)
    {
        var model = CauseModel.Usual;
        var at = model.Causes.ToList().IndexOf(cause);
        var telling = model.Findings.Where(f => f.Stage <= last).OrderByDescending(f => Math.Abs(f.Chances[at] - f.Chances.Average())
            + 0.1 * _random.NextDouble());
        foreach (var finding in telling.Take(count).OrderBy(f => f.Stage).ToArray()) _builder.Look(finding.Id, finding.Chances[at] >= 0.45,
            finding.Minutes / 4);
        return this;
    }

    /// <summary>Makes the engine unable to fire, cranks, catches oil, and measures the restrictor where one is fitted.</summary>
    public DemoJob Catch(double ratio)
    {
        var line = new FeedLine(4.5 + 0.1 * _random.Next(10), 480 + 10 * _random.Next(30), 4, 250);
        Do(b => b.Disable().Clear("catch").Crank(1, 10).Catch(ratio, line, 14 + _random.Next(14), 150 + 5 * _random.Next(20)));
        return _machine.Control == BoostControl.ExternalWastegate ? this : Do(b => b.RestrictorSeen());
    }

    /// <summary>The new unit is here, nothing is missing, and it is released.</summary>
    public DemoJob Release(string? makerNumber = null)
        => NewPlate(makerNumber).Do(b => b.Received().MetalWhole().Pass(HoldPoint.Release, b.Job.HoldPoint(HoldPoint.Release).Open.Count > 0
            ? "No gauge to hand that day, and the boat left at noon." : "All settled.").After(TimeSpan.FromHours(2)));

    /// <summary>Clocked, drain laid, everything on again and filled, nothing left loose.</summary>
    public DemoJob FitUp(double inletDeg = 4) => Do(b => b.Clock(inletDeg).DrainLaid().Fitted().PutRight(HoldPoint.Start));

    /// <summary>Oiled, cranked to prime, pressure seen, everything back.</summary>
    public DemoJob Primed(Core.Priming.PrimeMethod school = Core.Priming.PrimeMethod.Syringe) => Do(b => b.OilBy(school,
        school == Core.Priming.PrimeMethod.Syringe ? "" : "Feed proved into the bucket first, long line.").Clear().Crank(2).PressureSeen().PutBack());

    /// <summary>Everything from the cause to the road.</summary>
    /// <param name="desk">Who hands over.</param>
    /// <param name="today">Until when what is due afterwards was seen to.</param>
    /// <param name="as">How it went; as usual when null.</param>
    public DemoJob Finish(Author desk, DateTimeOffset today, Went? @as = null)
    {
        var went = @as ?? new Went();
        if (Job.IsSoundTurbo) return Do(b => b.PutRight(HoldPoint.HandOver, "Clamp renewed, charge pipe holds pressure.").Tell(new JobEnded(EndWay.TurboSound,
            "A charge pipe had slipped off its clamp; cured, and the turbo stays."), by: desk));
        const string SameHole = "Same hole as came off; the maker gives no figure.";
        if (!CrankcaseCheck.IsAnswered(Job.Context)) Do(b => b.CannotBreathe());
        if (@as is not null) Do(b => b.Answer(PartsCheck.WhoBrings, went.Unit, went.Unit == "shop" ? "" : "from a dealer on the mainland"));
        Do(b => DemoHistory.Wait(b, went.WaitedDays)).Do(b => b.PutRight(HoldPoint.Release));
        if (went.Caught) Catch(0.98); else Do(DemoHistory.SeeOil).Do(b => b.RestrictorSeen());
        Do(b => b.Pipe());
        if (Job.Check("restrictor", 1).MayBeTaken) Do(b => b.Accept("restrictor", SameHole));
        Release().Do(b => b.After(TimeSpan.FromHours(12))).FitUp().Primed(went.School).Do(b => b.Run().LookAtJoints().Checked().Breathe(0.4).Driven());
        if (Job.Check("crankcase", 0).Verdict == Verdict.ReadingOnly) Do(b => b.Accept("crankcase", "Suction at idle, as a closed system should."));
        Do(b => b.PutRight(HoldPoint.HandOver));
        if (Job.HoldPoint(HoldPoint.HandOver).Open.Count > 0) Do(b => b.Pass(HoldPoint.HandOver, "Seen to at the next visit."));
        Do(b => b.After(TimeSpan.FromHours(2)).HandOver(desk));
        foreach (var due in FollowUps.Of(Job.Context).Where(d => d.Due.AddDays(90) < today))
            Do(b => b.After(due.Due.AddHours(5) - b.Now).Tell(new FollowedUp(due.Kind)));
        return Do(b => DemoHistory.Claim(b, went.Claim, desk));
    }
}
