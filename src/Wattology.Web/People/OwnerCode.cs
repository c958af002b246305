using System.Security.Cryptography;
using System.Text;

namespace Wattology.Web.People;

/// <summary>The one-time code with which the first owner claims a new shop; known to whoever started the server.</summary>
public sealed class OwnerCode
{
    private const string Letters = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";
    private const int Length = 8;

    /// <summary>The code, until it is used.</summary>
    public string? Code { get; private set; } = New();

    /// <summary>One claims the shop at a time.</summary>
    public SemaphoreSlim One { get; } = new(1, 1);

    /// <summary>A new code: eight letters and digits that are not taken for one another.</summary>
    public static string New() => string.Concat(Enumerable.Range(0, Length).Select(_ => Letters[RandomNumberGenerator.GetInt32(Letters.Length)]));

    /// <summary>A code as typed: in either case, with dashes and blanks or without.</summary>
    public static string Plain(string typed) => string.Concat(typed.Where(c => c != '-' && !char.IsWhiteSpace(c))).ToUpperInvariant();

    /// <summary>Whether this is the code.</summary>
    public bool Matches(string typed) => Code is { } code && CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(Plain(typed)),
        Encoding.UTF8.GetBytes(code));

    /// <summary>It is used up.</summary>
    public void Spend() => Code = null;
}
