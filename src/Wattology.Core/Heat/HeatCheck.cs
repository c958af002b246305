using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Heat;

/// <summary>What lies near hot metal.</summary>
public enum Neighbour
{
    /// <summary>A hose of air, oil or water.</summary>
    Hose,
    /// <summary>A wire or plug.</summary>
    Wire,
    /// <summary>A brake pipe, hose or cylinder.</summary>
    Brake,
    /// <summary>A fuel pipe or hose.</summary>
    Fuel,
    /// <summary>A boot, mount or belt of rubber.</summary>
    Rubber,
}

/// <summary>The gap between a neighbour and hot metal was measured.</summary>
/// <param name="Near">Which neighbour.</param>
/// <param name="GapMm">Gap, mm.</param>
/// <param name="To">To what: "turbine housing".</param>
public sealed record HeatGap(Neighbour Near, [Bounds(0, 1_000), In(Measure.Length), Usual(5, 300)] double GapMm, string To = "") : EntryBody
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "heat-gap";

    /// <summary>The gap; none is known that fits every metal and every guard.</summary>
    public static readonly LimitKind Gap = LimitKind.NoneKnown("heat-gap", "Gap to hot metal", Measure.Length);

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<HeatGap, HeatGapOutcome>(KindName, "Gap to hot metal",
        (job, body) => new(new(job.Limits.Choose(Gap).Judge(body.GapMm), "gap", job.Limits.Choose(Gap))),
        (job, n) => $"{JsonForm.Plain(n.Body.Near)}{(n.Body.To.Length > 0 ? $" to {n.Body.To}" : "")}: {(n.Outcome is HeatGapOutcome outcome
            ? $"{outcome.Judgement.Show(n.Body.GapMm, Measure.Length, job.Units)}. {outcome.Why}{outcome.Said(n.Body, job.Units)}" : "")}")
    {
        MeasuredWith = [InstrumentKind.Tape],
        Ages = Ages.MeasureAgain,
        Caution = new("Cold, and out of the way of fan and belts."),
    };
}

/// <summary>What a gap came to.</summary>
/// <param name="Judgement">How it was judged, and by what.</param>
public sealed record HeatGapOutcome(Judgement Judgement) : Outcome, IJudged
{
    /// <inheritdoc/>
    public double? JudgedOf(object body) => (body as HeatGap)?.GapMm;

    /// <summary>The reason in a sentence.</summary>
    public string Why => Judgement.Verdict switch
    {
        Verdict.Sound => "Far enough.",
        Verdict.ReadingOnly => "No gap is known that fits every case.",
        _ => "Too near.",
    };
}

/// <summary>What hot metal can spoil, and how the unit hangs.</summary>
public static class HeatCheck
{
    /// <summary>The neighbours, with their names.</summary>
    public static readonly IReadOnlyList<(Neighbour Near, string Title)> Neighbours =
    [
        (Neighbour.Hose, "Hoses"), (Neighbour.Wire, "Wires"), (Neighbour.Brake, "Brake"), (Neighbour.Fuel, "Fuel"), (Neighbour.Rubber, "Rubber"),
    ];

    /// <summary>The gap to each: a guard never excuses it.</summary>
    public static readonly IReadOnlyList<Question> Gaps = [.. Neighbours.Select(n => new Question($"heat-gap-{JsonForm.WordOf(n.Near)}",
        $"{n.Title}: gap to hot metal", [new("clear", "clear"), new("tight", "tight", Verdict.Doubtful), new("touches", "touches", Verdict.Stop),
            new("none", "nothing there")]))];

    /// <summary>The guard of each: a gap never excuses it.</summary>
    public static readonly IReadOnlyList<Question> Guards = [.. Neighbours.Select(n => new Question($"heat-guard-{JsonForm.WordOf(n.Near)}",
        $"{n.Title}: shield or sleeve", [new("shield", "shield fitted"), new("sleeve", "sleeve fitted"), new("not-needed", "none needed, out of the heat"),
            new("missing", "missing", Verdict.Doubtful)]))];

    /// <summary>A second look at each, after the first hot run.</summary>
    public static readonly IReadOnlyList<Question> Again = [.. Neighbours.Select(n => new Question($"heat-again-{JsonForm.WordOf(n.Near)}",
        $"{n.Title}: after the first hot run", [new("as-it-was", "as it was"), new("marked", "browned, soft or smells", Verdict.Stop, Asks: "Where")
            { Optional = true }]) { Applies = (job, _) => EngineRuns.Of(job).LongestSeconds > 0 })];

    /// <summary>How hot metal is covered.</summary>
    public static readonly School Covering = new("heat-school", "Manifold and turbine housing",
    [
        new("bare", "left bare", "A wrapped iron manifold can overheat and crack; bare, every crack and leak is seen. Its neighbours need their gap and "
            + "their guard."),
        new("blanket", "blanket on the housing", "Keeps heat from its neighbours and comes off to look."),
        new("wrapped", "wrapped", "Keeps most of the heat in; holds salt and damp, and hides a crack."),
    ], "bare");

    /// <summary>How the manifold is covered: workshops differ.</summary>
    public static readonly Question Cover = new("heat-cover", "Manifold and turbine housing",
        [new("bare", "left bare"), new("blanket", "blanket on the housing"), new("wrapped", "wrapped", Verdict.Doubtful, Asks: "Why all the same")])
    {
        Caution = new("Wrap sheds fibres: gloves. A new wrap smokes at first."),
    };

    /// <summary>What carries the unit.</summary>
    public static readonly Question Hangs = new("unit-hangs", "The unit's weight hangs",
    [
        new("bracket", "on a bracket that lets it grow"),
        new("manifold", "on its manifold, made for it"),
        new("stiff", "on a stiff bracket", Verdict.Doubtful),
        new("seal", "on a sealing ring or a pipe", Verdict.Stop),
    ]) { Applies = (job, _) => job.Record.Machine().Kind != JobKind.MakersSpec };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("heat", "Heat", DrawnPart.Heat, Read)
    {
        Questions = [.. Gaps, .. Guards, .. Again, Cover, Hangs],
        Kinds = [HeatGap.Kind],
        Schools = [Covering],
        Limits = [HeatGap.Gap],
        Items =
        [
            ItemDefinition.AtStop("heat", "Heat, and what carries the unit"),
            new(HoldPoint.HandOver, "heat-again", "What lies near hot metal, looked at again", (context, _) => SecondLook(context.Job)),
        ],
    };

    // What was near enough to be looked at once is looked at again after the first hot run: heat shows only then.
    private static ItemState? SecondLook(JobContext job)
    {
        var near = Neighbours.Where((n, i) => Gaps[i].Read(job, 0).Noted is { Body.Answer: not "none" } || job.Record.All<HeatGap>().Any(g => g.Body.Near
            == n.Near)).Select(n => Again[Neighbours.ToList().IndexOf(n)]).ToArray();
        if (near.Length == 0 || EngineRuns.Of(job).LongestSeconds <= 0) return null;
        var looks = near.Select(q => q.Read(job, 0)).ToArray();
        if (looks.FirstOrDefault(l => l.Answer is { Verdict: Verdict.Stop }) is { } bad) return ItemState.Stop($"{bad.Question.Title}: {bad.Words}.",
            bad.Noted!.Entry);
        return looks.FirstOrDefault(l => !l.Answered) is { } open ? ItemState.NotLooked($"{open.Question.Title}: not answered yet.")
            : ItemState.Done("As it was.", LookState.Last(looks));
    }

    private static Found Read(JobContext job, int turbo)
    {
        // Nothing there needs no guard and no second look.
        var bare = Neighbours.Where((_, i) => Gaps[i].Read(job, 0).Answer?.Id == "none").Select(n => $"-{JsonForm.WordOf(n.Near)}").ToArray();
        var looks = LookState.Together([.. Definition.Questions.Where(q => q.Applies(job, 0) && (Gaps.Contains(q) || !bare.Any(q.Id.EndsWith)))
            .Select(q => q.Read(job, 0))], "clear", "Every neighbour has its gap and its guard.");
        var gap = Found.Of<HeatGap, HeatGapOutcome>(job.Record.All<HeatGap>().GroupBy(g => g.Body.Near).Select(g => g.Last())
            .MaxBy(g => (g.Outcome as HeatGapOutcome)?.Judgement.Verdict), (g, _) => job.Units.ShowLength(g.GapMm));
        return gap.Verdict > looks.Verdict && gap.Since is not null ? gap : looks;
    }
}
