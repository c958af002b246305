using Wattology.Core.Evidence;

namespace Wattology.Data.Evidence;

/// <summary>An entry as stored: every column is part of what its hash covers.</summary>
public sealed class EntryRow
{
    public string Job { get; set; } = "";
    public int Seq { get; set; }
    public long AtMs { get; set; }
    public string By { get; set; } = "";
    public string Role { get; set; } = "";
    public string Kind { get; set; } = "";
    public string How { get; set; } = "";
    public string Instrument { get; set; } = "";
    public string Corrects { get; set; } = "";
    public string Reason { get; set; } = "";
    public string Body { get; set; } = "";
    public string Typed { get; set; } = "";
    public string Once { get; set; } = "";
    public string Prev { get; set; } = "";
    public string Hash { get; set; } = "";

    public static EntryRow From(Entry e) => new()
    {
        Job = e.Job, Seq = e.Seq, AtMs = e.At.ToUnixTimeMilliseconds(), By = e.By, Role = e.Role, Kind = e.Kind, How = e.How, Instrument = e.Instrument,
        Corrects = e.Corrects, Reason = e.Reason, Body = e.Body, Typed = e.Typed, Once = e.Once, Prev = e.Prev, Hash = e.Hash,
    };

    public Entry ToEntry() => new(Job, Seq, DateTimeOffset.FromUnixTimeMilliseconds(AtMs), By, Role, Kind, How, Instrument, Corrects, Reason, Body, Typed, Once, Prev, Hash);
}

/// <summary>A job in one row, for lists and search. Rebuilt from the entries at will; the head and count also prove that no entry was cut off the end.</summary>
public sealed class JobRow
{
    public string Id { get; set; } = "";
    public string Number { get; set; } = "";
    public string Customer { get; set; } = "";
    public string Registration { get; set; } = "";
    public string Machine { get; set; } = "";
    public string Waits { get; set; } = "";
    public string WaitNote { get; set; } = "";
    public string NextSheet { get; set; } = "";
    public string NextTitle { get; set; } = "";
    public string NextWords { get; set; } = "";
    public bool AtStop { get; set; }

    /// <summary>Registration, customer and every plate number without spaces, dashes and case.</summary>
    public string Search { get; set; } = "";
    public long? PromisedMs { get; set; }
    public long? HandedOverMs { get; set; }
    public long BookedMs { get; set; }
    public int EntryCount { get; set; }
    public string Head { get; set; } = "";

    public DateTimeOffset? Promised => PromisedMs is { } ms ? DateTimeOffset.FromUnixTimeMilliseconds(ms) : null;
    public DateTimeOffset? HandedOver => HandedOverMs is { } ms ? DateTimeOffset.FromUnixTimeMilliseconds(ms) : null;
    public DateTimeOffset Booked => DateTimeOffset.FromUnixTimeMilliseconds(BookedMs);

    /// <summary>Fills the row from the job.</summary>
    public void Fill(JobView view)
    {
        var state = view.State;
        var next = view.Work.Next;
        (Id, Number, Customer, Registration, Machine) = (state.Id, state.Job.Number, state.Job.Customer, state.Job.Registration, state.Job.Machine);
        (Waits, WaitNote) = (Core.Calculations.InputReader.WordOf(state.Waiting.For), state.Waiting.Note);
        (NextSheet, NextTitle, NextWords) = next is null ? ("", "", "") : (next.Sheet, next.Title, next.Words);
        AtStop = view.Spots.Any(s => s.Verdict == Core.Verdict.Stop);
        Search = string.Join('|', new[] { state.Job.Number, state.Job.Registration, state.Job.Customer }
            .Concat(state.All<Core.Identity.PlateRead>().SelectMany(p => new[] { p.Body.MakerNumber, p.Body.VehicleNumber, p.Body.Model }))
            .Select(Core.Identity.PlateMatch.Plain).Where(t => t.Length > 0).Distinct());
        PromisedMs = state.Promised?.ToUnixTimeMilliseconds();
        HandedOverMs = state.HandedOver?.Entry.At.ToUnixTimeMilliseconds();
        BookedMs = state.Entries[0].At.ToUnixTimeMilliseconds();
        (EntryCount, Head) = (state.Entries.Count, state.Entries[^1].Hash);
    }
}
