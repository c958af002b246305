using System.Globalization;
using System.Text;
using Wattology.Core.Gauge;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;

namespace Wattology.Core.Traces;

/// <summary>A trace as text: comma-separated, a first line of names, times in s; open for every spreadsheet.</summary>
public static class TraceCsv
{
    private const string Time = "t_s";

    /// <summary>The first line of a trace.</summary>
    /// <param name="channels">Names of its channels.</param>
    public static string Head(IEnumerable<string> channels) => string.Join(',', channels.Prepend(Time));

    /// <summary>One line of a trace.</summary>
    /// <param name="timeS">When, s.</param>
    /// <param name="values">Values in the order of the head; empty where nothing was read.</param>
    /// <param name="channels">Their names: each is written with the digits its sensor is worth.</param>
    public static string Line(double timeS, IReadOnlyList<double?> values, IReadOnlyList<string> channels)
    {
        var line = new StringBuilder(timeS.ToString("0.###", CultureInfo.InvariantCulture));
        for (var i = 0; i < values.Count; i++)
            line.Append(',').Append(values[i]?.ToString(GaugeChannel.Find(channels[i])?.Measure switch
            {
                Measure.Speed => "0",
                Measure.Flow => "0.###",
                _ => "0.##",
            }, CultureInfo.InvariantCulture));
        return line.ToString();
    }

    /// <summary>A whole trace as text.</summary>
    public static string Write(Trace trace)
    {
        var text = new StringBuilder(Head(trace.Channels)).Append('\n');
        foreach (var row in trace.Rows) text.Append(Line(row.TimeS, row.Values, trace.Channels)).Append('\n');
        return text.ToString();
    }

    /// <summary>Reads a trace as it was written; a last line that was cut off is left out.</summary>
    /// <exception cref="InputRefusedException">It is no such text.</exception>
    public static Trace Read(string text)
    {
        var lines = text.Split('\n');
        var head = lines[0].TrimEnd('\r').Split(',');
        if (head[0] != Time || head.Length < 2) throw Refused("", $"A trace begins with a line '{Time},' and the names of its channels.");
        if (lines.Length > Trace.MostRows + 2) throw Refused("", $"A trace has at most {Trace.MostRows} rows.");
        var rows = new List<TraceRow>(lines.Length);
        for (var i = 1; i < lines.Length; i++)
        {
            var cells = lines[i].TrimEnd('\r').Split(',');
            if (cells.Length == 1 && cells[0].Length == 0) continue;
            var values = new double?[head.Length - 1];
            var whole = cells.Length == head.Length && Number(cells[0]) is not null;
            for (var c = 1; whole && c < cells.Length; c++)
            {
                values[c - 1] = Number(cells[c]);
                whole = cells[c].Length == 0 || values[c - 1] is not null;
            }
            if (whole) rows.Add(new(Number(cells[0])!.Value, values));
            // A machine that was switched off ends in the middle of a line.
            else if (i < lines.Length - 1) throw Refused($"line {i + 1}", "This line is no line of a trace.");
        }
        return new([.. head.Skip(1)], rows);
    }

    private static double? Number(string text) => double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
        && double.IsFinite(value) ? value : null;

    private static InputRefusedException Refused(string path, string message)
    {
        var faults = new Faults();
        faults.Add(path, message);
        return new(faults);
    }
}
