using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Gauge;
using Wattology.Core.Priming;
using Wattology.Core.Traces;

namespace Wattology.Core.Jobs;

/// <summary>What of a job was read on a simulated engine.</summary>
public static class SimulatedEntries
{
    /// <summary>Every entry that stands and says so, in order.</summary>
    public static IReadOnlyList<Entry> Of(JobRecord record) => [.. record.All<GaugeOn>().Where(g => g.Body.Simulated).Select(g => g.Entry)
        .Concat(record.All<PressureRead>().Where(r => r.Body.Simulated == true).Select(r => r.Entry))
        .Concat(record.All<PressureShown>().Where(s => s.Body.Simulated == true).Select(s => s.Entry))
        .Concat(record.All<CrankcaseReading>().Where(r => r.Body.Simulated == true).Select(r => r.Entry))
        .Concat(record.All<TraceKept>().Where(t => t.Body.Simulated == true).Select(t => t.Entry)).OrderBy(e => e.Seq)];

    /// <summary>The same in a sentence; empty where nothing was.</summary>
    public static string Words(JobRecord record) => Of(record) is not { Count: > 0 } simulated ? ""
        : $"{(simulated.Count == 1 ? "Entry" : "Entries")} {string.Join(", ", simulated.Select(e => e.Seq))}: read on a simulated engine. Outside a demo shop "
            + "that proves nothing.";
}
