using Wattology.Core.Numerics;

namespace Wattology.Core.Causes;

/// <summary>A look, or several that one set-up pays for, as it is offered.</summary>
/// <param name="Set">The set its findings belong to.</param>
/// <param name="Looks">Its findings, in the order they are taken.</param>
/// <param name="Minutes">Minutes of the looks, and of the set-up unless that stands.</param>
/// <param name="Worth">What it brings for a minute; to be compared within one stage only.</param>
public sealed record Offer(string Set, IReadOnlyList<string> Looks, double Minutes, double Worth);

/// <summary>What can be looked at now, by the stage the work has reached, and when to go on to the next.</summary>
/// <remarks>On the vehicle a look is worth what it brings beyond what the unit tells in the same minutes (<see cref="VehiclePlan"/>); once the unit is off, the
/// expected drop of the entropy.</remarks>
/// <param name="Singles">Single looks, best first.</param>
/// <param name="Sets">Sets, best first.</param>
/// <param name="First">What to take first; null when nothing is worth taking.</param>
/// <param name="MoveOn">The stage to go on to, when nothing left here is worth its minutes beside what that stage brings; null otherwise.</param>
public sealed record LooksNow(IReadOnlyList<Offer> Singles, IReadOnlyList<Offer> Sets, Offer? First, Stage? MoveOn)
{
    /// <summary>A look that settles less than this is not worth a line, in bits.</summary>
    public const double WorthBits = 0.005;

    /// <summary>What is offered at a stage.</summary>
    /// <param name="model">Causes, chances and findings.</param>
    /// <param name="input">What was said, and what cannot be; its stage does not matter.</param>
    /// <param name="now">How far the work is.</param>
    public static LooksNow At(CauseModel model, DiagnoseInput input, Stage now)
    {
        input = input with { Stage = null };
        var evidence = new Evidence(model, input);
        var looks = new NextLooks(model, input, evidence);
        NextCheck[] next = [.. looks.Singles(f => CanLook(f.Stage, now)).Where(n => n.GainBits > WorthBits)];
        if (now == Stage.Vehicle)
        {
            var plan = new VehiclePlan(model, input, evidence);
            var telling = next.Select(n => n.Id).ToHashSet();
            Offer[] singles = [.. plan.Singles(telling.Contains)];
            return Of(singles, plan.Sets(singles), double.Epsilon, Stage.Bench);
        }
        Stage? further = now switch { Stage.Ask => Stage.Vehicle, Stage.Bench => Stage.Strip, _ => null };
        var beyond = Of(model, looks.Singles(f => f.Stage == further), looks.Sets(f => f.Stage == further), 0, null).First?.Worth ?? 0;
        return Of(model, next, looks.Sets(f => CanLook(f.Stage, now)).Where(s => s.GainBits > WorthBits), beyond, further);
    }

    /// <summary>Whether a finding can be looked at when the work has come that far: what is seen on the vehicle is gone once the unit is off.</summary>
    public static bool CanLook(Stage finding, Stage now) => finding == now || finding == Stage.Bench && now == Stage.Strip;

    private static LooksNow Of(CauseModel model, IEnumerable<NextCheck> singles, IEnumerable<NextSet> sets, double least, Stage? further)
        => Of([.. singles.Select(n => new Offer(model.Find(n.Id)!.Set, [n.Id], n.Setup + n.Minutes, n.BitsPerMinute))],
            [.. sets.Select(s => new Offer(s.Set, s.Looks, s.Setup + s.Minutes, s.BitsPerMinute))], least, further);

    private static LooksNow Of(Offer[] singles, IReadOnlyList<Offer> sets, double least, Stage? further)
    {
        var one = singles.Length > 0 ? singles[0] : null;
        var first = sets.Count > 0 && (one is null || sets[0].Worth > one.Worth + Nearly.Same) ? sets[0] : one;
        if (first is not { Worth: > 0 }) first = null;
        return new(singles, sets, first, (first?.Worth ?? 0) < least ? further : null);
    }
}
