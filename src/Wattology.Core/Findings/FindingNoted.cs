using Wattology.Core.Calculations;
using Wattology.Core.Causes;
using Wattology.Core.Evidence;

namespace Wattology.Core.Findings;

/// <summary>What a person says of a finding.</summary>
public enum Look
{
    /// <summary>Nobody has looked, or what was said is taken back.</summary>
    NotLooked,
    /// <summary>Seen.</summary>
    Seen,
    /// <summary>Looked for and not there.</summary>
    NotThere,
}

/// <summary>A finding was looked at.</summary>
/// <param name="Finding">Its id in the cause model.</param>
/// <param name="Look">What looking brought.</param>
public sealed record FindingNoted(string Finding, Look Look) : EntryBody, IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (CauseModel.Usual.Find(Finding) is null) faults.Add(Faults.Join(path, "finding"), "There is no such finding.");
    }
}
