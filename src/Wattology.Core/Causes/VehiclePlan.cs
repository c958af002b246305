using System.Numerics;
using Wattology.Core.Entries;
using Wattology.Core.Numerics;

namespace Wattology.Core.Causes;

/// <summary>What looks on the vehicle are worth beside the unit, which is looked at next anyway.</summary>
/// <remarks>From what is believed now, a number of courses are run through: the unit is off, and its looks are taken one after the other by what they tell for
/// the time. A look on the vehicle is worth by how much more often the first cause is a true one at the marks ahead, when the look's answer is had and its
/// minutes are missing at the unit. So what the unit will tell for a minute is left to it, and what takes long has to tell much. The same courses serve all
/// looks, so that chance falls out of the comparison.</remarks>
internal sealed class VehiclePlan
{
    // Minutes of looking after which it counts whether the first cause is a true one; past the last, the next half hour.
    private static readonly double[] Marks = [30, 45, 60, 90];
    private const double Beyond = 30;

    // Tried on made-up failures, see docs/judgement.md: twice as many courses, or another share of a set-up for the look that opens it, did no better;
    // nor did a weight for each look tuned on the share of first causes that are true, nor courses for the looks at the unit as well.
    private const int Courses = 24;
    private const double ShareOfSetup = 0.5;
    private const int MostOfSet = 3;

    private readonly Evidence _evidence;
    private readonly Look[] _left;
    private readonly double[] _marks;
    private readonly double _spent;
    private readonly double _none;
    private readonly List<(double At, Thought Known)>[] _courses;

    /// <summary>Runs the courses of one failure.</summary>
    public VehiclePlan(CauseModel model, DiagnoseInput input, Evidence evidence)
    {
        _evidence = evidence;
        string[] groups = [.. model.Findings.Select(f => f.Group).Distinct()];
        _left = [.. model.Findings.Where(f => !input.Findings.ContainsKey(f.Id) && f.Stage > Stage.Ask).Select(f => new Look(f, Array.IndexOf(groups, f.Group),
            evidence.Saying(f, Answer.Present), evidence.Saying(f, Answer.Absent)))];
        var looked = evidence.Answered.Where(a => a.Finding.Stage > Stage.Ask).Select(a => a.Finding).ToArray();
        _spent = looked.Sum(f => f.Minutes) + looked.DistinctBy(f => f.Set).Sum(f => f.Setup);
        _marks = Marks.Any(m => m > _spent) ? [.. Marks.Where(m => m > _spent)] : [_spent + Beyond];
        var leaders = evidence.LeadersNow();
        var now = new Thought(evidence.Weights, [.. groups.Select(leaders.GetValueOrDefault)]);
        var random = new Random(_left.Length);
        _courses = [.. Enumerable.Range(0, Courses).Select(course => Course(now, Truth((course + 0.5) / Courses), random))];
        _none = Worth([], 0);
    }

    /// <summary>Every look that is left on the vehicle, by what it is worth for the time; below 0 where the unit tells more in its minutes.</summary>
    /// <param name="where">Which looks are weighed.</param>
    public IReadOnlyList<Offer> Singles(Func<string, bool> where) => Nearly.Descending(_left.Where(l => l.Finding.Stage == Stage.Vehicle && where(l.Finding.Id))
        .Select(l => Offered([l])), o => o.Worth, (a, b) => string.CompareOrdinal(a.Looks[0], b.Looks[0]));

    /// <summary>Every set on the vehicle that has yet to be set up, with the looks worth taking in one go.</summary>
    /// <param name="singles">The single looks with their worth.</param>
    public IReadOnlyList<Offer> Sets(IReadOnlyList<Offer> singles)
        => Nearly.Descending(singles.Select(o => (Offer: o, Look: _left.First(l => l.Finding.Id == o.Looks[0])))
            .Where(o => o.Look.Finding.Setup > 0 && !_evidence.Open.Contains(o.Look.Finding.Set)).GroupBy(o => o.Look.Finding.Set).Select(set =>
            {
                var looks = set.Take(MostOfSet).Select(o => o.Look).ToArray();
                return Enumerable.Range(2, Math.Max(0, looks.Length - 1)).Select(k => Offered(looks[..k])).Prepend(set.First().Offer)
                    .Aggregate((best, next) => next.Worth > best.Worth + Nearly.Same ? next : best);
            }), o => o.Worth, (a, b) => string.CompareOrdinal(a.Set, b.Set));

    private Offer Offered(Look[] looks)
    {
        var minutes = looks.Sum(l => l.Finding.Minutes) + (_evidence.Open.Contains(looks[0].Finding.Set) ? 0 : looks[0].Finding.Setup);
        return new(looks[0].Finding.Set, [.. looks.Select(l => l.Finding.Id)], minutes, (Worth(looks, minutes) - _none) / minutes);
    }

    // How often the first cause is a true one, over the marks ahead, when some looks are taken first.
    private double Worth(Look[] looks, double minutes)
    {
        var sum = 0.0;
        foreach (var course in _courses)
            foreach (var mark in _marks)
            {
                // What takes longer than up to the mark tells nothing by then.
                var late = _spent + minutes > mark;
                var known = course[0].Known;
                for (var i = 1; i < course.Count && course[i].At + minutes <= mark; i++) known = course[i].Known;
                sum += FirstIsTrue(known, known.Weights, late ? [] : looks);
            }
        return sum / (_marks.Length * _courses.Length);
    }

    // The chance that the first cause is a true one after some looks, over all their answers. "Said" are the chances of what was said, which count no shares.
    private double FirstIsTrue(Thought known, double[] said, ReadOnlySpan<Look> looks)
    {
        if (looks.IsEmpty) return known.Highest ??= Highest(known);
        return After(looks[0].Present, looks) + After(looks[0].Absent, looks);

        double After(Leader own, ReadOnlySpan<Look> looks)
        {
            var chances = own.Likelihood.Chances;
            if (looks.Length > 1)
            {
                var then = new double[said.Length];
                for (var h = 0; h < then.Length; h++) then[h] = said[h] * chances[h];
                return FirstIsTrue(known.After(own, looks[0].Group), then, looks[1..]);
            }
            var chance = 0.0;
            for (var h = 0; h < said.Length; h++) chance += said[h] * chances[h];
            return chance * Highest(known, own, looks[0].Group);
        }
    }

    // The chance of the first cause, once an answer is had where one is named.
    private double Highest(Thought known, Leader? own = null, int group = 0)
    {
        Span<double> causes = stackalloc double[_evidence.Priors.Length];
        var (weights, members, total) = (known.Weights, _evidence.Space.Members, 0.0);
        var (factors, fallen) = own is null ? (null, null) : known.Effect(own, group);
        for (var h = 0; h < weights.Length; h++)
        {
            var weight = weights[h];
            if (factors is not null) weight *= factors[h];
            if (fallen is not null) weight /= fallen[h];
            total += weight;
            var (first, second) = members[h];
            causes[first] += weight;
            if (second != first) causes[second] += weight;
        }
        var highest = 0.0;
        foreach (var chance in causes) highest = Math.Max(highest, chance);
        return highest / total;
    }

    private int Truth(double at)
    {
        for (var h = 0; h < _evidence.Weights.Length; h++)
            if ((at -= _evidence.Weights[h]) < 0) return h;
        return Array.FindLastIndex(_evidence.Weights, w => w > 0);
    }

    // The unit looked at under one truth: what is known after each look, up to the last mark.
    private List<(double At, Thought Known)> Course(Thought known, int truth, Random random)
    {
        var (left, open, clock) = (_left.Where(l => l.Finding.Stage > Stage.Vehicle).ToList(), new HashSet<string>(_evidence.Open), _spent);
        var course = new List<(double, Thought)> { (clock, known) };
        while (left.Count > 0)
        {
            var (best, most) = (left[0], double.MinValue);
            var spread = known.Spread;
            foreach (var look in left)
            {
                var minutes = look.Finding.Minutes + (open.Contains(look.Finding.Set) ? 0 : ShareOfSetup * look.Finding.Setup);
                var rate = (spread - known.SpreadAfter(look.Present, look.Group) - known.SpreadAfter(look.Absent, look.Group)) / minutes;
                if (rate > most) (best, most) = (look, rate);
            }
            clock += best.Finding.Minutes + (open.Add(best.Finding.Set) ? best.Finding.Setup : 0);
            if (clock > _marks[^1]) break;
            known = known.After(random.NextDouble() < best.Present.Likelihood.Chances[truth] ? best.Present : best.Absent, best.Group);
            course.Add((clock, known));
            left.Remove(best);
        }
        return course;
    }

    private sealed record Look(ModelFinding Finding, int Group, Leader Present, Leader Absent);

    /// <summary>The chance of every hypothesis, and what leads each group.</summary>
    private sealed class Thought(double[] weights, Leader?[] leaders)
    {
        public double[] Weights { get; } = weights;

        /// <summary>The chance of the first cause, once asked for.</summary>
        public double? Highest { get; set; }

        /// <summary>How far the chances are spread over hypotheses: one less the sum of their squares.</summary>
        public double Spread
        {
            get
            {
                var squares = 0.0;
                foreach (var w in Weights) squares += w * w;
                return 1 - squares;
            }
        }

        /// <summary>How far they are spread once an answer is had, times the chance that it is given.</summary>
        public double SpreadAfter(Leader own, int group)
        {
            var (factors, fallen) = Effect(own, group);
            var (now, chances) = (Weights, own.Likelihood.Chances);
            Vector<double> chance = default, total = default, squares = default;
            var h = 0;
            for (; h <= now.Length - Vector<double>.Count; h += Vector<double>.Count)
            {
                var weight = new Vector<double>(now, h);
                chance += weight * new Vector<double>(chances, h);
                weight *= new Vector<double>(factors, h);
                if (fallen is not null) weight /= new Vector<double>(fallen, h);
                total += weight;
                squares += weight * weight;
            }
            var (c, t, s) = (Vector.Sum(chance), Vector.Sum(total), Vector.Sum(squares));
            for (; h < now.Length; h++)
            {
                var weight = now[h] * factors[h] / (fallen is null ? 1 : fallen[h]);
                c += now[h] * chances[h];
                t += weight;
                s += weight * weight;
            }
            return c * (1 - s / (t * t));
        }

        /// <summary>What is known once an answer is had.</summary>
        public Thought After(Leader own, int group)
        {
            var (factors, fallen) = Effect(own, group);
            var weights = new double[Weights.Length];
            var total = 0.0;
            for (var h = 0; h < weights.Length; h++) total += weights[h] = Weights[h] * factors[h] / (fallen is null ? 1 : fallen[h]);
            for (var h = 0; h < weights.Length; h++) weights[h] /= total;
            if (!own.LeadsOver(leaders[group])) return new(weights, leaders);
            Leader?[] led = [.. leaders];
            led[group] = own;
            return new(weights, led);
        }

        /// <summary>By what an answer changes the chances: whole where it leads its group, and what led before then counts half; else half itself.</summary>
        public (double[] Factors, double[]? Fallen) Effect(Leader own, int group) => own.LeadsOver(leaders[group])
            ? (own.Likelihood.Chances, leaders[group]?.Likelihood.Roots) : (own.Likelihood.Roots, null);
    }
}
