using Wattology.Core.Coolant;
using Wattology.Core.Entries;
using Wattology.Core.Fluids;
using Wattology.Core.Jobs;
using Wattology.Core.Joints;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Fluids;

public sealed class RefillTests
{
    private static string Said(JobBuilder job) => string.Join(" | ", Refill.Of(job.Job.Context).Select(l => $"{l.What}, {l.Because}: {l.Words(new())}"));

    [Fact]
    public void What_is_filled_again_follows_from_what_was_let_out_and_opened()
    {
        Assert.Equal("", Said(Book.In()));
        Assert.Equal("Engine oil, feed or drain stood open: Out not measured, in not measured.", Said(Book.In().Tell(new JointOpened("drain-flange-1"))));
        Assert.Equal("", Said(Book.In().Tell(new JointOpened("charge-1"))));
        Assert.Contains("Coolant, a water joint was opened", Said(Book.In(water: true).Tell(new JointOpened("water-1"))));
        Assert.Contains("Fuel, a fuel joint was opened: bled", Said(Book.In().Tell(new JointOpened("fuel-1"))));
        Assert.Contains("the filter is new", Said(Book.In().Tell(new OilService(Service.Kept, Service.New, Because: "fresh"))));
        Assert.Contains("renewed: Out not measured, in 5200 ml.", Said(Book.In().Tell(new OilService(Service.New, Service.New, "5W-30", 5.2))));
    }

    [Theory]
    [InlineData(5_000, 5.2, "Out 5000 ml, in 5200 ml.")]
    [InlineData(5_000, 4.2, "Out 5000 ml, in 4200 ml: 800 ml less than came out.")]
    [InlineData(3_000, 5.2, "Out 3000 ml, in 5200 ml: 2200 ml more than came out. It was low before")]
    public void Out_against_in_says_what_is_missing_and_what_is_too_much(double gone, double put, string words)
        => Assert.Contains(words, Said(Book.In().Tell(new OilDrained(gone), Known.Measured, "jug").Tell(new OilService(Service.New, Service.New, "5W-30",
            put))));

    [Fact]
    public void Coolant_and_oil_are_added_up_over_several_containers()
    {
        var job = Book.In(water: true).Tell(new OilDrained(2_000), Known.Measured, "jug").Tell(new OilDrained(1_500), Known.Measured, "jug")
            .Tell(new CoolantVolume(CoolantWay.Out, 4_000), Known.Measured, "jug").Tell(new CoolantVolume(CoolantWay.In, 3_000), Known.Measured, "jug");
        Assert.Equal([(3_500, null, "fluids"), (4_000, (double?)3_000, "coolant")], Refill.Of(job.Job.Context).Select(l => (l.OutMl!.Value, l.InMl, l.Sheet)));
        Assert.Equal([null, true], Refill.Of(job.Job.Context).Select(l => l.Differs));
    }
}
