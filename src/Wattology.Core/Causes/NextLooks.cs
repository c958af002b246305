using Wattology.Core.Numerics;

namespace Wattology.Core.Causes;

/// <summary>What each look not yet taken would bring: the expected drop of the entropy over hypotheses.</summary>
/// <remarks>Another answer changes the weights only by its own factor and, where it tells more than the finding that led its group, by that one's: so no
/// posterior is computed anew from the start.</remarks>
internal sealed class NextLooks
{
    private const int MostOfSet = 4;
    private const int MostAhead = 4;
    private readonly Evidence _evidence;
    private readonly HashSet<string> _open;
    private readonly ModelFinding[] _left;
    private readonly Dictionary<string, double> _gains = [];
    private readonly double _now;
    private readonly Level[] _levels;

    /// <summary>Prepares to weigh the looks of one failure.</summary>
    public NextLooks(CauseModel model, DiagnoseInput input, Evidence evidence)
    {
        _evidence = evidence;
        _open = [.. input.Open ?? [], .. evidence.Answered.Select(a => a.Finding.Set)];
        _left = [.. model.Findings.Where(f => !input.Findings.ContainsKey(f.Id) && (input.Stage is null || f.Stage <= input.Stage))];
        _now = Entropy(evidence.Weights, evidence.Logs);
        _levels = [.. Enumerable.Range(0, MostAhead + MostOfSet).Select(_ => new Level(evidence.Weights.Length))];
        foreach (var finding in _left) _gains[finding.Id] = Gains([finding])[0];
    }

    /// <summary>Every look left on its own, by what it brings for the time.</summary>
    /// <param name="where">Which looks are weighed.</param>
    /// <param name="ahead">Looks that will be taken anyway: only what comes beyond them counts.</param>
    public IReadOnlyList<NextCheck> Singles(Func<ModelFinding, bool> where, ModelFinding[] ahead) => Nearly.Descending(_left.Where(where).Select(f =>
    {
        var setup = _open.Contains(f.Set) ? 0 : f.Setup;
        var gain = ahead.Length == 0 ? _gains[f.Id] : Beyond(ahead, [f])[0];
        return new NextCheck(f.Id, gain, setup, f.Minutes, gain / (setup + f.Minutes));
    }), n => n.BitsPerMinute, (a, b) => string.CompareOrdinal(a.Id, b.Id));

    /// <summary>Every set that has yet to be set up, with the looks worth taking in one go.</summary>
    /// <param name="where">Which looks are weighed.</param>
    /// <param name="ahead">Looks that will be taken anyway: only what comes beyond them counts.</param>
    public IReadOnlyList<NextSet> Sets(Func<ModelFinding, bool> where, ModelFinding[] ahead)
    {
        var sets = new List<NextSet>();
        foreach (var group in _left.Where(f => where(f) && f.Setup > 0 && !_open.Contains(f.Set)).GroupBy(f => f.Set))
        {
            ModelFinding[] looks = [.. Nearly.Descending(group, f => _gains[f.Id] / f.Minutes, (a, b) => string.CompareOrdinal(a.Id, b.Id)).Take(MostOfSet)];
            var gains = Beyond(ahead, looks);
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

    /// <summary>The looks that bring most together, each chosen beside those before it.</summary>
    /// <param name="count">How many, at most 4.</param>
    /// <param name="where">Which are chosen from.</param>
    public ModelFinding[] MostTogether(int count, Func<ModelFinding, bool> where)
    {
        var chosen = new List<ModelFinding>();
        var pool = _left.Where(where).OrderByDescending(f => _gains[f.Id]).ThenBy(f => f.Id, StringComparer.Ordinal).Take(ChosenFrom).ToList();
        while (chosen.Count < count && pool.Count > 0)
        {
            var best = pool.MaxBy(f => Gains([.. chosen, f])[^1])!;
            chosen.Add(best);
            pool.Remove(best);
        }
        return [.. chosen];
    }

    // What brings little alone brings little beside others.
    private const int ChosenFrom = 14;

    private double[] Beyond(ModelFinding[] ahead, ModelFinding[] looks)
    {
        if (ahead.Length == 0) return Gains(looks);
        var gains = Gains([.. ahead, .. looks]);
        return [.. gains.Skip(ahead.Length).Select(g => Math.Max(0, g - gains[ahead.Length - 1]))];
    }

    // The expected drop of the entropy when the first, the first two, ... of some looks are taken.
    private double[] Gains(ModelFinding[] looks)
    {
        var after = new double[looks.Length];
        Look(looks, 0, _evidence.Weights, _evidence.Logs, _evidence.Weights, after);
        for (var k = 0; k < after.Length; k++) after[k] = Math.Max(0, _now - after[k]);
        return after;
    }

    // Takes the look at one depth, with either answer. "Weights" count shares; "said" are the chances of what was said so far, which do not.
    private void Look(ModelFinding[] looks, int depth, double[] weights, double[] logs, double[] said, double[] after)
    {
        var (finding, level) = (looks[depth], _levels[depth]);
        var before = level.Leader = LeaderOf(finding.Group, depth);
        foreach (var answer in new[] { Answer.Present, Answer.Absent })
        {
            var own = _evidence.Space.AsUsual(finding, answer);
            var leads = before.Likelihood is null || _evidence.Spread(own) is var spread && (spread > before.Spread + Nearly.Same
                || spread > before.Spread - Nearly.Same && string.CompareOrdinal(finding.Id, before.Id) < 0);
            level.Group = finding.Group;
            level.Leader = leads ? (own, _evidence.Spread(own), finding.Id) : before;
            double chance = 0, total = 0, sum = 0;
            for (var h = 0; h < weights.Length; h++)
            {
                var (factor, log) = leads ? (own.Chances[h], own.Logs[h]) : (own.Roots[h], Evidence.LesserShare * own.Logs[h]);
                if (leads && before.Likelihood is { } fallen) (factor, log) = (factor / fallen.Roots[h], log - Evidence.LesserShare * fallen.Logs[h]);
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

    private (Likelihood? Likelihood, double Spread, string Id) LeaderOf(string group, int depth)
    {
        for (var above = depth - 1; above >= 0; above--)
            if (_levels[above].Group == group) return _levels[above].Leader;
        return _evidence.Leaders.TryGetValue(group, out var leader) ? (leader.Likelihood, _evidence.Spread(leader.Likelihood), leader.Finding.Id) : (null, 0, "");
    }

    private static double Entropy(double[] weights, double[] logs)
    {
        var sum = 0.0;
        for (var h = 0; h < weights.Length; h++) sum += weights[h] * logs[h];
        return -sum / Math.Log(2);
    }

    private sealed class Level(int hypotheses)
    {
        public readonly double[] Weights = new double[hypotheses];
        public readonly double[] Logs = new double[hypotheses];
        public readonly double[] Said = new double[hypotheses];
        public string Group = "";
        public (Likelihood? Likelihood, double Spread, string Id) Leader;
    }
}
