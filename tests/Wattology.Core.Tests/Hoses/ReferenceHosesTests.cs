using Wattology.Core.BookIn;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Hoses;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Hoses;

public sealed class ReferenceHosesTests
{
    private static JobBuilder Petrol(int turbos = 1) => Book.In(turbos, Fuel.Petrol, JobKind.Custom);

    [Theory]
    [InlineData("charge-pipe", "canister-1", Verdict.Sound, "Right zone: boost only.")]
    [InlineData("compressor", "canister-2", Verdict.Sound, "Right zone: boost only.")]
    [InlineData("manifold-1", "canister-1", Verdict.Stop, "Wrong zone: after the throttle")]
    [InlineData("manifold-2", "bypass", Verdict.Sound, "Right zone: boost and suction.")]
    [InlineData("charge-pipe", "bypass", Verdict.Stop, "Wrong zone: before the throttle")]
    [InlineData("charge-pipe", "regulator", Verdict.Sound, "Right zone: boost only.")]
    [InlineData("manifold-1", "regulator", Verdict.Sound, "Right zone: boost and suction.")]
    [InlineData("manifold-1", "gauge", Verdict.Sound, "Right zone: boost and suction.")]
    [InlineData("fuel-rail", "ignition", Verdict.Stop, "Fuel to an ignition part: a fire.")]
    [InlineData("manifold-1", "ignition", Verdict.Stop, "Nothing that can pass fuel or boost")]
    [InlineData("compressor", "ignition", Verdict.Stop, "Nothing that can pass fuel or boost")]
    [InlineData("fuel-rail", "regulator", Verdict.Stop, "This port holds fuel under pressure")]
    [InlineData("fuel-rail", "canister-1", Verdict.Stop, "This port holds fuel under pressure")]
    [InlineData("gone", "gauge", Verdict.ReadingOnly, "One of its ports is not known")]
    public void Each_end_must_sit_in_its_zone(string from, string to, Verdict verdict, string words)
    {
        var said = ReferenceHoses.Judge(new(from, to));
        Assert.Equal(verdict, said.Verdict);
        Assert.StartsWith(words, said.Words);
    }

    [Fact]
    public void A_port_that_takes_has_room_for_one_hose_and_a_hose_comes_off()
    {
        var job = Petrol().Tell(new HoseLed("manifold-1", "canister-1")).Tell(new HoseLed("charge-pipe", "gauge"))
            .Tell(new HoseLed("charge-pipe", "canister-1"));
        Assert.Equal([("charge-pipe", "gauge"), ("charge-pipe", "canister-1")], ReferenceHoses.Of(job.Record).Select(h => (h.From, h.To)));
        job.Tell(new HoseOff("gauge"));
        Assert.Equal(["canister-1"], ReferenceHoses.Of(job.Record).Select(h => h.To));
        Assert.Equal("No hose is on it.", job.Refusal(new HoseOff("gauge"))!.Message);
        Assert.Equal(2, ReferenceHoses.Of(job.Tell(new HoseLed("manifold-2", "gauge")).Record).Count);
    }

    [Fact]
    public void A_hose_begins_where_boost_is_and_ends_where_it_is_wanted()
    {
        Assert.Equal("from", Petrol().Refusal(new HoseLed("bypass", "gauge"))!.Field);
        Assert.Equal("to", Petrol().Refusal(new HoseLed("compressor", "manifold-1"))!.Field);
        Assert.Equal("to", Petrol().Refusal(new HoseLed("compressor", "canister-2"))!.Field);
        Assert.Null(Petrol(2).Refusal(new HoseLed("compressor", "canister-2")));
        Assert.Equal("from", Book.In(kind: JobKind.Custom).Refusal(new HoseLed("fuel-rail", "gauge"))!.Field);
        Assert.Equal("port", Petrol().Refusal(new PortPlugged("gauge", PlugKind.Threaded))!.Field);
        Assert.DoesNotContain(Book.In().Job.Checks, c => c.Id == "references");
    }

    [Fact]
    public void Every_spare_port_is_closed_so_that_it_stays_and_one_tee_for_fuel_and_control_is_pointed_out()
    {
        var job = Petrol().Tell(new HoseLed("charge-pipe", "canister-1"));
        Verdict Now() => job.Check("references", 0).Verdict;
        foreach (var port in new[] { "compressor", "manifold-1", "manifold-2", "fuel-rail" })
        {
            Assert.Equal(Verdict.ReadingOnly, Now());
            job.Tell(new PortPlugged(port, PlugKind.Threaded));
        }
        Assert.Equal(Verdict.Sound, Now());
        job.Tell(new PortPlugged("compressor", PlugKind.PushedOn));
        Assert.Equal((Verdict.Doubtful, "compressor outlet"), (Now(), job.Check("references", 0).Value));
        job.Tell(new PortPlugged("compressor", PlugKind.Open));
        Assert.Equal(Verdict.Stop, Now());
        job.Tell(new PortPlugged("compressor", PlugKind.Clamped)).Tell(new HoseLed("charge-pipe", "regulator"));
        Assert.Equal((Verdict.Doubtful, "charge pipe"), (Now(), job.Check("references", 0).Value));
        Assert.Contains("boost rises while fuel falls", job.Check("references", 0).Why);
        job.Tell(new HoseLed("manifold-1", "regulator"));
        Assert.Equal(Verdict.Sound, Now());
    }

    [Fact]
    public void A_plug_from_before_a_hose_says_nothing_when_the_hose_comes_off()
    {
        var job = Petrol().Tell(new PortPlugged("compressor", PlugKind.Threaded)).Tell(new HoseLed("compressor", "gauge")).Tell(new HoseOff("gauge"));
        Assert.Null(ReferenceHoses.Spare(job.Record).Single(s => s.Port.Id == "compressor").Plug);
    }

    [Fact]
    public void A_wrong_hose_holds_the_first_start()
    {
        var job = Petrol();
        Assert.DoesNotContain("references", job.Open(HoldPoint.Start));
        Assert.Contains("references", job.Tell(new HoseLed("fuel-rail", "ignition")).Open(HoldPoint.Start));
        Assert.DoesNotContain("references", job.Tell(new HoseOff("ignition")).Open(HoldPoint.Start));
    }

    [Fact]
    public void No_finger_touches_two_ports_and_each_lies_on_its_side_of_the_throttle()
    {
        var places = HoseBench.Of(HosePorts.Of(Petrol(2).Job.Machine));
        Assert.Equal(11, places.Count);
        foreach (var one in places)
        {
            Assert.All(places.Where(o => o != one), o => Assert.True(double.Hypot(one.At.X - o.At.X, one.At.Y - o.At.Y) >= 2 * HoseBench.Reach, one.Port.Id));
            Assert.InRange(one.At.X, HoseBench.Reach, HoseBench.Width - HoseBench.Reach);
            if (one.Port.Zone is { } zone) Assert.Equal(zone == Zone.BeforeThrottle, one.At.X < HoseBench.Throttle);
        }
    }
}
