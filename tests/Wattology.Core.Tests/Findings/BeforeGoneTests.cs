using Wattology.Core.Actuator;
using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.Jobs;
using Wattology.Core.OilSupply;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Tests.Findings;

/// <summary>What is asked before the next stage destroys it, what moves, what is missing, and from where it is all looked at.</summary>
public sealed class BeforeGoneTests
{
    private static string[] Open(JobBuilder job, Stage next, int turbo = 1) => [.. LastLooks.Open(job.Job, turbo, next).Select(l
        => $"{l.Question.Id} {l.Turbo}")];

    [Fact]
    public void Going_on_asks_first_for_what_it_destroys_and_for_no_more()
    {
        var job = Book.In(2);
        Assert.Equal(["keep-oil-sample 0", "restrictor-seen 2"], Open(job, Stage.Bench, 2));
        Assert.Equal(["keep-oil-sample 0", "restrictor-seen 1", "keep-six-sides 1", "keep-rod 1", "keep-pair 1"], Open(job, Stage.Strip));
        Assert.Empty(Open(job, Stage.Vehicle));
        job.Answer(BeforeGone.OilSample, "not", "sump was empty").Answer(SupplyChecks.RestrictorSeen, "none-there", "", 1);
        Assert.Empty(Open(job, Stage.Bench));
        job.Tell(new UnitReached(1, Stage.Bench), Known.Seen);
        Assert.Equal(["keep-six-sides 1", "keep-rod 1", "keep-pair 1"], Open(job, Stage.Strip));
        Assert.Equal(["restrictor-seen 2"], Open(job, Stage.Bench, 2));
        job.Tell(new UnitReached(1, Stage.Strip), Known.Seen);
        Assert.Empty(Open(job, Stage.Strip));
    }

    [Fact]
    public void Without_a_rod_no_rod_is_asked_for_and_on_a_first_fitment_nothing_is()
    {
        Assert.Equal(["keep-six-sides 1"], Open(Book.In(control: BoostControl.ExternalWastegate).Tell(new UnitReached(1, Stage.Bench), Known.Seen),
            Stage.Strip));
        Assert.Equal(["restrictor-seen 1"], Open(Book.In(kind: JobKind.FirstFitment), Stage.Strip));
    }

    [Fact]
    public void How_the_vanes_go_answers_the_finding_of_that_unit()
    {
        var job = Book.In(2, control: BoostControl.VanesElectric).Answer(TravelCheck.Travel, "short", "about 3 mm", 2).Answer(TravelCheck.Index, "off", "", 2);
        Assert.Equal(Answer.Present, job.Job.AnswersOf(2)["vanes-stiff"].Answer);
        Assert.Equal(Known.Felt, job.Job.AnswersOf(2)["vanes-stiff"].Known);
        Assert.DoesNotContain("vanes-stiff", job.Job.AnswersOf(1).Keys);
        Assert.Equal(Answer.Absent, job.Answer(TravelCheck.Travel, "free", "", 2).Job.AnswersOf(2)["vanes-stiff"].Answer);
        Assert.Equal(Answer.Present, job.Answer(TravelCheck.Travel, "stuck", "", 2).Job.AnswersOf(2)["vanes-stiff"].Answer);
        Assert.DoesNotContain(job.Job.Checks, c => c.Verdict == Core.Limits.Verdict.Stop);
        Assert.DoesNotContain(Book.In(control: BoostControl.None).Job.Checks, c => c.Id == "travel");
        Assert.False(TravelCheck.Index.Applies(Book.In().Job.Context, 1));
    }

    [Fact]
    public void Left_and_right_are_said_looking_forward_until_somebody_names_another_place()
    {
        var job = Book.In(2);
        Assert.Equal(("looking forward, as the driver does", false), (Viewpoint.Words(job.Job.Context), UnitKind.Of(job.Job.Context, 2).CompressorLeft));
        job.Answer(Viewpoint.Named, "flywheel").Answer(Viewpoint.Lies, "left", "", 2);
        Assert.Equal(("from the flywheel end of the engine", false, true), (Viewpoint.Words(job.Job.Context), UnitKind.Of(job.Job.Context, 1).CompressorLeft,
            UnitKind.Of(job.Job.Context, 2).CompressorLeft));
        Assert.Equal("from the hatch", Viewpoint.Words(job.Answer(Viewpoint.Named, "other", "from the hatch").Job.Context));
    }

    [Fact]
    public void A_piece_is_found_once_and_only_where_it_stands_as_missing()
    {
        string? Refused(JobBuilder job, EntryBody body) => Recording.Refuse(job.Job, Book.Technician, new EntryDraft(body, Known.Seen))?.Message;
        var job = Book.In().Tell(new PieceMissing(1, PieceKind.Nut), Known.Seen);
        var nut = job.Entries[^1].Hash;
        Assert.Contains("does not stand as missing", Refused(job, new PieceFound("x", "in the intake")));
        Assert.Contains("where it was found", Refused(job, new PieceFound(nut, " ")));
        Assert.Contains("nut of the compressor wheel stands as missing", Refused(job, new Core.Checks.Looked(0, "missing-metal", "none-missing")),
            StringComparison
            .OrdinalIgnoreCase);
        Assert.Contains("is not found yet", Refused(job, new Core.Checks.Looked(0, "missing-metal", "found", "somewhere")));
        job.Tell(new PieceFound(nut, "in the charge pipe"), Known.Seen);
        Assert.Contains("found already, in the charge pipe", Refused(job, new PieceFound(nut, "elsewhere")));
        Assert.Null(Refused(job, new Core.Checks.Looked(0, "missing-metal", "found", "all of it")));
        foreach (var turbo in new[] { 0, 2 })
        {
            Assert.Contains("which turbo", Refused(job, new PieceMissing(turbo, PieceKind.Nut)));
            Assert.Contains("which turbo", Refused(job, new UnitReached(turbo, Stage.Bench)));
        }
        Assert.Equal("nut of the compressor wheel, in the charge pipe", job.Job.Words(job.Entries[^1]));
        // Taken back as a mis-touch, nothing is missing at all.
        job.Tell(new TakenBack(nut, "mis-touch"));
        Assert.Empty(MissingPieces.Of(job.Record));
    }
}
