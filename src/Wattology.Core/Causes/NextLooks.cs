using Wattology.Core.Numerics;

namespace Wattology.Core.Causes;

/// <summary>What each look not yet taken would bring: the expected drop of the entropy over hypotheses.</summary>
/// <remarks>Another answer changes the weights only by its own factor and, where it tells more than the finding that led its group, by that one's: so no
/// posterior is computed anew from the start.</remarks>
internal sealed class NextLooks
{
    private const int MostOfSet = 4;
    private readonly Evidence _evidence;
    private readonly HashSet<string> _open;
    private readonly ModelFinding[] _left;
    private readonly Dictionary<string, double> _gains = [];
    private readonly Level[] _levels;

    /// <summary>Prepares to weigh the looks of one failure.</summary>
    public NextLooks(CauseModel model, DiagnoseInput input, Evidence evidence)
    {
        _evidence = evidence;
        _open = [.. input.Open ?? [], .. evidence.Answered.Select(a => a.Finding.Set)];
        _left = [.. model.Findings.Where(f => !input.Findings.ContainsKey(f.Id) && (input.Stage is null || f.Stage <= input.Stage))];
        _levels = [.. Enumerable.Range(0, MostOfSet).Select(_ => new Level(evidence.Weights.Length))];
        Now = new(evidence.Weights, evidence.Logs, evidence.Leaders.ToDictionary(l => l.Key,
            l => new Leader(l.Value.Likelihood, evidence.Spread(l.Value.Likelihood), l.Value.Finding.Id)));
        foreach (var finding in _left) _gains[finding.Id] = Gains([Now], [finding])[0];
    }

    /// <summary>What is known now.</summary>
    public Belief Now { get; }

    /// <summary>Every look left on its own, by what it brings for the time.</summary>
    /// <param name="where">Which looks are weighed.</param>
    /// <param name="from">What will be known when it is taken, by equal chances.</param>
    public IReadOnlyList<NextCheck> Singles(Func<ModelFinding, bool> where, IReadOnlyList<Belief> from) => Nearly.Descending(_left.Where(where).Select(f =>
    {
        var setup = _open.Contains(f.Set) ? 0 : f.Setup;
        var gain = from is [var only] && only == Now ? _gains[f.Id] : Gains(from, [f])[0];
        return new NextCheck(f.Id, gain, setup, f.Minutes, gain / (setup + f.Minutes));
    }), n => n.BitsPerMinute, (a, b) => string.CompareOrdinal(a.Id, b.Id));

    /// <summary>Every set that has yet to be set up, with the looks worth taking in one go.</summary>
    /// <param name="where">Which looks are weighed.</param>
    /// <param name="from">What will be known when they are taken, by equal chances.</param>
    public IReadOnlyList<NextSet> Sets(Func<ModelFinding, bool> where, IReadOnlyList<Belief> from)
    {
        var sets = new List<NextSet>();
        foreach (var group in _left.Where(f => where(f) && f.Setup > 0 && !_open.Contains(f.Set)).GroupBy(f => f.Set))
        {
            ModelFinding[] looks = [.. Nearly.Descending(group, f => _gains[f.Id] / f.Minutes, (a, b) => string.CompareOrdinal(a.Id, b.Id)).Take(MostOfSet)];
            var gains = Gains(from, looks);
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

    /// <summary>What may be known once some looks are taken: so many ways it may come out, each as likely as another.</summary>
    /// <remarks>The ways are drawn from what is believed now, the same ones every time.</remarks>
    public IReadOnlyList<Belief> After(Func<ModelFinding, bool> where, int ways)
    {
        var looks = _left.Where(where).ToArray();
        var random = new Random(looks.Length);
        return [.. Enumerable.Range(0, ways).Select(way =>
        {
            var truth = Pick(Now.Weights, (way + 0.5) / ways);
            var (weights, logs) = ((double[])Now.Weights.Clone(), (double[])Now.Logs.Clone());
            var leaders = new Dictionary<string, Leader>(Now.Leaders);
            foreach (var look in looks)
            {
                var present = _evidence.Space.AsUsual(look, Answer.Present);
                var own = random.NextDouble() < present.Chances[truth] ? present : _evidence.Space.AsUsual(look, Answer.Absent);
                var fallen = leaders.GetValueOrDefault(look.Group);
                var leads = Leads(look, own, fallen);
                if (leads) leaders[look.Group] = new(own, _evidence.Spread(own), look.Id);
                for (var h = 0; h < weights.Length; h++)
                {
                    var (factor, log) = Factor(own, fallen, leads, h);
                    weights[h] *= factor;
                    logs[h] += log;
                }
            }
            var total = weights.Sum();
            var whole = Math.Log(total);
            for (var h = 0; h < weights.Length; h++) (weights[h], logs[h]) = (weights[h] / total, logs[h] - whole);
            return new Belief(weights, logs, leaders);
        })];
    }

    private static int Pick(double[] weights, double at)
    {
        for (var h = 0; h < weights.Length; h++)
            if ((at -= weights[h]) < 0) return h;
        return Array.FindLastIndex(weights, w => w > 0);
    }

    // The expected drop of the entropy when the first, the first two, ... of some looks are taken.
    private double[] Gains(IReadOnlyList<Belief> from, ModelFinding[] looks)
    {
        var gains = new double[looks.Length];
        foreach (var belief in from)
        {
            var after = new double[looks.Length];
            Look(belief, looks, 0, belief.Weights, belief.Logs, belief.Weights, after);
            for (var k = 0; k < after.Length; k++) gains[k] += (belief.Entropy - after[k]) / from.Count;
        }
        for (var k = 0; k < gains.Length; k++) gains[k] = Math.Max(0, gains[k]);
        return gains;
    }

    private bool Leads(ModelFinding finding, Likelihood own, Leader? before) => before is null || _evidence.Spread(own) is var spread
        && (spread > before.Spread + Nearly.Same || spread > before.Spread - Nearly.Same && string.CompareOrdinal(finding.Id, before.Id) < 0);

    // By what an answer changes the weight of a hypothesis: whole where it leads its group, and then what led before counts half.
    private static (double Factor, double Log) Factor(Likelihood own, Leader? fallen, bool leads, int h)
        => !leads ? (own.Roots[h], Evidence.LesserShare * own.Logs[h]) : fallen is null ? (own.Chances[h], own.Logs[h])
            : (own.Chances[h] / fallen.Likelihood.Roots[h], own.Logs[h] - Evidence.LesserShare * fallen.Likelihood.Logs[h]);

    // Takes the look at one depth, with either answer. "Weights" count shares; "said" are the chances of what was said so far, which do not.
    private void Look(Belief start, ModelFinding[] looks, int depth, double[] weights, double[] logs, double[] said, double[] after)
    {
        var (finding, level) = (looks[depth], _levels[depth]);
        var before = LeaderOf(start, finding.Group, depth);
        foreach (var answer in new[] { Answer.Present, Answer.Absent })
        {
            var own = _evidence.Space.AsUsual(finding, answer);
            var leads = Leads(finding, own, before);
            level.Group = finding.Group;
            level.Leader = leads ? new(own, _evidence.Spread(own), finding.Id) : before;
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
            if (depth + 1 < looks.Length) Look(start, looks, depth + 1, level.Weights, level.Logs, level.Said, after);
        }
    }

    private Leader? LeaderOf(Belief start, string group, int depth)
    {
        for (var above = depth - 1; above >= 0; above--)
            if (_levels[above].Group == group) return _levels[above].Leader;
        return start.Leaders.GetValueOrDefault(group);
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
internal sealed record Leader(Likelihood Likelihood, double Spread, string Id);

/// <summary>What is believed: the chance of every hypothesis, with its logarithm, and what leads each group.</summary>
internal sealed record Belief(double[] Weights, double[] Logs, IReadOnlyDictionary<string, Leader> Leaders)
{
    /// <summary>Its entropy in bits.</summary>
    public double Entropy { get; } = -Weights.Zip(Logs, (w, l) => w * l).Sum() / Math.Log(2);
}
