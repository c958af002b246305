using System.Globalization;
using Wattology.Core.Entries;
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

/// <summary>What was said of a finding. In JSON the bare answer will do.</summary>
/// <param name="Answer">What looking brought.</param>
/// <param name="Known">How it is known; counted as told when null.</param>
[BareFirst]
public sealed record Said(Answer Answer, Known? Known = null);

/// <summary>What is known of a failed unit.</summary>
/// <param name="Findings">Finding id to what was said of it; what was not looked at is left out.</param>
/// <param name="Priors">Starting chances by cause id, every cause named; the model's own when null.</param>
/// <param name="Exclude">Causes this unit cannot have.</param>
/// <param name="Stage">The latest stage at which anything can be looked at now; any when null.</param>
/// <param name="Open">Sets that are set up already.</param>
public sealed record DiagnoseInput(IReadOnlyDictionary<string, Said> Findings, IReadOnlyDictionary<string, double>? Priors = null,
    IReadOnlyList<string>? Exclude = null, Stage? Stage = null, IReadOnlyList<string>? Open = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        var model = CauseModel.Usual;
        string At(string field, string child) => Faults.Join(Faults.Join(path, field), child);
        void Known(string field, IReadOnlyList<string>? given, IReadOnlyList<string> known, string what)
        {
            for (var i = 0; i < (given?.Count ?? 0); i++)
                if (!known.Contains(given![i])) faults.Add(At(field, i.ToString(CultureInfo.InvariantCulture)),
                    $"There is no {what} '{given[i]}'; known are {string.Join(", ", known)}.");
        }
        foreach (var id in Findings.Keys)
            if (model.Find(id) is null) faults.Add(At("findings", id), "There is no such finding.");
        Known("exclude", Exclude, model.Causes, "cause");
        Known("open", Open, model.Sets, "set");
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
        if (left.Sum(c => Priors.GetValueOrDefault(c)) < LeastSum) faults.Add(Faults.Join(path, "priors"),
            "The starting chances of the causes left add up to nothing.");
    }

    private const double LeastSum = 1e-100;
}

/// <summary>How far the ranking has got.</summary>
public enum RankingVerdict
{
    /// <summary>No cause stands out.</summary>
    Open,
    /// <summary>One cause is likelier than not.</summary>
    Leading,
    /// <summary>One cause at 0.80 or more, on answers from three groups at least: looking further may stop.</summary>
    Settled,
}

/// <summary>A cause and its chance; chances may add up to more than 1, since pairs count for both.</summary>
public sealed record CauseChance(string Id, double P);

/// <summary>How strongly a finding speaks for (positive) or against a cause, in decibans.</summary>
public sealed record Argument(string Cause, string Finding, double Db);

/// <summary>A finding not yet looked at and what looking is worth.</summary>
/// <param name="Id">The finding.</param>
/// <param name="GainBits">The expected drop of the entropy over hypotheses; not below 0.</param>
/// <param name="Setup">Minutes of its set-up; 0 once that stands.</param>
/// <param name="Minutes">Minutes of the look.</param>
/// <param name="BitsPerMinute">Gain over set-up and look.</param>
public sealed record NextCheck(string Id, double GainBits, double Setup, double Minutes, double BitsPerMinute);

/// <summary>Looks that one set-up pays for, and what they are worth together.</summary>
/// <param name="Set">The set.</param>
/// <param name="Looks">Its findings to look at, in that order.</param>
/// <param name="GainBits">The expected drop of the entropy when all of them are looked at.</param>
/// <param name="Setup">Minutes of the set-up.</param>
/// <param name="Minutes">Minutes of the looks.</param>
/// <param name="BitsPerMinute">Gain over set-up and looks.</param>
public sealed record NextSet(string Set, IReadOnlyList<string> Looks, double GainBits, double Setup, double Minutes, double BitsPerMinute);

/// <summary>The ranking: verdict, causes highest first, arguments strongest first, next looks and sets by what they settle for the time, and the look
/// that is suggested first; null when nothing is left.</summary>
public sealed record DiagnoseResult(RankingVerdict Verdict, IReadOnlyList<CauseChance> Causes, IReadOnlyList<Argument> Why, IReadOnlyList<NextCheck> Next,
    IReadOnlyList<NextSet> Sets, string? Suggest)
{
    /// <summary>The look to take first among some: the first of the best set where its rate beats the best single look, else that look.</summary>
    /// <param name="next">Single looks, best first.</param>
    /// <param name="sets">Sets, best first.</param>
    /// <returns>Null when there is none.</returns>
    public static string? First(IEnumerable<NextCheck> next, IEnumerable<NextSet> sets) => (next.FirstOrDefault(), sets.FirstOrDefault()) switch
    {
        ({ } one, { } set) => set.BitsPerMinute > one.BitsPerMinute + Nearly.Same ? set.Looks[0] : one.Id,
        ({ } one, null) => one.Id,
        (null, { } set) => set.Looks[0],
        _ => null,
    };
}

/// <summary>Ranks single causes and pairs of causes by Bayes' rule.</summary>
public static class Diagnosis
{
    private const double SettledFrom = 0.80;
    private const double LeadingFrom = 0.50;
    private const int SettledGroups = 3;

    /// <summary>Ranks the causes of one failure.</summary>
    /// <param name="model">Causes, chances and findings.</param>
    /// <param name="input">What was said, what cannot be, and what can be looked at.</param>
    public static DiagnoseResult Compute(CauseModel model, DiagnoseInput input)
    {
        var evidence = new Evidence(model, input);
        var causes = CausesOf(model, evidence);
        var looks = new NextLooks(model, input, evidence);
        var (next, sets) = (looks.Singles(_ => true), looks.Sets(_ => true));
        return new(VerdictOf(causes, evidence), causes, WhyOf(model, evidence), next, sets, DiagnoseResult.First(next, sets));
    }

    /// <summary>Ranks the causes without arguments and without weighing what to look at next: for whoever needs no more.</summary>
    /// <param name="model">Causes, chances and findings.</param>
    /// <param name="input">What was said, and what cannot be.</param>
    public static (RankingVerdict Verdict, IReadOnlyList<CauseChance> Causes) Rank(CauseModel model, DiagnoseInput input)
    {
        var evidence = new Evidence(model, input);
        var causes = CausesOf(model, evidence);
        return (VerdictOf(causes, evidence), causes);
    }

    private static IReadOnlyList<Argument> WhyOf(CauseModel model, Evidence evidence)
        => Nearly.Descending(evidence.Answered.SelectMany(a => evidence.Causes
            .Select(c => new Argument(model.Causes[c], a.Finding.Id, evidence.Decibans(c, a)))),
            a => Math.Abs(a.Db), (a, b) => string.CompareOrdinal(a.Cause, b.Cause) is var by and not 0 ? by : string.CompareOrdinal(a.Finding, b.Finding));

    private static IReadOnlyList<CauseChance> CausesOf(CauseModel model, Evidence evidence)
        => Nearly.Descending(evidence.Causes.Select(c => new CauseChance(model.Causes[c], evidence.ChanceOf(c))), c => c.P,
            (a, b) => string.CompareOrdinal(a.Id, b.Id));

    // What the customer says and what is only assumed settles nothing.
    private static RankingVerdict VerdictOf(IReadOnlyList<CauseChance> causes, Evidence evidence)
    {
        var groups = evidence.Answered.Where(a => a.Finding.Stage != Stage.Ask && a.Said.Known != Known.Assumed)
            .Select(a => a.Finding.Group).Distinct().Count();
        return causes[0].P >= SettledFrom - Nearly.Same && groups >= SettledGroups ? RankingVerdict.Settled
            : causes[0].P >= LeadingFrom - Nearly.Same ? RankingVerdict.Leading : RankingVerdict.Open;
    }
}
