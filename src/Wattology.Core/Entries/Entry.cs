using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Wattology.Core.People;

namespace Wattology.Core.Entries;

/// <summary>How something is known.</summary>
public enum Known
{
    /// <summary>By an instrument, named beside it.</summary>
    Measured,
    /// <summary>Seen.</summary>
    Seen,
    /// <summary>Felt.</summary>
    Felt,
    /// <summary>Told by someone.</summary>
    Told,
    /// <summary>Assumed.</summary>
    Assumed,
}

/// <summary>Where the job stood in the order of work when an entry was made.</summary>
public enum WorkStage
{
    /// <summary>The plate is looked for.</summary>
    Identify,
    /// <summary>On the vehicle, before anything comes off.</summary>
    Triage,
    /// <summary>The unit is off or opened.</summary>
    Strip,
    /// <summary>The cause is named.</summary>
    Cause,
    /// <summary>On a first fitment: the engine's fitness for boost and the plan.</summary>
    Plan,
    /// <summary>New unit and parts.</summary>
    Parts,
    /// <summary>The oil supply is proved.</summary>
    Supply,
    /// <summary>The new unit is released for fitting.</summary>
    Release,
    /// <summary>Clocking set and drain planned on the bench.</summary>
    Bench,
    /// <summary>The unit is fitted.</summary>
    Fit,
    /// <summary>Drain and clocking are measured as installed.</summary>
    AsInstalled,
    /// <summary>Oiled and cranked.</summary>
    Prime,
    /// <summary>First start.</summary>
    Start,
    /// <summary>After the first run.</summary>
    AfterRun,
    /// <summary>Handed over.</summary>
    HandOver,
}

/// <summary>What a person says in an entry. Each derived record is one kind of entry, and the form it is typed in.</summary>
public abstract record EntryBody;

/// <summary>What the application made of an entry when it was recorded: results, the verdict, the limits in force. Never typed.</summary>
public abstract record Outcome;

/// <summary>An entry about one turbo.</summary>
public interface IOfTurbo
{
    /// <summary>Which turbo, from 1; 0 where it is said of the job as a whole.</summary>
    int Turbo { get; }
}

/// <summary>What is about to be recorded.</summary>
/// <param name="Body">What is said.</param>
/// <param name="Known">How it is known; null for an act rather than a reading.</param>
/// <param name="Instrument">Which instrument, when measured.</param>
/// <param name="Corrects">Hash of the entry this one corrects.</param>
/// <param name="Reason">Why it corrects it.</param>
/// <param name="Answers">Hash of the entry the person saw standing when they answered; empty when none stood, null when not asked.</param>
/// <param name="Typed">What was typed, by field, beside what it meant.</param>
/// <param name="Once">A token of the form that sent it, so that sending twice records once.</param>
public sealed record EntryDraft(EntryBody Body, Known? Known = null, string? Instrument = null, string? Corrects = null, string? Reason = null,
    string? Answers = null, IReadOnlyDictionary<string, string>? Typed = null, string? Once = null);

/// <summary>One append-only record of a job, sealed in its chain. Every field is covered by its hash.</summary>
/// <param name="Job">The job's id, 32 hex digits.</param>
/// <param name="Seq">Position in the job, from 1.</param>
/// <param name="At">When, to the millisecond, UTC.</param>
/// <param name="By">Who, by the name they sign with.</param>
/// <param name="ById">Their stable id.</param>
/// <param name="Role">What they are in the shop.</param>
/// <param name="Second">Name of a second signer; empty when none signed.</param>
/// <param name="SecondId">The second signer's stable id.</param>
/// <param name="Stage">Where the job stood in the order of work.</param>
/// <param name="Kind">Which kind of entry.</param>
/// <param name="Known">How it is known; empty for an act.</param>
/// <param name="Instrument">Which instrument.</param>
/// <param name="Corrects">Hash of the entry it corrects; empty when none.</param>
/// <param name="Reason">Why it corrects it.</param>
/// <param name="Body">What is said, as compact JSON.</param>
/// <param name="Outcome">What the application made of it, as compact JSON; empty where it made nothing.</param>
/// <param name="Typed">What was typed, as compact JSON.</param>
/// <param name="Once">Token of the form that sent it.</param>
/// <param name="Prev">Hash of the entry before; empty for the first.</param>
/// <param name="Hash">SHA-256 over all of the above, 64 hex digits.</param>
public sealed record Entry(string Job, int Seq, DateTimeOffset At, string By, string ById, string Role, string Second, string SecondId, string Stage,
    string Kind, string Known, string Instrument, string Corrects, string Reason, string Body, string Outcome, string Typed, string Once,
    string Prev, string Hash)
{
    private const string Scheme = "wattology-entry-2";

    /// <summary>It was written in another shop and brought in with its job; known from the record it stands in, and no part of its hash.</summary>
    public bool Elsewhere { get; init; }

    /// <summary>Who signed it, for people: a name from another shop never passes for one of this shop's.</summary>
    public string Signer => Elsewhere ? $"{By}, elsewhere" : By;

    /// <summary>The hash the entry should have: SHA-256 over the UTF-8 of a JSON array of its fields in order, escaped by RFC 8785's rules.
    /// Body, outcome and what was typed go in as their stored text, so that no number is ever written anew.</summary>
    public string ComputeHash()
    {
        var text = new StringBuilder("[");
        foreach (var field in new[] { Scheme, Job }) text.Append(Inputs.JsonForm.Quoted(field)).Append(',');
        text.Append(CultureInfo.InvariantCulture, $"{Seq},{At.ToUnixTimeMilliseconds()}");
        foreach (var field in new[] { By, ById, Role, Second, SecondId, Stage, Kind, Known, Instrument, Corrects, Reason, Body, Outcome, Typed, Once, Prev })
            text.Append(',').Append(Inputs.JsonForm.Quoted(field));
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text.Append(']').ToString())));
    }
}

/// <summary>Ids of jobs.</summary>
public static class JobId
{
    /// <summary>How many hex digits an id has.</summary>
    public const int Digits = 32;

    /// <summary>Whether a text is an id: 32 hex digits in lower case, and nothing else.</summary>
    public static bool IsOne(string text) => text.Length == Digits && text.All(char.IsAsciiHexDigitLower);

    /// <summary>A new id.</summary>
    public static string New() => Guid.NewGuid().ToString("n");
}
