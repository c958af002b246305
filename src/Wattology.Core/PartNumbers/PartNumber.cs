namespace Wattology.Core.PartNumbers;

/// <summary>Part numbers as people write them.</summary>
public static class PartNumber
{
    /// <summary>A number without the spaces, dashes and case people vary.</summary>
    public static string Plain(string number) => new([.. number.ToUpperInvariant().Where(char.IsLetterOrDigit)]);
}
