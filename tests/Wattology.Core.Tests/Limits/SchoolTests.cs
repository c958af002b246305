using Wattology.Core.Jobs;
using Wattology.Core.Limits;

namespace Wattology.Core.Tests.Limits;

public sealed class SchoolTests
{
    [Fact]
    public void Every_school_has_its_ways_their_reasons_and_a_usual_one()
    {
        Assert.Equal(CheckList.Schools.Count, CheckList.Schools.Select(s => s.Key).Distinct().Count());
        Assert.All(CheckList.Schools, school =>
        {
            Assert.True(school.Choices.Count > 1 && school.Find(school.Usual) is not null, school.Key);
            Assert.All(school.Choices, c => Assert.True(c.Words.Length > 0 && c.Why.Length > 0, c.Id));
        });
    }

    [Fact]
    public void A_makers_way_beats_the_shops_which_beats_the_usual_and_one_not_known_any_more_counts_for_nothing()
    {
        var school = CheckList.Schools.Single(s => s.Key == "rod-school");
        SchoolInForce Of(params SchoolSet[] set) => new SchoolBook(set).Choose(school);
        SchoolSet Shop(string way) => new(school.Key, way, LimitSource.Shop, "ours");
        var maker = new SchoolSet(school.Key, "measured-preload", LimitSource.Maker, "sheet 4");
        Assert.Equal(("opening-pressure", "usual practice"), (Of().Choice.Id, Of().SourceWords));
        Assert.Equal(("no-pull", "this shop: ours"), (Of(Shop("no-pull")).Choice.Id, Of(Shop("no-pull")).SourceWords));
        Assert.Equal(("measured-preload", "maker: sheet 4"), (Of(maker, Shop("no-pull")).Choice.Id, Of(maker, Shop("no-pull")).SourceWords));
        Assert.Equal("opening-pressure", Of(Shop("no-pull"), Shop("opening-pressure")).Choice.Id);
        Assert.Equal("opening-pressure", Of(Shop("by-ear"), new("heat-school", "no-pull", LimitSource.Maker, "x")).Choice.Id);
    }
}
