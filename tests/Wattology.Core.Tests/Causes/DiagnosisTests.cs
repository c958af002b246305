using FsCheck.Xunit;
using Wattology.Core.Inputs;
using Wattology.Core.Numerics;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Findings;

namespace Wattology.Core.Tests.Causes;

public sealed class DiagnosisTests
{
    private static DiagnoseResult Rank(params (string Id, Answer Answer)[] findings)
        => Diagnosis.Compute(CauseModel.Usual, new(findings.ToDictionary(f => f.Id, f => new Said(f.Answer))));

    [Property]
    public bool Not_looked_is_not_absent_and_an_argument_changes_sign_with_its_answer(byte pick)
    {
        var finding = CauseModel.Usual.Findings[pick % CauseModel.Usual.Findings.Count];
        var (seen, absent) = (Rank((finding.Id, Answer.Present)), Rank((finding.Id, Answer.Absent)));
        return Rank().Why.Count == 0 && seen.Why.All(w => Math.Sign(Math.Round(w.Db, 9)) == -Math.Sign(
            Math.Round(absent.Why.Single(a => a.Cause == w.Cause).Db, 9)));
    }

    [Fact]
    public void Settled_needs_three_groups_beside_what_the_customer_says()
    {
        DiagnoseResult Seen(params string[] ids) => Diagnosis.Compute(CauseModel.Usual,
            new(ids.ToDictionary(f => f, _ => new Said(Answer.Present, Known.Seen))));
        var two = Seen("feed-flow-low", "shaft-blued", "shaft-blue-through-drain", "oil-light-late", "whine-or-scrape");
        Assert.True(two.Causes[0] is { Id: "starved", P: > 0.8 });
        Assert.Equal(RankingVerdict.Leading, two.Verdict);
        Assert.Equal(RankingVerdict.Settled, Seen("feed-flow-low", "shaft-blued", "wheel-rubbed", "oil-light-late").Verdict);
        Assert.Equal(RankingVerdict.Open, Rank().Verdict);
    }

    [Fact]
    public void Two_true_causes_both_stay_high()
    {
        var pair = Diagnosis.Compute(CauseModel.Usual, new(new Dictionary<string, Said> { ["drain-restricted"] = new(Answer.Present, Known.Seen),
            ["crankcase-pressure-high"] = new(Answer.Present, Known.Measured), ["breather-blocked"] = new(Answer.Present, Known.Seen),
            ["drain-off-plumb"] = new(Answer.Present, Known.Measured), ["spins-free-and-clean"] = new(Answer.Present, Known.Felt) }));
        Assert.Equal(["crankcase", "drain"], pair.Causes.Take(2).Select(c => c.Id).Order());
        Assert.True(pair.Causes[1].P > 0.3 && pair.Causes[0].P + pair.Causes[1].P > 1);
    }

    [Fact]
    public void No_answer_weighs_more_than_the_way_it_is_known_allows()
    {
        double Chance(Known? known) => Diagnosis.Compute(CauseModel.Usual, new(new Dictionary<string, Said>
            { ["wheel-burst-or-cracked"] = new(Answer.Present, known) })).Causes.Single(c => c.Id == "overspeed").P;
        double[] chances = [Chance(Known.Measured), Chance(Known.Seen), Chance(Known.Felt), Chance(Known.Told), Chance(Known.Assumed)];
        Assert.Equal(chances.OrderDescending(), chances);
        Assert.Equal(5, chances.Distinct().Count());
        Assert.Equal(Chance(Known.Told), Chance(null));
    }

    [Fact]
    public void What_is_assumed_or_only_asked_settles_nothing()
    {
        Dictionary<string, Said> Answers(Known known) => new[] { "feed-flow-low", "shaft-blued", "wheel-rubbed", "debris-in-filter" }
            .ToDictionary(f => f, f => new Said(Answer.Present, known));
        Assert.Equal(RankingVerdict.Settled, Diagnosis.Rank(CauseModel.Usual, new(Answers(Known.Seen))).Verdict);
        Assert.NotEqual(RankingVerdict.Settled, Diagnosis.Rank(CauseModel.Usual, new(Answers(Known.Assumed))).Verdict);
    }

    [Fact]
    public void The_same_oil_seen_twice_counts_once_and_a_half()
    {
        double Db(params string[] seen) => Diagnosis.Compute(CauseModel.Usual, new(seen.ToDictionary(f => f, _ => new Said(Answer.Present, Known.Seen))))
            .Why.Where(w => w.Cause == "drain").Sum(w => w.Db);
        Assert.Equal(Db("oil-on-turbine-side") + Db("oil-on-compressor-side") / 2, Db("oil-on-turbine-side", "oil-on-compressor-side"), 9);
    }

    [Fact]
    public void A_chance_outside_what_a_shop_may_set_is_no_model()
    {
        string Row(string chance) => $"id,group,stage,set,setup,minutes,known,polarity,a,b\nprior,,,,,,,,0.5,0.5\nf,g,ask,desk,0,1,told,fault,{chance},0.5\n";
        Assert.Equal(0.001, CauseModel.Parse(Row("0.001")).Findings[0].Chances[0]);
        foreach (var bad in new[] { "0", "1", "0.0001", "0.9999", "NaN" }) Assert.Throws<FormatException>(() => CauseModel.Parse(Row(bad)));
        Assert.Throws<FormatException>(() => CauseModel.Parse(Row("0.5").Replace("told", "heard", StringComparison.Ordinal)));
    }

    // The posterior the long way, from the definitions: pairs, lapses, one whole vote in a group and halves beside it.
    private static double[] LongWay(Dictionary<string, Said> said)
    {
        var model = CauseModel.Usual;
        var n = model.Causes.Count;
        var pairs = Enumerable.Range(0, n).Select(i => (I: i, J: i)).Concat(from i in Enumerable.Range(0, n) from j in Enumerable.Range(i + 1, n - i - 1)
            where model.Causes[i] != "elsewhere" && model.Causes[j] != "elsewhere" select (I: i, J: j)).ToArray();
        double Chance(ModelFinding f, (int I, int J) h, Said s)
        {
            double p = f.Chances[h.I], q = f.Chances[h.J];
            return Lapse.Chance(h.I == h.J ? p : f.IsFault ? 1 - (1 - p) * (1 - q) : Math.Min(p, q), s.Answer, s.Known);
        }
        double Spread(string id) => Enumerable.Range(0, n).Select(c => Math.Log(Chance(model.Find(id)!, (c, c), said[id]))).ToArray() is var logs
            ? logs.Max() - logs.Min() : 0;
        var whole = said.Keys.GroupBy(id => model.Find(id)!.Group).Select(g => g.OrderByDescending(id => Math.Round(Spread(id), 9))
            .ThenBy(id => id, StringComparer.Ordinal).First()).ToHashSet();
        var weights = pairs.Select(h => (h.I == h.J ? model.Priors[h.I] : 0.5 * model.Priors[h.I] * model.Priors[h.J])
            * said.Aggregate(1.0, (w, s) => w * Math.Pow(Chance(model.Find(s.Key)!, h, s.Value), whole.Contains(s.Key) ? 1 : 0.5))).ToArray();
        return [.. weights.Select(w => w / weights.Sum())];
    }

    [Property(MaxTest = 60)]
    public bool What_a_look_brings_is_what_the_long_way_says(byte[] picks)
    {
        var model = CauseModel.Usual;
        var known = new Dictionary<string, Said>();
        foreach (var pick in picks.Take(9))
            known[model.Findings[pick % model.Findings.Count].Id] = new(pick % 3 == 0 ? Answer.Absent : Answer.Present, (Known)(pick % 5));
        var next = Diagnosis.Compute(model, new(known)).Next;
        var finding = model.Find(next[picks.Length % next.Count].Id)!;
        static double Entropy(double[] w) => -w.Sum(p => p > 0 ? p * Math.Log2(p) : 0);
        var now = LongWay(known);
        var present = Expected(now, finding);
        var after = present * Entropy(LongWay(new(known) { [finding.Id] = new(Answer.Present, finding.Known) }))
            + (1 - present) * Entropy(LongWay(new(known) { [finding.Id] = new(Answer.Absent, finding.Known) }));
        return Math.Abs(Math.Max(0, Entropy(now) - after) - next.First(f => f.Id == finding.Id).GainBits) < 1e-9;
    }

    private static double Expected(double[] weights, ModelFinding finding)
    {
        var n = CauseModel.Usual.Causes.Count;
        var causes = CauseModel.Usual.Causes;
        var pairs = Enumerable.Range(0, n).Select(i => (I: i, J: i)).Concat(from i in Enumerable.Range(0, n) from j in Enumerable.Range(i + 1, n - i - 1)
            where causes[i] != "elsewhere" && causes[j] != "elsewhere" select (I: i, J: j));
        return pairs.Zip(weights, (h, w) => w * Lapse.Chance(h.I == h.J ? finding.Chances[h.I] : finding.IsFault
            ? 1 - (1 - finding.Chances[h.I]) * (1 - finding.Chances[h.J]) : Math.Min(finding.Chances[h.I], finding.Chances[h.J]), Answer.Present,
                finding.Known)).Sum();
    }

    [Fact]
    public void Every_set_has_its_words_and_is_got_at_in_one_stage()
    {
        Assert.True(SetWords.Covers(CauseModel.Usual));
        Assert.All(CauseModel.Usual.Findings.GroupBy(f => f.Set), s => Assert.True(s.Select(f => (f.Stage, f.Setup)).Distinct().Count() == 1, s.Key));
        Assert.Equal("unit in the hand: spin; compressor blades, edges, together 4 min", SetWords.Said(new("unit", ["spins-free-and-clean",
            "compressor-blades-hit"], 4, 0.1)));
    }

    [Fact]
    public void An_excluded_cause_takes_no_part_anywhere()
    {
        var ranked = Diagnosis.Compute(CauseModel.Usual, new(new Dictionary<string, Said> { ["vanes-stiff"] = new(Answer.Present) },
            Exclude: ["vanes", "actuator"]));
        Assert.DoesNotContain(ranked.Causes, c => c.Id is "vanes" or "actuator");
        Assert.DoesNotContain(ranked.Why, w => w.Cause is "vanes" or "actuator");
    }

    [Fact]
    public void Every_finding_and_cause_has_its_words_and_every_cause_something_that_puts_it_right()
    {
        Assert.Equal(CauseModel.Usual.Findings.Select(f => f.Id).Order(), FindingWords.ById.Keys.Order());
        Assert.All(CauseModel.Usual.Causes, c => Assert.Contains(Remedies.All, r => r.Cause == c && Remedies.Causes.ContainsKey(c)));
    }

    [Fact]
    public void Rounding_never_decides_an_order()
    {
        (string Id, double P)[] items = [("b", 1.0), ("a", 1.0 - 4e-10), ("c", 2.0), ("d", 0.5)];
        Assert.Equal(["c", "a", "b", "d"], Nearly.Descending(items, i => i.P, (a, b) => string.CompareOrdinal(a.Id, b.Id)).Select(i => i.Id));
        Assert.Equal(0, Nearly.IndexOfLeast([1.0, 1.0 - 5e-10, 2]));
    }
}
