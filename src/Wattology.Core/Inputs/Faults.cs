namespace Wattology.Core.Inputs;

/// <summary>Everything wrong with one input, each fault under the path of the field it belongs to
/// (<c>segments.1.fall_mm</c>; the empty path is the input as a whole).</summary>
public sealed class Faults
{
    /// <summary>How many are kept: whoever mends these sees the next ones then.</summary>
    public const int Most = 200;

    private readonly SortedDictionary<string, string> _byPath = new(StringComparer.Ordinal);

    /// <summary>True when nothing is wrong.</summary>
    public bool None => _byPath.Count == 0;

    /// <summary>Path to message, in path order.</summary>
    public IReadOnlyDictionary<string, string> ByPath => _byPath;

    /// <summary>True when no more are kept; what reads on only makes work then.</summary>
    public bool Full => _byPath.Count >= Most;

    /// <summary>Records a fault. The first one at a path stays: it is the one to mend first.</summary>
    public void Add(string path, string message)
    {
        if (!Full) _byPath.TryAdd(path, message);
    }

    /// <summary>Takes a fault back.</summary>
    public void Forget(string path) => _byPath.Remove(path);

    /// <summary>Joins a parent path and a child name or position.</summary>
    public static string Join(string path, string child) => path.Length == 0 ? child : $"{path}.{child}";

    /// <summary>Throws when anything is wrong.</summary>
    /// <exception cref="InputRefusedException">There is at least one fault.</exception>
    public void ThrowIfAny()
    {
        if (!None) throw new InputRefusedException(this);
    }
}

/// <summary>The input is refused as a whole; <see cref="Faults"/> says what is wrong where.</summary>
public sealed class InputRefusedException(Faults faults)
    : Exception(string.Join("; ", faults.ByPath.Select(f => $"{f.Key}: {f.Value}")))
{
    /// <summary>What is wrong, by path.</summary>
    public Faults Faults { get; } = faults;
}

/// <summary>An input with rules that no single field can hold; called once its fields are each in range.</summary>
public interface IHasRules
{
    /// <summary>Adds a fault for every broken rule, under <paramref name="path"/>.</summary>
    void Check(Faults faults, string path);
}
