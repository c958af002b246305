using Wattology.Core.Entries;

namespace Wattology.Data.Jobs;

/// <summary>An entry as stored: every column is part of what its hash covers. The database refuses to change or delete one.</summary>
public sealed class EntryRow
{
    /// <summary>The job's id.</summary>
    public string Job { get; set; } = "";
    /// <summary>Position in the job, from 1.</summary>
    public int Seq { get; set; }
    /// <summary>When, in ms since 1970, UTC.</summary>
    public long AtMs { get; set; }
    /// <summary>Who, by name.</summary>
    public string By { get; set; } = "";
    /// <summary>Who, by stable id.</summary>
    public string ById { get; set; } = "";
    /// <summary>What they are in the shop.</summary>
    public string Role { get; set; } = "";
    /// <summary>A second signer's name.</summary>
    public string Second { get; set; } = "";
    /// <summary>A second signer's stable id.</summary>
    public string SecondId { get; set; } = "";
    /// <summary>Where the job stood in the order of work.</summary>
    public string Stage { get; set; } = "";
    /// <summary>Which kind of entry.</summary>
    public string Kind { get; set; } = "";
    /// <summary>How it is known.</summary>
    public string Known { get; set; } = "";
    /// <summary>Which instrument.</summary>
    public string Instrument { get; set; } = "";
    /// <summary>Hash of the entry it corrects.</summary>
    public string Corrects { get; set; } = "";
    /// <summary>Why it corrects it.</summary>
    public string Reason { get; set; } = "";
    /// <summary>What is said, as JSON.</summary>
    public string Body { get; set; } = "";
    /// <summary>What the application made of it, as JSON.</summary>
    public string Outcome { get; set; } = "";
    /// <summary>What was typed, as JSON.</summary>
    public string Typed { get; set; } = "";
    /// <summary>Token of the form that sent it.</summary>
    public string Once { get; set; } = "";
    /// <summary>Hash of the entry before.</summary>
    public string Prev { get; set; } = "";
    /// <summary>Its own hash.</summary>
    public string Hash { get; set; } = "";

    /// <summary>An entry as a row.</summary>
    public static EntryRow From(Entry e) => new()
    {
        Job = e.Job, Seq = e.Seq, AtMs = e.At.ToUnixTimeMilliseconds(), By = e.By, ById = e.ById, Role = e.Role, Second = e.Second, SecondId = e.SecondId,
        Stage = e.Stage, Kind = e.Kind, Known = e.Known, Instrument = e.Instrument, Corrects = e.Corrects, Reason = e.Reason, Body = e.Body,
        Outcome = e.Outcome, Typed = e.Typed, Once = e.Once, Prev = e.Prev, Hash = e.Hash,
    };

    /// <summary>The row as an entry.</summary>
    public Entry ToEntry() => new(Job, Seq, DateTimeOffset.FromUnixTimeMilliseconds(AtMs), By, ById, Role, Second, SecondId, Stage, Kind, Known, Instrument,
        Corrects, Reason, Body, Outcome, Typed, Once, Prev, Hash);
}
