using Wattology.Core.History;

namespace Wattology.Core.Tests.History;

/// <summary>Rates beside one another: a difference is said only where chance cannot have made it.</summary>
public sealed class ComparisonTests
{
    [Theory]
    [InlineData(1, 10, 3, 10, false)]
    [InlineData(1, 100, 30, 100, true)]
    [InlineData(0, 5, 5, 5, true)]
    [InlineData(0, 3, 3, 3, false)]
    [InlineData(0, 0, 5, 5, false)]
    public void Two_rates_are_apart_only_where_their_intervals_do_not_touch(int a, int of, int b, int ofB, bool apart)
    {
        var compared = new Comparison([new("A", a, of), new("B", b, ofB)]);
        Assert.Equal(apart, compared.Apart.Count == 1);
        Assert.Equal(of == 0 ? "Nothing to compare yet." : apart ? "B surely has more than A." : compared.Words, compared.Words);
        if (!apart && of > 0) Assert.StartsWith("No difference here is sure", compared.Words);
    }

    [Fact]
    public void Of_many_pairs_three_are_told_and_the_others_counted()
    {
        // Four rare ones against one frequent: four pairs, and nothing between the rare ones.
        var words = new Comparison([new("F", 40, 100), .. "ABCD".Select(n => new RateLine($"{n}", 2, 100))]).Words;
        Assert.Equal("F surely has more than A. F surely has more than B. F surely has more than C. So it is with 1 more pair; see the intervals.", words);
        Assert.EndsWith("with 2 more pairs; see the intervals.", new Comparison([new("F", 40, 100), .. "ABCDE".Select(n => new RateLine($"{n}", 2,
            100))]).Words);
        Assert.DoesNotContain("So it is", new Comparison([new("F", 40, 100), .. "ABC".Select(n => new RateLine($"{n}", 2, 100))]).Words);
    }

    [Fact]
    public void The_order_in_which_they_are_named_changes_nothing()
        => Assert.Equal(new Comparison([new("A", 1, 100), new("B", 30, 100)]).Words, new Comparison([new("B", 30, 100), new("A", 1, 100)]).Words);
}
