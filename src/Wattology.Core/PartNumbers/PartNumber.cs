namespace Wattology.Core.PartNumbers;

/// <summary>A number that took another's place.</summary>
/// <param name="Old">The number before.</param>
/// <param name="New">The number that replaced it.</param>
public sealed record Supersession(string Old, string New);

/// <summary>Part numbers as people write them.</summary>
public static class PartNumber
{
    /// <summary>A number without the spaces, dashes and case people vary.</summary>
    public static string Plain(string number) => new([.. number.ToUpperInvariant().Where(char.IsLetterOrDigit)]);

    /// <summary>Whether one number leads to another along known supersessions; a chain is followed to its end, a ring once round.</summary>
    /// <param name="from">The older number.</param>
    /// <param name="to">The newer number.</param>
    /// <param name="supersessions">Known successors.</param>
    public static bool Follows(string from, string to, IReadOnlyList<Supersession> supersessions)
    {
        var seen = new HashSet<string>();
        var at = Plain(from);
        while (seen.Add(at))
        {
            if (at == Plain(to)) return true;
            if (supersessions.FirstOrDefault(s => Plain(s.Old) == at) is not { } next) return false;
            at = Plain(next.New);
        }
        return false;
    }
}
