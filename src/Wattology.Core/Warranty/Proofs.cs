using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.Findings;
using Wattology.Core.Fluids;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.Parts;
using Wattology.Core.Photos;
using Wattology.Core.Plate;
using Wattology.Core.Priming;
using Wattology.Core.Triage;

namespace Wattology.Core.Warranty;

/// <summary>Everything a warranty giver may want proved: the one list policies name from.</summary>
public static class Proofs
{
    /// <summary>How the ids of photos begin; the place follows.</summary>
    public const string PhotoOf = "photo-";

    /// <summary>Every proof, in the order in which they can be had no more.</summary>
    public static readonly IReadOnlyList<ProofKind> All = [.. Kinds().Concat(Photos()).Select((k, i) => (k, i)).OrderBy(k => k.k.Gone).ThenBy(k => k.i)
        .Select(k => k.k)];

    /// <summary>The proof with that id, or null.</summary>
    public static ProofKind? Find(string id) => All.FirstOrDefault(p => p.Id == id);

    private static IEnumerable<ProofKind> Kinds() =>
    [
        new("vehicle-checks", "Checks on the vehicle", ProofGone.AnythingOff, TriageCheck.Definition.Id, Checked(TriageCheck.Definition)),
        new("codes-before", "Fault codes before the work", ProofGone.AnythingOff, TriageCheck.Definition.Id,
            Answered(TriageCheck.CodesBefore, "none", "stored")) { Best = Known.Measured },
        new("crankcase-before", "Crankcase pressure as it came", ProofGone.AnythingOff, CrankcaseCheck.Definition.Id, (job, _)
            => Pressure(job, before: true)) { Best = Known.Measured },
        new("oil-sample", "Oil sample", ProofGone.OilDrained, FindingsCheckId, Answered(BeforeGone.OilSample, "kept")) { OfOld = true },
        new("six-sides", "Six sides of the unit", ProofGone.UnitOpened, FindingsCheckId, Answered(BeforeGone.SixSides, "kept"))
            { PerTurbo = true, OfOld = true },
        new("findings", "Findings at the open unit", ProofGone.UnitFitted, FindingsCheckId, Found) { PerTurbo = true, OfOld = true, Best = Known.Measured },
        new("cause", "Cause named, with what produced it", ProofGone.UnitFitted, FindingsCheckId, Cause) { OfOld = true },
        new("old-plate", "Failed unit's plate", ProofGone.OldPartsLeave, PlateCheck.Definition.Id, (job, turbo) => Plate(job.Record.Plate(turbo, PlateOf.Old)))
            { PerTurbo = true, OfOld = true },
        new("new-plate", "New unit's plate, matched", ProofGone.UnitFitted, PlateCheck.Definition.Id, (job, turbo) => Plate(PlateCheck.New(job.Record, turbo)))
            { PerTurbo = true },
        new("catch", "Oil caught at the feed", ProofGone.UnitFitted, SupplyChecks.OilSupply.Id, (job, turbo) => Best(
            Reading(job.Record.LatestOf<CatchTestReading>(turbo), Known.Measured, "caught"), Answered(SupplyChecks.FeedSeen, "steady")(job, turbo)))
            { PerTurbo = true, Best = Known.Measured },
        new("feed-pipe", "Feed pipe renewed", ProofGone.FirstStart, SupplyChecks.FeedPipe.Id, (job, turbo)
            => job.Record.Latest<FeedPipeReading>(r => r.Turbo == turbo) is { Body.State: FeedPipeState.Renewed } pipe
                ? Reading(pipe, Known.Seen, pipe.Body.Brief) : null) { PerTurbo = true },
        new("feed-pipe-receipt", "Receipt of the new feed pipe", ProofGone.MachineLeaves, Rehearsal.Sheet, Paper(PaperKind.FeedPipeReceipt))
            { OfPaper = true },
        new("oil-reference", "Oil reference", ProofGone.MachineLeaves, Rehearsal.Sheet, Paper(PaperKind.OilReference)) { OfPaper = true },
        new("filter-reference", "Filter reference", ProofGone.MachineLeaves, Rehearsal.Sheet, Paper(PaperKind.FilterReference)) { OfPaper = true },
        new("unit-invoice", "Invoice of the new unit", ProofGone.MachineLeaves, Rehearsal.Sheet, Paper(PaperKind.UnitInvoice)) { OfPaper = true },
        new("oil-service", "Oil and filter renewed", ProofGone.FirstStart, FluidsCheck.Definition.Id, (job, _)
            => job.Record.Latest<OilService>() is { Body: { Oil: Service.New, Filter: Service.New } } service
                ? Reading(service, Known.Seen, service.Body.Words) : null),
        new("drain-route", "Drain's route as installed", ProofGone.FirstStart, DrainCheck.Definition.Id, Drain) { PerTurbo = true, Best = Known.Measured },
        new("drain-angle", "Drain's angle as installed", ProofGone.FirstStart, ClockingCheck.Definition.Id, (job, turbo) => Best(
            Reading(job.Record.Latest<ClockingReading>(c => c.Turbo == turbo && c.AsInstalled), Known.Measured, "read as installed"),
            Answered(ClockingCheck.Seen, "hangs-down", "leans-a-little", "leans-more")(job, turbo))) { PerTurbo = true, Best = Known.Measured },
        new("prime", "Oil pressure proved before the start", ProofGone.FirstStart, PrimeCheck.Definition.Id, (job, _)
            => Reading(job.Record.All<PressureRead>().LastOrDefault(p => p.Outcome is PressureOutcome { Proves: true }), Known.Seen,
                "pressure while cranking")) { Best = Known.Measured },
        new("start", "First start and idle", ProofGone.MachineLeaves, StartCheck.Definition.Id, (job, _)
            => EngineRuns.Of(job) is { IdledEnough: true } ? Reading(job.Record.Latest<RunEnded>(), Known.Seen, "idled") : null) { Best = Known.Measured },
        new("codes-after", "Fault codes after the run", ProofGone.MachineLeaves, AfterRunCheck.Definition.Id, Answered(AfterRunCheck.CodesAfter, "none",
            "stored"))
            { Best = Known.Measured },
        new("crankcase-after", "Crankcase pressure with the new unit", ProofGone.MachineLeaves, CrankcaseCheck.Definition.Id, (job, _)
            => Pressure(job, before: false)) { Best = Known.Measured },
        new("old-parts", "Old unit and feed pipe tagged and kept", ProofGone.OldPartsLeave, OldParts.Check.Id, Kept) { OfOld = true },
    ];

    // A photo by its place: what shows nothing any more after a move.
    private static IEnumerable<ProofKind> Photos() => PhotoPlaces.Owed.Select(o => new ProofKind($"{PhotoOf}{o.Place}", $"Photo: {Lower(o.Title)}",
        o.Stage switch
    {
        WorkStage.Identify => ProofGone.OldPartsLeave,
        WorkStage.Triage => ProofGone.AnythingOff,
        WorkStage.Strip => o.Place == "feed-pipe-old" ? ProofGone.PipeCut : ProofGone.OldPartsLeave,
        WorkStage.Parts => ProofGone.UnitFitted,
        WorkStage.HandOver => ProofGone.OldPartsLeave,
        _ => ProofGone.FirstStart,
    }, PhotoPlaces.Check.Id, (job, turbo) => job.Record.Photos().LastOrDefault(p => p.Body.Place == o.Place && p.Body.Turbo == turbo) is { } photo
        ? new(Known.Seen, "photographed", photo.Entry) : null) { PerTurbo = o.PerTurbo, OfOld = o.OfOld });

    private const string FindingsCheckId = "findings";

    private static string Lower(string title) => char.ToLowerInvariant(title[0]) + title[1..];

    private static ProofFound? Best(params ReadOnlySpan<ProofFound?> found)
    {
        ProofFound? best = null;
        foreach (var one in found) if (one is not null && (best is null || one.Grade < best.Grade)) best = one;
        return best;
    }

    // What counts as told since the job lay still was seen all the same; what work reopened was not, and is looked at again.
    private static bool Stands(LookState state) => state.Noted is not null && state.Reopened is null or { Told: true };

    private static ProofFound? Reading<T>(Noted<T>? noted, Known usual, string words) where T : EntryBody
        => noted is null ? null : new(JsonForm.ValueOf<Known>(noted.Entry.Known) ?? usual, words, noted.Entry);

    private static Func<JobContext, int, ProofFound?> Answered(Question question, params string[] counts) => (job, turbo)
        => question.Read(job, question.PerTurbo ? turbo : 0) is { Noted: { } noted } state && Stands(state) && question.Find(noted.Body.Answer) is { } answer
            && counts.Contains(answer.Id) ? new(JsonForm.ValueOf<Known>(noted.Entry.Known) ?? answer.Known, answer.Words, noted.Entry) : null;

    private static Func<JobContext, int, ProofFound?> Checked(CheckDefinition check) => (job, _)
        => check.Questions.Where(q => q.Applies(job, 0)).Select(q => q.Read(job, 0)).ToArray() is { Length: > 0 } asked && asked.All(Stands)
            && LookState.Last(asked) is { } last ? new(Known.Seen, "all answered", last) : null;

    private static Func<JobContext, int, ProofFound?> Paper(PaperKind paper) => (job, _)
        => job.Record.Latest<PaperKept>(p => p.Paper == paper) is { } kept ? new(Known.Seen, kept.Body.Reference, kept.Entry, kept.Body.Of, kept.Body.AtKm)
            : null;

    private static ProofFound? Plate(Noted<PlateRead>? plate) => plate is { Body.NotReadable: false } ? Reading(plate, Known.Seen, plate.Body.Words) : null;

    private static ProofFound? Found(JobContext job, int turbo) => job.Record.Findings(turbo).Values.Where(f => f.Body.Answer is not null
        && CauseModel.Usual.Find(f.Body.Finding)?.Stage >= Stage.Bench).MinBy(f => JsonForm.ValueOf<Known>(f.Entry.Known) ?? Known.Assumed) is { } best
        ? new(JsonForm.ValueOf<Known>(best.Entry.Known) ?? Known.Seen, FindingWords.Of(best.Body.Finding).Title, best.Entry) : null;

    private static ProofFound? Cause(JobContext job, int turbo) => job.Record.Causes() is [.., { SecondWhy.Length: > 0 } last]
        ? new(Known.Seen, Remedies.Title(last.Cause), last.Entry) : null;

    private static ProofFound? Drain(JobContext job, int turbo) => Best(
        Reading(job.Record.Latest<DrainReading>(d => d.Turbo == turbo && d.AsInstalled), Known.Measured, "measured as installed"),
        DrainCheck.Installed.Read(job, turbo) is { Noted: { } noted } seen && Stands(seen)
            ? new(JsonForm.ValueOf<Known>(noted.Entry.Known) ?? Known.Seen, seen.Words, noted.Entry) : null);

    // As it came is what was read before the engine was fired with the new unit.
    private static ProofFound? Pressure(JobContext job, bool before)
    {
        var fired = EngineRuns.Of(job).First?.Seq ?? int.MaxValue;
        bool InTime(Entry entry) => before ? entry.Seq < fired : entry.Seq > fired;
        return Best(job.Record.All<CrankcaseReading>().LastOrDefault(r => InTime(r.Entry)) is { } read ? Reading(read, Known.Measured, "read") : null,
            CrankcaseCheck.Felt.Read(job, 0) is { Noted: { } noted } felt && InTime(noted.Entry) ? new(Known.Felt, felt.Words, noted.Entry) : null);
    }

    private static ProofFound? Kept(JobContext job, int turbo)
    {
        var kept = OldParts.Of(job.Record).Where(p => p.Released is null).ToArray();
        return job.Record.Machine().TurboNumbers.Where(t => !PlateCheck.Stays(job, t)).All(t => kept.Any(p => p.Tagged.Body.Part == OldPart.Unit
            && p.Tagged.Body.Turbo == t) && kept.Any(p => p.Tagged.Body.Part == OldPart.FeedPipe && p.Tagged.Body.Turbo == t)) && kept.Length > 0
            ? new(Known.Seen, string.Join(", ", kept.Select(p => p.Tag)), kept[^1].Tagged.Entry)
            : AfterRunCheck.OldParts.Read(job, 0) is { Noted: { Body.Answer: "tagged" } noted } ? new(Known.Told, "said to be kept", noted.Entry) : null;
    }
}
