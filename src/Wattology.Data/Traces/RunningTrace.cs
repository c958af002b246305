using System.Text;
using Wattology.Core.Entries;
using Wattology.Core.Gauge;
using Wattology.Core.Inputs;
using Wattology.Core.Traces;

namespace Wattology.Data.Traces;

/// <summary>What a box reads of the burst or run that turns just now, written as it comes: a server that stops, or is killed, loses a second of it.</summary>
public sealed class RunningTrace : IDisposable
{
    private const double TogetherMs = 1_000, BeforeMs = 2_000;
    private static readonly string[] Channels = [.. GaugeChannel.All.Select(c => c.Name)];

    private readonly StreamWriter _out;
    private readonly double _fromMs;
    private double _writtenMs = double.NegativeInfinity, _lastMs = double.NegativeInfinity;

    private RunningTrace(StreamWriter output, double fromMs) => (_out, _fromMs) = (output, fromMs);

    private static string PathOf(ShopFolder folder, string turning) => FileHash.Is(turning)
        ? Path.Combine(Directory.CreateDirectory(Path.Combine(folder.Traces, "running")).FullName, turning + ".csv")
        : throw new ArgumentException("A burst or run is named by the hash of its entry.", nameof(turning));

    /// <summary>Goes on writing, or begins.</summary>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="turning">Hash of the entry with which the burst or run began.</param>
    /// <param name="fromMs">When that was, ms since 1970.</param>
    public static RunningTrace Open(ShopFolder folder, string turning, double fromMs)
    {
        var known = Read(folder, turning);
        var file = new FileStream(PathOf(folder, turning), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.Read);
        // A line that was cut off in the middle is taken off; what is whole is never written anew, since that could be cut off too.
        file.SetLength(known is null ? 0 : WholeLines(file));
        file.Seek(0, SeekOrigin.End);
        var output = new StreamWriter(file, new UTF8Encoding(false)) { NewLine = "\n" };
        if (known is null) output.WriteLine(TraceCsv.Head(Channels));
        output.Flush();
        return new(output, fromMs) { _lastMs = known is { Rows.Count: > 0 } ? fromMs + 1_000 * known.Rows[^1].TimeS : double.NegativeInfinity };
    }

    private static long WholeLines(FileStream file)
    {
        for (var end = file.Length; end > 0; end--)
        {
            file.Position = end - 1;
            if (file.ReadByte() == '\n') return end;
        }
        return 0;
    }

    /// <summary>Writes a sample; what lies well before the beginning, or was written already, is left out.</summary>
    public void Take(double atMs, GaugeSample sample)
    {
        if (atMs <= _lastMs || atMs < _fromMs - BeforeMs) return;
        _lastMs = atMs;
        _out.WriteLine(TraceCsv.Line((atMs - _fromMs) / 1_000, [.. Channels.Select(c => sample[c])], Channels));
        if (atMs - _writtenMs < TogetherMs) return;
        _writtenMs = atMs;
        _out.Flush();
    }

    /// <summary>Writes what is not written yet.</summary>
    public void Flush() => _out.Flush();

    /// <inheritdoc/>
    public void Dispose() => _out.Dispose();

    /// <summary>What was written of a burst or run; null where nothing was.</summary>
    public static Trace? Read(ShopFolder folder, string turning)
    {
        if (!File.Exists(PathOf(folder, turning))) return null;
        try
        {
            using var file = new FileStream(PathOf(folder, turning), FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
            using var text = new StreamReader(file, Encoding.UTF8);
            return TraceCsv.Read(text.ReadToEnd());
        }
        // Cut off before its first line was whole, or damaged by the disk: what is left of it is no trace.
        catch (InputRefusedException) { return null; }
    }

    /// <summary>Forgets what was written: it is kept, or taken back.</summary>
    public static void Forget(ShopFolder folder, string turning) => File.Delete(PathOf(folder, turning));
}
