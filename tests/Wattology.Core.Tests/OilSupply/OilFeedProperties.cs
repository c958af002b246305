using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Tests.OilSupply;

/// <summary>What must hold of any feed, whatever its figures.</summary>
public sealed class OilFeedProperties
{
    /// <summary>Feeds as they are built, and some that are not.</summary>
    public static class Feeds
    {
        private static Gen<double> Between(double least, double most) => Gen.Choose(0, 10_000).Select(n => least + (most - least) * n / 10_000);

        public static Arbitrary<OilFeedInput> Any() => (
            from t in Between(-20, 140)
            from p in Between(5, 700)
            from d in Between(2, 12)
            from length in Between(100, 2000)
            from rise in Between(-500, 500)
            from hole in Between(0.5, 2)
            from restricted in Gen.Elements(true, false)
            from loaded in Gen.Elements(true, false)
            select new OilFeedInput(OilGrades.Typical["10W-40"], t, p, new FeedLine(d, length, 4, rise), restricted ? hole : null, null, loaded
                ? Bearing.UsualPlain : null)).ToArbitrary();
    }

    [Property(Arbitrary = [typeof(Feeds)])]
    public bool Flow_rises_with_pressure(OilFeedInput feed) => OilFeed.Compute(feed with { GalleryKpa = feed.GalleryKpa + 20 }).FlowLpm > OilFeed.Compute(
        feed).FlowLpm;

    [Property(Arbitrary = [typeof(Feeds)])]
    public bool The_drops_add_up_to_what_is_available(OilFeedInput feed)
    {
        var result = OilFeed.Compute(feed);
        var available = feed.GalleryKpa - feed.Oil.At(feed.OilTempC).RhoKgM3 * 9.80665 * feed.Line.RiseMm / 1e6;
        var spent = result.InletKpa + result.LineKpa + result.RestrictorKpa;
        return available <= 0 ? result.FlowLpm == 0 : Math.Abs(spent - available) < 1e-6 * available;
    }

    [Property(Arbitrary = [typeof(Feeds)])]
    public bool A_restrictor_never_passes_more(OilFeedInput feed)
        => OilFeed.Compute(feed with { RestrictorMm = 1 }).FlowLpm <= OilFeed.Compute(feed with { RestrictorMm = null }).FlowLpm;

    [Property(Arbitrary = [typeof(Feeds)])]
    public bool A_blocked_line_is_found_again_as_the_hole_that_blocks_it(OilFeedInput feed)
    {
        var line = feed.Line with { IdMm = Math.Max(3, feed.Line.IdMm), RiseMm = 0 };
        const double hole = 0.8;
        var passed = OilFeed.Compute(new OilFeedInput(feed.Oil, feed.OilTempC, feed.GalleryKpa, line, hole, 2 * hole)).FlowLpm;
        var result = CatchTest.Compute(new CatchTestInput(feed.Oil, feed.OilTempC, line, [new CatchRun(passed / 0.06 * 10, 10)], feed.GalleryKpa));
        return result.Ratio >= 0.95 ? result.EquivalentHoleMm is null : Math.Abs(result.EquivalentHoleMm!.Value - hole) < 1e-5;
    }
}
