using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Priming;
using Wattology.Core.Traces;

namespace Wattology.Data.Traces;

/// <summary>Keeps traces, and how the shop's loggers are read.</summary>
public sealed class TraceStore(ShopDb db, TraceFiles files)
{
    private const string LoggersKey = "loggers";
    private const int MostLoggers = 40, MostShown = 400;

    /// <summary>Keeps a trace's file, and answers what the record says of it: first the file, then the entry that names it.</summary>
    /// <param name="turning">The entry with which the burst or run began.</param>
    /// <param name="trace">What was read.</param>
    /// <param name="source">By what.</param>
    /// <param name="simulated">Its engine is a simulated one.</param>
    /// <param name="enoughKpa">From here pressure counts as there, kPa: the limit in force.</param>
    public async Task<TraceKept> BodyAsync(Entry turning, Trace trace, string source, bool simulated, double enoughKpa)
    {
        var (file, bytes) = await files.KeepAsync(trace);
        var shows = Shows(trace, enoughKpa)?.Words ?? "";
        return new(turning.Hash, Turnings.OfWhat(turning), file, bytes, trace.Rows.Count, Math.Round(trace.Seconds, 1), trace.Channels, source,
            shows.Length <= MostShown ? shows : shows[..MostShown], simulated ? true : null);
    }

    /// <summary>What the pressure of a trace shows from the beginning of its burst or run; null where there are too few samples of it.</summary>
    /// <param name="trace">The trace.</param>
    /// <param name="enoughKpa">From here pressure counts as there, kPa.</param>
    public static TraceResult? Shows(Trace trace, double enoughKpa)
    {
        var samples = trace.Pressure.Where(p => p.TimeS >= 0).Select(p => new PressureSample(p.TimeS, p.Value)).ToArray();
        var faults = new Faults();
        var input = new PressureTraceInput(samples, Settings: new(FirstKpa: Math.Max(0.1, enoughKpa)));
        input.Check(faults, "");
        return faults.None ? PressureTrace.Read(input) : null;
    }

    /// <summary>How the shop's loggers are read.</summary>
    public async Task<IReadOnlyList<LoggerMap>> LoggersAsync(CancellationToken cancel = default)
        => await db.Settings.AsNoTracking().Where(s => s.Key == LoggersKey).Select(s => s.Value).FirstOrDefaultAsync(cancel) is { Length: > 0 } text
            ? JsonSerializer.Deserialize<List<LoggerMap>>(text, JsonForm.Options)! : [];

    /// <summary>Keeps how a logger is read; one with the same columns is read so from now on.</summary>
    public async Task KeepLoggerAsync(LoggerMap map)
    {
        var others = (await LoggersAsync()).Where(m => !m.Head.SequenceEqual(map.Head, StringComparer.OrdinalIgnoreCase)).TakeLast(MostLoggers - 1);
        db.Set(LoggersKey, JsonSerializer.Serialize(others.Append(map), JsonForm.Options));
        await db.SaveChangesAsync();
    }
}
