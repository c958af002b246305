using System.Collections.Concurrent;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Actuator;
using Wattology.Core.Air;
using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Coolant;
using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.Heat;
using Wattology.Core.Hoses;
using Wattology.Core.Instruments;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.LooseEnds;
using Wattology.Core.OilSupply;
using Wattology.Core.PartNumbers;
using Wattology.Core.Parts;
using Wattology.Core.People;
using Wattology.Core.Photos;
using Wattology.Core.Snags;
using Wattology.Core.Warranty;
using Wattology.Core.Yard;
using Wattology.Data.Instruments;
using Wattology.Data.Jobs;
using Wattology.Data.People;
using Wattology.Data.Photos;
using Wattology.Data.Shop;

namespace Wattology.Data.Demo;

/// <summary>Builds the demo shop: seeded, so the same every time, and relative to today.</summary>
public sealed class DemoShop(ShopDb db, JobStore jobs, PhotoFiles photos, UserManager<Person> users, TimeProvider clock)
{
    private readonly DemoPictures _pictures = new();

    /// <summary>What the demo's job numbers begin with.</summary>
    public const string NumberPrefix = "SQ-";

    /// <summary>The demo's first job number.</summary>
    public const int FirstNumber = 1001;
    private const int Seed = 20417;

    private static readonly string[] FinishedCauses =
    [
        "starved", "crankcase", "object-intake", "dirty", "overheat", "vanes", "drain", "elsewhere",
        "object-exhaust", "actuator", "overspeed", "thinned", "fitting", "dirty", "starved", "vanes",
    ];

    private static readonly string[] Complaints =
    [
        "No power and a whine since last week.", "Smokes blue when it has stood.", "Oil all over the intake pipe.",
        "Lost boost on the hill, lamp came on.", "Uses a litre of oil a day.", "Rattled, then no pull at all.",
    ];

    /// <summary>Whether a demo was begun and never finished.</summary>
    public Task<bool> IsHalfMadeAsync() => db.Settings.AnyAsync(s => s.Key == ShopSettings.DemoKey && s.Value == ShopSettings.DemoMaking);

    /// <summary>Makes it, in an empty database.</summary>
    public async Task SeedAsync()
    {
        var flag = new SettingRow { Key = ShopSettings.DemoKey, Value = ShopSettings.DemoMaking };
        db.Settings.Add(flag);
        await db.SaveChangesAsync();
        foreach (var person in DemoWorld.People)
        {
            var account = new Person { Id = person.Id, UserName = person.UserName, Name = person.Name, Role = person.Role };
            account.PinHash = users.PasswordHasher.HashPassword(account, DemoWorld.Pin);
            var made = await users.CreateAsync(account, DemoWorld.Password);
            if (!made.Succeeded) throw new InvalidOperationException(string.Join(" ", made.Errors.Select(e => e.Description)));
        }
        db.Settings.AddRange(new SettingRow { Key = "name", Value = DemoWorld.ShopName }, new SettingRow { Key = "prefix", Value = NumberPrefix });
        PartsTableStore.Replace(db, PartsFile.Read(DemoWorld.PartsTable()));
        db.Settings.Add(new SettingRow { Key = ShopSettings.DeliveriesKey, Value = Delivery.Write(DemoWorld.Boats) });
        db.Limits.AddRange(Limits(DemoWorld.People[^1].Name, clock.GetUtcNow().AddDays(-1100).ToUnixTimeMilliseconds()));
        db.Instruments.AddRange(Instruments(DemoWorld.People[^1].Name, clock.GetUtcNow()));
        db.Policies.AddRange(DemoWorld.Policies.Select(WarrantyPolicy.Read).Select(p => new PolicyRow { Name = p.Id, Version = p.Version, File = p.Write(),
            SetBy = DemoWorld.People[^1].Name, SetAtMs = clock.GetUtcNow().AddDays(-1000).ToUnixTimeMilliseconds() }));
        await db.SaveChangesAsync();

        var stories = Stories(await jobs.SettingsAsync()).OrderBy(s => s.Start).ToArray();
        var told = new JudgedJob[stories.Length];
        // Told side by side and begun in order: a comeback waits for the job it came back from, which was begun before it.
        Parallel.ForEach(Partitioner.Create(Enumerable.Range(0, stories.Length), EnumerablePartitionerOptions.NoBuffering),
            i => told[i] = stories[i].Play($"{NumberPrefix}{FirstNumber + i}").Job);
        foreach (var job in told) await jobs.BringAsync(job);
        foreach (var (file, bytes) in _pictures.Drawn) await photos.KeepAsync(new MemoryStream(bytes), file);
        db.Set(ShopSettings.DemoKey, "yes");
        await db.SaveChangesAsync();
    }

    private static LimitRow[] Limits(string owner, long set) =>
    [
        new() { Key = "pressure-after-firing", Source = LimitSource.Shop, Reference = "agreed after the reefer job", SoundTo = 8, SetBy = owner,
            SetAtMs = set },
        new() { Key = "restrictor", Source = LimitSource.Maker, Reference = "Orvane sheet 7, rev. C", Scope = "V48", SoundFrom = 1.2, SoundTo = 1.4,
            SetBy = owner, SetAtMs = set },
        new() { Key = "torque-manifold", Source = LimitSource.Maker, Reference = "Tressick fitting sheet T2, rev. 4", Scope = "Tressick T2 115", SoundFrom = 42,
            SoundTo = 48, DoubtFrom = 40, DoubtTo = 50, SetBy = owner, SetAtMs = set },
        new() { Key = "torque-outlet", Source = LimitSource.Maker, Reference = "Tressick fitting sheet T2, rev. 4", Scope = "Tressick T2 115", SoundFrom = 22,
            SoundTo = 26, SetBy = owner, SetAtMs = set },
        new() { Key = "crankcase-open", Source = LimitSource.Maker, Reference = "Ilmari service data 6H, rev. 2", Scope = "Ilmari 6H 310", SoundTo = 1.2,
            DoubtTo = 1.6, SetBy = owner, SetAtMs = set },
    ];

    private static IEnumerable<InstrumentRow> Instruments(string owner, DateTimeOffset now)
    {
        var today = DateOnly.FromDateTime(now.UtcDateTime);
        InstrumentRow Row(string name, InstrumentKind kind, string range, int? days) => new()
        {
            Name = name, Kind = kind, Range = range, CalibratedUntil = days is { } d ? today.AddDays(d) : null, SetBy = owner,
            SetAtMs = now.AddDays(-40).ToUnixTimeMilliseconds(),
        };
        return
        [
            Row("oil gauge 3", InstrumentKind.PressureGauge, "0 to 10 bar", 130), Row("oil gauge 1", InstrumentKind.PressureGauge, "0 to 6 bar", -44),
            Row("manometer 1", InstrumentKind.Manometer, "−5 to 5 kPa", 210), Row("jug 2", InstrumentKind.Container, "0 to 500 ml", 300),
            Row("tape and level", InstrumentKind.Tape, "3 m", null), Row("angle gauge", InstrumentKind.AngleGauge, "360°, by 0.1°", 75),
            Row("pin gauges", InstrumentKind.PinGauge, "0.5 to 4 mm", 400), Row("dial gauge 2", InstrumentKind.DialGauge, "10 mm, by 0.01", 20),
            Row("thermometer 4", InstrumentKind.Thermometer, "−20 to 250 °C", -3),
        ];
    }

    // What two of the finished jobs taught the next one.
    private static void Learnt(JobBuilder job, string cause)
    {
        if (cause == "dirty") job.Tell(new SnagKept(SnagKind.HiddenFixing, WorkStage.Parts, "Its box leaves the drain gasket out: order one with it."));
        if (cause == "overheat") job.Tell(new SnagKept(SnagKind.WayOut, WorkStage.Fit, "Goes in from below, turbine first, with the bracket off."));
    }

    // Apart from the rest, so that none of the jobs told one by one depends on how many there are.
    private static IEnumerable<Story> History(ShopSettings settings, DateTimeOffset today, Author[] people)
    {
        var random = new Random(Seed + 1);
        var desk = people[4];
        var all = DemoHistory.All(random, DemoWorld.Machines.Count).ToArray();
        var told = all.Select(_ => new TaskCompletionSource<DemoJob>()).ToArray();
        for (var i = 0; i < all.Length; i++)
        {
            var (one, at, seed, position) = (all[i], today.AddDays(-all[i].DaysAgo).AddHours(8), random.Next(), i);
            var technician = people[random.Next(4)];
            yield return new Story(at, number =>
            {
                var job = new DemoJob(settings, new Random(seed), number, DemoWorld.Machines[one.Machine], Complaints[position % Complaints.Length], at,
                    at.AddDays(5), technician, desk);
                if (one.ComebackOf is { } of) job.Do(b => b.Tell(new ComebackOf(told[of].Task.Result.Job.Record.Id, told[of].Task.Result.Job.Machine.Number),
                    by: desk));
                job.Do(b => DemoHistory.Name(b, one.Went.Claim, desk)).OldPlate().Do(b => b.Triaged());
                if (one.Went.Claim is { Code: not "crankcase-before" }) job.Do(b => b.Breathe(one.Cause == "crankcase" ? 1.9 : 0.6));
                job.Look(one.Cause, 18).Do(b => b.Confirm(one.Cause)).Finish(desk, today, one.Went);
                told[position].SetResult(job);
                return job;
            });
        }
    }

    internal sealed record Story(DateTimeOffset Start, Func<string, DemoJob> Play);

    /// <summary>Every job of the demo world, as a story that can be played under a number.</summary>
    internal IEnumerable<Story> Stories(ShopSettings settings)
    {
        var random = new Random(Seed);
        var today = new DateTimeOffset(clock.GetUtcNow().UtcDateTime.Date, TimeSpan.Zero);
        var people = DemoWorld.People.Select(p => p.AsAuthor()).ToArray();
        var desk = people[4];
        var turn = 0;
        DateTimeOffset boat(int which) => new(DemoWorld.Boats[which].Next(today.DateTime), TimeSpan.Zero);

        Story Tell(int machine, double daysAgo, double? promisedInDays, string complaint, Func<DemoJob, DemoJob> then)
        {
            // The demo may be made at any hour; nothing in it lies in the future.
            var start = today.AddDays(-Math.Max(daysAgo, 1)).AddHours(8 + random.Next(4));
            var seed = random.Next();
            var technician = people[turn++ % 4];
            DateTimeOffset? promised = promisedInDays is { } days ? today.AddDays(days).AddHours(16) : null;
            return new Story(start, number => then(new DemoJob(settings, new Random(seed), number, DemoWorld.Machines[machine], complaint, start, promised,
                technician, desk)));
        }

        for (var i = 0; i < FinishedCauses.Length; i++)
        {
            var cause = FinishedCauses[i];
            yield return Tell(i * 5 % DemoWorld.Machines.Count, 900 - i * 52, 4 - (900 - i * 52), Complaints[i % Complaints.Length],
                j => j.OldPlate().Do(b => b.Triaged()).Look(cause, 18).Do(b => b.Confirm(cause)).Do(b => Learnt(b, cause)).Finish(desk, today));
        }

        foreach (var story in History(settings, today, people)) yield return story;

        // Somebody sent the same picture for two machines.
        var choked = _pictures.PipeEnd("feed-pipe-old", 1, "carboned up beside the manifold", 0.25f);
        yield return Tell(0, 1, 3, "Tripped on low boost in the night, smells of hot oil. Wanted before the winter timetable.", j => j);
        yield return Tell(4, 2, 2, "Unit smokes white and blue after defrost.", j => j.Do(b => b.PlateNotReadable()));
        yield return Tell(3, 2, 1, "Limp mode on the school run, no power uphill.", j => j.OldPlate().Do(b => b.Triaged()).Look("vanes", 7, Stage.Vehicle));
        yield return Tell(6, 3, 1, "Blue smoke, worst after standing outside the brewery.", j => j.Do(b => DemoHistory.Name(b,
            new WentClaim(0, ComplaintKind.OilLeak, null, "", 0, false), desk)).OldPlate().Do(b => b.Triaged().Breathe(0.6)).Look("drain", 15)
            .Do(b => b.Waits(WaitsFor.Answer, "Brewery to say whether the drain was ever re-routed.")));
        yield return Tell(8, 4, 0, "Screams under load, then quiet, then nothing.", j
            => j.OldPlate("OV-51170-01").Do(b => b.Triaged().CannotBreathe()).Look("object-intake", 16)
            .Do(b => b.Confirm("object-intake", "The sweeper's intake hose had split above the hopper; grit and a hose clip went through.")
                .Tell(_pictures.Wheel("wheels-old", 1, "two tips gone", 2, 7), Known.Seen)
                .PutRight(HoldPoint.Release, "Hose renewed, clip found in the cooler, nothing else missing.")
                .Answer(Core.Findings.FindingsCheck.MissingMetal, "found", "clip and two blade tips, in the cooler")));
        yield return Tell(1, 5, 2, "Down on power at the end of the maize, oil on the bonnet.", j => j.OldPlate().Do(b => b.Triaged().CannotBreathe())
            .Look("starved", 17).Do(b => b.Confirm("starved", "Feed pipe carboned up beside the manifold.")).Catch(0.31)
            .Do(b => b.Tell(_pictures.Plate("plate-old", 1, "", "HELLIS K5", "HL 7.31.552", "IL 55-2047"), Known.Seen)
                .Tell(new LooseEndOpened(LooseKind.Removed, "Heat shield", 4)).Tell(new LooseEndOpened(LooseKind.MovedAside, "Wiring loom"))
                .Tell(new PartTagged(OldPart.FeedPipe, 1, "on shelf 3"))
                .Tell(choked, Known.Seen).Tell(new PhotoMarked(b.Record.Last.Hash, [new(MarkShape.Ring, new(0.51, 0.37), new(0.6, 0.37),
                    "a quarter of the bore is left")])))
            .Do(b => b.Pipe(FeedPipeState.Kept, "the new one comes on Tuesday").Tell(new Ordered("Feed pipe", "the Tuesday boat", boat(0), PartNeeds.FeedPipe))
                .Waits(WaitsFor.Parts, "New feed pipe, Tuesday boat.")));
        yield return Tell(2, 6, 1, "Same as last year: smokes and uses oil.", j => j.OldPlate().Do(b => b.Triaged()).Look("crankcase", 16).Do(b
            => b.Breathe(1.9)
            .Confirm("crankcase", "Breather element never renewed; blow-by pushes oil back up the drain.")
            .Tell(new Ordered("Breather element with rings", "the Friday boat", boat(1), "breather"))
            .Tell(new Ordered("Drain gasket", "the Friday boat", boat(1).AddDays(-7), "drain-gasket")).Tell(new PartNoted("air-filter", PartState.Declined,
                "Farm renews it itself at the service, says Wyn."))
            .Waits(WaitsFor.Parts, "Breather element and drain gasket, Friday boat.")));
        yield return Tell(5, 6, 0, "No pull on the slip. Must be ready for the weekend.", j => j.OldPlate().Do(b => b.Triaged().CannotBreathe()).Look("dirty",
            18)
            .Do(b => b.Confirm("dirty", "Sump plug left metal in the pan; filter by-passed.").PutRight(HoldPoint.Release,
            "Pan off, galleries flushed twice.")).Catch(1.01)
            .Do(b => b.Pipe().Accept("restrictor", "Same hole as came off; the maker gives no figure.")).Release()
            .Do(b => b.Tell(_pictures.Plate("plate-old", 1, "", "HELLIS K4", "HL 6.20.118", "IL 48-1102"), Known.Seen)
                .Tell(_pictures.Boxed("as-received", 1, "four caps in", 4), Known.Seen)
                .Tell(_pictures.Plate("plate-new", 1, "", "HELLIS K4", "HL 6.20.118"), Known.Seen)
                .DrainLaid(false).Clock(24, false).Tell(_pictures.Hanging("clocking", 1, "string hung from the bonnet stay", 24),
                    Known.Seen).Tell(new LooseEndOpened(LooseKind.FixingsSlack, "compressor housing",
                3, 6))
                .Tell(new LooseEndOpened(LooseKind.ClampParked, "drain hose, lower end"))
                .Tell(new InHand(people[1].Id, people[1].Name, "housing still to be turned, then nip it"))));
        yield return Tell(7, 8, 4, "Kit put on last winter smokes. First start planned with him present.", j => j.OldPlate().Do(b => b.Triaged())
            .Look("drain", 14)
            .Do(b => b.Confirm("fitting", "Drain laid flat over the cross-member when the kit went on.",
            "The list cannot see the kit; the drain hose can be seen from below.")
                .PutRight(HoldPoint.Release, "Drain planned again, bung moved down.")).Catch(0.97)
            .Do(b => b.DrainLaid(false, true).Clock(-6, false)
                .Tell(new HoseLed("charge-pipe", "canister-1")).Tell(new HoseLed("charge-pipe", "regulator")).Tell(new HoseLed("manifold-1", "bypass"))
                .Tell(new PortPlugged("compressor", PlugKind.Threaded))
                .Tell(new LeakTest(11_000, 80, 71, 30), Known.Measured, "oil gauge 3")
                .Tell(new CoolantVolume(CoolantWay.Out, 6_200), Known.Measured, "jug 2")
                .Answer(HeatCheck.Gaps[0], "tight").Answer(HeatCheck.Guards[0], "sleeve").Answer(HeatCheck.Cover, "bare")
                .Tell(new WaitBegun(WaitKind.Cure, 720, "sump sealant")).Waits(WaitsFor.Wait, "Sump sealant cures overnight.")));
        yield return Tell(9, 7, 2, "Port engine slow to spool, both units off for overhaul.", j => j.OldPlate().Do(b => b.Triaged().CannotBreathe())
            .Look("thinned", 16)
            .Do(b => b.Confirm("thinned", "Leaking injector put fuel in the sump for weeks.").PutRight(HoldPoint.Release,
            "Injector set renewed, return checked.")).Catch(0.99)
            .Do(b => b.Accept("restrictor", "Both holes as came off; the maker gives no figure.")).Release().FitUp(5)
            .Do(b => b.Clear().Oil(1)));
        yield return Tell(10, 9, 1, "Loader died in the pit, shaft stuck.", j => j.OldPlate().Do(b => b.Triaged()).Look("starved", 18).Do(b =>
            b.CannotBreathe().Tell(choked, Known.Seen)
            .Confirm("starved", "Filter housing gasket let air in; the pump lost its prime.").PutRight(HoldPoint.Release,
            "Gauze out and measured.").Pipe()).Catch(0.94)
            .Do(b => b.Accept("restrictor", "Same hole as came off; the maker gives no figure.")).Release().FitUp(3)
            .Do(b => b.Oil().Clear().Crank(4, 15).NoPressure()));
        yield return Tell(11, 9, 0, "Whistles, then goes into limp mode.", j => j.OldPlate().Do(b => b.Triaged()).Look("actuator", 16)
            .Do(b => b.Confirm("actuator", "Connector full of salt; the actuator never saw its signal.").PutRight(HoldPoint.Release,
            "Connector and three wires renewed.").Breathe(0.3).Answer(ControlCheck.Gear, "own-motor")
                .Tell(DemoSweep.There(), Known.Measured, "scan tool")).Catch(1.02).Release().FitUp(2).Primed());
        yield return Tell(3, 12, -1, "Smoke on the way home, stayed outside the gym.", j => j.OldPlate().Do(b => b.Triaged()).Look("overheat", 18)
            .Do(b => b.Confirm("overheat", "Stopped hot on every school run; exhaust filter nearly shut.").PutRight(HoldPoint.Release,
            "Exhaust filter cleaned, back pressure within its figure.").Breathe(0.5)).Catch(0.96).Release("OV-48213-07").FitUp(7).Primed()
            .Do(b => b.Run().LookAtJoints("drain-flange-1").Checked()));
        yield return Tell(8, 40, -20, "Turbo noisy again, five weeks after the last one.", j => j.OldPlate().Do(b => b.Triaged())
            .Look("elsewhere", 20)
            .Do(b => DemoHistory.Name(b, new WentClaim(0, ComplaintKind.Noise, ClaimAnswer.Refused, "crankcase-before", 0, false), desk))
            .Do(b => b.Confirm("elsewhere", "Loose exhaust clamp, no more than that.", "The unit on the bench is sound; the noise follows the clamp.")
                .Waits(WaitsFor.Claim, "Sent back: crankcase reading missing."))
            .Do(b => DemoHistory.Claim(b, new WentClaim(0, ComplaintKind.Noise, ClaimAnswer.Refused, "crankcase-before", 860, false), desk)));
        yield return Tell(10, 3, 3, "Engine rebuilt, now wants a turbo for the quarry's long ramp.", j => j.As(JobKind.FirstFitment).Do(b => b
            .Answer(Core.FirstFitment.BoostFit.Engine[0], "fit", "within 4 %").Answer(Core.FirstFitment.BoostFit.Engine[1], "fit", "hot idle 1.4 bar")
            .Answer(Core.FirstFitment.BoostFit.Engine[2], "not-yet", "injector figures are asked for")));
        yield return Tell(2, 3, 2, "Box came with the wrong flange.", j => j.OldPlate().Do(b => b.Triaged().CannotBreathe()).Look("fitting", 12)
            .Do(b => b.Confirm("fitting", "Feed washer doubled when it was last apart.").PutRight(HoldPoint.Release, "Feed taken apart, one washer.")
                .NewPlate("Hellis", "K5", "HL 7.31.560").Answer(PartsCheck.AsReceived, "damaged", "flange chipped")
                .Tell(new Core.Plate.UnitSentBack(1, "Other number, and the flange is chipped."))
                .Tell(new Ordered("Right unit", "the Friday boat", boat(1), PartNeeds.Unit)).Waits(WaitsFor.Parts, "Right unit, Friday boat.")));
        yield return Tell(6, 20, -18, "Uses oil, he wants to know what it would cost.", j => j.OldPlate().Do(b => b.Triaged())
            .Do(b => b.Tell(new Core.HandOver.JobEnded(Core.HandOver.EndWay.Declined, "Sells the van instead."), by: desk)));
    }
}
