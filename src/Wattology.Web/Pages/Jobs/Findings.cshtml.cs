using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Calculations;
using Wattology.Core.Causes;
using Wattology.Core.Evidence;
using Wattology.Core.Findings;
using Wattology.Core.Shop;
using Wattology.Data.Evidence;
using Wattology.Web.Identity;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Findings, their ranking, the confirmed cause and what puts it right.</summary>
public sealed class FindingsModel(JobStore jobs, TimeProvider clock) : SheetModel(jobs, clock)
{
    private const double StrongDecibans = 6;

    public override string Sheet => "findings";

    public override string Title => "Findings and cause";

    /// <summary>The remedy line a fault belongs to.</summary>
    public string? FaultLine { get; private set; }

    /// <summary>Words as a sentence begins.</summary>
    public static string Sentence(string words) => char.ToUpperInvariant(words[0]) + words[1..];

    /// <summary>A chance in words.</summary>
    public static string Strength(double p) => p >= 0.5 ? "strong" : p >= 0.2 ? "fair" : "weak";

    /// <summary>The best checks to make now: a strip finding needs the turbo open, which shows by one being answered.</summary>
    public IReadOnlyList<NextCheck> Next => [.. View.Ranking.Next.Where(n => n.GainBits > 0.005 && CauseModel.Usual.Find(n.Id)!.Stage <= Reach).Take(4)];

    private Stage Reach => View.State.Looks.Where(l => l.Value.Body.Look != Look.NotLooked).Select(l => CauseModel.Usual.Find(l.Key)!.Stage).DefaultIfEmpty(Stage.Vehicle).Max() is var reached && reached < Stage.Vehicle ? Stage.Vehicle
        : reached == Stage.Bench ? Stage.Strip : reached;

    /// <summary>Whether a check is lost once the turbo comes off.</summary>
    public bool GoneLater(string finding) => CauseModel.Usual.Find(finding)!.Stage == Stage.Vehicle && Reach == Stage.Vehicle;

    /// <summary>The turbo is probably sound: it leads, and nothing on the vehicle argues strongly for a cause in the unit.</summary>
    public bool ProbablySound => View.Ranking.Causes[0].Id == CauseModel.Elsewhere && View.State.Looks.Count > 0
        && !View.Ranking.Why.Any(w => w.Cause != CauseModel.Elsewhere && w.Db >= 10 && CauseModel.Usual.Find(w.Finding)!.Stage == Stage.Vehicle);

    public void OnGet() => FillFromCorrected();

    /// <summary>What stands for a finding: just typed, or recorded.</summary>
    public Look LookOf(string finding)
    {
        var typed = Form["look." + finding];
        if (typed.Length > 0) return Enum.GetValues<Look>().FirstOrDefault(l => InputReader.WordOf(l) == typed);
        return View.State.Looks.TryGetValue(finding, out var noted) ? noted.Body.Look : Look.NotLooked;
    }

    /// <summary>The two strongest arguments for and the strongest against, in words.</summary>
    public string ArgumentsFor(string cause)
    {
        static string Said(Argument a, JobView view)
        {
            var words = FindingWords.ById[a.Finding];
            return $"{words.Title.ToLowerInvariant()} ({(view.State.Looks[a.Finding].Body.Look == Look.Seen ? words.Seen : words.NotThere)}){(Math.Abs(a.Db) >= StrongDecibans ? ", strongly" : "")}";
        }
        var own = View.Ranking.Why.Where(w => w.Cause == cause && Math.Abs(w.Db) >= 1).ToArray();
        var pro = own.Where(w => w.Db > 0).Take(2).Select(w => Said(w, View)).ToArray();
        var con = own.Where(w => w.Db < 0).Take(1).Select(w => Said(w, View)).ToArray();
        return string.Join(". ", new[] { pro.Length > 0 ? "For it: " + string.Join("; ", pro) : "", con.Length > 0 ? "Against: " + con[0] : "" }.Where(t => t.Length > 0));
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var changed = new List<(EntryBody, How)>();
        foreach (var finding in CauseModel.Usual.Findings)
        {
            var before = View.State.Looks.TryGetValue(finding.Id, out var noted) ? noted.Body.Look : Look.NotLooked;
            if (reader.Text("look." + finding.Id).Length == 0) continue;
            var now = LookOf(finding.Id);
            if (now != before) changed.Add((new FindingNoted(finding.Id, now), finding.Stage == Stage.Ask ? How.Told : How.ByEye));
        }
        return await RecordChangesAsync(changed, "finding", Here);
    }

    public async Task<IActionResult> OnPostConfirmAsync()
    {
        var leader = View.Ranking.Causes[0];
        var confirmed = Reader().Read<CauseConfirmed>(new JsonObject { ["leader"] = leader.Id, ["leader_chance"] = leader.P, ["ranking"] = InputReader.WordOf(View.Ranking.Verdict) });
        return await RecordAsync(confirmed, "The cause is confirmed under your name.", right: Right.ConfirmCause);
    }

    public async Task<IActionResult> OnPostLineAsync()
    {
        var noted = Reader().Read<RemedyNoted>();
        FaultLine = Form["line"];
        return await RecordAsync(noted, noted?.Closed == false ? "The line is open again." : "The line is closed under your name.");
    }
}
