using Wattology.Core.Entries;

namespace Wattology.Core.Checks;

/// <summary>What an entry of another kind reopens.</summary>
/// <param name="Kind">The kind that reopens, by name, when it comes after the reading and is about the same turbo.</param>
/// <param name="Because">What it did, in words after the colon: "the centre section was turned".</param>
/// <param name="When">Whether this entry does; always when null.</param>
public sealed record Reopening(string Kind, string Because, Func<JobContext, Entry, bool>? When = null)
{
    /// <summary>By an answer to a question.</summary>
    /// <param name="question">The question.</param>
    /// <param name="because">What it did.</param>
    /// <param name="answers">The answers that reopen; every one when none is named.</param>
    public static Reopening ByLook(Question question, string because, params string[] answers) => new(Looked.KindName, because, (job, entry)
        => job.Record.Read<Looked>(entry).Body is var looked && looked.Question == question.Id && (answers.Length == 0 || answers.Contains(looked.Answer)));

    /// <summary>The latest entry since a reading that reopens it, or null.</summary>
    /// <param name="by">What reopens it.</param>
    /// <param name="job">The job.</param>
    /// <param name="turbo">Which turbo it is about; 0 for the engine.</param>
    /// <param name="read">The reading.</param>
    public static Reopened? Since(IReadOnlyList<Reopening> by, JobContext job, int turbo, Entry read)
    {
        if (by.Count == 0) return null;
        for (var i = job.Record.Entries.Count - 1; i >= read.Seq; i--)
        {
            var entry = job.Record.Entries[i];
            if (!job.Record.Stands(entry)) continue;
            foreach (var reopening in by.Where(r => r.Kind == entry.Kind))
            {
                if (turbo > 0 && TurboOf(job, entry) is > 0 and var other && other != turbo) continue;
                if (reopening.When?.Invoke(job, entry) != false) return new Reopened(entry, reopening.Because);
            }
        }
        return null;
    }

    private static int TurboOf(JobContext job, Entry entry) => job.Record.Kinds.Find(entry.Kind)?.BodyOf(job.Record, entry) is IOfTurbo of ? of.Turbo : 0;
}

/// <summary>A reopened check: which entry did it, and what it did.</summary>
/// <param name="By">The entry.</param>
/// <param name="Because">What it did.</param>
public sealed record Reopened(Entry By, string Because)
{
    /// <summary>Nothing undid it, but it counts as told only: see <see cref="EarlierPass"/>.</summary>
    public bool Told { get; init; }

    /// <summary>The pass that counts as told, where a look settles it again.</summary>
    public Entry? Pass { get; init; }

    /// <summary>What is to be done.</summary>
    public string Again { get; init; } = "Look again.";

    /// <summary>In a word.</summary>
    public string Word => Told ? "told" : "reopened";

    /// <summary>In a sentence.</summary>
    public string Words => Told ? $"Counts as told: {Because}. {Again}" : $"Reopened by entry {By.Seq} of {By.By}: {Because}. {Again}";

    /// <summary>In a sentence that says when.</summary>
    /// <param name="when">The entry's time, in the shop's zone.</param>
    public string WordsAt(string when) => Told ? $"Counts as told: {Because}, {when}. {Again}"
        : $"Reopened by entry {By.Seq} of {By.By}, {when}: {Because}. {Again}";
}
