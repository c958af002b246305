using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Core.Plate;

/// <summary>The new unit was wrong or damaged and went back; the job goes on and waits for another.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Why">What was wrong with it.</param>
public sealed record UnitSentBack([Bounds(1, 2)] int Turbo, [Needed("Say what was wrong with it: the supplier will ask.")] string Why) : EntryBody, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "unit-sent-back";

    /// <summary>The id of the question how the new unit looked when it came.</summary>
    public const string AsReceived = "as-received";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<UnitSentBack>(KindName, "New unit sent back",
        (job, n) => $"{job.Which(n.Body.Turbo)}{n.Body.Why}")
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
        Refuse = (job, body) => PlateCheck.New(job.Record, body.Turbo) is null
            && !job.Record.All<Looked>().Any(l => l.Body.Question == AsReceived && l.Body.Turbo == body.Turbo && l.Entry.Seq > Since(job.Record, body.Turbo))
            ? "No new unit is recorded that could go back." : null,
    };

    /// <summary>Position of the entry with which the last unit of a turbo went back; 0 when none did.</summary>
    public static int Since(JobRecord record, int turbo) => record.LatestOf<UnitSentBack>(turbo)?.Entry.Seq ?? 0;
}
