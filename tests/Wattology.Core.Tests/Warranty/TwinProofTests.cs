using Wattology.Core.Causes;
using Wattology.Core.Clocking;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.Findings;
using Wattology.Core.Jobs;
using Wattology.Core.Photos;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.Warranty;

namespace Wattology.Core.Tests.Warranty;

/// <summary>What is proved of one turbo is not proved of the other, nor lost with it.</summary>
public sealed class TwinProofTests
{
    private static JobBuilder Twin(params string[] proofs) => Book.In(2).Under(Policies.Of([.. proofs.Select(p => new WantedProof(p, Known.Seen))]));

    private static (ProofState, ProofState) Both(JobBuilder job, string proof) => (job.Line(proof, 1).State, job.Line(proof, 2).State);

    [Fact]
    public void A_photo_an_answer_and_a_reading_are_of_the_turbo_they_name()
    {
        var job = Twin("photo-plate-old", "drain-route", "drain-angle").Tell(new PhotoKept("plate-old", 1, new string('a', 64), "image/jpeg", 1000), Known.Seen)
            .Answer(DrainCheck.Installed, "falls", "", 2).Answer(ClockingCheck.Seen, "hangs-down", "", 1);
        Assert.Equal((ProofState.There, ProofState.Missing), Both(job, "photo-plate-old"));
        Assert.Equal((ProofState.Missing, ProofState.There), Both(job, "drain-route"));
        Assert.Equal((ProofState.There, ProofState.Missing), Both(job, "drain-angle"));
    }

    [Fact]
    public void What_was_laid_out_on_the_bench_proves_nothing_as_installed()
    {
        var job = Twin("drain-route", "drain-angle").DrainLaid(installed: false).Clock(3, installed: false);
        Assert.Equal((ProofState.Missing, ProofState.Missing), Both(job, "drain-route"));
        Assert.Equal((ProofState.Missing, ProofState.Missing), Both(job, "drain-angle"));
    }

    [Fact]
    public void Old_parts_are_kept_when_unit_and_pipe_of_every_turbo_are_and_while_they_are()
    {
        var job = Twin("old-parts");
        foreach (var (part, turbo) in new[] { (OldPart.Unit, 1), (OldPart.FeedPipe, 1), (OldPart.Unit, 2) })
            Assert.Equal(ProofState.Missing, job.Tell(new PartTagged(part, turbo, "shelf")).Line("old-parts").State);
        Assert.Equal(ProofState.There, job.Tell(new PartTagged(OldPart.FeedPipe, 2, "shelf")).Line("old-parts").State);
        job.Tell(new PartLetGoEarly(job.Record.Latest<PartTagged>(t => t is { Part: OldPart.Unit, Turbo: 1 })!.Entry.Hash, "scrap", "It took the room.",
            Book.Morning.AddDays(90)));
        Assert.Equal(ProofState.Missing, job.Line("old-parts").State);
    }

    [Fact]
    public void What_happens_to_one_unit_takes_its_own_proofs_and_those_of_the_engine()
    {
        var job = Twin("crankcase-before", "six-sides").Tell(new UnitReached(2, Stage.Strip));
        Assert.Equal(ProofState.Gone, job.Line("crankcase-before").State);
        Assert.Equal((ProofState.Missing, ProofState.Gone), Both(job, "six-sides"));
    }

    [Fact]
    public void An_old_pipe_kept_under_a_tag_is_that_of_its_own_turbo()
    {
        var job = Twin("photo-feed-pipe-old").Tell(new PartTagged(OldPart.FeedPipe, 1, "shelf")).Pipe();
        Assert.Equal((ProofState.Missing, ProofState.Gone), Both(job, "photo-feed-pipe-old"));
    }

    [Fact]
    public void A_plate_can_be_read_as_long_as_one_of_the_old_parts_is_here()
    {
        var job = Twin("photo-plate-old").Tell(new PartTagged(OldPart.Unit, 1, "shelf")).Tell(new PartTagged(OldPart.Unit, 2, "shelf"));
        void Let(int turbo) => job.Tell(new PartLetGoEarly(job.Record.Latest<PartTagged>(t => t.Turbo == turbo)!.Entry.Hash, "scrap", "It took the room.",
            Book.Morning.AddDays(90)));
        Let(1);
        Assert.Equal((ProofState.Missing, ProofState.Missing), Both(job, "photo-plate-old"));
        Let(2);
        Assert.Equal((ProofState.Gone, ProofState.Gone), Both(job, "photo-plate-old"));
    }
}
