using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.OilSupply;

/// <summary>What narrows a feed out of sight.</summary>
public sealed class HiddenPlacesTests
{
    [Fact]
    public void One_blocked_place_stops_the_feed_whatever_else_is_clear_until_it_is_seen_clear()
    {
        var job = Book.In().Answer(SupplyChecks.RestrictorSeen, "clear");
        Assert.NotEqual(Verdict.Stop, job.Job.Check("restrictor", 1).Verdict);
        foreach (var place in HiddenPlaces.All)
        {
            job.Answer(place, place == HiddenPlaces.Valve ? "shut" : "blocked");
            Assert.Equal(Verdict.Stop, job.Job.Check("restrictor", 1).Verdict);
            Assert.Contains(place.Title, job.Job.Check("restrictor", 1).Why);
            job.Answer(SupplyChecks.RestrictorSeen, "clear");
            Assert.Equal(Verdict.Stop, job.Job.Check("restrictor", 1).Verdict);
            job.Answer(place, place == HiddenPlaces.Valve ? "set" : "measured", "two turns, 1.3 mm");
            Assert.NotEqual(Verdict.Stop, job.Job.Check("restrictor", 1).Verdict);
        }
    }

    [Fact]
    public void Other_jobs_on_the_engine_are_something_to_compare_with_from_two_on()
    {
        Assert.Null(EarlierBand.Of([1.2]));
        var band = EarlierBand.Of([1.2, 0.9, 1.4])!;
        Assert.Equal((0.9, 1.4, 3), (band.Least, band.Most, band.Count));
        Assert.Equal(["under all of them", "among them", "among them", "over all of them"], new[] { 0.8, 0.9, 1.4, 1.5 }.Select(band.Beside));
    }
}
