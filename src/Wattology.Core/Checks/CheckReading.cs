using Wattology.Core.Entries;
using Wattology.Core.Limits;

namespace Wattology.Core.Checks;

/// <summary>A check of a job as it stands: its latest value and verdict.</summary>
/// <param name="Check">Which check.</param>
/// <param name="Turbo">Which turbo; 0 for the engine.</param>
/// <param name="Found">What was read from the job.</param>
/// <param name="AcceptedBy">Who took a doubt or judged a reading, if anyone.</param>
/// <param name="Reopened">What reopened it, if anything did since it was read.</param>
public sealed record CheckReading(CheckDefinition Check, int Turbo, Found Found, string? AcceptedBy = null, Reopened? Reopened = null)
{
    /// <summary>The check's id, which is also the name of its sheet.</summary>
    public string Id => Check.Id;

    /// <summary>Its name on pages.</summary>
    public string Title => Found.Title ?? Check.Title;

    /// <summary>Its verdict; a reopened check counts as not looked at.</summary>
    public Verdict Verdict => Reopened is null ? Found.Verdict : Verdict.NotLookedAt;

    /// <summary>Its latest value, short.</summary>
    public string Value => Found.Value;

    /// <summary>The reason in a sentence.</summary>
    public string Why => Reopened is null ? Found.Why : Reopened.Words;

    /// <summary>A word that says it better than the verdict's own.</summary>
    public string? Word => Reopened is null ? Found.Word : Reopened.Word;

    /// <summary>Sound, or taken by name: a doubt or a bare reading can be; a stop, or what nobody looked at, cannot.</summary>
    public bool Settled => Verdict == Verdict.Sound || (AcceptedBy is not null && MayBeTaken);

    /// <summary>A person may take it under their name: a doubt, or a bare reading that is not provisional.</summary>
    public bool MayBeTaken => !Found.Provisional && Verdict is (Verdict.Doubtful or Verdict.ReadingOnly);

    /// <summary>Reads a check from a job.</summary>
    /// <param name="check">Which.</param>
    /// <param name="job">The job.</param>
    /// <param name="turbo">Which turbo; 0 for the engine.</param>
    public static CheckReading Of(CheckDefinition check, JobContext job, int turbo)
    {
        var reading = new CheckReading(check, turbo, check.Read(job, turbo));
        if (reading.Found.Since is not { } since) return reading;
        reading = reading with { AcceptedBy = job.Record.AcceptanceOf(since)?.Entry.Signer, Reopened = Reopening.Since(check.ReopenedBy, job, turbo, since) };
        return reading.Settled && EarlierPass.Of(job, since) is { } told ? reading with { Reopened = told } : reading;
    }
}
