using Wattology.Core.Calculations;

namespace Wattology.Web.Forms;

/// <summary>What a form shows: what was typed, and what is wrong with it.</summary>
public sealed class FormState
{
    private readonly Dictionary<string, string> _typed = new(StringComparer.Ordinal);

    /// <summary>What is wrong, by field name.</summary>
    public Faults Faults { get; } = new();

    /// <summary>What was typed, by field name.</summary>
    public IReadOnlyDictionary<string, string> Typed => _typed;

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

    /// <summary>How many rows of a list stand filled.</summary>
    public int RowsOf(string list) => _typed.Keys.Where(k => k.StartsWith(list + ".", StringComparison.Ordinal))
        .Select(k => int.TryParse(k.AsSpan(list.Length + 1, k.IndexOf('.', list.Length + 1) is var dot and > 0 ? dot - list.Length - 1 : k.Length - list.Length - 1), out var i) ? i + 1 : 0).DefaultIfEmpty(0).Max();
}
