namespace Wattology.Core.Entries;

/// <summary>Names of files kept beside the record: the SHA-256 of their bytes.</summary>
public static class FileHash
{
    private const int Digits = 64;

    /// <summary>Whether a text is the hash of a file.</summary>
    public static bool Is(string text) => text.Length == Digits && text.All(char.IsAsciiHexDigitLower);
}
