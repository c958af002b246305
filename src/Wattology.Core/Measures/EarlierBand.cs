namespace Wattology.Core.Measures;

/// <summary>What the same reading came to on other jobs with the same engine: something to compare with, where no limit is known. It is no limit.</summary>
/// <param name="Least">The least.</param>
/// <param name="Most">The most.</param>
/// <param name="Count">How many jobs' readings it is made of.</param>
public sealed record EarlierBand(double Least, double Most, int Count)
{
    private const int Fewest = 2;

    /// <summary>The band of some values; null under two.</summary>
    public static EarlierBand? Of(IReadOnlyCollection<double> values) => values.Count < Fewest ? null : new(values.Min(), values.Max(), values.Count);

    /// <summary>Where a value lies beside it, in words.</summary>
    public string Beside(double value) => value < Least ? "under all of them" : value > Most ? "over all of them" : "among them";
}
