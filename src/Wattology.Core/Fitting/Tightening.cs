using Wattology.Core.Inputs;

namespace Wattology.Core.Fitting;

/// <summary>In which order fixings are tightened.</summary>
public enum TighteningOrder
{
    /// <summary>Across and across on a ring of fixings.</summary>
    Cross,
    /// <summary>From the middle outward on a row of fixings.</summary>
    Spiral,
}

/// <summary>One move: which fixing, in which stage, to what.</summary>
/// <param name="Stage">From 1.</param>
/// <param name="Fixing">From 1, counted round the ring or along the row.</param>
/// <param name="SharePct">Share of the torque in percent; null in an angle stage.</param>
/// <param name="AngleDeg">Angle in an angle stage; null in a torque stage.</param>
public sealed record TighteningMove(int Stage, int Fixing, double? SharePct, double? AngleDeg);

/// <summary>How far each fixing moved in one round of re-torque, degrees, in order.</summary>
/// <param name="HeatCycle">After which heat cycle.</param>
/// <param name="MovedDeg">How far each moved.</param>
public sealed record RetorqueRound([Bounds(1, 1_000)] int HeatCycle, [Bounds(-360, 360)] IReadOnlyList<double> MovedDeg);

/// <summary>A joint to be tightened.</summary>
/// <param name="Fixings">How many fixings, 1 to 100.</param>
/// <param name="Order">In which order.</param>
/// <param name="SharesPct">Torque stages, percent of the torque, the last 100; the usual ones when null.</param>
/// <param name="AnglesDeg">Angle stages behind them, degrees.</param>
/// <param name="Done">Rounds of re-torque done.</param>
public sealed record TighteningInput([Bounds(1, 100)] int Fixings, TighteningOrder Order, [Bounds(0, 100)] IReadOnlyList<double>? SharesPct = null,
    [Bounds(0, 360)] IReadOnlyList<double>? AnglesDeg = null, IReadOnlyList<RetorqueRound>? Done = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Tightening.FaultOfShares(SharesPct ?? Tightening.UsualStages) is { } shares) faults.Add(Faults.Join(path, "shares_pct"), shares);
        if (Tightening.FaultOfAngles(AnglesDeg ?? []) is { } angles) faults.Add(Faults.Join(path, "angles_deg"), angles);
        for (var i = 0; i < (Done?.Count ?? 0); i++)
            if (Done![i].MovedDeg.Count != Fixings)
                faults.Add(Faults.Join(path, $"done.{i}.moved_deg"), $"One figure for each of the {Fixings} fixings is wanted.");
    }
}

/// <summary>Every move, and when the next re-torque is due.</summary>
/// <param name="Moves">The moves in order.</param>
/// <param name="NextRetorque">After which heat cycle; null once two rounds running moved none.</param>
public sealed record TighteningResult(IReadOnlyList<TighteningMove> Moves, int? NextRetorque)
{
    /// <summary>Plans a joint.</summary>
    public static TighteningResult Of(TighteningInput input) => new(Tightening.Plan(input.Fixings, input.Order, input.SharesPct ?? Tightening.UsualStages,
        input.AnglesDeg ?? []), Tightening.NextRetorque(input.Done ?? []));
}

/// <summary>Tightening orders and re-torque.</summary>
public static class Tightening
{
    private static readonly int[] UsualCycles = [1, 3, 5];
    private const int RoundsWithoutMove = 2;
    private const double MoveSeenDeg = 1;

    /// <summary>Usual stages, percent of the torque.</summary>
    public static readonly IReadOnlyList<double> UsualStages = [40, 70, 100];

    /// <summary>The order for a number of fixings, each named once.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Fewer than 1 or more than 100 fixings.</exception>
    public static IReadOnlyList<int> Order(int fixings, TighteningOrder order)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(fixings, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(fixings, 100);
        return order == TighteningOrder.Cross ? [.. Cross(fixings).Select(i => i + 1)]
            : [.. Enumerable.Range(1, fixings).OrderBy(i => Math.Abs(2 * i - fixings - 1)).ThenBy(i => i)];
    }

    // Opposite pairs, and the pairs themselves across; an odd ring is gone round in steps of just under half.
    private static IEnumerable<int> Cross(int n) => n <= 2 ? Enumerable.Range(0, n)
        : n % 2 == 0 ? Cross(n / 2).SelectMany(i => new[] { i, i + n / 2 })
        : Enumerable.Range(0, n).Select(k => k * (n / 2) % n);

    internal static string? FaultOfShares(IReadOnlyList<double> sharesPct) => sharesPct.Any(s => s is not (> 0 and <= 100))
        || sharesPct.Zip(sharesPct.Skip(1)).Any(p => p.Second <= p.First) ? "Stages rise from above 0 to at most 100 %."
        : sharesPct.Count == 0 || sharesPct[^1] != 100 ? "The last torque stage is the full torque, 100 %." : null;

    internal static string? FaultOfAngles(IReadOnlyList<double> anglesDeg)
        => anglesDeg.Any(a => a is not (> 0 and <= 360)) ? "An angle stage turns by more than 0 and at most 360°." : null;

    /// <summary>Every move: each torque stage through the whole order, then each angle stage.</summary>
    /// <exception cref="ArgumentException">A stage falls back, the last is not the full torque, or a share or angle is not above 0.</exception>
    public static IReadOnlyList<TighteningMove> Plan(int fixings, TighteningOrder order, IReadOnlyList<double> sharesPct, IReadOnlyList<double> anglesDeg)
    {
        if (FaultOfShares(sharesPct) is { } shares) throw new ArgumentException(shares, nameof(sharesPct));
        if (FaultOfAngles(anglesDeg) is { } angles) throw new ArgumentException(angles, nameof(anglesDeg));
        var turns = Order(fixings, order);
        return [.. sharesPct.SelectMany((share, s) => turns.Select(f => new TighteningMove(s + 1, f, share, null))),
            .. anglesDeg.SelectMany((angle, a) => turns.Select(f => new TighteningMove(sharesPct.Count + a + 1, f, null, angle)))];
    }

    /// <summary>Whether any fixing moved in a round: less than 1° is no move.</summary>
    /// <param name="movedDeg">How far each moved, degrees.</param>
    public static bool Moved(IReadOnlyList<double> movedDeg) => movedDeg.Any(m => Math.Abs(m) >= MoveSeenDeg);

    /// <summary>After which heat cycle the next re-torque is due; null once two rounds running moved no fixing.</summary>
    /// <remarks>After cycles 1, 3 and 5, then every second one for as long as anything moves. Less than 1° is no move.</remarks>
    public static int? NextRetorque(IReadOnlyList<RetorqueRound> done)
    {
        // A round counts once, however often it is written down: what moved in any of them moved.
        var rounds = done.GroupBy(r => r.HeatCycle).OrderBy(g => g.Key).Select(g => new RetorqueRound(g.Key, [.. g.SelectMany(r => r.MovedDeg)])).ToArray();
        if (rounds.Length >= RoundsWithoutMove && !rounds[^RoundsWithoutMove..].Any(r => Moved(r.MovedDeg))) return null;
        var last = rounds.Length == 0 ? 0 : rounds[^1].HeatCycle;
        return UsualCycles.Cast<int?>().FirstOrDefault(c => c > last) ?? last + 2;
    }
}
