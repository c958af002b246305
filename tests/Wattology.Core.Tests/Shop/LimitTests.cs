using Wattology.Core.Measures;
using Wattology.Core.Shop;

namespace Wattology.Core.Tests.Shop;

public sealed class LimitTests
{
    private static Limit Crankcase(LimitSource source, double to) => new("crankcase-open", source, "sheet 1", null, to);

    [Fact]
    public void A_maker_beats_the_shop_which_beats_usual_practice_whatever_the_order()
    {
        Assert.Equal(1.0, LimitBook.Usual.Choose("crankcase-open").SoundTo);
        Assert.Equal(1.3, new LimitBook([Crankcase(LimitSource.Shop, 1.3)]).Choose("crankcase-open").SoundTo);
        Assert.Equal(1.2, new LimitBook([Crankcase(LimitSource.Maker, 1.2), Crankcase(LimitSource.Shop, 1.3)]).Choose("crankcase-open").SoundTo);
        Assert.Equal(LimitSource.Shop, new LimitBook([new Limit("restrictor", LimitSource.Shop, "ours", 1, 2)]).Choose("restrictor").Source);
        Assert.Throws<ArgumentException>(() => LimitBook.Usual.Choose("no-such"));
    }

    [Theory]
    [InlineData(1.0, Verdict.Sound)]
    [InlineData(1.0 + 1e-10, Verdict.Sound)]
    [InlineData(1.2, Verdict.Doubt)]
    [InlineData(1.6, Verdict.Stop)]
    public void Judges_with_its_ends_included(double kpa, Verdict expected) => Assert.Equal(expected, LimitBook.Usual.Choose("crankcase-open").Judge(kpa));

    [Fact]
    public void No_limit_known_gives_a_reading_without_a_verdict_and_says_where_limits_come_from()
    {
        Assert.Equal(Verdict.ReadingOnly, LimitBook.Usual.Choose("restrictor").Judge(99));
        var maker = Crankcase(LimitSource.Maker, 1.2);
        Assert.Equal("maker: sheet 1", maker.SourceWords);
        Assert.Equal("sound up to 0.17 psi", maker.RangeWords(new ShopUnits("psi")));
        Assert.Equal("sound 0.8 to 1.25, doubt from 0.5", LimitBook.Usual.Choose("catch-ratio").RangeWords(new ShopUnits()));
    }

    [Fact]
    public void The_desk_books_in_but_neither_judges_nor_passes_a_gate()
    {
        Assert.True(Role.Desk.Allows(Right.BookIn));
        foreach (var right in new[] { Right.Record, Right.ConfirmCause, Right.AcceptDoubt, Right.PassGate, Right.ChangeLimits, Right.ManagePeople }) Assert.False(Role.Desk.Allows(right));
        Assert.All(Enum.GetValues<Right>(), r => Assert.True(Role.Owner.Allows(r)));
    }
}
