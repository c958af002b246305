using System.Globalization;
using System.Runtime.CompilerServices;
using Wattology.Core.Actuator;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.Findings;
using Wattology.Core.Fluids;
using Wattology.Core.HandOver;
using Wattology.Core.Inputs;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Core.PartNumbers;
using Wattology.Core.Plate;

namespace Wattology.Core.Warranty;

/// <summary>How a wanted proof stands.</summary>
public enum ProofState
{
    /// <summary>There, as it is wanted.</summary>
    There,
    /// <summary>A lesser one is offered, with its reason, and the policy takes it.</summary>
    SecondBest,
    /// <summary>Missing, and it can still be had.</summary>
    Missing,
    /// <summary>Missing, and it can be had no more.</summary>
    Gone,
}

/// <summary>One wanted proof as it stands.</summary>
/// <param name="Wanted">What the policy says of it.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Turbo">Of which turbo; 0 for the engine.</param>
/// <param name="State">How it stands.</param>
/// <param name="Title">What it is, with its turbo where there are two.</param>
/// <param name="Says">How it stands, in words.</param>
/// <param name="Found">The best the job has of it; null where there is nothing.</param>
/// <param name="MayOffer">What there is would be taken as second best, with a reason.</param>
public sealed record RehearsedProof(WantedProof Wanted, ProofKind Kind, int Turbo, ProofState State, string Title, string Says, ProofFound? Found,
    bool MayOffer)
{
    /// <summary>Both, in a sentence.</summary>
    public string Words => $"{Title}: {Says}";

    /// <summary>The claim would be refused for it.</summary>
    public bool Refuses => State is ProofState.Missing or ProofState.Gone;
}

/// <summary>What the warranty giver would say today.</summary>
/// <param name="Named">The policy the job is under.</param>
/// <param name="Lines">Every wanted proof, in the order in which they can be had no more.</param>
/// <param name="Against">What takes cover away, or has ended it, in words; nothing where cover holds.</param>
public sealed record Rehearsal(Noted<PolicyNamed> Named, IReadOnlyList<RehearsedProof> Lines, IReadOnlyList<string> Against)
{
    /// <summary>The sheet on which it stands.</summary>
    public const string Sheet = "claim";

    /// <summary>The code of what is against a claim beside its proofs: cover that ended, or was taken away.</summary>
    public const string CoverCode = "cover";

    private static readonly ConditionalWeakTable<JobContext, StrongBox<Rehearsal?>> Known = [];

    /// <summary>The policy.</summary>
    public WarrantyPolicy Policy => Named.Body.Policy!;

    /// <summary>What is missing, what can be had no more first, then in the order in which it goes.</summary>
    public IReadOnlyList<RehearsedProof> Missing { get; } = [.. Lines.Where(l => l.Refuses)];

    /// <summary>Why it would be refused today, each reason a sentence; nothing where it would not.</summary>
    public IReadOnlyList<string> Refusals => [.. Against, .. Missing.Select(m => m.Words)];

    /// <summary>The next of them that can be had no more; null where nothing is left to be had.</summary>
    public RehearsedProof? FirstToGo => Missing.FirstOrDefault(m => m.State == ProofState.Missing);

    /// <summary>It would not be refused.</summary>
    public bool Holds => Against.Count == 0 && Missing.Count == 0;

    /// <summary>A job's rehearsal; null where it is under no policy. Whoever asks with the same context gets the same.</summary>
    public static Rehearsal? Of(JobContext job) => Known.GetValue(job, j => new(Read(j))).Value;

    private static Rehearsal? Read(JobContext job)
    {
        if (job.Record.Latest<PolicyNamed>() is not { Body: { Policy: { } policy, Complaint: { } complaint } } named) return null;
        var machine = job.Record.Machine();
        var lines = new List<RehearsedProof>();
        foreach (var kind in Proofs.All)
            if (policy.Proofs.FirstOrDefault(p => p.Proof == kind.Id && p.IsFor(complaint)) is { } wanted)
                foreach (var turbo in kind.PerTurbo ? machine.TurboNumbers.Where(t => !PlateCheck.Stays(job, t)) : [0])
                    if ((!kind.OfOld || machine.Kind != JobKind.FirstFitment) && kind.Applies(job, turbo)) lines.Add(Judge(job, wanted, kind, turbo));
        return new(named, lines, [.. Voided(job, policy), .. Ended(job, named.Body)]);
    }

    private static RehearsedProof Judge(JobContext job, WantedProof wanted, ProofKind kind, int turbo)
    {
        var title = job.Record.Machine().Named(kind.Title, turbo);
        var found = kind.Read(job, turbo);
        var grade = JsonForm.WordOf(wanted.Grade);
        if (found is not null && Late(job, wanted, found) is { } late) return new(wanted, kind, turbo, ProofState.Missing, title, late, found, false);
        if (found is not null && found.Grade <= wanted.Grade)
            return new(wanted, kind, turbo, ProofState.There, title, $"{found.Words}, {JsonForm.WordOf(found.Grade)}.", found, false);
        var may = found is not null && wanted.SecondBest is { } less && found.Grade <= less;
        if (may && job.Record.Latest<SecondBestOffered>(o => o.Proof == kind.Id && o.Turbo == turbo) is { } offered)
            return new(wanted, kind, turbo, ProofState.SecondBest, title,
                $"{found!.Words}, {JsonForm.WordOf(found.Grade)}, as second best. {offered.Body.Reason}",
                found, true);
        var have = found is null ? $"wanted {grade}, and not there" : $"wanted {grade}, and only {JsonForm.WordOf(found.Grade)}";
        return Lost(job, kind, turbo) is { } gone
            ? new(wanted, kind, turbo, ProofState.Gone, title, $"{have}; {gone}.", found, may)
            : new(wanted, kind, turbo, ProofState.Missing, title, $"{have}. To be had {kind.Gone.Words()}.", found, may);
    }

    private static string? Late(JobContext job, WantedProof wanted, ProofFound found)
    {
        var days = Math.Abs(((found.Of ?? found.Entry.At) - job.Record.Entries[0].At).TotalDays);
        if (wanted.WithinDays is { } most && days > most)
            return string.Create(CultureInfo.InvariantCulture, $"{days:0} days from the booking-in, {most:0} are allowed.");
        if (wanted.WithinKm is not { } far || job.Record.Machine().DistanceKm is not { } now) return null;
        if (found.AtKm is not { } then) return "the paper names no distance, and one is wanted.";
        return Math.Abs(now - then) > far ?
            $"{job.Units.Show(Math.Abs(now - then), Measure.Distance)} from the booking-in, {job.Units.Show(far, Measure.Distance)} "
            + "are allowed." : null;
    }

    /// <summary>What happened that nobody can undo, after which a proof is not looked for any more; null where it can still be had.</summary>
    /// <param name="job">The job.</param>
    /// <param name="kind">Which proof.</param>
    /// <param name="turbo">Of which turbo; 0 for the engine.</param>
    public static string? Lost(JobContext job, ProofKind kind, int turbo) => kind.Gone switch
    {
        ProofGone.AnythingOff => job.Record.All<JointOpened>().Any() || Reached(job, turbo, Causes.Stage.Bench) ? "something is off already" : null,
        ProofGone.PipeCut => job.Record.Latest<FeedPipeReading>(r => turbo == 0 || r.Turbo == turbo) is { Body.State: FeedPipeState.Renewed }
            && !OldParts.Of(job.Record).Any(p => p.Released is null && p.Tagged.Body.Part == OldPart.FeedPipe && (turbo == 0 || p.Tagged.Body.Turbo == turbo))
                ? "the old pipe is gone" : null,
        ProofGone.OilDrained => job.Record.Latest<OilDrained>() is not null || job.Record.Latest<OilService>() is { Body.Oil: Service.New }
            ? "the oil is out" : null,
        ProofGone.UnitOpened => Reached(job, turbo, Causes.Stage.Strip) ? "the unit is open" : null,
        ProofGone.UnitFitted => Fitting.FitCheck.Mounted.Read(job, turbo) is { Noted: not null } ? "the new unit is on" : null,
        ProofGone.FirstStart => Commissioning.EngineRuns.Of(job).First is not null ? "the engine has run" : null,
        ProofGone.MachineLeaves => job.Record.IsEnded() ? "the machine has left" : null,
        _ => OldParts.Of(job.Record) is { Count: > 0 } parts && parts.All(p => p.Released is not null) ? "the old parts have left" : null,
    };

    private static bool Reached(JobContext job, int turbo, Causes.Stage stage) => (turbo > 0 ? job.Record.StageOf(turbo) : job.Record.Machine().TurboNumbers
        .Max(t => job.Record.StageOf(t))) >= stage;

    /// <summary>What takes cover away, in words.</summary>
    public static string TitleOf(CoverVoid what) => what switch
    {
        CoverVoid.Sealant => "Sealant at an oil or gas opening", CoverVoid.SettingsDisturbed => "A sealed setting disturbed", _ =>
            "A unit whose number does not "
            + "belong on this engine",
    };

    private static IEnumerable<string> Voided(JobContext job, WarrantyPolicy policy)
    {
        foreach (var what in policy.Voids)
        {
            if (job.Record.Latest<VoidSeen>(v => v.Void == what) is { } seen)
            {
                if (seen.Body.Found) yield return $"{TitleOf(what)}: {seen.Body.Words}. It takes cover away.";
                continue;
            }
            if (Read(job, what) is { } words) yield return $"{TitleOf(what)}: {words}. It takes cover away.";
        }
    }

    // What the record says already need not be said again.
    private static string? Read(JobContext job, CoverVoid what) => what switch
    {
        CoverVoid.PartNumber => job.Record.Machine().TurboNumbers.Select(t => PlateMatch.Compare(job.Record.Plate(t, PlateOf.Old)?.Body,
            PlateCheck.New(job.Record, t)?.Body, job.Parts, job.Record.Machine().Engine)).FirstOrDefault(m => m.Verdict == Verdict.Stop)?.Why.TrimEnd('.'),
        CoverVoid.SettingsDisturbed => job.Record.Machine().Kind == JobKind.MakersSpec && job.Record.Latest<RodTurned>() is { } turned
            ? $"the rod was turned ({turned.Entry.Signer})" : null,
        _ => job.Record.Findings().TryGetValue("sealant-or-gasket-in-port", out var found) && found.Body.Answer == Causes.Answer.Present
            ? "found in a port of the failed unit" : null,
    };

    private static IEnumerable<string> Ended(JobContext job, PolicyNamed named)
    {
        var (cover, machine, booked) = (named.Policy!.Cover, job.Record.Machine(), job.Record.Entries[0].At);
        if (named.Since is { } since && cover.Days is { } days && (booked - since).TotalDays > days)
            // A day that was begun is a day.
            yield return string.Create(CultureInfo.InvariantCulture,
                $"Cover ended: {Math.Ceiling((booked - since).TotalDays):0} days since it began, {days:0} are covered.");
        if (named.SinceKm is { } km && cover.DistanceKm is { } far && machine.DistanceKm is { } now && now - km > far)
            yield return $"Cover ended: {job.Units.Show(now - km, Measure.Distance)} since it began, {job.Units.Show(far, Measure.Distance)} are covered.";
        if (named.SinceHours is { } hours && cover.Hours is { } most && machine.RunHours is { } run && run - hours > most)
            yield return string.Create(CultureInfo.InvariantCulture, $"Cover ended: {run - hours:0} h since it began, {most:0} h are covered.");
    }

    /// <summary>Until when old parts are kept under the job's policy; null where it is under none, or the machine has not left.</summary>
    public static DateTimeOffset? KeepUntil(JobRecord record) => record.Latest<PolicyNamed>() is { Body.Policy: { } policy } && record.EndEntry() is { } end
        ? end.At.AddDays(policy.OldPartsDays) : null;
}
