using Wattology.Core.Inputs;
using Wattology.Core.Numerics;
using Wattology.Core.Fitting;

namespace Wattology.Core.Tests.Fitting;

public sealed class ThreadFinderTests
{
    [Theory]
    [InlineData(9.9, 1.0, false, "M10×1")]
    [InlineData(9.85, 1.5, false, "M10")]
    [InlineData(13.85, 1.5, null, "M14×1.5")]
    [InlineData(9.6, 0.907, false, "G 1/8")]
    [InlineData(9.6, 0.907, true, "R 1/8")]
    [InlineData(10.2, 0.941, true, "NPT 1/8")]
    [InlineData(22.8, 1.814, false, "G 5/8")]
    [InlineData(11.0, 1.27, false, "UNF 7/16-20, 37° flare dash 4")]
    [InlineData(26.85, 2.117, false, "UNF 1 1/16-12, 37° flare dash 12")]
    [InlineData(13.9, 1.25, false, "M14×1.25")]
    [InlineData(11.9, 1.0, false, "M12×1")]
    public void A_thread_is_found_by_diameter_and_pitch(double outside, double pitch, bool? tapered, string name)
    {
        var found = ThreadFinder.Find(outside, pitch, tapered);
        Assert.Equal(name, found[0].Thread.Name);
        Assert.True(found[0].Misfit < 1);
        Assert.Equal(ThreadFinder.Known.Count, found.Count);
    }

    [Fact]
    public void Near_twins_that_start_by_hand_are_warned_of_both_ways()
    {
        string Warning(string name) => new ThreadMatch(ThreadFinder.Known.First(t => t.Name == name), 0,
            ThreadFinder.TwinsOf(ThreadFinder.Known.First(t => t.Name == name))).Warning ?? "";
        Assert.Contains("G 1/8 (28 per inch)", Warning("NPT 1/8"));
        Assert.Contains("NPT 1/8 (27 per inch)", Warning("G 1/8"));
        Assert.Contains("M10×1.25 (pitch 1.25 mm)", Warning("M10"));
        Assert.Contains("M10×1 (pitch 1 mm)", Warning("M10"));
        Assert.Contains("R 1/4", Warning("G 1/4"));
        Assert.Contains("NPT 1/2", Warning("R 1/2"));
        Assert.Contains("R 1/2", Warning("NPT 1/2"));
        Assert.Contains("G 5/8", Warning("UNF 7/8-14, 37° flare dash 10"));
        Assert.Contains("dash 10", Warning("G 5/8"));
        Assert.Contains("never seal", Warning("M10×1"));
        Assert.Equal("", Warning("M6") is var m6 && m6.Contains("M8", StringComparison.Ordinal) ? m6 : "");
    }

    [Fact]
    public void Each_says_how_it_seals_and_what_must_not_go_on()
    {
        Assert.All(ThreadFinder.Known, t => Assert.True(t.SealsBy.Length > 0 && t.GoesOn.Length > 0 && t.Never.Length > 0));
        Assert.All(ThreadFinder.Known.Where(t => t.Seal == ThreadSeal.Flare), t
            => Assert.True(t.Dash is not null && t.BoreMm > 0 && t.Never.Contains("No tape", StringComparison.Ordinal)));
        Assert.Equal("NPT 1/8", ThreadFinder.Find(10.2, ThreadFinder.PitchOf(27), true)[0].Thread.Name);
        Assert.Contains("Sealant, sparingly", ThreadFinder.Known.First(t => t.Tapered).GoesOn);
        Assert.Throws<InputRefusedException>(() => ThreadFinder.Find(60, 1, null));
    }
}
