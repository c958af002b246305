using System.Text;
using Wattology.Core.Entries;
using Wattology.Core.Gauge;
using Wattology.Core.Inputs;
using Wattology.Core.Traces;

namespace Wattology.Data.Traces;

/// <summary>What a box reads of the burst or run that turns just now, written as it comes: a server that stops, or is killed, loses a second of it. A disk that
/// cannot be written to costs the rest of the trace and nothing else: whoever watches the pressure by the same samples goes on.</summary>
public sealed class RunningTrace : IDisposable
{
    private const double TogetherMs = 1_000, BeforeMs = 2_000;
    private static readonly string[] Channels = [.. GaugeChannel.All.Select(c => c.Name)];

    private readonly double _fromMs;
    private StreamWriter? _out;
    private double _writtenMs = double.NegativeInfinity, _lastMs = double.NegativeInfinity;

    private RunningTrace(double fromMs) => _fromMs = fromMs;

    /// <summary>Begins one.</summary>
    /// <param name="output">Where it is written; closed with it.</param>
    /// <param name="fromMs">When the burst or run began, ms since 1970.</param>
    public RunningTrace(Stream output, double fromMs) : this(fromMs)
    {
        WriteTo(output);
        Write(o => o.WriteLine(TraceCsv.Head(Channels)));
        Flush();
    }

    private void WriteTo(Stream output) => _out = new StreamWriter(output, new UTF8Encoding(false)) { NewLine = "\n" };

    private static bool IsTrouble(Exception e) => e is IOException or UnauthorizedAccessException;

    private static string PathOf(ShopFolder folder, string turning) => FileHash.Is(turning)
        ? Path.Combine(Directory.CreateDirectory(Path.Combine(folder.Traces, "running")).FullName, turning + ".csv")
        : throw new ArgumentException("A burst or run is named by the hash of its entry.", nameof(turning));

    /// <summary>Goes on writing, or begins.</summary>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="turning">Hash of the entry with which the burst or run began.</param>
    /// <param name="fromMs">When that was, ms since 1970.</param>
    public static RunningTrace Open(ShopFolder folder, string turning, double fromMs)
    {
        FileStream? file = null;
        try
        {
            var known = Read(folder, turning);
            file = new FileStream(PathOf(folder, turning), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.Read);
            // A line that was cut off in the middle is taken off; what is whole is never written anew, since that could be cut off too.
            file.SetLength(known is null ? 0 : WholeLines(file));
            file.Seek(0, SeekOrigin.End);
            if (known is null) return new(file, fromMs);
            var trace = new RunningTrace(fromMs) { _lastMs = known is { Rows.Count: > 0 } ? fromMs + 1_000 * known.Rows[^1].TimeS : double.NegativeInfinity };
            trace.WriteTo(file);
            return trace;
        }
        catch (Exception e) when (IsTrouble(e))
        {
            file?.Dispose();
            return new(fromMs);
        }
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
        Write(o => o.WriteLine(TraceCsv.Line((atMs - _fromMs) / 1_000, [.. Channels.Select(c => sample[c])], Channels)));
        if (atMs - _writtenMs < TogetherMs) return;
        _writtenMs = atMs;
        Flush();
    }

    /// <summary>Writes what is not written yet.</summary>
    public void Flush() => Write(o => o.Flush());

    /// <inheritdoc/>
    public void Dispose()
    {
        Write(o => o.Dispose());
        _out = null;
    }

    private void Write(Action<StreamWriter> act)
    {
        if (_out is not { } output) return;
        try { act(output); }
        catch (Exception e) when (IsTrouble(e))
        {
            _out = null;
            // It tries to write once more what it holds, and lets go of the file.
            try { output.Dispose(); }
            catch (Exception again) when (IsTrouble(again)) { /* the same trouble */ }
        }
    }

    /// <summary>What was written of a burst or run; null where nothing was, or it cannot be read.</summary>
    public static Trace? Read(ShopFolder folder, string turning)
    {
        try
        {
            var path = PathOf(folder, turning);
            if (!File.Exists(path)) return null;
            using var file = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
            using var text = new StreamReader(file, Encoding.UTF8);
            return TraceCsv.Read(text.ReadToEnd());
        }
        // Cut off before its first line was whole, or damaged by the disk: what is left of it is no trace.
        catch (Exception e) when (e is InputRefusedException || IsTrouble(e)) { return null; }
    }

    /// <summary>Forgets what was written: it is kept, or taken back.</summary>
    public static void Forget(ShopFolder folder, string turning)
    {
        try { File.Delete(PathOf(folder, turning)); }
        catch (Exception e) when (IsTrouble(e)) { /* what lies there is no other's: each burst and run has its own name */ }
    }
}
