using System.Text.Json;
using System.Text.Json.Nodes;
using Wattology.Core.Calculations;
using Wattology.Core.Evidence;
using Wattology.Core.Identity;
using Wattology.Core.OilSupply;
using Wattology.Core.Shop;

namespace Wattology.Core.Tests.Evidence;

public sealed class ChainTests
{
    private static Story Told()
    {
        var test = new CatchTestInput(OilGrades.Typical["5W-30"], 20, new FeedLine(4.5, 600), [new(95, 10)]);
        var result = CatchTest.Compute(test);
        return new Story().Tell(new PlateRead(1, PlateOf.Old, MakerNumber: "OV-1")).Tell(new CatchTested(1, "5W-30", test, result, CatchTested.Judge(result, LimitBook.Usual))).Tell(new Waiting(WaitsFor.Parts, "pipe"));
    }

    public static TheoryData<string, Func<Entry, Entry>> Changes() => new()
    {
        { "at", e => e with { At = e.At.AddMilliseconds(1) } },
        { "by", e => e with { By = e.By + " " } },
        { "role", e => e with { Role = "owner" } },
        { "kind", e => e with { Kind = "waiting" } },
        { "how", e => e with { How = "told" } },
        { "instrument", e => e with { Instrument = "x" } },
        { "corrects", e => e with { Corrects = e.Prev } },
        { "reason", e => e with { Reason = "x" } },
        { "body", e => e with { Body = e.Body.Replace('1', '7') } },
        { "typed", e => e with { Typed = e.Typed.Replace("12", "13", StringComparison.Ordinal) } },
        { "once", e => e with { Once = "x" } },
        { "hash", e => e with { Hash = e.Hash.Replace(e.Hash[0], e.Hash[0] == 'a' ? 'b' : 'a') } },
    };

    [Theory, MemberData(nameof(Changes))]
    public void Any_change_is_reported_with_the_entry_it_hit(string field, Func<Entry, Entry> change)
    {
        var entries = Told().Entries.ToArray();
        Assert.Empty(Chain.Verify("job", entries));
        entries[1] = change(entries[1]);
        Assert.True(Chain.Verify("job", entries).First().Seq == 2, field);
    }

    [Fact]
    public void A_missing_entry_and_exchanged_entries_are_reported()
    {
        var entries = Told().Entries;
        Assert.Equal(3, Chain.Verify("job", [entries[0], entries[2], entries[3]]).First().Seq);
        Assert.NotEmpty(Chain.Verify("job", [entries[0], entries[2], entries[1], entries[3]]));
    }

    [Fact]
    public void A_job_file_reads_back_with_the_same_chain_however_it_is_indented()
    {
        var entries = Told().Entries;
        var file = JobFile.Write(entries);
        Assert.Equal(entries, JobFile.Read(file));
        Assert.Equal(entries.Select(e => e.Hash), JobFile.Read(JsonNode.Parse(file)!.ToJsonString()).Select(e => e.Hash));
    }

    [Theory]
    [InlineData("\"pipe\"", "\"hose\"", "entries.3")]
    [InlineData("\"ml\": 95", "\"ml\": -95", "entries.2.body.input.runs.0.ml")]
    [InlineData("\"kind\": \"plate\"", "\"kind\": \"plaque\"", "entries.1.kind")]
    [InlineData("\"version\": 1", "\"version\": 9", "version")]
    [InlineData("\"format\": \"wattology-job\"", "\"format\": \"other\"", "format")]
    public void A_changed_file_is_refused_and_says_where(string was, string becomes, string path)
    {
        var file = JobFile.Write(Told().Entries);
        Assert.Contains(was, file);
        var refused = Assert.Throws<InputRefusedException>(() => JobFile.Read(file.Replace(was, becomes, StringComparison.Ordinal)));
        Assert.Contains(path, refused.Faults.ByPath.Keys);
    }

    [Fact]
    public void A_correction_is_a_new_entry_and_the_old_one_no_longer_stands()
    {
        var story = Told();
        var wrong = story.Entries[1];
        story.Tell(new PlateRead(1, PlateOf.Old, MakerNumber: "OV-2"), corrects: wrong.Hash);
        Assert.False(story.View.State.Stands(wrong));
        Assert.Equal("OV-2", story.View.State.Plate(1, PlateOf.Old)!.Body.MakerNumber);
        Assert.Equal(5, story.Entries.Count);
    }

    [Fact]
    public void Every_kind_of_entry_has_one_name_and_reads_back_as_it_was_written()
    {
        var bodies = typeof(EntryBody).Assembly.GetTypes().Where(t => t.IsSubclassOf(typeof(EntryBody))).ToArray();
        Assert.Equal(bodies.Length, EntryKinds.Names.Count);
        Assert.All(bodies, b => Assert.Equal(b, EntryKinds.TypeOf(EntryKinds.NameOf(b))));
        foreach (var entry in Told().Entries)
            Assert.Equal(entry.Body, JsonSerializer.Serialize(entry.Content, entry.Content.GetType(), InputReader.Json));
    }
}
