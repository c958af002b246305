namespace Wattology.Core.Causes;

/// <summary>What can be looked at now, by the stage the work has reached, and when to go on to the next.</summary>
/// <remarks>On the vehicle a look is worth what it brings beyond the quick looks at the unit, which come anyway: what only the vehicle can tell comes first,
/// and what the unit will tell for a minute is left to it.</remarks>
/// <param name="Next">Single looks, best first.</param>
/// <param name="Sets">Sets, best first.</param>
/// <param name="First">The look to take first; null when none is worth taking.</param>
/// <param name="MoveOn">The stage to go on to, when nothing left here is worth its minutes beside what that stage brings; null otherwise.</param>
public sealed record LooksNow(IReadOnlyList<NextCheck> Next, IReadOnlyList<NextSet> Sets, string? First, Stage? MoveOn)
{
    /// <summary>A look that settles less than this is not worth a line, in bits.</summary>
    public const double WorthBits = 0.005;

    // Found by letting a technician follow the offers through many failures, see docs/judgement.md: looks at the unit up to these minutes are taken anyway,
    // in so many ways they may come out, and from this rate down a look on the vehicle waits for them. Other figures named the cause less often in 45 minutes.
    private const double QuickMinutes = 6;
    private const int Ways = 24;
    private const double WorthOfVehicle = 0.015;

    /// <summary>What is offered at a stage.</summary>
    /// <param name="model">Causes, chances and findings.</param>
    /// <param name="input">What was said, and what cannot be; its stage does not matter.</param>
    /// <param name="now">How far the work is.</param>
    public static LooksNow At(CauseModel model, DiagnoseInput input, Stage now)
    {
        var looks = new NextLooks(model, input with { Stage = null }, new Evidence(model, input));
        bool Here(ModelFinding finding) => CanLook(finding.Stage, now);
        var from = now == Stage.Vehicle ? looks.After(f => f.Stage == Stage.Bench && f.Minutes <= QuickMinutes, Ways) : [looks.Now];
        NextCheck[] next = [.. looks.Singles(Here, from).Where(n => n.GainBits > WorthBits)];
        NextSet[] sets = [.. looks.Sets(Here, from).Where(s => s.GainBits > WorthBits)];
        var here = Rate(next, sets);
        Stage? further = now switch { Stage.Ask => Stage.Vehicle, Stage.Vehicle => Stage.Bench, Stage.Bench => Stage.Strip, _ => null };
        double Beyond() => Rate(looks.Singles(f => f.Stage == further, [looks.Now]), looks.Sets(f => f.Stage == further, [looks.Now]));
        var least = now == Stage.Vehicle ? WorthOfVehicle : further is null ? 0 : Beyond();
        return new(next, sets, DiagnoseResult.First(next, sets), here < least ? further : null);
    }

    /// <summary>Whether a finding can be looked at when the work has come that far: what is seen on the vehicle is gone once the unit is off.</summary>
    public static bool CanLook(Stage finding, Stage now) => finding == now || finding == Stage.Bench && now == Stage.Strip;

    private static double Rate(IReadOnlyList<NextCheck> next, IReadOnlyList<NextSet> sets)
        => Math.Max(next.Count > 0 ? next[0].BitsPerMinute : 0, sets.Count > 0 ? sets[0].BitsPerMinute : 0);
}
