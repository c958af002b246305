using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Hoses;
using Wattology.Core.Jobs;
using Wattology.Core.People;
using Wattology.Web.Drawing;

namespace Wattology.Web.Tests.Drawing;

public sealed class HoseDrawingTests
{
    [Fact]
    public void A_hose_to_a_port_this_engine_has_no_more_is_left_out_of_the_drawing()
    {
        var booked = new BookedIn("T-1", "Mill", "Smokes.", "REG 1", "Buggy", "Brannock D3", JobKind.Custom, BoostControl.WastegateCanister, Fuel.Petrol, false,
            false, 1, RunHours: 1);
        var owner = new Author("p-a", "A", Role.Owner);
        var job = new JobBuilder("0123456789abcdef0123456789abcdef", booked, DateTimeOffset.UnixEpoch, owner, owner)
            .Tell(new HoseLed("charge-pipe", "canister-1")).Tell(new HoseLed("charge-pipe", "regulator"));
        var svg = HoseDrawing.Render(HosePorts.Of(booked with { Fuel = Fuel.Diesel }), ReferenceHoses.Of(job.Record), [], true);
        Assert.Contains("charge-pipe canister-1", svg);
        Assert.DoesNotContain("regulator", svg);
    }
}
