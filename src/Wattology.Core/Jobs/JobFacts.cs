using System.Globalization;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.HandOver;
using Wattology.Core.Inputs;
using Wattology.Core.OilSupply;
using Wattology.Core.Parts;
using Wattology.Core.Priming;
using Wattology.Core.Yard;

namespace Wattology.Core.Jobs;

/// <summary>An item that was passed with a name, and the reason given.</summary>
/// <param name="Item">The item's id, without the turbo.</param>
/// <param name="Reason">Why.</param>
public sealed record PassedItem(string Item, string Reason);

/// <summary>How long a job waited for something.</summary>
/// <param name="For">What, as a word of <see cref="WaitsFor"/>.</param>
/// <param name="Hours">How long, h.</param>
public sealed record WaitedFor(string For, double Hours);

/// <summary>What one job adds to what a shop learns over time: facts its entries alone decide, so that they never change by themselves.</summary>
/// <param name="UnitSource">Who brought the unit: an answer of <see cref="PartsCheck.WhoBrings"/>; empty where nobody said.</param>
/// <param name="School">How it was primed, as a word of <see cref="PrimeMethod"/>; empty where it was not.</param>
/// <param name="SupplyGrade">How the oil supply is known, as a word of <see cref="Known"/>: the lesser of two turbos; empty where it is not.</param>
/// <param name="Hand">Whose hands did most of it: the id of the technician with the most entries; empty where there is none.</param>
/// <param name="ModelFirst">Whether the ranking had the confirmed cause first; null where none was confirmed.</param>
/// <param name="ModelSettled">Whether the ranking was right where it said "settled"; null where it did not say so.</param>
/// <param name="Passed">What was passed by name.</param>
/// <param name="Waited">How long it waited for what, until it ended.</param>
public sealed record JobFacts(string UnitSource, string School, string SupplyGrade, string Hand, bool? ModelFirst, bool? ModelSettled,
    IReadOnlyList<PassedItem> Passed, IReadOnlyList<WaitedFor> Waited)
{
    /// <summary>Reads them.</summary>
    public static JobFacts Of(JudgedJob job)
    {
        var (record, context) = (job.Record, job.Context);
        var confirmed = record.All<CauseConfirmed>().LastOrDefault(c => c.Outcome is RankingThen);
        bool? first = confirmed?.Outcome is RankingThen then ? then.Leader == confirmed.Body.Cause : null;
        return new(PartsCheck.WhoBrings.Read(context, 0).Noted?.Body.Answer ?? "",
            record.All<Oiled>().LastOrDefault() is { } oiled ? JsonForm.WordOf(oiled.Body.Method) : PrimeQuestions.PumpDriven.Read(context, 0).Noted is not null
                ? JsonForm.WordOf(PrimeMethod.PumpDriven) : "",
            Supply(job), MostHands(record), first, confirmed?.Outcome is RankingThen { Ranking: RankingVerdict.Settled } ? first : null,
            [.. record.All<HoldPointPassed>().SelectMany(p => p.Body.Open.Select(i => new PassedItem(Bare(i), p.Body.Reason)))],
            Waits(record));
    }

    private static string Bare(string item) => item.LastIndexOf('-') is var dash and > 0 && item[(dash + 1)..] is "1" or "2" ? item[..item.LastIndexOf('-')]
        : item;

    private static string Supply(JudgedJob job)
    {
        var worst = (Known?)null;
        foreach (var turbo in job.Machine.TurboNumbers)
        {
            var known = job.Record.LatestOf<CatchTestReading>(turbo) is { } caught ? JsonForm.ValueOf<Known>(caught.Entry.Known) ?? Known.Measured
                : SupplyChecks.FeedSeen.Read(job.Context, turbo).Noted is { } seen ? JsonForm.ValueOf<Known>(seen.Entry.Known) ?? Known.Seen : (Known?)null;
            if (known is null) continue;
            if (worst is null || known > worst) worst = known;
        }
        return worst is { } grade ? JsonForm.WordOf(grade) : "";
    }

    private static string MostHands(JobRecord record) => record.Entries.Where(e => e.Role == JsonForm.WordOf(People.Role.Technician) && !e.Elsewhere)
        .GroupBy(e => e.ById).OrderByDescending(g => g.Count()).ThenBy(g => g.Key, StringComparer.Ordinal).FirstOrDefault()?.Key ?? "";

    private static WaitedFor[] Waits(JobRecord record)
    {
        if (record.EndEntry() is not { } end) return [];
        var since = (For: WaitsFor.Hands, record.Entries[0].At);
        var hours = new SortedDictionary<WaitsFor, double>();
        foreach (var (what, at) in record.All<Waiting>().Where(w => w.Entry.Seq < end.Seq).Select(w => (w.Body.For, w.Entry.At)).Append((WaitsFor.Hands,
            end.At)))
        {
            if (at > since.At) hours[since.For] = hours.GetValueOrDefault(since.For) + (at - since.At).TotalHours;
            since = (what, at);
        }
        return [.. hours.Select(h => new WaitedFor(JsonForm.WordOf(h.Key), Math.Round(h.Value, 2)))];
    }
}
