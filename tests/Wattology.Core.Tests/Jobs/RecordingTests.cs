using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Commissioning;
using Wattology.Core.Crank;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.HandOver;
using Wattology.Core.Jobs;
using Wattology.Core.Joints;
using Wattology.Core.PartNumbers;
using Wattology.Core.Plate;
using Wattology.Core.Priming;
using Wattology.Core.Yard;

namespace Wattology.Core.Tests.Jobs;

/// <summary>What may be recorded, by whom and when: the rules every page, command and file goes through.</summary>
public sealed class RecordingTests
{
    private static readonly CrankcaseReading Breath = new(0.4, Running.Idle);

    private static string? Refused(JobBuilder job, EntryDraft draft, Core.People.Author? by = null)
        => Recording.Refuse(job.Job, by ?? Book.Technician, draft)?.Message;

    [Fact]
    public void A_correction_names_a_standing_entry_of_its_kind_and_gives_its_reason()
    {
        var job = Book.In().OldPlate("Orvane", "R1", "OV-1").Breathe(4);
        var (plate, breath) = (job.Entries[1], job.Entries[2]);
        Assert.Null(Refused(job, new EntryDraft(Breath, Corrects: breath.Hash, Reason: "read in mbar")));
        Assert.Contains("needs its reason", Refused(job, new EntryDraft(Breath, Corrects: breath.Hash, Reason: " ")));
        Assert.Equal("reason", Recording.Refuse(job.Job, Book.Technician, new EntryDraft(Breath, Corrects: breath.Hash))!.Field);
        Assert.Contains("is of another kind", Refused(job, new EntryDraft(Breath, Corrects: plate.Hash, Reason: "x")));
        Assert.Contains("not in this job", Refused(job, new EntryDraft(Breath, Corrects: new string('0', 64), Reason: "x")));
        job.Tell(Breath, corrects: breath);
        Assert.Contains("was corrected already", Refused(job, new EntryDraft(Breath, Corrects: breath.Hash, Reason: "x")));
    }

    [Fact]
    public void What_happened_is_not_corrected_away()
    {
        var job = Book.Releasable().Pass(HoldPoint.Release).Oil().Clear().Crank(1);
        var ended = job.Record.Latest<CrankEnded>()!.Entry;
        job.Tell(new BurstStarted(), minutes: 0.2);
        Assert.Contains("it happened", Refused(job, new EntryDraft(new CrankEnded(), Corrects: ended.Hash, Reason: "never cranked")));
        foreach (var (body, target) in new (EntryBody, Entry)[] { (new HoldPointPassed(HoldPoint.Release, [], "x"),
            job.Record.Latest<HoldPointPassed>()!.Entry), (new FiringTaken(["x"], []), job.Record.Latest<FiringTaken>()!.Entry) })
            Assert.Contains("it happened", Refused(job, new EntryDraft(body, Corrects: target.Hash, Reason: "x")));
    }

    [Fact]
    public void Kinds_say_how_they_are_put_right_and_which_are_recorded_no_more()
    {
        string[] Of(Correction correction) => [.. CheckList.Kinds.All.Where(k => k.Correction == correction && !k.Retired).Select(k => k.Name).Order()];
        Assert.Equal(["accepted", "burst-started", "cause-also", "caution-read", "claim-answered", "claim-expected", "claim-letter", "claim-paid",
            "code-told", "comeback-of", "core-value", "cover-void", "crankcase-deferred", "ended",
            "finding",
            "finding-measured", "finding-otherwise", "fired", "followed-up", "gauge-off", "gauge-on", "hardest-joint", "hose-led", "hose-off",
                "joint-opened", "joints-closed", "looked",
                "looked-again",
            "loose-end-closed", "loose-end-opened", "oil-service", "oiled", "order-came", "order-moved", "paper-kept", "part", "part-tagged", "photo",
            "photo-marked",
            "piece-found", "piece-missing", "policy-named", "port-plugged", "put-on", "second-best", "smoke-now", "snag", "tightened", "trace", "trace-mark",
                "trouble-seen", "unit-reached",
                "unit-sent-back", "wait-begun",
                "wait-over"],
                Of(Correction.ByTakingBack));
        Assert.Equal(["brought-in", "claim-sent", "cranking-ended", "handed-over", "hold-point-passed", "part-let-go-early", "part-released", "pressure-shown",
            "restored", "run-ended",
            "stop-worked",
            "taken-back",
            "unable-to-fire"], Of(Correction.Never));
        Assert.Equal(["burst-ended", "disabled", "fired-pressure", "joint", "oil-pressure", "primed", "run-check", "stopped"],
            CheckList.Kinds.All.Where(k => k.Retired).Select(k => k.Name).Order());
    }

    [Fact]
    public void What_lies_still_counts_as_told_but_for_what_took_place_and_what_a_unit_is()
    {
        string[] Kinds(Ages ages) => [.. CheckList.Kinds.All.Where(k => k.Ages == ages).Select(k => k.Name).Order()];
        Assert.Equal(["cause", "cause-also", "claim-answered", "claim-expected", "claim-letter", "claim-paid", "claim-sent", "code-told", "coolant-volume",
            "core-value", "cover-void", "crankcase-deferred", "driver-sheet", "followed-up", "gauge-off",
            "gauge-on", "hardest-joint",
            "hold-point-passed", "oil-drained", "oil-service",
            "order-came",
            "order-moved", "ordered", "paper-kept", "part", "part-let-go-early", "part-released", "part-tagged", "photo",
            "photo-marked", "piece-found",
            "piece-missing", "plate", "play", "policy-named", "prime-chosen", "remedy", "retorqued", "rod-turned", "run-ended", "second-best", "smoke-now",
                "snag", "stopped", "trace",
                "trace-mark",
                "unit-sent-back"],
                Kinds(Ages.Lasts));
        Assert.Equal(["blow-by", "catch-test", "compression-test", "crankcase", "fuel-boost", "heat-gap", "leak-test", "mixture", "oil-pressure-read",
            "rod-read", "shaft-speed", "suction", "sweep"], Kinds(Ages.MeasureAgain));
        Assert.Equal(["actuator-as-came", "as-received", "beside-air-in", "beside-air-out", "beside-brackets", "beside-control", "beside-gas-in",
            "beside-gas-out", "beside-oil-in", "beside-oil-out", "beside-sensors", "beside-water", "codes-before", "codes-cleared", "driver-told",
                "housing-pins", "keep-oil-sample", "keep-pair", "keep-rod",
            "keep-six-sides",
            "missing-metal", "oil-as-it-came", "old-parts", "old-plate", "road-test", "travel", "travel-index", "unit-bearings", "unit-entries", "unit-lies",
            "unit-stays", "viewpoint", "who-brings"], CheckList.Questions.Where(q => q.Ages == Ages.Lasts).Select(q => q.Id).Order());
    }

    [Fact]
    public void An_act_that_never_happened_is_taken_back_while_it_runs_and_then_no_more()
    {
        var job = Book.Releasable().Pass(HoldPoint.Release).Oil().Clear().Tell(new BurstStarted(), minutes: 0.1);
        var started = job.Entries[^1];
        Assert.Null(Refused(job, new EntryDraft(new TakenBack(started.Hash, "touched"))));
        Assert.Contains("cannot be taken back", Refused(job, new EntryDraft(new TakenBack(job.Entries[1].Hash, "touched"))));
        Assert.Contains("not in this job", Refused(job, new EntryDraft(new TakenBack("x", "touched"))));
        job.Tell(new TakenBack(started.Hash, "touched"));
        Assert.False(job.Record.Stands(started));
        Assert.Null(Bursts.Running(job.Record));
        Assert.Contains("does not stand any more", Refused(job, new EntryDraft(new TakenBack(started.Hash, "again"))));
        job.Crank(1);
        Assert.Contains("it counts as it ran", Refused(job, new EntryDraft(new TakenBack(job.Record.Latest<BurstStarted>()!.Entry.Hash, "touched"))));
        Assert.Equal($"entry {started.Seq}: touched", job.Job.Words(job.Record.Latest<TakenBack>()!.Entry));
    }

    [Fact]
    public void Each_may_record_what_their_place_allows()
    {
        var job = Book.In();
        Assert.Contains("it takes owner or technician", Refused(job, new EntryDraft(Breath), Book.Desk));
        Assert.Contains("brought in with its file", Refused(job, new EntryDraft(new BroughtIn("job.json", new string('a', 64))), Book.Owner));
        Assert.Null(Refused(job, new EntryDraft(Breath), Book.Owner));
        Assert.Null(Refused(job, new EntryDraft(new Waiting(WaitsFor.Parts)), Book.Desk));
        Assert.NotNull(Refused(job, new EntryDraft(new CauseConfirmed(0, "dirty", "x", "y")), Book.Desk));
        Assert.NotNull(Refused(job, new EntryDraft(new HoldPointPassed(HoldPoint.Release, [], "x")), Book.Desk));
    }

    [Fact]
    public void A_stop_and_a_vanished_reading_are_not_taken_by_name()
    {
        var job = Book.In().Breathe(4);
        Assert.Contains("A stop cannot be taken", Refused(job, new EntryDraft(new Accepted(job.Entries[^1].Hash, "fine by me"))));
        var doubtful = Book.In().Breathe(1.2);
        Assert.Null(Refused(doubtful, new EntryDraft(new Accepted(doubtful.Entries[^1].Hash, "will do"))));
        Assert.Contains("was corrected meanwhile", Refused(job, new EntryDraft(new Accepted("no-such", "fine by me"))));
        Assert.Contains("Only a doubtful reading", Refused(doubtful, new EntryDraft(new Accepted(doubtful.Entries[0].Hash, "x"))));
        var sound = Book.In().Breathe(0.2);
        Assert.Contains("Only a doubtful reading", Refused(sound, new EntryDraft(new Accepted(sound.Entries[^1].Hash, "x"))));
    }

    [Fact]
    public void A_hold_point_is_passed_with_what_the_person_saw_open_and_by_those_who_may()
    {
        var job = Book.Confirmed("dirty").Catch(1).NewPlate("Orvane", "R1", "OV-1");
        string[] open = [.. job.Open(HoldPoint.Release)];
        Assert.Null(Refused(job, new EntryDraft(new HoldPointPassed(HoldPoint.Release, open, "boat leaves"))));
        Assert.Contains("changed meanwhile", Refused(job, new EntryDraft(new HoldPointPassed(HoldPoint.Release, open[..1], "boat leaves"))));
        Assert.Contains("No name and no reason", Refused(job, new EntryDraft(new HoldPointPassed(HoldPoint.Crank, [.. job.Open(HoldPoint.Crank)], "hurry")),
            Book.Owner));
    }

    [Fact]
    public void An_answer_to_a_question_somebody_answered_meanwhile_is_shown_not_lost()
    {
        var job = Book.In().Look("blue-smoke", true);
        var saw = job.Entries[^1].Hash;
        EntryDraft Said(Answer? answer, string seen) => new(new FindingNoted(0, "blue-smoke", answer), Known.Seen, Answers: seen);
        Assert.Null(Refused(job, Said(Answer.Absent, saw)));
        Assert.Null(Refused(Book.In(), Said(Answer.Absent, "")));
        job.Tell(new FindingNoted(0, "blue-smoke"), by: Book.Owner);
        var clash = Recording.Refuse(job.Job, Book.Technician, Said(Answer.Absent, saw))!;
        Assert.Equal("answer.blue-smoke", clash.Field);
        Assert.Contains("Mo Tern answered this after your page was opened: Blue smoke: not looked at after all.", clash.Message);
        Assert.Null(Refused(job, Said(null, saw)));
        Assert.Null(Refused(job, new EntryDraft(new FindingNoted(0, "oil-low", Answer.Present), Known.Seen, Answers: "")));
        var joints = Book.Startable().Run().LookAtJoints();
        Assert.Equal("joint.charge-1", Recording.Refuse(joints.Job, Book.Technician,
            new EntryDraft(new JointSeen("charge-1", JointState.Leaks), Answers: ""))!.Field);
    }

    [Fact]
    public void A_cause_other_than_the_first_says_why_and_keeps_how_the_ranking_stood()
    {
        var job = Book.In().Look("feed-flow-low", true).Look("shaft-blued", true).Look("feed-pipe-choked", true);
        Assert.Equal("starved", job.Job.Ranking.Causes[0].Id);
        Assert.Null(job.Refusal(new CauseConfirmed(0, "starved", "choked pipe")));
        Assert.Equal("disagreement", job.Refusal(new CauseConfirmed(0, "drain", "laid flat"))!.Field);
        job.Confirm("drain", "laid flat", "it can be seen");
        var then = Assert.IsType<RankingThen>(job.Record.Cause()!.Outcome);
        Assert.Equal(("starved", job.Job.Ranking.Causes[0].P), (then.Leader, then.LeaderChance));
        Assert.Contains("(ranking had lack of oil first: it can be seen)", job.Job.Words(job.Entries[^1]));
    }

    [Fact]
    public void Two_turbos_stay_two()
    {
        Assert.Equal("turbos", Book.In(2).Refusal(Book.Machine(1))!.Field);
        Assert.Null(Book.In(1).Refusal(Book.Machine(2)));
        Assert.Equal("turbo", Book.In(1).Refusal(new Oiled(2, PrimeMethod.Syringe))!.Field);
    }

    [Fact]
    public void An_outcome_is_made_when_recorded_and_a_later_limit_does_not_rewrite_it()
    {
        var before = Book.In().Breathe(1.2);
        Assert.Equal(Core.Limits.Verdict.Doubtful, before.Check("crankcase").Verdict);
        var context = new JobContext(before.Record, new([new("crankcase-open", Core.Limits.LimitSource.Shop, "later", null, 5)]), new(), PartsTable.Empty,
            before.Now);
        Assert.Equal(Core.Limits.Verdict.Doubtful, new JudgedJob(context).Check("crankcase", 0).Verdict);
        Assert.Contains("usual practice", new JudgedJob(context).Words(before.Entries[^1]));
        var after = new JobRecord(CheckList.Kinds, [.. before.Entries,
            Recording.Seal(new JudgedJob(context), Book.Technician, new EntryDraft(new CrankcaseReading(1.2, Running.Loaded)))]);
        Assert.Equal(Core.Limits.Verdict.Sound, new JudgedJob(context with { Record = after }).Check("crankcase", 0).Verdict);
    }

    [Fact]
    public void Plates_are_not_asked_of_a_first_fitment_nor_is_a_cause()
    {
        var job = Book.In(kind: JobKind.FirstFitment);
        Assert.Equal(["plate-1", "as-received-1", "oil-supply-1"], job.Open(HoldPoint.Release).Where(i => !i.StartsWith("boost-", StringComparison.Ordinal))
            .Order()
            .OrderByDescending(i => i == "plate-1"));
        Assert.Equal("boost-fit", job.Job.Work.Next!.Sheet);
        Assert.DoesNotContain("plate-1", job.Tell(new PlateRead(1, PlateOf.New, MakerNumber: "HL-9")).Open(HoldPoint.Release));
        Assert.DoesNotContain(job.Job.Checks, c => c.Id == "findings");
    }
}
