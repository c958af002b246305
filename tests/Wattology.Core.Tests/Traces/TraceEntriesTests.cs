using Wattology.Core.Commissioning;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Joints;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.Traces;

namespace Wattology.Core.Tests.Traces;

public sealed class TraceEntriesTests
{
    private static readonly string File = string.Concat(Enumerable.Repeat("0123456789abcdef", 4));

    private static TraceKept Kept(string turning, TraceOf of = TraceOf.Burst, string? file = null) => new(turning, of, file ?? File, 900, 240, 12.04,
        ["oil_turbo_kpa"], "bench box", "First pressure after 3.2 s.");

    private static string Burst(Core.Jobs.JobBuilder job) => job.Record.Latest<BurstStarted>()!.Entry.Hash;

    [Fact]
    public void A_trace_is_of_a_burst_or_run_that_stands_and_no_file_is_kept_twice()
    {
        var job = Book.Releasable();
        Assert.Equal("turning", job.Refusal(Kept(new string('0', 64)))!.Field);
        Assert.Equal("turning", job.Refusal(Kept(Burst(job), TraceOf.Run))!.Field);
        Assert.Null(job.Refusal(Kept(Burst(job))));
        job.Tell(Kept(Burst(job)));
        Assert.Equal("burst 1, bench box, 240 samples in 12 s, file 0123456789ab. First pressure after 3.2 s.", job.Job.Words(job.Entries[^1]));
        Assert.Equal("file", job.Refusal(Kept(Burst(job)))!.Field);
        Assert.Null(job.Refusal(Kept(Burst(job), file: new string('a', 64))));
        job.Tell(Kept(Burst(job), file: new string('b', 64)) with { Simulated = true });
        Assert.StartsWith("simulated: burst 1", job.Job.Words(job.Entries[^1]), StringComparison.Ordinal);
    }

    [Fact]
    public void Bursts_and_runs_are_counted_apart_and_one_that_was_taken_back_is_none()
    {
        var job = Book.Startable().Run();
        var record = job.Record;
        Assert.Equal("run 1", Turnings.Title(record, record.Latest<Fired>()!.Entry.Hash));
        Assert.Equal("burst 3", Turnings.Title(record, Burst(job)));
        Assert.Equal(4, Turnings.Of(record).Count());
        Assert.Null(Turnings.Running(record));
        var idling = Book.Startable().Tell(new CautionRead("fired")).Tell(new Fired(), minutes: 0.05);
        Assert.Equal(idling.Record.Latest<Fired>()!.Entry, Turnings.Running(idling.Record));
        var hash = idling.Record.Latest<Fired>()!.Entry.Hash;
        idling.Tell(new TakenBack(hash, "touched"));
        Assert.Null(Turnings.Find(idling.Record, hash));
        Assert.Equal("a burst or run that was taken back", Turnings.Title(idling.Record, hash));
    }

    [Fact]
    public void What_happened_while_it_ran_stands_at_its_moment_and_nothing_else_does()
    {
        var job = Book.Startable().Tell(new CautionRead("fired")).Tell(new Fired(), minutes: 0.05).Tell(new PressureShown(), minutes: 1)
            .Tell(new TraceMark("revved"), minutes: 0.5).Tell(new JointSeen("charge-1", JointState.Weeps), Known.Seen, minutes: 2)
            .Answer(AfterRunCheck.Smoke, "clears");
        var fired = job.Record.Latest<Fired>()!.Entry;
        job.Tell(new RunEnded(RunEnd.Stopped)).Answer(AfterRunCheck.Smoke, "none");
        Assert.Equal(["Pressure after firing", "revved", "Joint looked at: Charge pipe: weeps", "Smoke: at first, clears when warm"],
            Turnings.MarkersOf(job.Job.Context, fired).Select(m => m.Words));
        Assert.Equal([3, 63, 93, 213], Turnings.MarkersOf(job.Job.Context, fired).Select(m => Math.Round(m.TimeS)));
        // What a box read before it was said stands where it was read.
        var read = Book.Startable().Tell(new CautionRead("fired")).Tell(new Fired(), minutes: 0.2).Tell(new PressureShown(BoxSeconds: 4));
        Assert.Equal([4.0], Turnings.MarkersOf(read.Job.Context, read.Record.Latest<Fired>()!.Entry).Select(m => m.TimeS));
    }

    [Fact]
    public void A_mark_needs_something_that_turns_and_words()
    {
        Assert.Contains("Nothing turns", Book.Startable().Refusal(new TraceMark("revved"))!.Message);
        Assert.Null(Book.Startable().Tell(new CautionRead("fired")).Tell(new Fired(), minutes: 0.1).Refusal(new TraceMark("revved")));
        string Fault(EntryBody body)
        {
            var faults = new Faults();
            ((IHasRules)body).Check(faults, "");
            return string.Join(' ', faults.ByPath.Keys);
        }
        Assert.Equal("words", Fault(new TraceMark(new string('x', 61))));
        Assert.Equal("", Fault(Kept(File)));
        Assert.Equal("file", Fault(Kept(File, file: File[1..] + "G")));
        Assert.Equal("channels", Fault(Kept(File) with { Channels = [] }));
        Assert.Equal("channels", Fault(Kept(File) with { Channels = [new string('x', 41)] }));
        Assert.Equal("shows", Fault(Kept(File) with { Shows = new string('x', 401) }));
        Assert.Equal("source", Fault(Kept(File) with { Source = new string('x', 81) }));
    }
}
