namespace Wattology.Core.BookIn;

/// <summary>A shop's number for a job.</summary>
public static class JobNumber
{
    /// <summary>What one looks like, in words.</summary>
    public const string Wanted = "A job's number is up to 24 letters, digits, dashes, dots, slashes and blanks, and ends "
        + "in at most nine digits, such as SQ-1031.";

    private const int Longest = 24, MostDigits = 9;

    /// <summary>Whether a text is one: nothing that a page, a file's name or the next free number could stumble over.</summary>
    public static bool IsOne(string text) => text.Length is > 0 and <= Longest && text == text.Trim()
        && text.All(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '.' or '/' or ' ') && text.Reverse().TakeWhile(char.IsAsciiDigit).Count() <= MostDigits;
}
