using FsCheck.Xunit;
using Wattology.Core.Inputs;
using Wattology.Core.Numerics;
using Wattology.Core.Causes;
using Wattology.Core.Findings;

namespace Wattology.Core.Tests.Causes;

public sealed class DiagnosisTests
{
    private static DiagnoseResult Rank(params (string Id, Answer Answer)[] findings)
        => Diagnosis.Compute(CauseModel.Usual, new(findings.ToDictionary(f => f.Id, f => f.Answer)));

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
        var two = Rank(("feed-flow-low", Answer.Present), ("feed-pipe-choked", Answer.Present), ("shaft-blued", Answer.Present),
            ("blue-smoke", Answer.Present), ("came-on-suddenly", Answer.Present));
        Assert.True(two.Causes[0] is { Id: "starved", P: > 0.8 });
        Assert.Equal(RankingVerdict.Leading, two.Verdict);
        var three = Rank(("feed-flow-low", Answer.Present), ("feed-pipe-choked", Answer.Present), ("shaft-blued", Answer.Present),
            ("wheel-rubbed", Answer.Present));
        Assert.Equal(RankingVerdict.Settled, three.Verdict);
        Assert.Equal(RankingVerdict.Open, Rank().Verdict);
    }

    [Fact]
    public void Two_true_causes_both_stay_high()
    {
        var pair = Rank(("drain-restricted", Answer.Present), ("crankcase-pressure-high", Answer.Present), ("breather-blocked", Answer.Present),
            ("drain-off-plumb", Answer.Present), ("spins-free-and-clean", Answer.Present));
        Assert.Equal(["crankcase", "drain"], pair.Causes.Take(2).Select(c => c.Id).Order());
        Assert.True(pair.Causes[1].P > 0.3 && pair.Causes[0].P + pair.Causes[1].P > 1);
    }

    [Fact]
    public void An_excluded_cause_takes_no_part_anywhere()
    {
        var ranked = Diagnosis.Compute(CauseModel.Usual, new(new Dictionary<string, Answer> { ["vanes-stiff"] = Answer.Present },
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
        Assert.Equal(["c", "a", "b", "d"], Nearly.Descending(items, i => i.P, i => i.Id).Select(i => i.Id));
        Assert.Equal(0, Nearly.IndexOfLeast([1.0, 1.0 - 5e-10, 2]));
    }
}
