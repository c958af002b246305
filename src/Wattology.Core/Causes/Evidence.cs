using Wattology.Core.Entries;
using Wattology.Core.Numerics;

namespace Wattology.Core.Causes;

/// <summary>An answered finding with what it weighs.</summary>
/// <param name="Finding">The finding.</param>
/// <param name="Said">What was said of it.</param>
/// <param name="Likelihood">How likely that is said under each hypothesis.</param>
/// <param name="Share">1 for the finding that tells most in its group, <see cref="Evidence.LesserShare"/> for each other.</param>
internal sealed record AnsweredFinding(ModelFinding Finding, Said Said, Likelihood Likelihood, double Share);

/// <summary>What the answers of one failure come to: the weight of every hypothesis.</summary>
internal sealed class Evidence
{
    /// <summary>What a finding counts beside another of its group that tells more.</summary>
    public const double LesserShare = 0.5;

    private readonly bool _all;
    private readonly Dictionary<(string Finding, Answer Answer), Leader> _sayings = [];

    /// <summary>Weighs the answers.</summary>
    public Evidence(CauseModel model, DiagnoseInput input)
    {
        Space = model.Hypotheses;
        Causes = [.. Enumerable.Range(0, model.Causes.Count).Where(i => input.Exclude?.Contains(model.Causes[i]) != true)];
        _all = Causes.Count == model.Causes.Count;
        Priors = new double[model.Causes.Count];
        foreach (var cause in Causes) Priors[cause] = input.Priors is { } given ? given[model.Causes[cause]] : model.Priors[cause];
        var total = Priors.Sum();
        for (var i = 0; i < Priors.Length; i++) Priors[i] /= total;

        var said = input.Findings.Select(f => (Finding: model.Find(f.Key)!, Said: f.Value)).Select(f => new AnsweredFinding(f.Finding, f.Said,
            Space.Of(f.Finding, f.Said), 1)).ToArray();
        foreach (var group in said.GroupBy(a => a.Finding.Group))
        {
            AnsweredFinding? leader = null;
            foreach (var one in group.OrderBy(a => a.Finding.Id, StringComparer.Ordinal))
                if (leader is null || Spread(one.Likelihood) > Spread(leader.Likelihood) + Nearly.Same) leader = one;
            Leaders[group.Key] = leader!;
        }
        Answered = [.. said.Select(a => Leaders[a.Finding.Group] == a ? a : a with { Share = LesserShare })];

        Open = new HashSet<string>([.. input.Open ?? [], .. Answered.Select(a => a.Finding.Set)]);
        Weights = Space.Start(Priors);
        Logs = [.. Weights.Select(w => w > 0 ? Math.Log(w) : 0)];
        foreach (var answered in Answered)
        {
            var whole = answered.Share == 1;
            var (factors, logs) = (whole ? answered.Likelihood.Chances : answered.Likelihood.Roots, answered.Likelihood.Logs);
            for (var h = 0; h < Weights.Length; h++)
            {
                Weights[h] *= factors[h];
                Logs[h] += answered.Share * logs[h];
            }
        }
        var sum = Weights.Sum();
        var log = Math.Log(sum);
        for (var h = 0; h < Weights.Length; h++) (Weights[h], Logs[h]) = (Weights[h] / sum, Logs[h] - log);
    }

    /// <summary>The hypotheses.</summary>
    public Hypotheses Space { get; }

    /// <summary>Positions in the model of the causes that take part.</summary>
    public IReadOnlyList<int> Causes { get; }

    /// <summary>The starting chance of each cause, adding up to 1; 0 for one that takes no part.</summary>
    public double[] Priors { get; }

    /// <summary>The answered findings with their shares.</summary>
    public IReadOnlyList<AnsweredFinding> Answered { get; }

    /// <summary>The sets that are set up: named so, or a finding of theirs is answered.</summary>
    public IReadOnlySet<string> Open { get; }

    /// <summary>The finding that counts whole in each group.</summary>
    public Dictionary<string, AnsweredFinding> Leaders { get; } = [];

    /// <summary>The chance of each hypothesis, adding up to 1.</summary>
    public double[] Weights { get; }

    /// <summary>Their natural logarithms; of no meaning where the chance is 0.</summary>
    public double[] Logs { get; }

    /// <summary>How far a likelihood tells the causes apart that take part.</summary>
    public double Spread(Likelihood likelihood) => _all ? likelihood.SpreadOfAll : likelihood.Spread(Causes);

    /// <summary>An answer not yet given, known the way its finding usually is, with how far it tells the causes apart.</summary>
    public Leader Saying(ModelFinding finding, Answer answer)
    {
        if (_sayings.TryGetValue((finding.Id, answer), out var saying)) return saying;
        var own = Space.AsUsual(finding, answer);
        return _sayings[(finding.Id, answer)] = new(own, Spread(own), finding.Id);
    }

    /// <summary>What leads each group now.</summary>
    public Dictionary<string, Leader> LeadersNow() => Leaders.ToDictionary(l => l.Key,
        l => new Leader(l.Value.Likelihood, Spread(l.Value.Likelihood), l.Value.Finding.Id));

    /// <summary>The chance of a cause: of every hypothesis that contains it.</summary>
    public double ChanceOf(int cause)
    {
        var sum = 0.0;
        for (var h = 0; h < Weights.Length; h++)
            if (Space.Members[h].First == cause || Space.Members[h].Second == cause) sum += Weights[h];
        return sum;
    }

    /// <summary>The weight of evidence of an answer for a cause, in decibans: 10·log10 of its chance under that cause over its chance under the others,
    /// averaged by their starting chances, times the answer's share.</summary>
    public double Decibans(int cause, AnsweredFinding answered)
    {
        double weighted = 0, weight = 0;
        foreach (var other in Causes)
        {
            if (other == cause) continue;
            weighted += Priors[other] * answered.Likelihood.Chances[other];
            weight += Priors[other];
        }
        return weight > 0 ? 10 * Math.Log10(answered.Likelihood.Chances[cause] / (weighted / weight)) * answered.Share : 0;
    }
}
