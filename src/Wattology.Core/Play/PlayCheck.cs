using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Play;

/// <summary>Shaft play of a unit, radial and axial, at either end; a figure against its limit answers the finding.</summary>
public static class PlayCheck
{
    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(PlayReading.KindName, "Shaft play", null, Read)
    {
        PerTurbo = true,
        Applies = job => job.Record.Machine().Kind != JobKind.FirstFitment,
        Kinds = [PlayReading.Kind],
        Limits = [PlayLimits.Radial, PlayLimits.Axial],
        Answers = [new("radial-play-high", r => r.Found.Shows("radial-play-high")), new("axial-play-high", r => r.Found.Shows("axial-play-high"))],
    };

    /// <summary>The latest reading of each direction and end, in that order.</summary>
    public static IReadOnlyList<Noted<PlayReading>> Latest(JobRecord record, int turbo) => [.. record.All<PlayReading>().Where(p => p.Body.Turbo == turbo)
        .GroupBy(p => (p.Body.Direction, p.Body.End)).OrderBy(g => g.Key).Select(g => g.Last())];

    private static Found Read(JobContext job, int turbo)
    {
        var latest = Latest(job.Record, turbo);
        if (latest.Count == 0) return Found.NotYet;
        PlayOutcome Of(Noted<PlayReading> n) => (PlayOutcome)n.Outcome!;
        var worst = latest.MaxBy(n => Of(n).Judgement.Verdict)!;
        var shows = new Dictionary<string, bool>();
        foreach (var way in latest.GroupBy(n => n.Body.Direction))
        {
            var verdicts = way.Select(n => Of(n).Judgement.Verdict).Where(v => v != Verdict.ReadingOnly).ToArray();
            if (verdicts.Length > 0) shows[$"{JsonForm.WordOf(way.Key)}-play-high"] = verdicts.Any(v => v != Verdict.Sound);
        }
        return Found.Of<PlayReading, PlayOutcome>(worst, (_, _) => string.Join(" · ", latest.Select(n => $"{JsonForm.Plain(n.Body.Direction)}"
            + $"{(latest.Count(o => o.Body.Direction == n.Body.Direction) > 1 ? $", {JsonForm.Plain(n.Body.End)} end" : "")} "
            + Of(n).Judgement.Show(Of(n).MeanMm, Measure.Length, job.Units)))) with { Says = shows };
    }
}
