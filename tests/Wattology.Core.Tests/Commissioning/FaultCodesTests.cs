using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.LooseEnds;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.Triage;

namespace Wattology.Core.Tests.Commissioning;

public sealed class FaultCodesTests
{
    [Theory]
    [InlineData("P0299, p2263 and U0100", "P0299 P2263 U0100")]
    [InlineData("code 1234-11; again P0299 / p0299.", "1234-11 P0299")]
    [InlineData("boost too low (SPN3251)", "SPN3251")]
    [InlineData("none of note", "")]
    [InlineData("12", "")]
    [InlineData("P0299\u200b", "")]
    [InlineData("A1234567890123456", "")]
    public void Codes_are_found_in_what_was_written(string written, string codes) => Assert.Equal(codes, string.Join(' ', FaultCodes.In(written)));

    private static JobBuilder Stored(string before, string after) => Book.Startable().Answer(TriageCheck.CodesBefore, before.Length > 0 ? "stored" : "none",
        before)
        .Answer(AfterRunCheck.CodesAfter, after.Length > 0 ? "stored" : "none", after);

    [Fact]
    public void What_was_stored_before_what_was_foretold_and_what_is_new_are_told_apart()
    {
        var job = Stored("P0299", "P0299 P0201, P2263");
        Assert.Equal([("P0299", true, null), ("P0201", false, null), ("P2263", false, null)], FaultCodes.After(job.Job.Context).Select(c => (c.Code, c.Before,
            c.Is)));
        Assert.Null(job.Refusal(new CodeTold("P0201", CodeIs.Foretold)));
        job.Tell(new CodeTold("P0201", CodeIs.Foretold)).Tell(new CodeTold("P2263", CodeIs.Foretold)).Tell(new CodeTold("P2263", CodeIs.Fault));
        Assert.Equal([null, CodeIs.Foretold, (CodeIs?)CodeIs.Fault], FaultCodes.After(job.Job.Context).Select(c => c.Is));
        Assert.Equal("P2263: a fault of its own", job.Job.Words(job.Entries[^1]));
        Assert.Equal("code", job.Refusal(new CodeTold("P9999", CodeIs.Fault))!.Field);
        Assert.Empty(FaultCodes.After(job.Answer(AfterRunCheck.CodesAfter, "none").Job.Context));
    }

    [Fact]
    public void A_code_is_foretold_by_what_was_unplugged_and_by_nothing_else()
    {
        // What made the engine unable to fire was unplugged too.
        Assert.Equal(["Fuel shut-off connector"], FaultCodes.Foretold(Book.Startable().Job.Context));
        var job = Book.In().Tell(new LooseEndOpened(LooseKind.Unplugged, "oil pressure sensor")).Tell(new LooseEndOpened(LooseKind.BatteryOff, ""));
        Assert.Equal(2, FaultCodes.Foretold(job.Job.Context).Count);
        Assert.Contains(FaultCodes.Foretold(job.Job.Context), f => f.Contains("oil pressure sensor", StringComparison.Ordinal));
        var nothing = Book.In().Answer(AfterRunCheck.CodesAfter, "stored", "P0299");
        Assert.Equal("is", nothing.Refusal(new CodeTold("P0299", CodeIs.Foretold))!.Field);
        Assert.Null(nothing.Refusal(new CodeTold("P0299", CodeIs.Fault)));
    }
}
