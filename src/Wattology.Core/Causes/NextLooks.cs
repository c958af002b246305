using Wattology.Core.Numerics;

namespace Wattology.Core.Causes;

/// <summary>What each look not yet taken would bring: the expected drop of the entropy over hypotheses.</summary>
/// <remarks>Another answer changes the weights only by its own factor and, where it tells more than the finding that led its group, by that one's: so no
/// posterior is computed anew from the start.</remarks>
internal sealed class NextLooks
{
    private const int MostOfSet = 4;
    private readonly Evidence _evidence;
    private readonly ModelFinding[] _left;
    private readonly Dictionary<string, double> _gains = [];
    private readonly Level[] _levels;
    private readonly Belief _now;

    /// <summary>Prepares to weigh the looks of one failure.</summary>
    public NextLooks(CauseModel model, DiagnoseInput input, Evidence evidence)
    {
        _evidence = evidence;
        _left = [.. model.Findings.Where(f => !input.Findings.ContainsKey(f.Id) && (input.Stage is null || f.Stage <= input.Stage))];
        _levels = [.. Enumerable.Range(0, MostOfSet).Select(_ => new Level(evidence.Weights.Length))];
        _now = new(evidence.Weights, evidence.Logs, evidence.LeadersNow());
        foreach (var finding in _left) _gains[finding.Id] = Gains([finding])[0];
    }

    /// <summary>Every look left on its own, by what it brings for the time.</summary>
    /// <param name="where">Which looks are weighed.</param>
    public IReadOnlyList<NextCheck> Singles(Func<ModelFinding, bool> where) => Nearly.Descending(_left.Where(where).Select(f =>
    {
        var setup = _evidence.Open.Contains(f.Set) ? 0 : f.Setup;
        return new NextCheck(f.Id, _gains[f.Id], setup, f.Minutes, _gains[f.Id] / (setup + f.Minutes));
    }), n => n.BitsPerMinute, (a, b) => string.CompareOrdinal(a.Id, b.Id));

    /// <summary>Every set that has yet to be set up, with the looks worth taking in one go.</summary>
    /// <param name="where">Which looks are weighed.</param>
    public IReadOnlyList<NextSet> Sets(Func<ModelFinding, bool> where)
    {
        var sets = new List<NextSet>();
        foreach (var group in _left.Where(f => where(f) && f.Setup > 0 && !_evidence.Open.Contains(f.Set)).GroupBy(f => f.Set))
        {
            ModelFinding[] looks = [.. Nearly.Descending(group, f => _gains[f.Id] / f.Minutes, (a, b) => string.CompareOrdinal(a.Id, b.Id)).Take(MostOfSet)];
            var gains = Gains(looks);
            NextSet? best = null;
            var minutes = 0.0;
            for (var k = 0; k < looks.Length; k++)
            {
                minutes += looks[k].Minutes;
                var rate = gains[k] / (looks[0].Setup + minutes);
                if (best is null || rate > best.BitsPerMinute + Nearly.Same)
                    best = new(group.Key, [.. looks.Take(k + 1).Select(f => f.Id)], gains[k], looks[0].Setup, minutes, rate);
            }
            sets.Add(best!);
        }
        return Nearly.Descending(sets, s => s.BitsPerMinute, (a, b) => string.CompareOrdinal(a.Set, b.Set));
    }

    // The expected drop of the entropy when the first, the first two, ... of some looks are taken.
    private double[] Gains(ModelFinding[] looks)
    {
        var after = new double[looks.Length];
        Look(looks, 0, _now.Weights, _now.Logs, _now.Weights, after);
        return [.. after.Select(entropy => Math.Max(0, _now.Entropy - entropy))];
    }

    // By what an answer changes the weight of a hypothesis: whole where it leads its group, and then what led before counts half.
    private static (double Factor, double Log) Factor(Likelihood own, Leader? fallen, bool leads, int h)
        => !leads ? (own.Roots[h], Evidence.LesserShare * own.Logs[h]) : fallen is null ? (own.Chances[h], own.Logs[h])
            : (own.Chances[h] / fallen.Likelihood.Roots[h], own.Logs[h] - Evidence.LesserShare * fallen.Likelihood.Logs[h]);

    // Takes the look at one depth, with either answer. "Weights" count shares; "said" are the chances of what was said so far, which do not.
    private void Look(ModelFinding[] looks, int depth, double[] weights, double[] logs, double[] said, double[] after)
    {
        var (finding, level) = (looks[depth], _levels[depth]);
        var before = LeaderOf(finding.Group, depth);
        foreach (var answer in new[] { Answer.Present, Answer.Absent })
        {
            var saying = _evidence.Saying(finding, answer);
            var (own, leads) = (saying.Likelihood, saying.LeadsOver(before));
            level.Group = finding.Group;
            level.Leader = leads ? saying : before;
            double chance = 0, total = 0, sum = 0;
            for (var h = 0; h < weights.Length; h++)
            {
                var (factor, log) = Factor(own, before, leads, h);
                var weight = level.Weights[h] = weights[h] * factor;
                log = level.Logs[h] = logs[h] + log;
                total += weight;
                sum += weight * log;
                chance += level.Said[h] = said[h] * own.Chances[h];
            }
            after[depth] += chance * (Math.Log(total) - sum / total) / Math.Log(2);
            if (depth + 1 < looks.Length) Look(looks, depth + 1, level.Weights, level.Logs, level.Said, after);
        }
    }

    private Leader? LeaderOf(string group, int depth)
    {
        for (var above = depth - 1; above >= 0; above--)
            if (_levels[above].Group == group) return _levels[above].Leader;
        return _now.Leaders.GetValueOrDefault(group);
    }

    private sealed class Level(int hypotheses)
    {
        public readonly double[] Weights = new double[hypotheses];
        public readonly double[] Logs = new double[hypotheses];
        public readonly double[] Said = new double[hypotheses];
        public string Group = "";
        public Leader? Leader;
    }
}

/// <summary>The answer that counts whole in its group.</summary>
/// <param name="Likelihood">How likely it is said under each hypothesis.</param>
/// <param name="Spread">How far it tells causes apart.</param>
/// <param name="Id">Its finding.</param>
internal sealed record Leader(Likelihood Likelihood, double Spread, string Id)
{
    /// <summary>Whether it tells more than another answer of its group: the larger spread, and of equal ones the first by the alphabet.</summary>
    /// <param name="before">What has led; null for nothing.</param>
    public bool LeadsOver(Leader? before) => before is null || Spread > before.Spread + Nearly.Same
        || Spread > before.Spread - Nearly.Same && string.CompareOrdinal(Id, before.Id) < 0;
}

/// <summary>What is believed: the chance of every hypothesis, with its logarithm, and what leads each group.</summary>
internal sealed record Belief(double[] Weights, double[] Logs, IReadOnlyDictionary<string, Leader> Leaders)
{
    /// <summary>Its entropy in bits.</summary>
    public double Entropy { get; } = -Weights.Zip(Logs, (w, l) => w * l).Sum() / Math.Log(2);
}
