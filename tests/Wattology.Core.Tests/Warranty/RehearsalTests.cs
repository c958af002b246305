using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.Findings;
using Wattology.Core.Fluids;
using Wattology.Core.Jobs;
using Wattology.Core.OilSupply;
using Wattology.Core.Photos;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.Triage;
using Wattology.Core.Warranty;

namespace Wattology.Core.Tests.Warranty;

/// <summary>What a warranty giver would say today, by a table of jobs and policies.</summary>
public sealed class RehearsalTests
{
    private static JobBuilder Photo(JobBuilder job, string place, int turbo) => job.Tell(new PhotoKept(place, turbo, new string('a', 64), "image/jpeg", 1000),
        Known.Seen);

    private static JobBuilder Paper(JobBuilder job, PaperKind paper) => job.Tell(new PaperKept(paper, "no. 7, Quay Parts"), by: Book.Desk);

    // What proves each, in the order of the work; the grade it comes out at.
    private static readonly (string Proof, Func<JobBuilder, JobBuilder> Do, Known Grade)[] Proving =
    [
        ("vehicle-checks", j => j.Triaged(), Known.Seen),
        ("codes-before", j => j.Answer(TriageCheck.CodesBefore, "stored", "P 1"), Known.Measured),
        ("crankcase-before", j => j.Breathe(0.5), Known.Measured),
        ("crankcase-before", j => j.Answer(CrankcaseCheck.Felt, "nothing"), Known.Felt),
        ("oil-sample", j => j.Answer(BeforeGone.OilSample, "kept"), Known.Seen),
        ("six-sides", j => j.Answer(BeforeGone.SixSides, "kept"), Known.Seen),
        ("findings", j => j.Look("bearings-scored", true), Known.Seen),
        ("cause", j => j.Confirm("dirty"), Known.Seen),
        ("old-plate", j => j.OldPlate("Orvane", "R1", "OV-1"), Known.Seen),
        ("new-plate", j => j.NewPlate("Orvane", "R1", "OV-1"), Known.Seen),
        ("catch", j => j.Disable().Clear("catch").Crank(1, 10).Catch(1), Known.Measured),
        ("catch", j => j.Disable().Clear("catch").Crank(1, 10).Answer(SupplyChecks.FeedSeen, "steady"), Known.Seen),
        ("feed-pipe", j => j.Pipe(), Known.Seen),
        ("feed-pipe-receipt", j => Paper(j, PaperKind.FeedPipeReceipt), Known.Seen),
        ("oil-reference", j => Paper(j, PaperKind.OilReference), Known.Seen),
        ("filter-reference", j => Paper(j, PaperKind.FilterReference), Known.Seen),
        ("unit-invoice", j => Paper(j, PaperKind.UnitInvoice), Known.Seen),
        ("oil-service", j => j.Tell(new OilService(Service.New, Service.New, "5W-30", 5)), Known.Seen),
        ("drain-route", j => j.DrainLaid(), Known.Measured),
        ("drain-route", j => j.Answer(DrainCheck.Installed, "falls"), Known.Seen),
        ("drain-angle", j => j.Clock(3), Known.Measured),
        ("drain-angle", j => j.Answer(ClockingCheck.Seen, "hangs-down"), Known.Seen),
        ("prime", j => Book.Fitted(Book.Supplied(j.OldPlate("Orvane", "R1", "OV-1").Confirm("dirty"))), Known.Measured),
        ("start", j => Book.Fitted(Book.Supplied(j.OldPlate("Orvane", "R1", "OV-1").Confirm("dirty"))).Run(), Known.Seen),
        ("codes-after", j => j.Answer(AfterRunCheck.CodesAfter, "none"), Known.Seen),
        ("crankcase-after", j => Book.Fitted(Book.Supplied(j.OldPlate("Orvane", "R1", "OV-1").Confirm("dirty"))).Run().Breathe(0.4), Known.Measured),
        ("old-parts", j => j.Tell(new PartTagged(OldPart.Unit, 1, "shelf")).Tell(new PartTagged(OldPart.FeedPipe, 1, "shelf")), Known.Seen),
        ("old-parts", j => j.Answer(AfterRunCheck.OldParts, "tagged"), Known.Told),
        .. PhotoPlaces.Owed.Select(o => ($"photo-{o.Place}", (Func<JobBuilder, JobBuilder>)(j => Photo(j, o.Place, o.PerTurbo ? 1 : 0)), Known.Seen)),
    ];

    public static TheoryData<int> Rows() => [.. Enumerable.Range(0, Proving.Length)];

    [Theory, MemberData(nameof(Rows))]
    public void Each_proof_is_missing_until_the_work_that_gives_it_and_then_there_at_its_grade(int row)
    {
        var (proof, act, grade) = Proving[row];
        var wanted = Policies.Of(new WantedProof(proof, grade));
        var before = Book.In().Under(wanted).Line(proof);
        Assert.Equal((ProofState.Missing, null), (before.State, before.Found));
        var after = act(Book.In().Under(wanted)).Line(proof);
        Assert.True(after.State == ProofState.There && after.Found!.Grade == grade, after.Words);
        // Where more is wanted than there is, it does not do.
        if (grade == Known.Measured) return;
        var more = Policies.Of(new WantedProof(proof, grade - 1));
        Assert.True(act(Book.In().Under(more)).Line(proof).Refuses);
    }

    [Fact]
    public void Every_proof_that_can_be_named_is_proved_by_some_row_and_at_the_best_grade_it_can_have()
    {
        Assert.Equal(Proofs.All.Select(p => p.Id).Order(), Proving.Select(p => p.Proof).Distinct().Order());
        foreach (var kind in Proofs.All.Where(k => k.Id is not ("findings" or "start" or "codes-after")))
            Assert.Equal(kind.Best, Proving.Where(p => p.Proof == kind.Id).Min(p => p.Grade));
    }

    [Fact]
    public void What_is_missing_stands_in_the_order_in_which_it_goes()
    {
        var rehearsal = Rehearsal.Of(Book.In().Under(Policies.Everything).Job.Context)!;
        Assert.Equal(rehearsal.Lines.Select(l => l.Kind.Gone), rehearsal.Lines.Select(l => l.Kind.Gone).Order());
        Assert.Equal("vehicle-checks", rehearsal.FirstToGo!.Kind.Id);
        Assert.Equal(Enum.GetValues<ProofGone>(), rehearsal.Lines.Select(l => l.Kind.Gone).Distinct());
    }

    public static TheoryData<string, string, string> Moves => new()
    {
        { "crankcase-before", "off", "something is off already" }, { "photo-feed-pipe-old", "pipe", "the old pipe is gone" },
        { "oil-sample", "oil", "the oil is out" }, { "six-sides", "open", "the unit is open" }, { "catch", "fitted", "the new unit is on" },
        { "feed-pipe", "started", "the engine has run" }, { "feed-pipe-receipt", "left", "the machine has left" },
    };

    [Theory, MemberData(nameof(Moves))]
    public void After_the_move_that_takes_it_a_proof_is_gone_and_says_by_what(string proof, string move, string words)
    {
        var job = Book.In().Under(Policies.Of(new WantedProof(proof, Known.Seen)), ComplaintKind.Broken);
        Assert.Equal(ProofState.Missing, job.Line(proof).State);
        job = move switch
        {
            "off" => job.Tell(new UnitReached(1, Stage.Bench)),
            "pipe" => job.Pipe(),
            "oil" => job.Tell(new OilDrained(5_000)),
            "open" => job.Tell(new UnitReached(1, Stage.Strip)),
            "fitted" => job.Answer(Core.Fitting.FitCheck.Mounted, "mounted"),
            "started" => job.Tell(new CautionRead("fired")).Tell(new Fired()),
            _ => job.HandOver(Book.Desk),
        };
        Assert.Equal(ProofState.Gone, job.Line(proof).State);
        Assert.Contains(words, job.Line(proof).Words);
    }

    [Fact]
    public void On_a_twin_each_side_has_its_own_old_pipe()
    {
        var job = Book.In(turbos: 2).Under(Policies.Of(new WantedProof("photo-feed-pipe-old", Known.Seen)))
            .Tell(new Core.OilSupply.FeedPipeReading(2, Core.OilSupply.FeedPipeState.Renewed));
        Assert.Equal([ProofState.Missing, ProofState.Gone], Rehearsal.Of(job.Job.Context)!.Lines.OrderBy(l => l.Turbo).Select(l => l.State));
        job.Tell(new PartTagged(OldPart.FeedPipe, 1, "shelf"));
        Assert.Equal([ProofState.Missing, ProofState.Gone], Rehearsal.Of(job.Job.Context)!.Lines.OrderBy(l => l.Turbo).Select(l => l.State));
    }

    [Fact]
    public void The_old_pipe_kept_under_a_tag_can_still_be_photographed()
    {
        var job = Book.In().Under(Policies.Of(new WantedProof("photo-feed-pipe-old", Known.Seen))).Tell(new PartTagged(OldPart.FeedPipe, 1, "shelf")).Pipe();
        Assert.Equal(ProofState.Missing, job.Line("photo-feed-pipe-old").State);
    }

    [Fact]
    public void A_second_best_is_taken_where_the_policy_takes_it_and_somebody_gives_the_reason()
    {
        var job = Book.In().Under(Policies.Of(new WantedProof("crankcase-before", Known.Measured, Known.Felt))).Answer(CrankcaseCheck.Felt, "nothing");
        var offer = new SecondBestOffered("crankcase-before", 0, "No gauge on the island that day.");
        Assert.True(job.Line("crankcase-before") is { Refuses: true, MayOffer: true });
        Assert.Null(job.Refusal(offer));
        job.Tell(offer);
        Assert.Equal(ProofState.SecondBest, job.Line("crankcase-before").State);
        Assert.True(Rehearsal.Of(job.Job.Context)!.Holds);
        Assert.Contains("would take", Book.In().Under(Policies.Of(new WantedProof("catch", Known.Measured, Known.Seen))).Refusal(new SecondBestOffered("catch",
            1,
            "x"))!.Message);
        Assert.Contains("does not want", job.Refusal(offer with { Proof = "catch" })!.Message);
        // Where nothing less is taken, a reason helps nothing.
        var strict = Book.In().Under(Policies.Of(new WantedProof("crankcase-before", Known.Measured))).Answer(CrankcaseCheck.Felt, "nothing");
        Assert.False(strict.Line("crankcase-before").MayOffer);
    }

    [Fact]
    public void A_proof_wanted_for_one_complaint_is_not_wanted_for_another()
    {
        var policy = Policies.Of(new WantedProof("drain-route", Known.Seen, For: [ComplaintKind.OilLeak]), new WantedProof("vehicle-checks", Known.Seen,
            For: [ComplaintKind.Actuator]));
        IEnumerable<string> Wanted(ComplaintKind complaint) => Rehearsal.Of(Book.In().Under(policy, complaint).Job.Context)!.Lines.Select(l => l.Kind.Id);
        Assert.Equal(["drain-route"], Wanted(ComplaintKind.OilLeak));
        Assert.Equal(["vehicle-checks"], Wanted(ComplaintKind.Actuator));
        Assert.Empty(Wanted(ComplaintKind.Noise));
    }

    [Fact]
    public void A_paper_too_old_in_days_or_distance_does_not_do()
    {
        var booked = Book.Machine() with { DistanceKm = 60_000 };
        JobBuilder Job(double? days, double? km, PaperKept paper) => new JobBuilder(Book.Id, booked, Book.Morning, Book.Desk, Book.Technician)
            .Under(Policies.Of(new WantedProof("oil-reference", Known.Seen, WithinDays: days, WithinKm: km))).Tell(paper);
        var paper = new PaperKept(PaperKind.OilReference, "no. 9", Book.Morning.AddDays(-300), 48_000);
        Assert.Equal(ProofState.There, Job(300, 12_000, paper).Line("oil-reference").State);
        Assert.Contains("300 days from the booking-in, 299 are allowed", Job(299, null, paper).Line("oil-reference").Words);
        Assert.Contains("12000 km from the booking-in, 11999 km", Job(null, 11_999, paper).Line("oil-reference").Words);
        Assert.Contains("names no distance", Job(null, 5_000, paper with { AtKm = null }).Line("oil-reference").Words);
    }

    [Fact]
    public void Cover_ends_by_days_distance_and_hours_each_for_itself()
    {
        var booked = Book.Machine() with { DistanceKm = 90_000, RunHours = 5_000 };
        IReadOnlyList<string> Against(DateTimeOffset? since, double? km, double? hours) => Rehearsal.Of(new JobBuilder(Book.Id, booked, Book.Morning, Book.Desk,
            Book.Technician).Tell(new PolicyNamed(Policies.Of(), ComplaintKind.Noise, "", since, km, hours)).Job.Context)!.Against;
        Assert.Empty(Against(Book.Morning.AddDays(-730), 40_000, 3_000));
        Assert.Empty(Against(null, null, null));
        Assert.Contains("731 days since it began, 730 are covered", Assert.Single(Against(Book.Morning.AddDays(-731), null, null)));
        // A day that was begun is a day.
        Assert.Contains("731 days since it began, 730 are covered", Assert.Single(Against(Book.Morning.AddDays(-730).AddHours(-1), null, null)));
        Assert.Contains("50001 km since it began", Assert.Single(Against(null, 39_999, null)));
        Assert.Contains("2001 h since it began", Assert.Single(Against(null, null, 2_999)));
    }

    [Fact]
    public void What_takes_cover_away_is_read_from_the_record_and_a_person_may_say_otherwise()
    {
        JobBuilder Job() => Book.In().Under(Policies.Of());
        Assert.Contains("number", Assert.Single(Rehearsal.Of(Job().OldPlate("Orvane", "R1", "OV-1").NewPlate("Orvane", "R1", "OV-9").Job.Context)!.Against));
        Assert.Contains("rod was turned", Assert.Single(Rehearsal.Of(Job().Tell(new Core.Actuator.RodTurned(1, 1)).Job.Context)!.Against));
        Assert.Contains("in a port", Assert.Single(Rehearsal.Of(Job().Look("sealant-or-gasket-in-port", true).Job.Context)!.Against));
        var found = Job().Tell(new VoidSeen(CoverVoid.Sealant, true, "squeezed out at the drain"));
        Assert.Contains("squeezed out at the drain", Assert.Single(Rehearsal.Of(found.Job.Context)!.Against));
        Assert.Empty(Rehearsal.Of(found.Look("sealant-or-gasket-in-port", true).Tell(new VoidSeen(CoverVoid.Sealant, false)).Job.Context)!.Against);
        // The fitter's own settings are his on custom work.
        Assert.Empty(Rehearsal.Of(Book.In(kind: JobKind.Custom).Under(Policies.Of()).Tell(new Core.Actuator.RodTurned(1, 1)).Job.Context)!.Against);
    }

    [Fact]
    public void A_first_fitment_has_no_old_unit_and_a_twin_proves_each_side_but_the_one_that_stays()
    {
        var first = Rehearsal.Of(Book.In(kind: JobKind.FirstFitment).Under(Policies.Everything).Job.Context)!;
        Assert.DoesNotContain(first.Lines, l => l.Kind.OfOld);
        var twin = Book.In(2).Under(Policies.Of(new WantedProof("old-plate", Known.Seen)));
        Assert.Equal([1, 2], Rehearsal.Of(twin.Job.Context)!.Lines.Select(l => l.Turbo));
        var stays = twin.OldPlate("Orvane", "R1", "OV-1").Answer(Core.Plate.PlateCheck.UnitStays, "stays", "turns, dry", 2);
        Assert.Equal([1], Rehearsal.Of(stays.Job.Context)!.Lines.Select(l => l.Turbo));
    }

    [Fact]
    public void What_a_policy_wants_is_an_item_of_the_hold_point_before_it_goes_with_the_policy_as_its_source()
    {
        var job = Book.In().Under(Policies.Everything);
        foreach (var kind in Proofs.All)
        {
            var item = job.Job.HoldPoint(kind.Gone.Point()).Items.First(i => i.Id.StartsWith($"claim-{kind.Id}", StringComparison.Ordinal));
            Assert.Equal((Standing.Doubtful, Takes.OneName, kind.Sheet), (item.State.Standing, item.Takes, item.Sheet));
            Assert.Contains("Mill cover, version 1 wants it", item.Because);
        }
        Assert.DoesNotContain(Book.In().Job.HoldPoint(HoldPoint.Release).Items, i => i.Id.StartsWith("claim-", StringComparison.Ordinal));
        var proved = Book.In().Under(Policies.Of(new WantedProof("old-plate", Known.Seen))).OldPlate("Orvane", "R1", "OV-1");
        Assert.True(proved.Job.HoldPoint(HoldPoint.HandOver).Items.Single(i => i.Id == "claim-old-plate-1").Settled);
    }

    [Fact]
    public void What_was_seen_still_proves_after_the_job_lay_still_and_what_work_reopened_does_not()
    {
        var policy = Policies.Of(new WantedProof("vehicle-checks", Known.Seen), new WantedProof("drain-route", Known.Seen));
        var job = Book.In().Under(policy).Triaged().After(TimeSpan.FromDays(30));
        Assert.Equal(ProofState.There, job.Line("vehicle-checks").State);
    }

    [Fact]
    public void Another_policy_or_none_may_be_named_until_the_claim_is_out()
    {
        var job = Book.In().Under(Policies.Of(new WantedProof("old-plate", Known.Seen)));
        Assert.Null(Rehearsal.Of(job.Branch().Tell(new PolicyNamed()).Job.Context));
        Assert.Null(job.Refusal(new PolicyNamed(Policies.Of(), ComplaintKind.Noise), Book.Desk));
        job.Tell(new ClaimSent("Mill cover, version 1", new string('b', 64), 2, ClaimWay.ByHand, "Orvane"));
        Assert.Contains("went out under", job.Refusal(new PolicyNamed(Policies.Of(), ComplaintKind.Noise), Book.Desk)!.Message);
    }

    [Fact]
    public void An_old_part_goes_before_its_day_only_under_words_of_its_own()
    {
        var job = Book.Driven().Under(Policies.Of()).Tell(new PartTagged(OldPart.Unit, 1, "shelf"));
        var tag = job.Entries[^1].Hash;
        Assert.Null(job.Refusal(new PartReleased(tag, "scrap", "full shelf")));
        job.HandOver(Book.Desk);
        Assert.Contains("wants it kept until", job.Refusal(new PartReleased(tag, "scrap", "full shelf"))!.Message);
        var early = new PartLetGoEarly(tag, "scrap", "full shelf", Rehearsal.KeepUntil(job.Record)!.Value);
        Assert.Null(job.Refusal(early));
        Assert.NotNull(OldParts.Of(job.Branch().Tell(early).Record)[0].Released);
        Assert.Null(job.After(TimeSpan.FromDays(91)).Refusal(new PartReleased(tag, "scrap", "full shelf")));
        Assert.Equal(90, (Core.FollowUp.FollowUps.Of(job.Job.Context).Single(d => d.Kind == Core.FollowUp.FollowUpKind.OldParts).Due
            - job.Record.Entries.Last(e => e.Kind == "handed-over").At).TotalDays, 3);
    }
}
