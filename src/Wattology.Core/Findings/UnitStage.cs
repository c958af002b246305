using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Core.Findings;

/// <summary>How far the work on one unit has come: what can be looked at follows from it.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Stage">How far: asking, on the vehicle, unit off, unit open.</param>
public sealed record UnitReached([Bounds(1, 2)] int Turbo, Stage Stage) : EntryBody, IOfTurbo
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<UnitReached>("unit-reached", "Unit", (job, n) => $"{job.Which(n.Body.Turbo)}{n.Body.Stage.Words()}")
    {
        Correction = Correction.ByTakingBack,
        Refuse = (job, body) => job.Record.Machine().TurboNumbers.Contains(body.Turbo) ? null : new("Say which turbo has come so far.", "turbo"),
    };
}

/// <summary>The stages of the looking, in words and as they stand on a job.</summary>
public static class UnitStage
{
    /// <summary>A stage in words.</summary>
    public static string Words(this Stage stage) => stage switch
    {
        Stage.Ask => "asking",
        Stage.Vehicle => "on the vehicle",
        Stage.Bench => "unit off",
        _ => "unit open",
    };

    /// <summary>How far one unit has come: what was said last; where nobody said, what was looked at tells, and nothing looked at is on the vehicle.</summary>
    /// <param name="record">The job.</param>
    /// <param name="turbo">Which turbo; when 0 the one that has come least far, since the vehicle can be looked at until every unit is off.</param>
    public static Stage StageOf(this JobRecord record, int turbo)
    {
        if (turbo == 0) return record.Machine().TurboNumbers.Min(t => record.StageOf(t));
        if (record.LatestOf<UnitReached>(turbo) is { } said) return said.Body.Stage;
        return record.Findings(turbo).Values.Where(f => f.Body.Answer is not null).Select(f => CauseModel.Usual.Find(f.Body.Finding)?.Stage ?? Stage.Ask)
            .Append(Stage.Vehicle).Max();
    }
}
