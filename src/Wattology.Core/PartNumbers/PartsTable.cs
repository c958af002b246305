namespace Wattology.Core.PartNumbers;

/// <summary>What a row of the parts table says.</summary>
public enum PartsRowKind
{
    /// <summary>How a maker writes its numbers.</summary>
    Format,
    /// <summary>A unit: its number, maker, model and the vehicle maker's number.</summary>
    Unit,
    /// <summary>An engine has that unit.</summary>
    Engine,
    /// <summary>A number took another's place.</summary>
    Successor,
    /// <summary>What lies in the box with a unit.</summary>
    Kit,
}

/// <summary>One row of the parts table. Which fields it has depends on its kind; the others are empty.</summary>
/// <param name="Kind">What it says.</param>
/// <param name="Number">The unit's number; of a format its pattern, with # for a digit and @ for a letter.</param>
/// <param name="Maker">The turbo maker, of a unit or a format.</param>
/// <param name="Model">The unit's model.</param>
/// <param name="VehicleNumber">The vehicle maker's number of the same unit.</param>
/// <param name="Engine">The engine that has it.</param>
/// <param name="Successor">The number that took its place.</param>
/// <param name="Part">What lies in the box.</param>
/// <param name="Count">How many of it.</param>
public sealed record PartsRow(PartsRowKind Kind, string Number, string Maker = "", string Model = "", string VehicleNumber = "", string Engine = "",
    string Successor = "", string Part = "", int Count = 0);

/// <summary>The shop's own parts table: which units there are and how their makers write them, which engine has which, what took what's place, and what
/// lies in the box.</summary>
/// <param name="rows">Its rows, in order.</param>
public sealed class PartsTable(IReadOnlyList<PartsRow> rows)
{
    /// <summary>A table without rows.</summary>
    public static readonly PartsTable Empty = new([]);

    private readonly Dictionary<string, PartsRow> _units = Of(rows, PartsRowKind.Unit).GroupBy(r => PartNumber.Plain(r.Number)).ToDictionary(g => g.Key,
        g => g.Last());

    private readonly Dictionary<string, string> _written = rows.SelectMany(r => new[] { r.Kind == PartsRowKind.Format ? "" : r.Number, r.Successor,
        r.VehicleNumber }).Where(n => n.Length > 0).GroupBy(PartNumber.Plain).ToDictionary(g => g.Key, g => g.First());

    private readonly PartsRow[] _formats = [.. Of(rows, PartsRowKind.Format)];

    // Asked at every judgement of a job, so looked up and not searched: a supplier's table has tens of thousands of rows.
    private readonly Dictionary<string, string> _next = Of(rows, PartsRowKind.Successor).GroupBy(r => PartNumber.Plain(r.Number)).ToDictionary(g => g.Key,
        g => g.First().Successor);

    private readonly ILookup<string, string> _before = Of(rows, PartsRowKind.Successor).ToLookup(r => PartNumber.Plain(r.Successor),
        r => PartNumber.Plain(r.Number));

    private readonly ILookup<string, string> _engines = Of(rows, PartsRowKind.Engine).ToLookup(r => PartNumber.Plain(r.Engine), r => r.Number);

    private readonly ILookup<string, (int At, PartsRow Row)> _kits = rows.Select((r, i) => (At: i, Row: r)).Where(r => r.Row.Kind == PartsRowKind.Kit)
        .ToLookup(r => PartNumber.Plain(r.Row.Number));

    /// <summary>Every row.</summary>
    public IReadOnlyList<PartsRow> Rows => rows;

    private static IEnumerable<PartsRow> Of(IReadOnlyList<PartsRow> rows, PartsRowKind kind) => rows.Where(r => r.Kind == kind);

    /// <summary>A number as its maker writes it: known ones by the table, others by the maker's pattern; as it was typed where neither tells.</summary>
    /// <param name="typed">As somebody typed it.</param>
    /// <param name="maker">Whose number it is; any maker's pattern may fit where it is empty, and none where it is null: a vehicle maker's number.</param>
    public string Written(string typed, string? maker = "")
    {
        var plain = PartNumber.Plain(typed);
        if (plain.Length == 0) return typed.Trim();
        if (_written.TryGetValue(plain, out var known)) return known;
        return maker is null ? typed.Trim() : _formats.Where(f => maker.Length == 0 ||
            PartNumber.Plain(f.Maker) == PartNumber.Plain(maker))
            .Select(f => Fit(plain, f.Number)).FirstOrDefault(f => f is not null) ?? typed.Trim();
    }

    // The letters and digits poured into the pattern; null where they do not fit it.
    private static string? Fit(string plain, string pattern)
    {
        var (at, text) = (0, new System.Text.StringBuilder());
        foreach (var p in pattern)
        {
            if (!char.IsLetterOrDigit(p) && p is not ('#' or '@')) { text.Append(p); continue; }
            if (at == plain.Length) return null;
            var c = plain[at++];
            if (p == '#' ? !char.IsAsciiDigit(c) : p == '@' ? !char.IsAsciiLetterUpper(c) : char.ToUpperInvariant(p) != c) return null;
            text.Append(c);
        }
        return at == plain.Length ? text.ToString() : null;
    }

    /// <summary>What is known of a unit; null where it is not in the table.</summary>
    public PartsRow? Unit(string number) => _units.GetValueOrDefault(PartNumber.Plain(number));

    /// <summary>The number that stands for another today: its last successor, or itself.</summary>
    public string Current(string number)
    {
        var (at, seen) = (number, new HashSet<string>());
        while (seen.Add(PartNumber.Plain(at)) && _next.TryGetValue(PartNumber.Plain(at), out var next)) at = next;
        return at;
    }

    /// <summary>Whether one number leads to another along successors; a chain is followed to its end, a ring once round.</summary>
    /// <param name="from">The older number.</param>
    /// <param name="to">The newer number.</param>
    public bool Follows(string from, string to)
    {
        var (at, wanted, seen) = (PartNumber.Plain(from), PartNumber.Plain(to), new HashSet<string>());
        while (seen.Add(at))
        {
            if (at == wanted) return true;
            if (!_next.TryGetValue(at, out var next)) return false;
            at = PartNumber.Plain(next);
        }
        return false;
    }

    /// <summary>The numbers an engine has, as the table lists them; none where the engine is not in it.</summary>
    public IReadOnlyList<string> UnitsOf(string engine) => [.. _engines[PartNumber.Plain(engine)]];

    /// <summary>Whether a number is on an engine's list, as it stands or along successors either way; null where the engine has no list.</summary>
    public bool? IsFor(string engine, string number)
    {
        var listed = UnitsOf(engine);
        return listed.Count == 0 ? null : listed.Any(l => Follows(l, number) || Follows(number, l));
    }

    /// <summary>What lies in the box with a unit: its own list, or the one of a number it took the place of.</summary>
    public IReadOnlyList<PartsRow> KitOf(string number) => [.. Before(number).SelectMany(n => _kits[n]).OrderBy(k => k.At).Select(k => k.Row)];

    /// <summary>A number's whole line: the one in its place today first, then those before it, as their makers write them.</summary>
    public IReadOnlyList<string> LineOf(string number) => [.. Before(Current(number)).Select(n => Written(n))];

    // A number and all it took the place of, plain; a ring once round.
    private List<string> Before(string number)
    {
        var (seen, ahead) = (new List<string>(), new Queue<string>([PartNumber.Plain(number)]));
        while (ahead.TryDequeue(out var at))
        {
            if (seen.Contains(at)) continue;
            seen.Add(at);
            foreach (var older in _before[at]) ahead.Enqueue(older);
        }
        return seen;
    }
}
