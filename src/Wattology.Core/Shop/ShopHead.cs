using System.Diagnostics.CodeAnalysis;
using System.Globalization;

namespace Wattology.Core.Shop;

/// <summary>Where the shop's chain stood, short enough to be printed and typed in again: whoever holds it can prove that nothing before it was rewritten
/// since.</summary>
/// <param name="Seq">Position of the entry.</param>
/// <param name="Hash">Its hash, or at least the first <see cref="Digits"/> digits of it.</param>
public sealed record ShopHead(long Seq, string Hash)
{
    /// <summary>How many hex digits of the hash a printed code carries: 80 bits, which nobody meets by trying.</summary>
    public const int Digits = 20;

    private const int Group = 4;

    /// <summary>The code as it is printed: the entry's position and the first digits of its hash in fours.</summary>
    public string Code => string.Create(CultureInfo.InvariantCulture, $"{Seq}-{string.Join('-', Hash[..Digits].Chunk(Group).Select(c => new string(c)))}");

    /// <summary>Whether an entry is the one this was taken from.</summary>
    public bool Is(ShopEntry entry) => entry.Seq == Seq && entry.Hash.StartsWith(Hash, StringComparison.Ordinal);

    /// <summary>Reads a code as somebody types it from paper: in either case, with blanks or without.</summary>
    public static bool TryRead(string text, [NotNullWhen(true)] out ShopHead? head)
    {
        head = null;
        var parts = text.Trim().ToLowerInvariant().Split('-', 2);
        var hash = parts.Length < 2 ? "" : string.Concat(parts[1].Where(c => c != '-' && !char.IsWhiteSpace(c)));
        if (!long.TryParse(parts[0].Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var seq) || seq < 1) return false;
        if (hash.Length is < Digits or > 64 || !hash.All(char.IsAsciiHexDigitLower)) return false;
        head = new ShopHead(seq, hash);
        return true;
    }
}
