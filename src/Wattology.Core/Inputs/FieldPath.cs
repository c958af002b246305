using System.Reflection;

namespace Wattology.Core.Inputs;

/// <summary>Fields of nested records by their JSON path, as in <c>input.runs.0.ml</c>.</summary>
public static class FieldPath
{
    /// <summary>The parameter a path leads to, or null when the record has no such field.</summary>
    /// <param name="record">The record the path begins at.</param>
    /// <param name="path">Names in snake case, and positions in lists, apart by dots.</param>
    public static ParameterInfo? Find(Type record, string path)
    {
        ParameterInfo? found = null;
        var at = record;
        foreach (var part in path.Split('.'))
        {
            // A position in a list leads to the list's own kind of item.
            if (int.TryParse(part, out _) && at.IsGenericType) { at = at.GetGenericArguments()[0]; continue; }
            if (at.IsPrimitive || at == typeof(string) || InputReader.FormOf(at)
                .FirstOrDefault(p => InputReader.NameOf(p) == part) is not { } parameter) return null;
            found = parameter;
            at = Nullable.GetUnderlyingType(parameter.ParameterType) ?? parameter.ParameterType;
        }
        return found;
    }
}
