namespace Wattology.Core.Numerics;

/// <summary>Ordering in which two numbers within 1e-9 count as equal, so that rounding never decides.</summary>
public static class Nearly
{
    /// <summary>How close two numbers count as the same.</summary>
    public const double Same = 1e-9;

    /// <summary>The position of the least value.</summary>
    /// <param name="values">At least one value.</param>
    /// <returns>Its position from 0; the first in a tie.</returns>
    public static int IndexOfLeast(IReadOnlyList<double> values)
    {
        var best = 0;
        for (var i = 1; i < values.Count; i++)
            if (values[i] < values[best] - Same) best = i;
        return best;
    }

    /// <summary>Sorts highest first.</summary>
    /// <param name="items">What is sorted.</param>
    /// <param name="value">The number sorted by; finite.</param>
    /// <param name="tie">What orders a run of near-equal numbers.</param>
    public static IReadOnlyList<T> Descending<T>(IEnumerable<T> items, Func<T, double> value, Comparison<T> tie)
    {
        var sorted = items.ToArray();
        Array.Sort(sorted, (a, b) => value(b).CompareTo(value(a)) is var by and not 0 ? by : tie(a, b));
        for (int start = 0, end; start < sorted.Length; start = end)
        {
            for (end = start + 1; end < sorted.Length && value(sorted[end - 1]) - value(sorted[end]) <= Same; end++) { }
            if (end - start > 1) Array.Sort(sorted, start, end - start, Comparer<T>.Create(tie));
        }
        return sorted;
    }
}
