using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Wattology.Core.Inputs;

namespace Wattology.Core.PartNumbers;

/// <summary>The parts table as an open file: CSV with a head line, one row a line; see docs/parts-table.md.</summary>
public static class PartsFile
{
    /// <summary>The columns, in the order in which they are written; read in any order.</summary>
    public static readonly IReadOnlyList<string> Columns = ["kind", "number", "maker", "model", "vehicle_number", "engine", "successor", "part", "count"];

    /// <summary>More rows than this are no table of one shop.</summary>
    public const int MostRows = 50_000;

    private const int MostFaults = 20, MostLetters = 120, MostCount = 999;

    /// <summary>Reads a table; every bad row is a fault named by its line.</summary>
    /// <param name="text">The file's text.</param>
    /// <exception cref="InputRefusedException">A row is not understood; then nothing is taken.</exception>
    public static IReadOnlyList<PartsRow> Read(string text)
    {
        var (faults, rows) = (new Faults(), new List<PartsRow>());
        var lines = new Dictionary<PartsRow, int>();
        var config = new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            TrimOptions = TrimOptions.Trim, MissingFieldFound = null, BadDataFound = null, DetectDelimiter = true, PrepareHeaderForMatch = a
                => a.Header.Trim().ToLowerInvariant(), IgnoreBlankLines = true,
        };
        using var csv = new CsvReader(new StringReader(text.TrimStart('\uFEFF')), config);
        if (!csv.Read() || !csv.ReadHeader() || csv.HeaderRecord is not { } head || !head.Contains("kind", StringComparer.OrdinalIgnoreCase)
            || !head.Contains("number", StringComparer.OrdinalIgnoreCase))
        {
            faults.Add("line 1", $"This is no parts table: its first line names the columns, {string.Join(",", Columns)}.");
            throw new InputRefusedException(faults);
        }
        if (head.FirstOrDefault(h => !Columns.Contains(h.Trim(), StringComparer.OrdinalIgnoreCase)) is { } odd)
            faults.Add("line 1", $"There is no column ‘{odd}’; known are {string.Join(", ", Columns)}.");
        while (csv.Read() && faults.ByPath.Count < MostFaults)
        {
            var line = csv.Parser.RawRow;
            if (rows.Count == MostRows) { faults.Add($"line {line}", $"A table has at most {MostRows:#,0} rows."); break; }
            if (ReadRow(csv, line, faults) is not { } row) continue;
            if (!lines.TryAdd(row, line)) faults.Add($"line {line}", $"It says the same as line {lines[row]}.");
            rows.Add(row);
        }
        Together(rows, lines, faults);
        if (rows.Count == 0 && faults.None) faults.Add("line 2", "The table has no rows.");
        faults.ThrowIfAny();
        return rows;
    }

    private static PartsRow? ReadRow(CsvReader csv, int line, Faults faults)
    {
        string Field(string name) => csv.TryGetField<string>(name, out var text) ? text?.Trim() ?? "" : "";
        void Wrong(string why) => faults.Add($"line {line}", why);
        if (Columns.FirstOrDefault(c => Field(c).Length > MostLetters) is { } longer) { Wrong($"{longer} has more than {MostLetters} letters."); return null; }
        if (JsonForm.ValueOf<PartsRowKind>(Field("kind")) is not { } kind)
        {
            Wrong($"‘{Field("kind")}’ is no kind of row; known are {string.Join(", ", Enum.GetValues<PartsRowKind>().Select(k => JsonForm.WordOf(k)))}.");
            return null;
        }
        var needed = kind switch
        {
            PartsRowKind.Format => new[] { "number", "maker" },
            PartsRowKind.Unit => ["number", "maker", "model"],
            PartsRowKind.Engine => ["number", "engine"],
            PartsRowKind.Successor => ["number", "successor"],
            _ => ["number", "part", "count"],
        };
        if (needed.Where(n => Field(n).Length == 0).ToArray() is { Length: > 0 } missing)
        {
            Wrong($"A row of kind {JsonForm.WordOf(kind)} needs {string.Join(" and ", missing)}.");
            return null;
        }
        var count = 0;
        if (kind == PartsRowKind.Kit && (!int.TryParse(Field("count"), NumberStyles.None, CultureInfo.InvariantCulture, out count) ||
            count is < 1 or > MostCount))
        {
            Wrong($"‘{Field("count")}’ is no count; 1 up to {MostCount} can be.");
            return null;
        }
        if (kind == PartsRowKind.Successor && PartNumber.Plain(Field("number")) == PartNumber.Plain(Field("successor")))
        {
            Wrong($"{Field("number")} cannot take its own place.");
            return null;
        }
        return new PartsRow(kind, Field("number"), Field("maker"), Field("model"), Field("vehicle_number"), Field("engine"), Field("successor"),
            Field("part"), count);
    }

    // What no row alone can tell: one number has one successor, and no chain of them comes back to where it began.
    private static void Together(IReadOnlyList<PartsRow> rows, Dictionary<PartsRow, int> lines, Faults faults)
    {
        var next = new Dictionary<string, PartsRow>();
        foreach (var row in rows.Where(r => r.Kind == PartsRowKind.Successor))
            if (!next.TryAdd(PartNumber.Plain(row.Number), row))
                faults.Add($"line {lines[row]}", $"{row.Number} has another successor in line {lines[next[PartNumber.Plain(row.Number)]]}.");
        var good = new HashSet<string>();
        foreach (var begin in next.Keys)
        {
            var way = new HashSet<string>();
            for (var at = begin; !good.Contains(at) && next.TryGetValue(at, out var row); at = PartNumber.Plain(row.Successor))
                if (!way.Add(at)) { faults.Add($"line {lines[row]}", $"Its successors lead back to {row.Number} itself."); break; }
            good.UnionWith(way);
        }
        var units = new Dictionary<string, PartsRow>();
        foreach (var row in rows.Where(r => r.Kind == PartsRowKind.Unit))
            if (!units.TryAdd(PartNumber.Plain(row.Number), row))
                faults.Add($"line {lines[row]}", $"{row.Number} stands in line {lines[units[PartNumber.Plain(row.Number)]]} already.");
    }

    /// <summary>Writes a table as it is read.</summary>
    public static string Write(IReadOnlyList<PartsRow> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture) { NewLine = "\n" };
        using (var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\n" }))
        {
            foreach (var column in Columns) csv.WriteField(column);
            csv.NextRecord();
            foreach (var r in rows)
            {
                foreach (var field in new[] { JsonForm.WordOf(r.Kind), r.Number, r.Maker, r.Model, r.VehicleNumber, r.Engine, r.Successor, r.Part,
                    r.Count > 0 ? r.Count.ToString(CultureInfo.InvariantCulture) : "" }) csv.WriteField(field);
                csv.NextRecord();
            }
        }
        return text.ToString();
    }
}
