using System.Globalization;
using System.Reflection;
using System.Text.Json;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.FollowUp;
using Wattology.Core.HandOver;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.PartNumbers;
using Wattology.Core.Plate;
using Wattology.Core.Warranty;
using Wattology.Core.Yard;
using Wattology.Data.Shop;

namespace Wattology.Data.Jobs;

/// <summary>Something ordered that is not here yet, as the yard shows it.</summary>
/// <param name="What">What.</param>
/// <param name="DueMs">When it is due, in ms since 1970; null where nobody knows.</param>
public sealed record OwedPart(string What, long? DueMs);

/// <summary>Something due on a job that left, as the yard shows it.</summary>
/// <param name="What">What: a word of <see cref="FollowUpKind"/>.</param>
/// <param name="AtMs">When, in ms since 1970.</param>
public sealed record DueMark(string What, long AtMs);

/// <summary>A job in one row: all the yard shows, as keys and numbers, so that neither another wording nor other units change anything stored.</summary>
/// <remarks>Computed from the entries, and made anew from them at will; head and count also prove that no entry was cut off the end.</remarks>
public sealed class JobRow
{
    /// <summary>Position in the shop, in the order jobs came here.</summary>
    public long Row { get; set; }
    /// <summary>The job's id.</summary>
    public string Id { get; set; } = "";
    /// <summary>The shop's number.</summary>
    public string Number { get; set; } = "";
    /// <summary>The number's letters, and <see cref="Serial"/> its digits, for finding the next free one.</summary>
    public string Prefix { get; set; } = "";
    /// <summary>The number's digits; 0 when it does not end in any.</summary>
    public long Serial { get; set; }
    /// <summary>Whose machine it is.</summary>
    public string Customer { get; set; } = "";
    /// <summary>Registration or asset number.</summary>
    public string Registration { get; set; } = "";
    /// <summary>Registration without spaces, dashes and case; empty where it has none.</summary>
    public string PlainRegistration { get; set; } = "";
    /// <summary>What machine it is.</summary>
    public string Machine { get; set; } = "";
    /// <summary>How many turbos it has.</summary>
    public int Turbos { get; set; }
    /// <summary>What it waits for: a word of <see cref="WaitsFor"/>.</summary>
    public string Waits { get; set; } = "";
    /// <summary>What it waits for, in somebody's words.</summary>
    public string WaitNote { get; set; } = "";
    /// <summary>The sheet of the next step; empty when there is none.</summary>
    public string NextSheet { get; set; } = "";
    /// <summary>The next step, by its place in the order of work; empty when there is none.</summary>
    public string NextStage { get; set; } = "";
    /// <summary>What the next step waits for: a verdict's word, or an item's id.</summary>
    public string NextWaits { get; set; } = "";
    /// <summary>How many items of the next step are open.</summary>
    public int NextOpen { get; set; }
    /// <summary>How to reach the customer.</summary>
    public string Contact { get; set; } = "";
    /// <summary>The name of whoever has the job in hand; empty when nobody said.</summary>
    public string InHand { get; set; } = "";
    /// <summary>How many loose ends are open.</summary>
    public int LooseEnds { get; set; }
    /// <summary>The number of the job it is a comeback of; empty when it is none.</summary>
    public string ComebackOf { get; set; } = "";
    /// <summary>How it ended, in words; empty while it is open.</summary>
    public string EndedAs { get; set; } = "";
    /// <summary>Its engine's family: the engine without spaces, dashes and case.</summary>
    public string Family { get; set; } = "";
    /// <summary>The cause confirmed, once the job is closed; empty while it is open, and where none was established.</summary>
    public string Cause { get; set; } = "";
    /// <summary>What is ordered and owed, with when each is due, as compact JSON.</summary>
    public string OwedWhat { get; set; } = "[]";

    /// <summary>What is ordered and owed.</summary>
    public IReadOnlyList<OwedPart> Owed => JsonSerializer.Deserialize<OwedPart[]>(OwedWhat) ?? [];

    /// <summary>When something is next due after the hand-over, in ms since 1970; null where nothing is.</summary>
    public long? FollowUpMs { get; set; }

    /// <summary>All that is due after the hand-over, as JSON; see <see cref="FollowUp"/>.</summary>
    public string FollowUpWhat { get; set; } = "[]";

    /// <summary>What is due after the hand-over, the earliest first.</summary>
    public IReadOnlyList<DueMark> FollowUp => JsonSerializer.Deserialize<DueMark[]>(FollowUpWhat) ?? [];

    /// <summary>Where its claim stands: a word of <see cref="ClaimState"/>; empty where it is under no policy.</summary>
    public string ClaimState { get; set; } = "";
    /// <summary>Who gives the warranty.</summary>
    public string ClaimGiver { get; set; } = "";
    /// <summary>How many wanted proofs are missing, and what else speaks against the claim.</summary>
    public int ClaimMissing { get; set; }
    /// <summary>The first of them: a proof's id, or <see cref="Rehearsal.CoverCode"/>; empty where nothing is missing.</summary>
    public string ClaimFirstMissing { get; set; } = "";
    /// <summary>The giver's code where it asks or refuses.</summary>
    public string ClaimCode { get; set; } = "";
    /// <summary>How much is expected; null where nobody said.</summary>
    public double? ClaimExpected { get; set; }
    /// <summary>How much came in.</summary>
    public double ClaimReceived { get; set; }
    /// <summary>Since when the claim stands so, in ms since 1970.</summary>
    public long? ClaimSinceMs { get; set; }
    /// <summary>What is owed for the core, in words; empty where nothing is.</summary>
    public string CoreOwed { get; set; } = "";
    /// <summary>Who brought the unit, by <see cref="JobFacts.UnitSource"/>.</summary>
    public string UnitSource { get; set; } = "";
    /// <summary>How it was primed, by <see cref="JobFacts.School"/>.</summary>
    public string School { get; set; } = "";
    /// <summary>How the oil supply is known, by <see cref="JobFacts.SupplyGrade"/>.</summary>
    public string SupplyGrade { get; set; } = "";
    /// <summary>Whose hands did most of it: a person's id.</summary>
    public string Hand { get; set; } = "";
    /// <summary>Whether the ranking had the confirmed cause first; null where none was confirmed.</summary>
    public bool? ModelFirst { get; set; }
    /// <summary>Whether the ranking was right where it said "settled"; null where it did not.</summary>
    public bool? ModelSettled { get; set; }
    /// <summary>What was passed by name, as compact JSON.</summary>
    public string Passed { get; set; } = "[]";
    /// <summary>How long it waited for what, as compact JSON.</summary>
    public string Waited { get; set; } = "[]";

    /// <summary>How much work comes after what is owed, by usual times, minutes; 0 where nothing is.</summary>
    public double LeftAfterMinutes { get; set; }

    /// <summary>Whether any check stands at a stop.</summary>
    public bool AtStop { get; set; }
    /// <summary>Number, registration, customer and every plate number without spaces, dashes and case, apart by bars.</summary>
    public string Search { get; set; } = "";
    /// <summary>When it is promised for, in ms since 1970; <see cref="long.MaxValue"/> when no time was promised, so that these come last.</summary>
    public long DueMs { get; set; } = long.MaxValue;
    /// <summary>When it was handed over, or ended otherwise, in ms since 1970; null while it is open.</summary>
    public long? HandedOverMs { get; set; }
    /// <summary>When it was booked in, in ms since 1970.</summary>
    public long BookedMs { get; set; }
    /// <summary>How many entries it has.</summary>
    public int EntryCount { get; set; }
    /// <summary>Hash of its last entry.</summary>
    public string Head { get; set; } = "";

    /// <summary>When it is promised for; null when no time was promised.</summary>
    public DateTimeOffset? Promised => DueMs == long.MaxValue ? null : DateTimeOffset.FromUnixTimeMilliseconds(DueMs);

    /// <summary>When it was handed over, or ended otherwise; null while it is open.</summary>
    public DateTimeOffset? HandedOver => HandedOverMs is { } ms ? DateTimeOffset.FromUnixTimeMilliseconds(ms) : null;

    /// <summary>By what it was judged: <see cref="ShopSettings.JudgedBy"/> of then. Where that is another one now, the row is judged anew.</summary>
    public string Under { get; set; } = "";

    /// <summary>Fills the row from the job; its position stays.</summary>
    /// <remarks>As it stood when its last entry was made, and by itself: a row says the same whenever it is computed. What time alone changes is left to the
    /// pages.</remarks>
    /// <param name="settings">By what it is judged.</param>
    /// <param name="entries">The job.</param>
    public JobRow Fill(ShopSettings settings, JobRecord entries)
    {
        var job = settings.Judge(entries, entries.Last.At);
        Under = settings.JudgedBy;
        var (machine, record, next) = (job.Machine, job.Record, job.Work.Next);
        (Id, Number, Customer, Registration, Machine, Turbos) = (record.Id, machine.Number, machine.Customer, machine.Registration, machine.Machine,
            machine.Turbos);
        PlainRegistration = machine.PlainRegistration;
        (Prefix, Serial) = SplitNumber(Number);
        var waiting = record.Waiting();
        (Waits, WaitNote) = (JsonForm.WordOf(waiting.For), waiting.Note);
        (NextSheet, NextStage, NextWaits, NextOpen) = next is null ? ("", "", "", 0) : (next.Sheet, JsonForm.WordOf(next.Stage), next.Waits, next.Open);
        (Contact, InHand, ComebackOf) = (machine.Contact, record.Latest<Core.Yard.InHand>()?.Body.Name ?? "",
            record.Latest<Core.Yard.ComebackOf>()?.Body.Number ?? "");
        (LooseEnds, EndedAs) = (Core.LooseEnds.LooseEndRegister.Open(job.Context).Count, record.EndWords());
        var owed = Core.Parts.Orders.Of(record).Where(o => o.Came is null).ToArray();
        OwedWhat = record.EndEntry() is null ? JsonSerializer.Serialize(owed.Select(o => new OwedPart(o.What, o.Due?.ToUnixTimeMilliseconds()))) : "[]";
        LeftAfterMinutes = record.EndEntry() is null ? Core.Jobs.Outlook.LeftAfter(job) : 0;
        DueMark[] due = [.. FollowUps.Of(job.Context).Select(d => new DueMark(JsonForm.WordOf(d.Kind), d.Due.ToUnixTimeMilliseconds()))];
        (FollowUpMs, FollowUpWhat) = (due is [var first, ..] ? first.AtMs : null, JsonSerializer.Serialize(due));
        Claims(job);
        Family = PartNumber.Plain(machine.Engine);
        Cause = record.EndEntry() is null ? "" : record.Causes().Select(c => c.Cause).FirstOrDefault(CauseModel.Usual.Causes.Contains) ?? "";
        AtStop = job.Checks.Any(c => c.Verdict == Verdict.Stop);
        Search = string.Join('|', new[] { Number, Registration, Customer, Machine }
            .Concat(record.All<PlateRead>().SelectMany(p => new[] { p.Body.MakerNumber, p.Body.VehicleNumber, p.Body.Model }))
            .Select(PartNumber.Plain).Where(t => t.Length > 0).Distinct());
        DueMs = record.Promised()?.ToUnixTimeMilliseconds() ?? long.MaxValue;
        HandedOverMs = record.EndEntry()?.At.ToUnixTimeMilliseconds();
        BookedMs = record.Entries[0].At.ToUnixTimeMilliseconds();
        (EntryCount, Head) = (record.Entries.Count, record.Last.Hash);
        return this;
    }

    private void Claims(JudgedJob job)
    {
        var claim = Claim.Of(job.Context);
        (ClaimState, ClaimGiver, ClaimCode) = claim is null ? ("", "", "") : (JsonForm.WordOf(claim.State), claim.Rehearsal.Policy.Giver, claim.Code);
        // By its id, as the giver's code is: words and units are the pages'.
        (ClaimMissing, ClaimFirstMissing) = claim is { Rehearsal: var said } ? (said.Refusals.Count, said.Against.Count > 0 ? Rehearsal.CoverCode
            : said.Missing is [var first, ..] ? first.Kind.Id : "") : (0, "");
        (ClaimExpected, ClaimReceived, ClaimSinceMs) = (claim?.Expected, claim?.Received ?? 0, claim?.Since.At.ToUnixTimeMilliseconds());
        CoreOwed = string.Join("; ", job.Machine.TurboNumbers.Select(t => job.Record.LatestOf<CoreNoted>(t)).OfType<Noted<CoreNoted>>()
            .Where(c => c.Body.State is CoreValue.Owed or CoreValue.Returned).Select(c => $"{JsonForm.WordOf(c.Body.State)}"
                + $"{(c.Body.By.Length > 0 ? $": {c.Body.By}" : "")}"));
        var facts = JobFacts.Of(job);
        (UnitSource, School, SupplyGrade, Hand, ModelFirst, ModelSettled) = (facts.UnitSource, facts.School, facts.SupplyGrade, facts.Hand, facts.ModelFirst,
            facts.ModelSettled);
        (Passed, Waited) = (JsonSerializer.Serialize(facts.Passed, JsonForm.Options), JsonSerializer.Serialize(facts.Waited, JsonForm.Options));
    }

    /// <summary>Whether another row of the same job says the same in everything; where it lies, and by what it was judged, is not asked.</summary>
    public bool Agrees(JobRow other) => Said.All(p => Equals(p.GetValue(this), p.GetValue(other)));

    /// <summary>Whether another row of the same job says the same in all that no limit, way of working or parts table has a say in.</summary>
    public bool IsOfSameEntries(JobRow other) => (Id, Number, Prefix, Serial, Customer, Registration, PlainRegistration) == (other.Id, other.Number,
        other.Prefix, other.Serial, other.Customer, other.Registration, other.PlainRegistration)
        && (Machine, Turbos, Contact, InHand, ComebackOf, Family, DueMs) == (other.Machine, other.Turbos, other.Contact, other.InHand, other.ComebackOf,
        other.Family, other.DueMs)
        && (HandedOverMs, BookedMs, EntryCount, Head) == (other.HandedOverMs, other.BookedMs, other.EntryCount, other.Head);

    // All of them, so that a column that comes later is compared without anybody thinking of it.
    private static readonly PropertyInfo[] Said = [.. typeof(JobRow).GetProperties().Where(p => p.CanWrite && p.Name is not (nameof(Row) or nameof(Under)))];

    /// <summary>A job number's letters and digits.</summary>
    public static (string Prefix, long Serial) SplitNumber(string number)
    {
        var digits = number.Length;
        while (digits > 0 && char.IsAsciiDigit(number[digits - 1])) digits--;
        return long.TryParse(number.AsSpan(digits), NumberStyles.None, CultureInfo.InvariantCulture, out var serial) ? (number[..digits], serial) : (number, 0);
    }
}
