using Wattology.Core.Causes;

namespace Wattology.Core.Tests.Causes;

public sealed class LearningTests
{
    private static LearnedPrior Of(string cause, params CauseCase[] cases) => Learning.Learn(CauseModel.Usual, "D4", cases).First(p => p.Cause == cause);

    private static CauseCase Closed(string job, string cause, string family = "D4") => new(job, family, cause, true);

    [Fact]
    public void A_family_s_own_closed_jobs_shift_the_starting_chances()
    {
        Assert.Equal((0.13, 0.13), (Math.Round(Of("starved").Base, 9), Math.Round(Of("starved").Learned, 9)));
        var learned = Of("starved", Closed("1", "starved"), Closed("2", "starved"), Closed("3", "drain"), Closed("4", "starved", "D6"),
            Closed("5", Remedies.NotEstablished));
        Assert.Equal((40 * 0.13 + 2) / 43, learned.Learned, 9);
        Assert.Equal(1, Learning.Learn(CauseModel.Usual, "D4", [Closed("1", "drain")]).Sum(p => p.Learned), 9);
    }

    [Fact]
    public void A_job_counts_once_and_a_reopened_one_not_until_it_closes_again()
    {
        Assert.Equal(1, Of("drain", Closed("1", "drain"), Closed("1", "drain")).Cases);
        Assert.Equal(0, Of("drain", Closed("1", "drain"), Closed("1", "drain") with { Closed = false }).Cases);
        Assert.Equal(1, Of("starved", Closed("1", "drain"), Closed("1", "drain") with { Closed = false }, Closed("1", "starved")).Cases);
    }
}
