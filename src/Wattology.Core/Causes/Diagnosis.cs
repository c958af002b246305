using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.Causes;

/// <summary>What looking brought.</summary>
public enum Answer
{
    /// <summary>Seen.</summary>
    Present,
    /// <summary>Looked for and not there.</summary>
    Absent,
}

/// <summary>What is known of a failed unit.</summary>
/// <param name="Findings">Finding id to what looking brought; what was not looked at is left out.</param>
/// <param name="Priors">Starting chances by cause id, every cause named; the model's own when null.</param>
/// <param name="Exclude">Causes this unit cannot have.</param>
public sealed record DiagnoseInput(IReadOnlyDictionary<string, Answer> Findings, IReadOnlyDictionary<string, double>? Priors = null,
    IReadOnlyList<string>? Exclude = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        var model = CauseModel.Usual;
        string At(string field, string child) => Faults.Join(Faults.Join(path, field), child);
        foreach (var id in Findings.Keys)
            if (model.Find(id) is null) faults.Add(At("findings", id), "There is no such finding.");
        for (var i = 0; i < (Exclude?.Count ?? 0); i++)
            if (!model.Causes.Contains(Exclude![i])) faults.Add(At("exclude", i.ToString(System.Globalization.CultureInfo.InvariantCulture)),
                $"There is no cause '{Exclude[i]}'; known are {string.Join(", ", model.Causes)}.");
        var left = model.Causes.Where(c => Exclude?.Contains(c) != true).ToArray();
        if (left.Length == 0) faults.Add(Faults.Join(path, "exclude"), "At least one cause must be left.");
        if (Priors is null) return;
        foreach (var (id, p) in Priors)
        {
            if (!model.Causes.Contains(id)) faults.Add(At("priors", id), "There is no such cause.");
            else if (p is < 0 or > 1e100) faults.Add(At("priors", id), "A starting chance is 0 or more, and no more than 1e100.");
        }
        foreach (var id in model.Causes)
            if (!Priors.ContainsKey(id)) faults.Add(At("priors", id), "Every cause needs a starting chance; this one is missing.");
        if (left.Sum(c => Priors.GetValueOrDefault(c)) <= 0) faults.Add(Faults.Join(path, "priors"),
            "The starting chances of the causes left add up to nothing.");
    }
}

/// <summary>How far the ranking has got.</summary>
public enum RankingVerdict
{
    /// <summary>No cause stands out.</summary>
    Open,
    /// <summary>One cause is likelier than not.</summary>
    Leading,
    /// <summary>One cause at 0.80 or more, on findings from three groups at least.</summary>
    Settled,
}

/// <summary>A cause and its chance; chances may add up to more than 1, since pairs count for both.</summary>
public sealed record CauseChance(string Id, double P);

/// <summary>How strongly a finding speaks for (positive) or against a cause, in decibans.</summary>
public sealed record Argument(string Cause, string Finding, double Db);

/// <summary>A finding not yet looked at and what looking is worth.</summary>
public sealed record NextCheck(string Id, double GainBits, double Minutes, double BitsPerMinute);

/// <summary>The ranking: verdict, causes highest first, arguments strongest first, next checks by what they settle for the time.</summary>
public sealed record DiagnoseResult(RankingVerdict Verdict, IReadOnlyList<CauseChance> Causes, IReadOnlyList<Argument> Why, IReadOnlyList<NextCheck> Next);

/// <summary>Ranks single causes and pairs of causes by Bayes' rule.</summary>
public static class Diagnosis
{
    private const double PairFactor = 0.5;
    private const double LesserShare = 0.4;

    /// <summary>Ranks the causes of one failure.</summary>
    /// <param name="model">Causes, chances and findings.</param>
    /// <param name="input">What was seen, not seen, and cannot be.</param>
    public static DiagnoseResult Compute(CauseModel model, DiagnoseInput input)
    {
        var space = new Hypotheses(model, input);
        var answered = input.Findings.Select(f => (Finding: model.Find(f.Key)!, Answer: f.Value)).ToArray();
        var shares = space.Shares(answered);
        var posterior = space.Posterior(answered, shares);

        var causes = Nearly.Descending(space.Causes.Select((c, i) => new CauseChance(model.Causes[c], space.ChanceOf(i, posterior))), c => c.P, c => c.Id);
        var groups = answered.Where(a => a.Finding.Stage != Stage.Ask).Select(a => a.Finding.Group).Distinct().Count();
        var verdict = causes[0].P >= 0.80 - Nearly.Same && groups >= 3 ? RankingVerdict.Settled
            : causes[0].P >= 0.50 - Nearly.Same ? RankingVerdict.Leading : RankingVerdict.Open;

        var why = answered.SelectMany((a, k) => space.Causes.Select((c, i)
            => new Argument(model.Causes[c], a.Finding.Id, space.Decibans(i, a.Finding, a.Answer) * shares[k])));
        return new DiagnoseResult(verdict, causes,
            Nearly.Descending(why, a => Math.Abs(a.Db), a => $"{a.Cause}\u0001{a.Finding}"),
            Nearly.Descending(space.Next(answered, posterior), n => n.BitsPerMinute, n => n.Id));
    }

    private sealed class Hypotheses
    {
        private readonly CauseModel _model;
        private readonly double[] _priors;
        private readonly (int First, int Second)[] _members;
        private readonly double[] _logWeight;
        private readonly Dictionary<(string Finding, Answer Answer), double[]> _logLikelihood = [];

        public Hypotheses(CauseModel model, DiagnoseInput input)
        {
            _model = model;
            Causes = [.. Enumerable.Range(0, model.Causes.Count).Where(i => input.Exclude?.Contains(model.Causes[i]) != true)];
            var raw = Causes.Select(c => input.Priors is { } given ? given[model.Causes[c]] : model.Priors[c]).ToArray();
            _priors = [.. raw.Select(p => p / raw.Sum())];
            var members = new List<(int, int)>();
            var weights = new List<double>();
            for (var i = 0; i < Causes.Length; i++)
            {
                members.Add((i, i));
                weights.Add(_priors[i]);
            }
            for (var i = 0; i < Causes.Length; i++)
                for (var j = i + 1; j < Causes.Length; j++)
                {
                    if (IsElsewhere(i) || IsElsewhere(j)) continue;
                    members.Add((i, j));
                    weights.Add(PairFactor * _priors[i] * _priors[j]);
                }
            _members = [.. members];
            var total = weights.Sum();
            _logWeight = [.. weights.Select(w => Math.Log(w / total))];
        }

        /// <summary>Positions in the model of the causes that take part.</summary>
        public int[] Causes { get; }

        private bool IsElsewhere(int cause) => _model.Causes[Causes[cause]] == CauseModel.Elsewhere;

        private double Chance(int cause, ModelFinding finding, Answer answer)
            => answer == Answer.Present ? finding.Chances[Causes[cause]] : 1 - finding.Chances[Causes[cause]];

        private double Chance((int First, int Second) hypothesis, ModelFinding finding)
        {
            double p = finding.Chances[Causes[hypothesis.First]], q = finding.Chances[Causes[hypothesis.Second]];
            return hypothesis.First == hypothesis.Second ? p : finding.IsFault ? 1 - (1 - p) * (1 - q) : Math.Min(p, q);
        }

        private double[] LogLikelihood(ModelFinding finding, Answer answer)
        {
            if (!_logLikelihood.TryGetValue((finding.Id, answer), out var logs))
                _logLikelihood[(finding.Id, answer)] = logs = [.. _members.Select(h
                    => Math.Log(answer == Answer.Present ? Chance(h, finding) : 1 - Chance(h, finding)))];
            return logs;
        }

        /// <summary>The finding that tells most in its group counts whole, each other one for less.</summary>
        public double[] Shares(IReadOnlyList<(ModelFinding Finding, Answer Answer)> answered)
        {
            double Spread((ModelFinding Finding, Answer Answer) a)
            {
                // The first hypotheses are the single causes.
                var logs = LogLikelihood(a.Finding, a.Answer).AsSpan(0, Causes.Length);
                double least = double.MaxValue, most = double.MinValue;
                foreach (var log in logs) { least = Math.Min(least, log); most = Math.Max(most, log); }
                return most - least;
            }
            var whole = answered.GroupBy(a => a.Finding.Group)
                .Select(g => Nearly.Descending(g, Spread, a => a.Finding.Id)[0].Finding.Id).ToHashSet();
            return [.. answered.Select(a => whole.Contains(a.Finding.Id) ? 1 : LesserShare)];
        }

        public double[] Posterior(IReadOnlyList<(ModelFinding Finding, Answer Answer)> answered, double[] shares)
        {
            var logs = (double[])_logWeight.Clone();
            for (var k = 0; k < answered.Count; k++)
            {
                var likelihood = LogLikelihood(answered[k].Finding, answered[k].Answer);
                for (var h = 0; h < logs.Length; h++) logs[h] += shares[k] * likelihood[h];
            }
            var most = logs.Max();
            for (var h = 0; h < logs.Length; h++) logs[h] = Math.Exp(logs[h] - most);
            var total = logs.Sum();
            for (var h = 0; h < logs.Length; h++) logs[h] /= total;
            return logs;
        }

        public double ChanceOf(int cause, double[] posterior)
        {
            var sum = 0.0;
            for (var h = 0; h < posterior.Length; h++)
                if (_members[h].First == cause || _members[h].Second == cause) sum += posterior[h];
            return sum;
        }

        public double Decibans(int cause, ModelFinding finding, Answer answer)
        {
            double weighted = 0, weight = 0;
            for (var other = 0; other < Causes.Length; other++)
            {
                if (other == cause) continue;
                weighted += _priors[other] * Chance(other, finding, answer);
                weight += _priors[other];
            }
            return weight > 0 ? 10 * Math.Log10(Chance(cause, finding, answer) / (weighted / weight)) : 0;
        }

        public IEnumerable<NextCheck> Next(IReadOnlyList<(ModelFinding Finding, Answer Answer)> answered, double[] posterior)
        {
            var known = answered.Select(a => a.Finding.Id).ToHashSet();
            var now = Entropy(posterior);
            foreach (var finding in _model.Findings.Where(f => !known.Contains(f.Id)))
            {
                var seen = 0.0;
                for (var h = 0; h < posterior.Length; h++) seen += posterior[h] * Chance(_members[h], finding);
                double After(Answer answer)
                {
                    (ModelFinding, Answer)[] then = [.. answered, (finding, answer)];
                    return Entropy(Posterior(then, Shares(then)));
                }
                var gain = Math.Max(0, now - seen * After(Answer.Present) - (1 - seen) * After(Answer.Absent));
                yield return new NextCheck(finding.Id, gain, finding.Minutes, gain / finding.Minutes);
            }
        }

        private static double Entropy(double[] chances) => -chances.Sum(p => p > 0 ? p * Math.Log2(p) : 0);
    }
}
