using Wattology.Core.Actuator;
using Wattology.Core.Air;
using Wattology.Core.Beside;
using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Coolant;
using Wattology.Core.Crank;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.Findings;
using Wattology.Core.FirstFitment;
using Wattology.Core.Fitting;
using Wattology.Core.Fluids;
using Wattology.Core.FollowUp;
using Wattology.Core.Gauge;
using Wattology.Core.HandOver;
using Wattology.Core.Heat;
using Wattology.Core.Hoses;
using Wattology.Core.Limits;
using Wattology.Core.LooseEnds;
using Wattology.Core.OilSupply;
using Wattology.Core.Parts;
using Wattology.Core.Photos;
using Wattology.Core.Plate;
using Wattology.Core.Play;
using Wattology.Core.Priming;
using Wattology.Core.Snags;
using Wattology.Core.Triage;
using Wattology.Core.Traces;
using Wattology.Core.Warranty;
using Wattology.Core.Yard;

namespace Wattology.Core.Jobs;

/// <summary>Every check there is, and what else a job records: the one list from which all the rest is computed.</summary>
public static class CheckList
{
    // The ranking needs the whole job, which the cause's own subject does not know.
    private static readonly EntryKind Cause = CauseConfirmed.KindOf((job, turbo) => JudgedJob.Of(job).RankingOf(turbo));

    /// <summary>The checks, in the order of the work.</summary>
    public static readonly IReadOnlyList<CheckDefinition> All =
    [
        ComebackOf.Check,
        PlateCheck.Definition,
        BoostFit.Definition,
        TriageCheck.Definition,
        FindingsCheck.Definition(Cause),
        SuctionReading.Check,
        PlayCheck.Definition,
        TravelCheck.Definition,
        PartsCheck.Definition,
        PhotoPlaces.Check,
        BesideCheck.Definition,
        SupplyChecks.OilSupply,
        SupplyChecks.Restrictor,
        SupplyChecks.FeedPipe,
        DrainCheck.Definition,
        CrankcaseCheck.Definition,
        ClockingCheck.Definition,
        ControlCheck.Definition,
        ReferenceHoses.Definition,
        FuelCheck.Definition,
        ChargeAirCheck.Definition,
        CoolantCheck.Definition,
        HeatCheck.Definition,
        FitCheck.Definition,
        FluidsCheck.Definition,
        LooseEndsCheck.Definition,
        PrimeCheck.Definition,
        StartCheck.Definition,
        AfterRunCheck.Definition,
        OldParts.Check,
        WarrantyCheck.Definition,
    ];

    /// <summary>Every kind of entry: those that belong to no check, then the checks' own.</summary>
    public static readonly EntryKindList Kinds = new(
    [
        BookedIn.EntryKind,
        Waiting.Kind,
        Accepted.Kind,
        TakenBack.Kind,
        BroughtIn.Kind,
        LookedAgain.Kind,
        HoldPointPassed.KindOf((job, item) => HoldPoints.TitleOf(job.Record.Machine().Turbos, item)),
        HandedOver.Kind,
        DriverSheetSigned.Kind,
        JobEnded.KindOf(job => Bursts.Running(job.Record) is not null || EngineRuns.Of(job).Running is not null, Holding),
        InHand.Kind,
        SnagKept.EntryKind,
        WaitBegun.EntryKind,
        WaitOver.Kind,
        GaugeOn.Kind,
        GaugeOff.Kind,
        TraceKept.Kind,
        TraceMark.Kind,
        FollowedUp.EntryKind,
        Looked.KindOf(FindQuestion, (job, turbo) => job.Which(turbo)),
        .. All.SelectMany(c => c.Kinds),
    ]);

    /// <summary>Every limit: the checks' own, then what belongs to no single check.</summary>
    public static readonly IReadOnlyList<LimitKind> Limits = [.. All.SelectMany(c => c.Limits), EarlierPass.Pause, .. FollowUps.Limits];

    /// <summary>Everything workshops differ about.</summary>
    public static readonly IReadOnlyList<School> Schools = [.. All.SelectMany(c => c.Schools)];

    /// <summary>Every question answered by a touch.</summary>
    public static readonly IReadOnlyList<Question> Questions = [.. All.SelectMany(c => c.Questions)];

    /// <summary>The question with that id, or null.</summary>
    public static Question? FindQuestion(string id) => Questions.FirstOrDefault(q => q.Id == id);

    /// <summary>What an entry of a kind undoes: the checks and questions it reopens, by their titles, in the order of the work.</summary>
    /// <param name="kind">The kind's name.</param>
    public static IReadOnlyList<string> UndoneBy(string kind) => [.. All.SelectMany(c => c.ReopenedBy.Select(r => (r.Kind, c.Title)).Concat(c.Questions
        .SelectMany(q => q.ReopenedBy.Select(r => (r.Kind, q.Title))))).Where(r => r.Kind == kind).Select(r => r.Title).Distinct()];

    private static string? Holding(JobContext job) => LooseEndRegister.Open(job).FirstOrDefault(l => l.Blocks >= Blocks.HandOver)?.Words;

    /// <summary>The check with that id, or null.</summary>
    public static CheckDefinition? Find(string id) => All.FirstOrDefault(c => c.Id == id);

    /// <summary>The limit with that key, or null.</summary>
    public static LimitKind? FindLimit(string key) => Limits.FirstOrDefault(l => l.Key == key);
}
