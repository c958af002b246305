using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Causes;
using Wattology.Core.Evidence;
using Wattology.Core.Gates;
using Wattology.Core.Shop;
using Wattology.Data.Evidence;
using Wattology.Data.Identity;
using Wattology.Data.Shop;

namespace Wattology.Data.Demo;

/// <summary>Builds the demo shop: seeded, so the same every time, and relative to today.</summary>
public sealed class DemoShop(ShopDb db, JobStore jobs, UserManager<Person> users, TimeProvider clock)
{
    private const int Seed = 20417;
    private const string Making = "making";

    private static readonly string[] FinishedCauses = ["starved", "crankcase", "object-intake", "dirty", "overheat", "vanes", "drain", "elsewhere", "object-exhaust", "actuator", "overspeed", "thinned", "fitting", "dirty", "starved", "vanes"];

    /// <summary>Whether a demo was begun and never finished.</summary>
    public Task<bool> IsHalfMadeAsync() => db.Settings.AnyAsync(s => s.Key == "demo" && s.Value == Making);

    /// <summary>Makes it, in an empty database.</summary>
    public async Task SeedAsync()
    {
        var flag = new SettingRow { Key = "demo", Value = Making };
        db.Settings.Add(flag);
        await db.SaveChangesAsync();
        foreach (var person in DemoWorld.People)
        {
            var made = await users.CreateAsync(new Person { UserName = person.UserName, Name = person.Name, Role = person.Role }, DemoWorld.Password);
            if (!made.Succeeded) throw new InvalidOperationException(string.Join(" ", made.Errors.Select(e => e.Description)));
        }
        db.Settings.AddRange(new SettingRow { Key = "name", Value = DemoWorld.ShopName }, new SettingRow { Key = "prefix", Value = "SQ-" });
        db.Supersessions.AddRange(DemoWorld.Supersessions.Select(s => new SupersessionRow { Old = s.Old, New = s.New }));
        var owner = DemoWorld.People[^1].Name;
        var set = clock.GetUtcNow().AddDays(-1100).ToUnixTimeMilliseconds();
        db.Limits.AddRange(
            new LimitRow { Key = "pressure-after-firing", Source = LimitSource.Shop, Reference = "agreed after the reefer job", SoundTo = 8, SetBy = owner, SetAtMs = set },
            new LimitRow { Key = "restrictor", Source = LimitSource.Maker, Reference = "Orvane sheet 7, rev. C", Scope = "V48", SoundFrom = 1.2, SoundTo = 1.4, SetBy = owner, SetAtMs = set },
            new LimitRow { Key = "crankcase-open", Source = LimitSource.Maker, Reference = "Ilmari service data 6H, rev. 2", Scope = "Ilmari 6H 310", SoundTo = 1.2, DoubtTo = 1.6, SetBy = owner, SetAtMs = set });
        await db.SaveChangesAsync();

        var settings = await ShopSettings.LoadAsync(db);
        var number = 1001;
        foreach (var story in Stories(settings).OrderBy(s => s.Start))
            await jobs.BringAsync(story.Play($"SQ-{number++}").Entries);
        flag.Value = "yes";
        await db.SaveChangesAsync();
    }

    private sealed record Story(DateTimeOffset Start, Func<string, JobScript> Play);

    private IEnumerable<Story> Stories(ShopSettings settings)
    {
        var random = new Random(Seed);
        var today = new DateTimeOffset(clock.GetUtcNow().UtcDateTime.Date, TimeSpan.Zero);
        var people = DemoWorld.People.Select(p => new Author(p.Name, p.Role)).ToArray();
        var desk = people[4];
        var turn = 0;

        Story Tell(int machine, double daysAgo, double? promisedInDays, string complaint, Func<JobScript, JobScript> then)
        {
            // The demo may be made at any hour; nothing in it lies in the future.
            var start = today.AddDays(-Math.Max(daysAgo, 1)).AddHours(8 + random.Next(4));
            var own = new Random(random.Next());
            var technician = people[turn++ % 4];
            return new Story(start, number => then(new JobScript(settings, own, number, DemoWorld.Machines[machine], complaint, start,
                promisedInDays is { } days ? today.AddDays(days).AddHours(16) : null, technician, desk)));
        }

        string[] complaints = ["No power and a whine since last week.", "Smokes blue when it has stood.", "Oil all over the intake pipe.", "Lost boost on the hill, lamp came on.", "Uses a litre of oil a day.", "Rattled, then no pull at all."];
        for (var i = 0; i < FinishedCauses.Length; i++)
        {
            var cause = FinishedCauses[i];
            yield return Tell(i * 5 % DemoWorld.Machines.Count, 900 - i * 52, 4 - (900 - i * 52), complaints[i % complaints.Length],
                j => j.OldPlate().Look(cause, 18).Confirm(cause, "Traced on the machine and seen by two people.").Finish(desk));
        }

        yield return Tell(0, 1, 3, "Tripped on low boost in the night, smells of hot oil. Wanted before the winter timetable.", j => j);
        yield return Tell(4, 2, 2, "Unit smokes white and blue after defrost.", j => j.PlateNotReadable());
        yield return Tell(3, 2, 1, "Limp mode on the school run, no power uphill.", j => j.OldPlate().Look("vanes", 7, Stage.Vehicle));
        yield return Tell(6, 3, 1, "Blue smoke, worst after standing outside the brewery.", j => j.OldPlate().Look("drain", 15).Waits(WaitsFor.Answer, "Brewery to say whether the drain was ever re-routed."));
        yield return Tell(8, 4, 0, "Screams under load, then quiet, then nothing.", j => j.OldPlate("OV-51170-01").Look("object-intake", 16).Confirm("object-intake", "The sweeper's intake hose had split above the hopper; grit and a hose clip went through.")
            .PutRight(Moment.Release, "Hose renewed, clip found in the cooler, nothing else missing."));
        yield return Tell(1, 5, 2, "Down on power at the end of the maize, oil on the bonnet.", j => j.OldPlate().Look("starved", 17).Confirm("starved", "Feed pipe carboned up beside the manifold.").Catch(0.31).Waits(WaitsFor.Parts, "New feed pipe, Tuesday boat."));
        yield return Tell(2, 6, 1, "Same as last year: smokes and uses oil.", j => j.OldPlate().Look("crankcase", 16).Breathe(1.9).Confirm("crankcase", "Breather element never renewed; blow-by pushes oil back up the drain.").Waits(WaitsFor.Parts, "Breather element and drain gasket, Friday boat."));
        yield return Tell(5, 6, 0, "No pull on the slip. Must be ready for the weekend.", j => j.OldPlate().Look("dirty", 18).Confirm("dirty", "Sump plug left metal in the pan; filter by-passed.").PutRight(Moment.Release, "Pan off, galleries flushed twice.").Catch(1.01)
            .Accept("restrictor", "Same hole as came off; the maker gives no figure.").NewPlate().Pass(GateKind.Release, "All closed.").DrainLaid(false).Clock(24, false));
        yield return Tell(7, 8, 4, "New build: bigger unit, external gate. First start planned with him present.", j => j.OldPlate().Look("drain", 14).Confirm("fitting", "Drain laid flat over the cross-member when the kit went on.", "The list cannot see the kit; the drain hose can be seen from below.")
            .PutRight(Moment.Release, "Drain planned again, bung moved down.").Catch(0.97).DrainLaid(false, true).Clock(-6, false).Waits(WaitsFor.Wait, "Sump sealant cures overnight."));
        yield return Tell(9, 7, 2, "Port engine slow to spool, both units off for overhaul.", j => j.OldPlate().Look("thinned", 16).Confirm("thinned", "Leaking injector put fuel in the sump for weeks.").PutRight(Moment.Release, "Injector set renewed, return checked.").Catch(0.99)
            .Accept("restrictor", "Both holes as came off; the maker gives no figure.").NewPlate().Pass(GateKind.Release, "All closed.").DrainLaid().Clock(5).PutRight(Moment.Start, "Oil and filters renewed.").Disable().Oil(1));
        yield return Tell(10, 9, 1, "Loader died in the pit, shaft stuck.", j => j.OldPlate().Look("starved", 18).CannotBreathe().Confirm("starved", "Filter housing gasket let air in; the pump lost its prime.").PutRight(Moment.Release, "Pipe renewed, gauze out and measured.").Catch(0.94)
            .Accept("restrictor", "Same hole as came off; the maker gives no figure.").NewPlate().Pass(GateKind.Release, "All closed.").DrainLaid().Clock(3).Disable().Oil().Crank(4, 15).NoPressure());
        yield return Tell(11, 9, 0, "Whistles, then goes into limp mode.", j => j.OldPlate().Look("actuator", 16).Confirm("actuator", "Connector full of salt; the actuator never saw its signal.").PutRight(Moment.Release, "Connector and three wires renewed.").Catch(1.02)
            .NewPlate().Pass(GateKind.Release, "All closed.").DrainLaid().Clock(2).Breathe(0.3).PutRight(Moment.Start, "Movement seen at key-on.").Disable().Oil().Crank(2).PressureSeen().PutBack().Pass(GateKind.Start, "All closed."));
        yield return Tell(3, 12, -1, "Smoke on the way home, stayed outside the gym.", j => j.OldPlate().Look("overheat", 18).Confirm("overheat", "Stopped hot on every school run; exhaust filter nearly shut.").PutRight(Moment.Release, "Exhaust filter cleaned, back pressure within its figure.").Catch(0.96)
            .NewPlate("OV-48213-07").Pass(GateKind.Release, "All closed.").DrainLaid().Clock(7).Breathe(0.5).PutRight(Moment.Start, "Coolant bled, both hoses warm.").Disable().Oil().Crank(2).PressureSeen().PutBack().Pass(GateKind.Start, "All closed.").Run().Joint("drain-flange-1").Checked());
        yield return Tell(8, 40, -20, "Turbo noisy again, five weeks after the last one.", j => j.OldPlate().Look("elsewhere", 20).Confirm("elsewhere", "Loose exhaust clamp, no more than that.", "The unit on the bench is sound; the noise follows the clamp.").Waits(WaitsFor.Claim, "Sent back: crankcase reading missing."));
    }
}
