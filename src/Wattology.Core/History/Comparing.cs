using Wattology.Core.Inputs;

namespace Wattology.Core.History;

/// <summary>How many of how many, with the doubt that so few leave.</summary>
/// <param name="Name">Of what.</param>
/// <param name="Events">How many.</param>
/// <param name="N">Of how many.</param>
public sealed record RateLine(string Name, int Events, int N)
{
    /// <summary>The share, 0 to 1; null without cases.</summary>
    public double? Share => N == 0 ? null : (double)Events / N;

    /// <summary>Wilson's 95 % interval.</summary>
    public RateResult Interval { get; } = FailureRate.Compute(new RateInput(Events, N));
}

/// <summary>Rates beside one another: said to differ only where their intervals do not touch, and never ranked otherwise.</summary>
/// <param name="Lines">The rates, in the order in which they are named; the order says nothing.</param>
public sealed record Comparison(IReadOnlyList<RateLine> Lines)
{
    /// <summary>Pairs whose intervals do not overlap: the one that is surely lower first.</summary>
    public IReadOnlyList<(RateLine Lower, RateLine Higher)> Apart { get; } = [.. from a in Lines from b in Lines
        where a.N > 0 && b.N > 0 && a.Interval.High < b.Interval.Low select (a, b)];

    /// <summary>What can be said, in a sentence.</summary>
    public string Words => Lines.Count(l => l.N > 0) < 2 ? "Nothing to compare yet."
        : Apart.Count == 0 ? "No difference here is sure: every interval overlaps another's, so chance alone may have made them."
        : string.Join(" ", Apart.Take(MostTold).Select(p => $"{p.Higher.Name} surely has more than {p.Lower.Name}."))
            + (Apart.Count > MostTold ? $" So it is with {Apart.Count - MostTold} more {(Apart.Count == MostTold + 1 ? "pair" : "pairs")}; see the intervals."
                : "");

    private const int MostTold = 3;
}
