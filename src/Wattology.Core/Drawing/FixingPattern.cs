using Wattology.Core.Fitting;

namespace Wattology.Core.Drawing;

/// <summary>One fixing of a joint as it is drawn.</summary>
/// <param name="Fixing">Which, from 1, counted round the ring or along the row.</param>
/// <param name="Turn">When it is tightened in each stage, from 1.</param>
/// <param name="At">Its middle.</param>
public sealed record DrawnFixing(int Fixing, int Turn, Point At);

/// <summary>The fixings of a joint, seen from the head of the bolts, each with its turn.</summary>
public static class FixingPattern
{
    /// <summary>Its size in drawing units.</summary>
    public const double Size = 160;

    private const double Ring = 58, Row = 130, FirstTurn = -Math.PI / 2;

    /// <summary>Where the fixings are drawn: on a ring beginning at the top, clockwise; or in a row.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Fewer than 1 or more than 100 fixings.</exception>
    public static IReadOnlyList<DrawnFixing> Of(int fixings, TighteningOrder order)
    {
        var turns = Tightening.Order(fixings, order).Select((fixing, turn) => (fixing, Turn: turn + 1)).ToDictionary(t => t.fixing, t => t.Turn);
        return [.. Enumerable.Range(1, fixings).Select(f => new DrawnFixing(f, turns[f], Middle(f, fixings, order)))];
    }

    private static Point Middle(int fixing, int fixings, TighteningOrder order)
    {
        if (fixings == 1) return new(Size / 2, Size / 2);
        if (order == TighteningOrder.Spiral) return new((Size - Row) / 2 + Row * (fixing - 1) / (fixings - 1), Size / 2);
        var angle = FirstTurn + 2 * Math.PI * (fixing - 1) / fixings;
        return new(Size / 2 + Ring * Math.Cos(angle), Size / 2 + Ring * Math.Sin(angle));
    }
}
