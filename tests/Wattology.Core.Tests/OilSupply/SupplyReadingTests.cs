using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.OilSupply;

public sealed class SupplyReadingTests
{
    private static CatchTestResult Result(double mean, double spread, double? ratio, double? hole = null)
        => new(mean, spread, ratio is null ? null : mean / ratio, ratio, hole);

    private static CatchTestOutcome Judged(CatchTestResult result, LimitBook? limits = null)
        => new(result, CatchTestOutcome.Judge(result, limits ?? LimitBook.Usual));

    [Theory]
    [InlineData(1.5, 4, 1.0, Verdict.Sound, "as much as a clean line")]
    [InlineData(1.5, 10, 0.8, Verdict.Sound, "as much as a clean line")]
    [InlineData(1.5, 4, 0.79, Verdict.Doubtful, "less than a clean line would pass.")]
    [InlineData(1.5, 4, 1.3, Verdict.Doubtful, "a restrictor is missing")]
    [InlineData(1.5, 4, 0.49, Verdict.Stop, "less than a clean line would pass.")]
    [InlineData(1.5, 10.1, 1.0, Verdict.ReadingOnly, "The runs differ by 10.1 %")]
    [InlineData(1.5, 4, null, Verdict.ReadingOnly, "nothing to compare it with")]
    [InlineData(0, 0, null, Verdict.Stop, "No oil came")]
    public void A_catch_is_judged_by_usual_practice(double mean, double spread, double? ratio, Verdict expected, string why)
    {
        var outcome = Judged(Result(mean, spread, ratio));
        Assert.Equal(expected, outcome.Judgement.Verdict);
        Assert.Contains(why, outcome.Why);
    }

    [Fact]
    public void A_choked_line_is_said_as_a_hole()
        => Assert.EndsWith("It is as if a hole of 1.2 mm stood in the line.", Judged(Result(0.6, 3, 0.4, 1.2)).Why, StringComparison.Ordinal);

    [Fact]
    public void Without_a_gauge_the_shops_own_band_judges_and_says_so()
    {
        var outcome = Judged(Result(1.0, 3, null), new LimitBook([new Limit("catch-flow", LimitSource.Shop, "this engine, four good jobs", 1.2, 2.2)]));
        Assert.Equal((Verdict.Stop, LimitSource.Shop), (outcome.Judgement.Verdict, outcome.Judgement.By!.Source));
        Assert.Contains("without a gauge", outcome.Why);
    }

    [Fact]
    public void A_restrictor_is_judged_only_by_a_known_figure()
    {
        var maker = new LimitBook([new Limit("restrictor", LimitSource.Maker, "sheet 7", 1.2, 1.4)]);
        static (Verdict, string) Of(bool fitted, bool clear, double? hole, LimitBook limits)
            => RestrictorOutcome.Of(new(1, fitted, clear, hole), limits) is var o ? (o.Judgement.Verdict, o.Why) : default;
        Assert.Equal((Verdict.ReadingOnly, "Clear. No figure for its size is known for this unit."), Of(true, true, 1.3, LimitBook.Usual));
        Assert.Equal((Verdict.Sound, "Clear, and the size it should be."), Of(true, true, 1.3, maker));
        Assert.Equal((Verdict.Stop, "Clear, but not the size it should be."), Of(true, true, 1.6, maker));
        Assert.Equal((Verdict.Stop, "No restrictor fitted, but a figure for one is known."), Of(false, false, null, maker));
        Assert.Equal(Verdict.ReadingOnly, Of(false, false, null, LimitBook.Usual).Item1);
        Assert.Equal((Verdict.Stop, "Blocked or dirty. Clean or renew it, then look again."), Of(true, false, 1.3, maker));
    }

    [Theory]
    [InlineData(FeedPipeState.Renewed, "starved", Verdict.Sound)]
    [InlineData(FeedPipeState.CleanedAndSeenThrough, null, Verdict.Sound)]
    [InlineData(FeedPipeState.CleanedAndSeenThrough, "object-intake", Verdict.Sound)]
    [InlineData(FeedPipeState.CleanedAndSeenThrough, "starved", Verdict.Doubtful)]
    [InlineData(FeedPipeState.CleanedAndSeenThrough, "dirty", Verdict.Doubtful)]
    [InlineData(FeedPipeState.CleanedAndSeenThrough, "overheat", Verdict.Doubtful)]
    [InlineData(FeedPipeState.Kept, null, Verdict.Doubtful)]
    public void A_feed_pipe_is_judged_by_what_became_of_it_and_by_the_cause(FeedPipeState state, string? cause, Verdict expected)
    {
        var job = cause is null ? Book.In() : Book.Confirmed(cause);
        Assert.Equal(expected, job.Pipe(state, state == FeedPipeState.Kept ? "seen inside by camera" : "").Check("feed-pipe").Verdict);
    }

    [Fact]
    public void A_kept_pipe_says_why_and_every_answer_is_said_in_words()
    {
        static IEnumerable<string> Faults(IHasRules reading)
        {
            var faults = new Faults();
            reading.Check(faults, "");
            return faults.ByPath.Keys;
        }
        Assert.Equal(["because"], Faults(new FeedPipeReading(1, FeedPipeState.Kept, " ")));
        Assert.Empty(Faults(new FeedPipeReading(1, FeedPipeState.Renewed)));
        Assert.Equal(["hole_mm"], Faults(new RestrictorReading(1, true, true)));
        Assert.Equal(["hole_mm"], Faults(new RestrictorReading(1, false, false, 1.2)));
        Assert.Empty(Faults(new RestrictorReading(1, false, false)));
        var job = Book.In().Pipe().Pipe(FeedPipeState.CleanedAndSeenThrough).Pipe(FeedPipeState.Kept, "no other").RestrictorSeen().Catch(1);
        Assert.StartsWith("renewed. A new pipe", job.Job.Words(job.Entries[1]), StringComparison.Ordinal);
        Assert.StartsWith("cleaned, seen through. Cleaned through", job.Job.Words(job.Entries[2]), StringComparison.Ordinal);
        Assert.StartsWith("kept: no other. Kept:", job.Job.Words(job.Entries[3]), StringComparison.Ordinal);
        Assert.StartsWith("1.3 mm. Clear.", job.Job.Words(job.Entries[4]), StringComparison.Ordinal);
        Assert.Matches(@"^[\d.]+ l/min with 5W-30 at 20 °C\. .* \[sound; sound 0\.8 to 1\.25", job.Job.Words(job.Entries[5]));
        Assert.Matches(@"^[\d.]+ l/min, 1 ×$", job.Check("oil-supply").Value);
        Assert.Equal("kept", job.Check("feed-pipe").Value);
        Assert.Contains("a new pipe is usual", Book.Confirmed("dirty").Pipe(FeedPipeState.CleanedAndSeenThrough).Check("feed-pipe").Why);
    }

    [Fact]
    public void A_restrictor_seen_needs_its_figure_only_where_one_was_known_and_a_figure_set_later_changes_nothing()
    {
        var known = new Limit("restrictor", LimitSource.Maker, "sheet 7", 1.2, 1.4);
        static (Verdict, string) Of(JobBuilder job) => (job.Check("restrictor").Verdict, job.Check("restrictor").Why);
        Assert.Equal((Verdict.Sound, "Seen clear, seen."), Of(Book.In().Answer(SupplyChecks.RestrictorSeen, "clear")));
        Assert.Equal((Verdict.ReadingOnly, "Seen clear; a figure for its size is known: measure it."),
            Of(Book.In(limits: known).Answer(SupplyChecks.RestrictorSeen, "clear")));
        Assert.Equal((Verdict.Stop, "None is there, but a figure for one is known."), Of(Book.In(limits: known).Answer(SupplyChecks.RestrictorSeen,
            "none-there")));
        Assert.Equal(Verdict.Stop, Of(Book.In(limits: known).Answer(SupplyChecks.RestrictorSeen, "blocked")).Item1);
        var before = Book.In().Answer(SupplyChecks.RestrictorSeen, "clear");
        Assert.Equal(Verdict.Sound, new JudgedJob(before.Job.Context with { Limits = new LimitBook([known]) }).Check("restrictor", 1).Verdict);
    }
}
