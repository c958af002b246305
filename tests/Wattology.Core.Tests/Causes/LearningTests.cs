using Wattology.Core.Causes;

namespace Wattology.Core.Tests.Causes;

public sealed class LearningTests
{
    private static LearnedPrior Of(string cause, params (string Cause, int Jobs)[] cases)
        => Learning.Learn(CauseModel.Usual, cases.ToDictionary(c => c.Cause, c => c.Jobs)).First(p => p.Cause == cause);

    [Fact]
    public void A_familys_own_closed_jobs_shift_the_starting_chances()
    {
        Assert.Equal((0.13, 0.13), (Math.Round(Of("starved").Base, 9), Math.Round(Of("starved").Learned, 9)));
        var learned = Of("starved", ("starved", 2), ("drain", 1), (Remedies.NotEstablished, 7));
        Assert.Equal((40 * 0.13 + 2) / 43, learned.Learned, 9);
        Assert.Equal(2, learned.Cases);
        Assert.Equal(1, Learning.Learn(CauseModel.Usual, new Dictionary<string, int> { ["drain"] = 3 }).Sum(p => p.Learned), 9);
    }
}
