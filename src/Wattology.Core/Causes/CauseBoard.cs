namespace Wattology.Core.Causes;

/// <summary>Two causes that together explain more than any one.</summary>
/// <param name="First">The one with the higher chance.</param>
/// <param name="Second">The other.</param>
/// <param name="P">The chance that both act, 0 to 1.</param>
/// <param name="Alone">The chance of the best single cause on its own.</param>
public sealed record PairOfCauses(string First, string Second, double P, double Alone);

/// <summary>A look that would put another cause first.</summary>
/// <param name="Finding">What is looked at.</param>
/// <param name="Answer">What it would have to bring.</param>
/// <param name="Chance">How likely it brings that, by what is believed now, 0 to 1.</param>
/// <param name="Leader">The cause that would then be first.</param>
public sealed record ChangeOfMind(string Finding, Answer Answer, double Chance, string Leader);

/// <summary>Whether suction at the intake may be what draws the oil.</summary>
public enum Suction
{
    /// <summary>It does not matter here, or it was ruled out.</summary>
    RuledOut,
    /// <summary>Oil got past a seal, and nobody has looked at filter or suction yet.</summary>
    ToRuleOut,
    /// <summary>The filter is blocked, or suction is above its limit.</summary>
    There,
}

/// <summary>What stands beside the ranking: a second cause where two explain more, what would change its mind, and what is to be ruled out first.</summary>
/// <param name="Pair">Two causes that together explain more than any one; null where one does.</param>
/// <param name="Changes">Looks within reach that would put another cause first, the likeliest answer first.</param>
/// <param name="RestsOn">Answers without which another cause would be first, by finding.</param>
/// <param name="Suction">Whether suction may be what draws the oil: it is ruled out before a seal is blamed.</param>
/// <param name="ProbablySound">The turbo is probably sound: said before a unit is ordered.</param>
public sealed record CauseBoard(PairOfCauses? Pair, IReadOnlyList<ChangeOfMind> Changes, IReadOnlyList<string> RestsOn, Suction Suction, bool ProbablySound)
{
    /// <summary>An answer this likely, or less, changes nobody's plans.</summary>
    public const double WorthChance = 0.05;

    /// <summary>So many times better than the best single cause a pair explains what was said, before it is offered.</summary>
    public const double ExplainsTimes = 4;

    private const double ArguesDecibans = 10;
    private static readonly string[] PastSeals = ["oil-on-compressor-side", "oil-on-turbine-side", "blue-smoke", "oil-consumption"];
    private static readonly string[] Sucks = ["filter-blocked", "intake-suction-high"];

    /// <summary>What stands beside a ranking.</summary>
    /// <param name="model">Causes, chances and findings.</param>
    /// <param name="input">What was said, and what cannot be.</param>
    /// <param name="ranking">The ranking of the same.</param>
    /// <param name="now">How far the work is: only looks within reach count.</param>
    public static CauseBoard Of(CauseModel model, DiagnoseInput input, DiagnoseResult ranking, Stage now)
    {
        if (input.Findings.Count == 0) return new(null, [], [], Suction.RuledOut, false);
        var evidence = new Evidence(model, input);
        var leader = ranking.Causes[0].Id;
        return new(PairOf(model, evidence), ChangesOf(model, input, evidence, leader, now), [.. input.Findings.Keys
            .Where(f => LeaderOf(model, input, [.. input.Findings.Where(g => g.Key != f)]) != leader).Order(StringComparer.Ordinal)],
            SuctionOf(input), leader == CauseModel.Elsewhere && !ranking.Why.Any(w => w.Cause != CauseModel.Elsewhere && w.Db >= ArguesDecibans
                && model.Find(w.Finding)!.Stage == Stage.Vehicle));
    }

    // Of the pairs the likeliest, where it explains what was said so much better than the best single cause that starting chances alone hold it back.
    private static PairOfCauses? PairOf(CauseModel model, Evidence evidence)
    {
        var (members, weights, start) = (evidence.Space.Members, evidence.Weights, evidence.Space.Start(evidence.Priors));
        int Best(bool pairs) => Enumerable.Range(0, members.Length).Where(h => members[h].First != members[h].Second == pairs).MaxBy(h => weights[h]);
        var (pair, alone) = (Best(true), Best(false));
        if (weights[pair] < WorthChance || weights[pair] / start[pair] < ExplainsTimes * weights[alone] / start[alone]) return null;
        var (first, second) = members[pair];
        if (evidence.ChanceOf(second) > evidence.ChanceOf(first)) (first, second) = (second, first);
        return new(model.Causes[first], model.Causes[second], weights[pair], weights[alone]);
    }

    private static IReadOnlyList<ChangeOfMind> ChangesOf(CauseModel model, DiagnoseInput input, Evidence evidence, string leader, Stage now)
    {
        var changes = new List<ChangeOfMind>();
        foreach (var finding in model.Findings.Where(f => !input.Findings.ContainsKey(f.Id) && LooksNow.CanLook(f.Stage, now)))
            foreach (var answer in new[] { Answer.Present, Answer.Absent })
            {
                var said = evidence.Space.AsUsual(finding, answer).Chances;
                var chance = evidence.Weights.Zip(said, (w, c) => w * c).Sum();
                if (chance <= WorthChance) continue;
                var then = LeaderOf(model, input, [.. input.Findings, new(finding.Id, new Said(answer, finding.Known))]);
                if (then != leader) changes.Add(new(finding.Id, answer, chance, then));
            }
        return [.. changes.OrderByDescending(c => c.Chance).ThenBy(c => c.Finding, StringComparer.Ordinal)];
    }

    private static string LeaderOf(CauseModel model, DiagnoseInput input, IReadOnlyList<KeyValuePair<string, Said>> findings)
        => Diagnosis.Rank(model, input with { Findings = findings.ToDictionary() }).Causes[0].Id;

    private static Suction SuctionOf(DiagnoseInput input)
    {
        bool Is(string finding, Answer answer) => input.Findings.TryGetValue(finding, out var said) && said.Answer == answer;
        if (Sucks.Any(f => Is(f, Answer.Present))) return Suction.There;
        return PastSeals.Any(f => Is(f, Answer.Present)) && !Sucks.Any(f => Is(f, Answer.Absent)) ? Suction.ToRuleOut : Suction.RuledOut;
    }
}
