namespace Wattology.Core.Drain;

/// <summary>What a hand puts on a stretch of a drain by touch.</summary>
public enum ShapeKind
{
    /// <summary>A part of it lies flat.</summary>
    Flat,
    /// <summary>A part of it sags and climbs out again.</summary>
    Dip,
    /// <summary>A part of it climbs.</summary>
    Rise,
}

/// <summary>Puts a flat, a dip or a rise on a stretch that was measured from end to end: its length and its fall stay, and what lies on it is drawn where the
/// finger put it, about so long; a figure for it is typed or dragged after.</summary>
public static class DrainShape
{
    private const double Part = 0.24, Sag = 0.5;

    /// <summary>The stretches after one of them got its shape in the middle.</summary>
    /// <param name="stretches">The stretches.</param>
    /// <param name="at">Which, from 0.</param>
    /// <param name="kind">The shape.</param>
    /// <exception cref="ArgumentOutOfRangeException">There is no such stretch.</exception>
    public static IReadOnlyList<DrainSegment> Put(IReadOnlyList<DrainSegment> stretches, int at, ShapeKind kind)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(at);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(at, stretches.Count);
        var whole = stretches[at];
        var (part, rest) = (whole.LengthMm * Part, whole.LengthMm * (1 - Part) / 2);
        // What the middle loses in fall its two neighbours share, as far as a pipe can fall.
        DrainSegment Side(double middle) => whole with { LengthMm = rest, FallMm = Math.Clamp((whole.FallMm - middle) / 2, -rest, rest) };
        DrainSegment Middle(double share, double length) => whole with { LengthMm = length, FallMm = share * length };
        IReadOnlyList<DrainSegment> middle = kind switch
        {
            ShapeKind.Flat => [Middle(0, part)],
            ShapeKind.Rise => [Middle(-Sag, part)],
            _ => [Middle(Sag, part / 2), Middle(-Sag, part / 2)],
        };
        var side = Side(middle.Sum(m => m.FallMm));
        return [.. stretches.Take(at), side, .. middle, side, .. stretches.Skip(at + 1)];
    }
}
