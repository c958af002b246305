using Wattology.Core.Checks;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.LooseEnds;
using Wattology.Core.Triage;

namespace Wattology.Core.Commissioning;

/// <summary>What a code stored after the run is.</summary>
public enum CodeIs
{
    /// <summary>Foretold: of something this job had unplugged.</summary>
    Foretold,
    /// <summary>A fault of its own.</summary>
    Fault,
}

/// <summary>A code stored after the run was told apart.</summary>
/// <param name="Code">The code.</param>
/// <param name="Is">What it is.</param>
public sealed record CodeTold(string Code, CodeIs Is) : EntryBody, IHasRules
{
    private const int Longest = 16;

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<CodeTold>("code-told", "Fault code told apart",
        (_, n) => $"{n.Body.Code}: {(n.Body.Is == CodeIs.Foretold ? "of what was unplugged on this job" : "a fault of its own")}")
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
        Refuse = (job, body) => FaultCodes.After(job).Any(c => c.Code == body.Code)
            ? body.Is == CodeIs.Foretold && FaultCodes.Foretold(job).Count == 0 ? new("Nothing was unplugged on this job that could have stored it.", "is")
                : null
            : new("No such code is stored after the run.", "code"),
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Code.Length is 0 or > Longest) faults.Add(Faults.Join(path, "code"), $"A code has 1 to {Longest} letters and digits.");
    }
}

/// <summary>A code stored after the run, beside what was stored before.</summary>
/// <param name="Code">The code.</param>
/// <param name="Before">It was stored before the work too.</param>
/// <param name="Is">What somebody said it is; null where nobody did.</param>
public sealed record StoredCode(string Code, bool Before, CodeIs? Is);

/// <summary>Codes told apart: stored before, foretold by what was unplugged, cleared, and stored after.</summary>
public static class FaultCodes
{
    private const int Most = 40, Shortest = 3, Longest = 16;

    /// <summary>The codes in what was written: parted by blanks, commas and the like; a code has a digit in it.</summary>
    public static IReadOnlyList<string> In(string words) => [.. words.Split([' ', ',', ';', '/', '\n', '\t', '(', ')', '.', ':'],
        StringSplitOptions.RemoveEmptyEntries).Select(w => w.Trim('-').ToUpperInvariant()).Where(w => w.Length is >= Shortest and <= Longest
            && w.Any(char.IsAsciiDigit) && w.All(c => char.IsAsciiLetterOrDigit(c) || c == '-')).Distinct().Take(Most)];

    /// <summary>What was stored before the work.</summary>
    public static IReadOnlyList<string> Before(JobContext job) => In(TriageCheck.CodesBefore.Read(job, 0).Noted?.Body is { Answer: "stored" } said
        ? said.Because : "");

    /// <summary>What was unplugged or disabled on this job, each by name: the engine's own watch may have stored a code of it.</summary>
    public static IReadOnlyList<string> Foretold(JobContext job) => [.. LooseEndRegister.All(job).Where(l => l.Kind is LooseKind.Unplugged or
        LooseKind.BatteryOff).Select(l => l.Words).Concat(job.Record.All<FiringTaken>().SelectMany(f => f.Body.Fuel.Concat(f.Body.Spark)))
        .Distinct(StringComparer.OrdinalIgnoreCase)];

    /// <summary>What is stored after the run, as it was last said.</summary>
    public static IReadOnlyList<StoredCode> After(JobContext job)
    {
        if (AfterRunCheck.CodesAfter.Read(job, 0).Noted is not { Body: { Answer: "stored" } said }) return [];
        var before = Before(job).ToHashSet();
        return [.. In(said.Because).Select(c => new StoredCode(c, before.Contains(c), job.Record.Latest<CodeTold>(t => t.Code == c)?.Body.Is))];
    }
}
