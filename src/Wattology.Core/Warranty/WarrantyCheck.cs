using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Warranty;

/// <summary>The check of a claim: what a policy wants is an item of the hold point before which it must be had.</summary>
public static class WarrantyCheck
{
    /// <summary>What begins the id of an item that a policy wants.</summary>
    public const string ItemPrefix = "claim-";

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new(Rehearsal.Sheet, "Claim", null, Read)
    {
        Applies = job => job.Record.Latest<PolicyNamed>() is not null,
        Kinds = [PolicyNamed.Kind, PaperKept.Kind, VoidSeen.Kind, SecondBestOffered.Kind, ClaimExpected.Kind, ClaimSent.Kind, ClaimAnswered.Kind,
            ClaimPaid.Kind, ClaimLetter.Kind],
        Paper = null,
        Items = [.. Proofs.All.Select(kind => new ItemDefinition(kind.Gone.Point(), ItemPrefix + kind.Id, $"Claim: {kind.Title}", (context, turbo)
            => Item(context.Job, kind, turbo)) { PerTurbo = kind.PerTurbo, Sheet = kind.Sheet })],
    };

    // A doubt, not a stop: an engine runs without a claim, and one name with a reason may say so.
    private static ItemState? Item(JobContext job, ProofKind kind, int turbo)
        => Rehearsal.Of(job) is not { } rehearsal || rehearsal.Lines.FirstOrDefault(l => l.Kind == kind && l.Turbo == turbo) is not { } line ? null
            : line.Refuses ? new ItemState(Standing.Doubtful, $"{rehearsal.Policy.Words} wants it. {line.Words}", line.Found?.Entry)
                : ItemState.Done(line.Words, line.Found?.Entry);

    private static Found Read(JobContext job, int turbo) => Rehearsal.Of(job) is not { } rehearsal ? Found.NotYet with { Why = "Under no policy." }
        : new(rehearsal.Holds ? Verdict.Sound : Verdict.Doubtful, rehearsal.Holds ? "nothing missing" : $"{rehearsal.Refusals.Count} against it",
            rehearsal.Holds ? $"Nothing that {rehearsal.Policy.Words} wants is missing." : $"Would be refused today: {rehearsal.Refusals[0]}",
            rehearsal.Named.Entry) { Provisional = true };
}
