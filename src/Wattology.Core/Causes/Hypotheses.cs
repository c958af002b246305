using Wattology.Core.Entries;

namespace Wattology.Core.Causes;

/// <summary>Every single cause of a model and every pair of causes, and how likely each finding is said present or absent under each.</summary>
/// <remarks>Depends on the model alone, so it is computed once. Both the chance and its logarithm are kept: a posterior is then made by products, and its
/// entropy by sums, with no power or logarithm taken while next looks are weighed.</remarks>
internal sealed class Hypotheses
{
    private const double PairFactor = 0.5;
    private readonly CauseModel _model;
    private readonly Dictionary<string, double[]> _seen;
    private readonly Dictionary<string, (Likelihood Present, Likelihood Absent)> _asUsual;

    /// <summary>Computes them for a model.</summary>
    public Hypotheses(CauseModel model)
    {
        _model = model;
        var members = new List<(int, int)>();
        for (var i = 0; i < model.Causes.Count; i++) members.Add((i, i));
        for (var i = 0; i < model.Causes.Count; i++)
            for (var j = i + 1; j < model.Causes.Count; j++)
                if (model.Causes[i] != CauseModel.Elsewhere && model.Causes[j] != CauseModel.Elsewhere) members.Add((i, j));
        Members = [.. members];
        _seen = model.Findings.ToDictionary(f => f.Id, f => Members.Select(h => Seen(f, h)).ToArray());
        _asUsual = model.Findings.ToDictionary(f => f.Id, f => (Of(f, Answer.Present, f.Known), Of(f, Answer.Absent, f.Known)));
    }

    /// <summary>The causes of each, by their positions in the model; twice the same for a single cause. The single causes come first, in their order.</summary>
    public (int First, int Second)[] Members { get; }

    /// <summary>The starting weight of each, adding up to 1; 0 where a cause that cannot be takes part.</summary>
    /// <param name="priors">Starting chances of the single causes, adding up to 1; 0 for one that is left out.</param>
    public double[] Start(double[] priors)
    {
        var weights = Members.Select(h => h.First == h.Second ? priors[h.First] : PairFactor * priors[h.First] * priors[h.Second]).ToArray();
        var total = weights.Sum();
        return [.. weights.Select(w => w / total)];
    }

    /// <summary>How likely an answer is said under each.</summary>
    public Likelihood Of(ModelFinding finding, Said said) => said.Known == finding.Known ? AsUsual(finding, said.Answer) : Of(finding, said.Answer, said.Known);

    /// <summary>How likely an answer is said under each, when it is known the way the finding usually is.</summary>
    public Likelihood AsUsual(ModelFinding finding, Answer answer)
        => answer == Answer.Present ? _asUsual[finding.Id].Present : _asUsual[finding.Id].Absent;

    private Likelihood Of(ModelFinding finding, Answer answer, Known? known) => new(
        [.. _seen[finding.Id].Select(p => Lapse.Chance(p, answer, known))], _model.Causes.Count);

    private static double Seen(ModelFinding finding, (int First, int Second) hypothesis)
    {
        double p = finding.Chances[hypothesis.First], q = finding.Chances[hypothesis.Second];
        return hypothesis.First == hypothesis.Second ? p : finding.IsFault ? 1 - (1 - p) * (1 - q) : Math.Min(p, q);
    }
}

/// <summary>How likely an answer is said under each hypothesis.</summary>
internal sealed class Likelihood
{
    /// <summary>Takes the chances, the single causes first.</summary>
    public Likelihood(double[] chances, int causes)
    {
        Chances = chances;
        Logs = [.. chances.Select(c => Math.Log(c))];
        Roots = [.. chances.Select(c => Math.Sqrt(c))];
        SpreadOfAll = Spread(Enumerable.Range(0, causes));
    }

    /// <summary>The chances.</summary>
    public double[] Chances { get; }

    /// <summary>Their natural logarithms.</summary>
    public double[] Logs { get; }

    /// <summary>Their square roots: the chance counted for half.</summary>
    public double[] Roots { get; }

    /// <summary>How far it tells single causes apart, over all causes of the model.</summary>
    public double SpreadOfAll { get; }

    /// <summary>How far it tells single causes apart: largest less smallest logarithm.</summary>
    /// <param name="causes">The causes that take part.</param>
    public double Spread(IEnumerable<int> causes)
    {
        double least = double.MaxValue, most = double.MinValue;
        foreach (var cause in causes) (least, most) = (Math.Min(least, Logs[cause]), Math.Max(most, Logs[cause]));
        return most - least;
    }
}

/// <summary>Answers are sometimes wrong: how often, by how they are known.</summary>
public static class Lapse
{
    /// <summary>The chance that an answer given is the opposite of the truth; one not said how it is known counts as told.</summary>
    public static double Of(Known? known) => known switch
    {
        Known.Measured => 0.01,
        Known.Seen => 0.03,
        Known.Felt => 0.06,
        Known.Assumed => 0.25,
        _ => 0.10,
    };

    /// <summary>The chance that an answer is given, where the chance that the finding is there is known.</summary>
    /// <param name="there">The chance that it is there, 0 to 1.</param>
    /// <param name="answer">The answer.</param>
    /// <param name="known">How it is known.</param>
    public static double Chance(double there, Answer answer, Known? known)
    {
        var present = (1 - 2 * Of(known)) * there + Of(known);
        return answer == Answer.Present ? present : 1 - present;
    }
}
