using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.People;

namespace Wattology.Core.Tests.Jobs;

/// <summary>Jobs as the core's tests need them, built by the core's own builder.</summary>
internal static class Book
{
    public const string Id = "0123456789abcdef0123456789abcdef";
    public static readonly Author Technician = new("p-ada", "Ada Quill", Role.Technician);
    public static readonly Author Desk = new("p-wyn", "Wyn Hall", Role.Desk);
    public static readonly Author Owner = new("p-mo", "Mo Tern", Role.Owner);
    public static readonly Limit EightSeconds = new("pressure-after-firing", LimitSource.Shop, "test", null, 8);
    public static readonly DateTimeOffset Morning = new(2030, 5, 1, 8, 0, 0, TimeSpan.Zero);

    public static BookedIn Machine(int turbos = 1, Fuel fuel = Fuel.Diesel, JobKind kind = JobKind.MakersSpec, bool water = false, bool closed = false,
        BoostControl control = BoostControl.WastegateCanister)
        => new("T-1", "Mill", "Smokes.", "REG 1", "Saw mill engine", "Brannock D3", kind, control, fuel, water, closed, turbos, RunHours: 100);

    public static JobBuilder In(int turbos = 1, Fuel fuel = Fuel.Diesel, JobKind kind = JobKind.MakersSpec, bool water = false, bool closed = false,
        ShopUnits? units = null, BoostControl control = BoostControl.WastegateCanister, params Limit[] limits)
        => new(Id, Machine(turbos, fuel, kind, water, closed, control), Morning, Desk, Technician, _ => new LimitBook([EightSeconds, .. limits]), units);

    public static JobBuilder Confirmed(string cause, int turbos = 1) => In(turbos).OldPlate("Orvane", "R1", "OV-1").Confirm(cause);

    public static readonly Author Second = new("p-eli", "Eli Wren", Role.Technician);

    public static JobBuilder Releasable() => Supplied(Confirmed("dirty"));

    public static JobBuilder Startable() => Fitted(Releasable());

    /// <summary>Remedies done, oil caught, the new unit here and looked at.</summary>
    public static JobBuilder Supplied(JobBuilder job) => job.PutRight(HoldPoint.Release).Disable().Clear("catch").Crank(1, 10).Catch(1)
        .NewPlate("Orvane", "R1", "OV-1").Received().MetalWhole();

    /// <summary>Released, clocked, drained, fitted, primed and everything back.</summary>
    public static JobBuilder Fitted(JobBuilder job) => job.Pass(HoldPoint.Release).Clock(3).DrainLaid().CannotBreathe().Fitted().PutRight(HoldPoint.Start)
        .Oil().Clear().Crank(2).PressureSeen().PutBack();

    /// <summary>Run, looked at, driven, and read.</summary>
    public static JobBuilder Driven() => Startable().Run().LookAtJoints().Checked().Breathe(0.4).Driven().PutRight(HoldPoint.HandOver);

    public static IEnumerable<string> Open(this JobBuilder job, HoldPoint point) => job.Job.HoldPoint(point).Open.Select(i => i.Id);

    public static CheckReading Check(this JobBuilder job, string id, int turbo = 1) => job.Job.Check(id, turbo);

    public static JobBuilder Seconds(this JobBuilder job, double seconds) => job.After(TimeSpan.FromSeconds(seconds));
}
