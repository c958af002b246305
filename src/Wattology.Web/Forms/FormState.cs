using System.Globalization;
using Wattology.Core.Inputs;

namespace Wattology.Web.Forms;

/// <summary>What the form of one request shows: what was typed, and what is wrong with it.</summary>
public sealed class FormState
{
    private readonly Dictionary<string, string> _typed = new(StringComparer.Ordinal);

    /// <summary>What is wrong, by field name.</summary>
    public Faults Faults { get; } = new();

    /// <summary>What was typed, by field name.</summary>
    public IReadOnlyDictionary<string, string> Typed => _typed;

    /// <summary>The label of each field the page has shown, by which a fault away from it names it.</summary>
    public Dictionary<string, string> Labels { get; } = new(StringComparer.Ordinal);

    /// <summary>A fault as it is read away from its field: with the field's label before it.</summary>
    public string Named(string field, string fault) => Labels.TryGetValue(field, out var label) ? $"{label}: {fault}" : fault;

    /// <summary>What stands in a field.</summary>
    public string this[string name]
    {
        get => _typed.GetValueOrDefault(name, "");
        set => _typed[name] = value;
    }

    /// <summary>Puts a value where nothing is typed yet.</summary>
    public void Suggest(string name, string? value)
    {
        if (value is not null) _typed.TryAdd(name, value);
    }

    /// <summary>What is wrong with a field, or null.</summary>
    public string? FaultAt(string name) => Faults.ByPath.GetValueOrDefault(name);

    /// <summary>Nothing is wrong any more.</summary>
    public void ForgetFaults()
    {
        foreach (var path in Faults.ByPath.Keys.ToArray()) Faults.Forget(path);
    }

    /// <summary>How many rows of a list stand filled.</summary>
    public int RowsOf(string list) => _typed.Keys.Select(k => RowOf(list, k) + 1).DefaultIfEmpty(0).Max();

    /// <summary>The row of a list a field belongs to, from 0; −1 when it belongs to none, or to one no list of this product has.</summary>
    public static int RowOf(string list, string field)
        => field.StartsWith(list + ".", StringComparison.Ordinal) && int.TryParse(field[(list.Length + 1)..].Split('.')[0], NumberStyles.None,
            CultureInfo.InvariantCulture, out var row) && row < MostRows ? row : -1;

    private const int MostRows = 200;
}
