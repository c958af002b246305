using Wattology.Core.Causes;
using Wattology.Core.Entries;

namespace Wattology.Core.Tests.Causes;

/// <summary>What stands beside the ranking.</summary>
public sealed class CauseBoardTests
{
    private static DiagnoseInput Said(params (string Id, Answer Answer)[] said)
        => new(said.ToDictionary(f => f.Id, f => new Said(f.Answer, CauseModel.Usual.Find(f.Id)!.Known)));

    private static CauseBoard Of(DiagnoseInput input, Stage now = Stage.Strip)
        => CauseBoard.Of(CauseModel.Usual, input, Diagnosis.Compute(CauseModel.Usual, input), now);

    private static string Leader(DiagnoseInput input) => Diagnosis.Rank(CauseModel.Usual, input).Causes[0].Id;

    private static readonly (string, Answer)[] FlatDrainAndTiredEngine = [("crankcase-pressure-high", Answer.Present), ("breather-blocked", Answer.Present),
        ("drain-restricted", Answer.Present), ("drain-off-plumb", Answer.Present), ("blue-smoke", Answer.Present)];

    [Fact]
    public void A_second_cause_is_offered_where_two_explain_more()
    {
        var pair = Of(Said(FlatDrainAndTiredEngine)).Pair!;
        Assert.Equal(["crankcase", "drain"], new[] { pair.First, pair.Second }.Order());
        Assert.Equal((0.14, 0.27), (Math.Round(pair.P, 2), Math.Round(pair.Alone, 2)));
        Assert.Null(Of(Said(FlatDrainAndTiredEngine[2..])).Pair);
        var chances = Diagnosis.Rank(CauseModel.Usual, Said(FlatDrainAndTiredEngine)).Causes.ToDictionary(c => c.Id, c => c.P);
        Assert.True(chances[pair.First] >= chances[pair.Second]);
    }

    [Fact]
    public void What_would_change_its_mind_does_and_nothing_else_in_reach_does()
    {
        var input = Said(("crankcase-pressure-high", Answer.Present), ("drain-restricted", Answer.Present), ("blue-smoke", Answer.Present));
        var leader = Leader(input);
        var changes = Of(input, Stage.Vehicle).Changes;
        Assert.NotEmpty(changes);
        Assert.Equal(changes.OrderByDescending(c => c.Chance), changes);
        foreach (var finding in CauseModel.Usual.Findings.Where(f => f.Stage == Stage.Vehicle && !input.Findings.ContainsKey(f.Id)))
            foreach (var answer in Enum.GetValues<Answer>())
            {
                var then = Leader(input with { Findings = input.Findings.Append(new(finding.Id, new(answer, finding.Known))).ToDictionary() });
                var said = changes.FirstOrDefault(c => c.Finding == finding.Id && c.Answer == answer);
                if (said is not null) Assert.Equal((then, true), (said.Leader, then != leader));
                else Assert.True(then == leader || Unlikely(input, finding, answer), $"{finding.Id} {answer} would put {then} first");
            }
        Assert.All(changes, c => Assert.Equal(Stage.Vehicle, CauseModel.Usual.Find(c.Finding)!.Stage));
    }

    private static bool Unlikely(DiagnoseInput input, ModelFinding finding, Answer answer)
    {
        // Both answers together are certain.
        var evidence = Of(input, Stage.Vehicle).Changes.FirstOrDefault(c => c.Finding == finding.Id && c.Answer != answer);
        return evidence is null || evidence.Chance >= 1 - CauseBoard.WorthChance;
    }

    [Fact]
    public void It_rests_on_what_it_would_not_stand_without()
    {
        var input = Said(("crankcase-pressure-high", Answer.Present), ("drain-restricted", Answer.Present), ("blue-smoke", Answer.Present));
        var leader = Leader(input);
        Assert.Equal(input.Findings.Keys.Where(f => Leader(input with { Findings = input.Findings.Where(g => g.Key != f).ToDictionary() }) != leader).Order(),
            Of(input).RestsOn);
        Assert.Equal(["drain-restricted"], Of(input).RestsOn);
    }

    [Fact]
    public void Suction_is_ruled_out_before_a_seal_is_blamed()
    {
        Assert.Equal(Suction.RuledOut, Of(Said(("low-power", Answer.Present))).Suction);
        foreach (var oil in new[] { "blue-smoke", "oil-consumption", "oil-on-compressor-side", "oil-on-turbine-side" })
        {
            Assert.Equal(Suction.ToRuleOut, Of(Said((oil, Answer.Present))).Suction);
            Assert.Equal(Suction.RuledOut, Of(Said((oil, Answer.Absent))).Suction);
        }
        Assert.Equal(Suction.RuledOut, Of(Said(("blue-smoke", Answer.Present), ("filter-blocked", Answer.Absent))).Suction);
        Assert.Equal(Suction.RuledOut, Of(Said(("blue-smoke", Answer.Present), ("intake-suction-high", Answer.Absent))).Suction);
        Assert.Equal(Suction.There, Of(Said(("intake-suction-high", Answer.Present), ("filter-blocked", Answer.Absent))).Suction);
        Assert.Equal(Suction.There, Of(Said(("filter-blocked", Answer.Present))).Suction);
    }

    [Fact]
    public void The_turbo_is_probably_sound_while_nothing_on_the_vehicle_argues_against_it()
    {
        (string, Answer)[] sound = [("spins-free-and-clean", Answer.Present), ("charge-air-leak", Answer.Present), ("radial-play-high", Answer.Absent)];
        Assert.True(Of(Said(sound)).ProbablySound);
        Assert.False(Of(Said()).ProbablySound);
        // What was measured on the vehicle argues by more than ten decibans for thin oil, and the turbo still leads.
        var thin = Said([.. sound, ("filter-blocked", Answer.Present), ("wheel-rubbed", Answer.Absent)]);
        Assert.True(Of(thin).ProbablySound);
        thin = thin with { Findings = thin.Findings.Append(new("oil-diluted", new(Answer.Present, Known.Measured))).ToDictionary() };
        Assert.Equal(CauseModel.Elsewhere, Leader(thin));
        Assert.False(Of(thin).ProbablySound);
    }
}
