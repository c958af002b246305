using System.Text.Json.Nodes;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Yard;

namespace Wattology.Core.Tests.Jobs;

public sealed class JobFileTests
{
    public static TheoryData<string> Files() => [.. Golden.Files()];

    [Fact]
    public void There_is_a_golden_job_of_every_kind_of_machine_and_job()
    {
        var machines = Golden.Files().Select(f => Golden.Read(f).Machine).ToArray();
        Assert.Equal(Enum.GetValues<Core.BookIn.JobKind>().Order(), machines.Select(m => m.Kind).Distinct().Order());
        Assert.Equal(Enum.GetValues<Core.BookIn.BoostControl>().Order(), machines.Select(m => m.Control).Distinct().Order());
        Assert.Equal(Enum.GetValues<Core.BookIn.Fuel>().Order(), machines.Select(m => m.Fuel).Distinct().Order());
        Assert.Equal([1, 2], machines.Select(m => m.Turbos).Distinct().Order());
        var kinds = Golden.Files().SelectMany(f => Golden.Read(f).Record.Entries).Select(e => e.Kind).ToHashSet();
        Assert.Superset(CheckList.Kinds.All.Select(k => k.Name).ToHashSet(), kinds);
    }

    [Theory, MemberData(nameof(Files))]
    public void A_golden_job_is_verified_exported_byte_for_byte_and_shown_without_fault(string file)
    {
        var text = Golden.Text(file);
        var job = Golden.Read(file);
        Assert.Empty(Chain.Verify(job.Record.Id, job.Record.Entries));
        Assert.Equal(text, JobFile.Write(job.Record.Entries) + "\n");
        Assert.All(job.Record.Entries, e => Assert.NotNull(job.Words(e)));
        Assert.All(job.Checks, c => Assert.NotEmpty(c.Why));
        Assert.All(Enum.GetValues<HoldPoint>().Skip(1), p => Assert.NotEmpty(job.HoldPoint(p).Items));
        Assert.NotEmpty(job.Work.Steps);
    }

    [Fact]
    public async Task A_job_that_streams_is_written_as_one_at_hand()
    {
        var entries = Book.Startable().Entries;
        using var stream = new MemoryStream();
        await JobFile.WriteAsync(stream, entries.ToAsyncEnumerable());
        Assert.Equal(JobFile.Write(entries), System.Text.Encoding.UTF8.GetString(stream.ToArray()));
    }

    private static IReadOnlyList<Entry> Told() => Book.In().OldPlate("Orvane", "R1", "OV-1").Catch(1).Waits(WaitsFor.Parts, "pipe 🔧 \"x\" \\").Entries;

    [Fact]
    public void A_file_reads_back_with_the_same_chain_however_it_is_indented()
    {
        var file = JobFile.Write(Told());
        Assert.Equal(Told(), JobFile.Read(file));
        Assert.Equal(Told(), JobFile.Read(file.Replace("\n", "", StringComparison.Ordinal).Replace("\":", "\" :\t", StringComparison.Ordinal).Replace("  ",
            "", StringComparison.Ordinal)));
    }

    [Fact]
    public void No_number_is_written_anew()
    {
        var sealed_ = Told()[1];
        var odd = sealed_ with { Body = sealed_.Body.Replace("\"turbo\":1", "\"turbo\":1.0", StringComparison.Ordinal) };
        odd = odd with { Hash = odd.ComputeHash() };
        var read = JobFile.Read(JobFile.Write([Told()[0], odd]));
        Assert.Equal(odd, read[1]);
        Assert.Contains("1.0", JobFile.Write(read));
    }

    [Theory]
    [InlineData("\"pipe ", "\"hose ", "entries.3")]
    [InlineData("\"ml\":95", "\"ml\":-95", "entries.2.body.input.runs.1.ml")]
    [InlineData("\"kind\": \"plate\"", "\"kind\": \"plaque\"", "entries.1.kind")]
    [InlineData("\"version\": 2", "\"version\": 1", "version")]
    [InlineData("\"format\": \"wattology-job\"", "\"format\": \"other\"", "format")]
    [InlineData("\"job\": \"0123456789abcdef0123456789abcdef\"", "\"job\": \"x\\\" hx-get=\\\"/people\"", "job")]
    [InlineData("\"job\": \"0123456789abcdef0123456789abcdef\"", "\"job\": 7", "job")]
    [InlineData("\"outcome\": {", "\"outcome\": null, \"was\": {", "entries.2.was")]
    [InlineData("\"seq\": 2", "\"seq\": \"2\"", "entries.1.seq")]
    [InlineData("\"prev\": \"\"", "\"prev\": \"<script>\"", "entries.0.prev")]
    [InlineData("\"prev\": \"\"", "\"prev\": \"0123456789abcdef\"", "entries.0.prev")]
    [InlineData("\"prev\": \"\"", "\"prev\": \"zz23456789abcdef0123456789abcdef0123456789abcdef0123456789abcdef\"", "entries.0.prev")]
    [InlineData("\"typed\": {}", "\"typed\": [1]", "entries.0.typed")]
    public void A_changed_file_is_refused_and_says_where(string was, string becomes, string path)
    {
        var file = JobFile.Write(Told());
        var runs = Told()[2].Body;
        var ml = JsonNode.Parse(runs)!["input"]!["runs"]![1]!["ml"]!.ToJsonString();
        was = was.Replace("95", ml, StringComparison.Ordinal);
        becomes = becomes.Replace("95", ml, StringComparison.Ordinal);
        Assert.Contains(was, file);
        var at = file.IndexOf(was, StringComparison.Ordinal);
        var refused = Assert.Throws<InputRefusedException>(() => JobFile.Read(file[..at] + becomes + file[(at + was.Length)..]));
        Assert.Contains(path, refused.Faults.ByPath.Keys);
    }

    [Theory]
    [InlineData("", "")]
    [InlineData("[]", "format")]
    [InlineData("""{"format":"wattology-job","version":2,"job":"0123456789abcdef0123456789abcdef","entries":[]}""", "entries")]
    [InlineData("""{"format":"wattology-job","version":2,"job":"0123456789abcdef0123456789abcdef","entries":[3]}""", "entries.0")]
    public void What_is_no_job_file_is_refused(string text, string path)
        => Assert.Contains(path, Assert.Throws<InputRefusedException>(() => JobFile.Read(text)).Faults.ByPath.Keys);

    [Fact]
    public void A_file_that_does_not_begin_with_a_booking_in_or_lacks_an_outcome_is_refused()
    {
        var plate = Told()[1] with { Seq = 1, Prev = "" };
        Assert.Contains("entries.0.kind", Refused([plate with { Hash = plate.ComputeHash() }]));
        var bare = Told()[2] with { Outcome = "" };
        Assert.Contains("entries.2.outcome", Refused([Told()[0], Told()[1], bare with { Hash = bare.ComputeHash() }]));
        var extra = Told()[1] with { Outcome = "{}" };
        Assert.Contains("entries.1.outcome", Refused([Told()[0], extra with { Hash = extra.ComputeHash() }]));
    }

    private static IEnumerable<string> Refused(IReadOnlyList<Entry> entries)
        => Assert.Throws<InputRefusedException>(() => JobFile.Read(JobFile.Write(entries))).Faults.ByPath.Keys;
}
