using Wattology.Core.Entries;

namespace Wattology.Core.Gauge;

/// <summary>A gauge box was connected to this job: from here its values are the job's.</summary>
/// <param name="Box">Its name.</param>
/// <param name="Simulated">Its engine is a simulated one.</param>
public sealed record GaugeOn(string Box, bool Simulated) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<GaugeOn>("gauge-on", "Gauge box connected",
        (_, n) => $"{n.Body.Box}{(n.Body.Simulated ? " (simulated)" : "")}")
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
        Refuse = (_, body) => body.Box.Trim().Length is 0 or > 60 ? "A box has a name of 1 to 60 characters." : null,
    };
}

/// <summary>The gauge box was taken off this job.</summary>
public sealed record GaugeOff : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<GaugeOff>("gauge-off", "Gauge box taken off")
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
        Refuse = (job, _) => GaugeOfJob.On(job.Record) is null ? "No gauge box is on this job." : null,
    };
}

/// <summary>The gauge box of a job.</summary>
public static class GaugeOfJob
{
    /// <summary>The box that is on a job; null where none is.</summary>
    public static Noted<GaugeOn>? On(JobRecord record) => record.Latest<GaugeOn>() is { } on
        && on.Entry.Seq > (record.Latest<GaugeOff>()?.Entry.Seq ?? 0) ? on : null;
}
