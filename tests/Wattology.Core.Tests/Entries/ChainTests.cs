using System.Text.Json;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Plate;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.Yard;

namespace Wattology.Core.Tests.Entries;

public sealed class ChainTests
{
    private static Entry[] Told() => [.. Book.In().OldPlate("Orvane", "R1", "OV-1").Catch(1).Waits(WaitsFor.Parts, "pipe").Entries];

    public static TheoryData<string, Func<Entry, Entry>> Changes() => new()
    {
        { "job", e => e with { Job = new string('f', 32) } },
        { "at", e => e with { At = e.At.AddMilliseconds(1) } },
        { "by", e => e with { By = e.By + " " } },
        { "by id", e => e with { ById = "p-eve" } },
        { "role", e => e with { Role = "owner" } },
        { "second", e => e with { Second = "Eve" } },
        { "second id", e => e with { SecondId = "p-eve" } },
        { "stage", e => e with { Stage = "start" } },
        { "kind", e => e with { Kind = "waiting" } },
        { "known", e => e with { Known = "told" } },
        { "instrument", e => e with { Instrument = "x" } },
        { "corrects", e => e with { Corrects = e.Prev } },
        { "reason", e => e with { Reason = "x" } },
        { "body", e => e with { Body = e.Body.Replace('1', '7') } },
        { "outcome", e => e with { Outcome = e.Outcome.Replace("sound", "stop", StringComparison.Ordinal) } },
        { "typed", e => e with { Typed = e.Typed.Replace(" ml", " cl", StringComparison.Ordinal) } },
        { "once", e => e with { Once = "x" } },
        { "prev", e => e with { Prev = new string('0', 64) } },
        { "hash", e => e with { Hash = e.Hash.Replace(e.Hash[0], e.Hash[0] == 'a' ? 'b' : 'a') } },
    };

    [Theory, MemberData(nameof(Changes))]
    public void Any_change_is_reported_with_the_entry_it_hit(string field, Func<Entry, Entry> change)
    {
        var entries = Told();
        Assert.Empty(Chain.Verify(Book.Id, entries));
        Assert.NotEqual(entries[2], change(entries[2]));
        entries[2] = change(entries[2]);
        Assert.True(Chain.Verify(Book.Id, entries).First().Seq == 3, field);
    }

    [Fact]
    public void A_missing_entry_and_exchanged_entries_are_reported()
    {
        var entries = Told();
        Assert.Contains(new ChainFault(Book.Id, 3, "entry 2 is missing before it"), Chain.Verify(Book.Id, [entries[0], entries[2], entries[3]]));
        Assert.Contains(Chain.Verify(Book.Id, [entries[0], entries[2], entries[1], entries[3]]), f => f.Seq == 2);
        var other = entries[1] with { Prev = entries[2].Hash };
        other = other with { Hash = other.ComputeHash() };
        Assert.Contains(new ChainFault(Book.Id, 2, "does not name the entry before it"), Chain.Verify(Book.Id, [entries[0], other]));
    }

    [Fact]
    public void The_hash_is_that_of_the_documented_text()
    {
        var e = Told()[1] with { By = "Zoë \"Z\" \\ 🔧\u00a0x\u0001\n", Instrument = "é" };
        string[] rest = [e.By, e.ById, e.Role, "", "", e.Stage, e.Kind, e.Known, e.Instrument, "", "", e.Body, "", "{}", "", e.Prev];
        var text = $"[\"wattology-entry-2\",\"{e.Job}\",2,{e.At.ToUnixTimeMilliseconds()},\"Zoë \\\"Z\\\" \\\\ 🔧\u00a0x\\u0001\\n\","
            + string.Join(',', rest[1..].Select(r => '"' + r.Replace("\"", "\\\"", StringComparison.Ordinal) + '"')) + "]";
        Assert.Equal(Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(text))), e.ComputeHash());
    }

    [Fact]
    public void Strings_are_stored_as_they_are_quoted()
    {
        const string strange = "Zoë <b>&'+ \u00a0\u2028 🔧 \" \\ \b\t\n\f\r\u001f\u007f";
        Assert.Equal(JsonForm.Quoted(strange), JsonSerializer.Serialize(strange, JsonForm.Options));
        Assert.Equal(strange, JsonSerializer.Deserialize<string>(JsonForm.Quoted(strange)));
        var entry = Book.In().Tell(new Waiting(WaitsFor.Parts, strange)).Entries[^1];
        Assert.Contains("Zoë <b>&'+ \u00a0\u2028 🔧", entry.Body);
    }

    [Theory]
    [InlineData("0123456789abcdef0123456789abcdef", true)]
    [InlineData("0123456789ABCDEF0123456789abcdef", false)]
    [InlineData("0123456789abcdef0123456789abcde", false)]
    [InlineData("0123456789abcdef0123456789abcdef0", false)]
    [InlineData("0123456789abcdef0123456789abcde\"", false)]
    public void An_id_is_32_hex_digits_and_nothing_else(string id, bool isOne)
    {
        Assert.Equal(isOne, JobId.IsOne(id));
        Assert.True(JobId.IsOne(JobId.New()));
    }

    [Fact]
    public void An_entry_is_signed_with_id_stage_and_second_name()
    {
        var job = Book.In().OldPlate("Orvane", "R1", "OV-1");
        Assert.Equal(("Ada Quill", "p-ada", "technician", "identify", "seen"),
            (job.Entries[1].By, job.Entries[1].ById, job.Entries[1].Role, job.Entries[1].Stage, job.Entries[1].Known));
        var both = Recording.Seal(job.Job, Book.Technician, new EntryDraft(new PlateRead(1, PlateOf.New, Model: "R1")), Book.Owner);
        Assert.Equal(("Mo Tern", "p-mo", "triage"), (both.Second, both.SecondId, both.Stage));
        Assert.Empty(Chain.Verify(Book.Id, [.. job.Entries, both]));
    }
}
