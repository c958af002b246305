using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Wattology.Core.Gauge;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;

namespace Wattology.Core.Traces;

/// <summary>How a logger writes its time.</summary>
public enum LoggerTime
{
    /// <summary>Seconds.</summary>
    Seconds,
    /// <summary>Milliseconds.</summary>
    Milliseconds,
    /// <summary>Minutes.</summary>
    Minutes,
    /// <summary>A clock: h:mm:ss, with or without parts of a second.</summary>
    Clock,
}

/// <summary>A column of a logger's file that is read.</summary>
/// <param name="Column">Which, from 0.</param>
/// <param name="Channel">What it is; see <see cref="GaugeChannel"/>.</param>
/// <param name="Unit">Its unit, as people write it.</param>
public sealed record LoggerColumn([Bounds(0, 200)] int Column, string Channel, string Unit);

/// <summary>How a logger's files are read; said once for each logger.</summary>
/// <param name="Name">The logger.</param>
/// <param name="Head">The names of its columns: a file with the same ones is of the same logger.</param>
/// <param name="TimeColumn">Where its time stands, from 0.</param>
/// <param name="Time">How its time is written.</param>
/// <param name="Columns">What else is read.</param>
public sealed record LoggerMap(string Name, IReadOnlyList<string> Head, [Bounds(0, 200)] int TimeColumn, LoggerTime Time, IReadOnlyList<LoggerColumn> Columns)
    : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Name.Trim().Length is 0 or > 60) faults.Add(Faults.Join(path, "name"), "A logger has a name of 1 to 60 letters.");
        if (Columns.Count == 0) faults.Add(Faults.Join(path, "columns"), "Say what at least one column is.");
        foreach (var twice in Columns.GroupBy(c => c.Channel).Where(g => g.Count() > 1))
            faults.Add(Faults.Join(path, "columns"), $"Two columns are {GaugeChannel.Find(twice.Key)?.Title ?? twice.Key}: choose one.");
        foreach (var column in Columns)
        {
            if (column.Column == TimeColumn) faults.Add(Faults.Join(path, "columns"), "One column cannot be the time and a value.");
            if (GaugeChannel.Find(column.Channel) is not { } channel) faults.Add(Faults.Join(path, "columns"), $"'{column.Channel}' is no channel known here.");
            else if (LoggerCsv.UnitOf(channel, column.Unit) is null)
                faults.Add(Faults.Join(path, "columns"), $"{channel.Title}: '{column.Unit}' is no unit of it; write {LoggerCsv.UnitWords(channel)}.");
        }
    }

    /// <summary>Whether a file with that head is of this logger.</summary>
    public bool Fits(LoggerTable table) => Head.SequenceEqual(table.Head, StringComparer.OrdinalIgnoreCase);
}

/// <summary>A logger's file as it stands, before anybody said what its columns are.</summary>
/// <param name="Head">Names of the columns; "column 1" and on where it has none.</param>
/// <param name="Rows">The cells, row by row.</param>
/// <param name="CommaIsDecimal">Between columns that no comma parts, a comma is a decimal one.</param>
public sealed record LoggerTable(IReadOnlyList<string> Head, IReadOnlyList<IReadOnlyList<string>> Rows, bool CommaIsDecimal);

/// <summary>Reads what a logger wrote.</summary>
public static class LoggerCsv
{
    private const int MostColumns = 60, FewestRows = 5;

    /// <summary>The unit a channel is kept in.</summary>
    public static string KeptUnit(GaugeChannel channel) => channel.Measure switch
    {
        Measure.Pressure => "kPa",
        Measure.Flow => "l/min",
        Measure.Speed => "1/min",
        Measure.Temperature => "°C",
        _ => "%",
    };

    /// <summary>Units a channel may be written in, in words.</summary>
    public static string UnitWords(GaugeChannel channel) => channel.Measure switch
    {
        Measure.Pressure => "kPa, bar, mbar or psi",
        Measure.Flow => "l/min or ml/s",
        Measure.Speed => "rpm or krpm",
        Measure.Temperature => "°C or °F",
        _ => "%",
    };

    /// <summary>What turns a figure in a unit into the kept one; null where the unit is none of the channel's.</summary>
    public static Func<double, double>? UnitOf(GaugeChannel channel, string unit)
    {
        if (channel.Measure == Measure.Number) return unit.Trim() is "" or "%" ? v => v : null;
        var quantity = Quantity.Of(channel.Measure);
        return quantity.FindUnit(unit) is { Unit: { } from, Absolute: false, Times: var times } && quantity.Unit is { } kept
            ? v => UnitsNet.UnitConverter.Convert(v * times, from, kept) : null;
    }

    /// <summary>Reads the cells of a text: parted by tab, semicolon or comma; a first line of names; lines before it that have no columns are passed
    /// over.</summary>
    /// <param name="text">The file's text.</param>
    /// <param name="faults">Takes what is wrong, under "csv".</param>
    public static LoggerTable? Table(string text, Faults faults)
    {
        var parted = text.Contains('\t') ? '\t' : text.Contains(';') ? ';' : ',';
        using var parser = new CsvParser(new StringReader(text.TrimStart('\ufeff')), new CsvConfiguration(CultureInfo.InvariantCulture)
            { Delimiter = parted.ToString(), BadDataFound = null, IgnoreBlankLines = true, HasHeaderRecord = false });
        var all = new List<string[]>();
        while (parser.Read())
        {
            if (all.Count > Trace.MostRows) { faults.Add("csv",
                $"At most {Trace.MostRows:#,0} lines are read: cut the file to the burst or run."); return null; }
            all.Add([.. parser.Record!.Select(c => c.Trim())]);
        }
        var width = all.Count == 0 ? 0 : all.Max(r => r.Length);
        var decimals = parted != ',';
        bool Samples(string[] row) => row.Any(c => Number(c, decimals) is not null || Clock(c) is not null) && row.Length == width;
        var rows = all.SkipWhile(r => !Samples(r)).Where(r => r.Any(c => c.Length > 0)).ToArray();
        if (width is < 2 or > MostColumns || rows.Length < FewestRows)
        {
            faults.Add("csv", rows.Length < FewestRows ? $"At least {FewestRows} lines of samples are needed." : width < 2
                ? "One column only: a time and at least one value are needed, parted by tab, semicolon or comma."
                : $"More than {MostColumns} columns.");
            return null;
        }
        // Above the samples stand the logger's name and its settings, the names of the columns, and with some their units on a line of their own: the names
        // are the first line that fills the columns best.
        var named = all.TakeWhile(r => !Samples(r)).MaxBy(r => r.Count(c => c.Length > 0));
        return new([.. Enumerable.Range(0, width).Select(i => named is not null && i < named.Length && named[i].Length > 0 ? named[i] : $"column {i + 1}")],
            rows, decimals);
    }

    /// <summary>The trace of a table, as its columns were said.</summary>
    /// <param name="table">The table.</param>
    /// <param name="map">What its columns are.</param>
    /// <param name="faults">Takes what is wrong, under "csv".</param>
    public static Trace? Read(LoggerTable table, LoggerMap map, Faults faults)
    {
        var columns = map.Columns.Select(c => (c.Column, Channel: GaugeChannel.Find(c.Channel)!, Convert: UnitOf(GaugeChannel.Find(c.Channel)!, c.Unit)!))
            .ToArray();
        var rows = new List<TraceRow>();
        double? first = null;
        for (var i = 0; i < table.Rows.Count; i++)
        {
            var row = table.Rows[i];
            string Cell(int column) => column < row.Count ? row[column] : "";
            if (TimeOf(Cell(map.TimeColumn), map.Time, table.CommaIsDecimal) is not { } time)
            {
                faults.Add("csv", $"Sample {i + 1}: ‘{Cell(map.TimeColumn)}’ is no time in {map.Time.ToString().ToLowerInvariant()}.");
                return null;
            }
            first ??= time;
            // Past midnight a clock begins anew.
            if (map.Time == LoggerTime.Clock && time < first) time += 86_400;
            if (rows.Count > 0 && time - first <= rows[^1].TimeS)
            {
                faults.Add("csv", $"Sample {i + 1}: its time does not rise. Is ‘{table.Head[map.TimeColumn]}’ the time?");
                return null;
            }
            rows.Add(new(Math.Round(time - first.Value, 4), [.. columns.Select(c => Number(Cell(c.Column), table.CommaIsDecimal) is { } value
                && c.Convert(value) is var kept && kept >= c.Channel.Least && kept <= c.Channel.Most ? (double?)Math.Round(kept, 3) : null)]));
        }
        var trace = new Trace([.. columns.Select(c => c.Channel.Name)], rows).Read();
        if (trace.Channels.Count > 0) return trace;
        faults.Add("csv", "Nothing in the chosen columns can be read in the units given.");
        return null;
    }

    private static double? TimeOf(string cell, LoggerTime written, bool commaIsDecimal) => written == LoggerTime.Clock ? Clock(cell)
        : Number(cell, commaIsDecimal) * (written switch { LoggerTime.Milliseconds => 0.001, LoggerTime.Minutes => 60, _ => 1 });

    private static double? Clock(string cell)
    {
        // A date may stand before it.
        var parts = cell.Split(' ', 'T')[^1].Replace(',', '.').TrimEnd('Z').Split(':');
        if (parts.Length is < 2 or > 3) return null;
        var numbers = parts.Select(p => Number(p, false)).ToArray();
        return numbers.Any(n => n is null or < 0) ? null : numbers.Length == 3 ? numbers[0] * 3_600 + numbers[1] * 60 + numbers[2] : numbers[0] * 60
            + numbers[1];
    }

    private static double? Number(string cell, bool commaIsDecimal) => double.TryParse(commaIsDecimal ? cell.Replace(',', '.') : cell, NumberStyles.Float,
        CultureInfo.InvariantCulture, out var value) && double.IsFinite(value) ? value : null;

    /// <summary>What a column probably is, by its name: proposed, never taken without a touch.</summary>
    /// <param name="name">The column's name.</param>
    /// <returns>The channel and the unit its name says; null where it says nothing.</returns>
    public static (GaugeChannel Channel, string Unit)? Guess(string name)
    {
        var words = name.ToLowerInvariant();
        bool Has(params string[] any) => any.Any(words.Contains);
        var channel = Has("rpm", "1/min", "speed") ? GaugeChannel.EngineSpeed : Has("crankcase", "breather") ? GaugeChannel.Crankcase
            : Has("boost", "map", "charge") ? GaugeChannel.Boost : Has("coolant", "water") ? GaugeChannel.CoolantTemperature
            : Has("temp", "°c", "°f", "degc") && Has("oil") ? GaugeChannel.OilTemperature : Has("flow", "l/min") ? GaugeChannel.OilFlow
            : Has("gallery") ? GaugeChannel.OilGallery : Has("oil", "press", "bar", "kpa", "psi") ? GaugeChannel.OilTurbo : null;
        if (channel is null) return null;
        var found = GaugeChannel.Find(channel)!;
        var inside = words.Split('[', ']', '(', ')', ' ', '_', '/').Where(w => w.Length > 0).Reverse().FirstOrDefault(w => UnitOf(found, w) is not null);
        return (found, inside ?? KeptUnit(found));
    }
}
