using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Fitting;
using Wattology.Core.Jobs;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.LooseEnds;
using Wattology.Core.Measures;
using Wattology.Core.Priming;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Fitting;

public sealed class AssemblyTests
{
    private static readonly Limit Manifold = new("torque-manifold", LimitSource.Maker, "sheet 4", 42, 48, 40, 50, Measure.Torque);

    private static JobBuilder Released(params Limit[] limits)
    {
        var job = Book.In(limits: limits).OldPlate("Orvane", "R1", "OV-1").Confirm("dirty");
        return Book.Supplied(job).Pass(HoldPoint.Release);
    }

    private static JobBuilder On(JobBuilder job, string step, SealUsed? seal = null, string because = "")
        => job.Tell(new PutOn(1, step, seal ?? (AssemblySteps.Find(step)!.Seal is null ? SealUsed.None : SealUsed.New), because), Known.Seen);

    // As the page does it: the tightening, and what the same touch says besides.
    private static JobBuilder Tight(JobBuilder job, string step, TightenedBy by = TightenedBy.Feel, double? nm = null, int done = 4, int of = 4,
        string source = "")
    {
        var body = new Tightened(1, step, done, of, by, nm, source);
        var also = Assembly.AlsoSaid(job.Job.Context, body);
        job.Tell(body, Known.Felt, minutes: 0);
        foreach (var said in also)
        {
            Assert.Null(job.Refusal(said));
            job.Tell(said, Known.Felt, minutes: 0);
        }
        return job.Seconds(60);
    }

    private static AssemblyLine Line(JobBuilder job, string step) => Assembly.Line(job.Job.Context, step, 1)!;

    private static string? Next(JobBuilder job) => Assembly.Next(Assembly.Of(job.Job.Context, 1))?.Step.Id;

    private static Item Item(JobBuilder job) => job.Job.HoldPoint(HoldPoint.Start).Items.Single(i => i.Id == "tightened-1");

    [Fact]
    public void Things_go_on_in_the_order_that_is_never_wrong_and_what_is_out_of_reach_later_is_tightened_at_once()
    {
        var job = Released();
        Assert.DoesNotContain(job.Job.HoldPoint(HoldPoint.Start).Items, i => i.Id == "tightened-1");
        Assert.Equal("drain-flange", Next(job));
        Assert.Equal(["Drain on the unit"], Line(job, "manifold").Missing);
        Assert.Equal("drain-flange", Next(On(job, "drain-flange")));
        Assert.Equal("manifold", Next(Tight(job, "drain-flange", of: 2, done: 2)));
        On(On(On(job, "manifold"), "outlet"), "bracket");
        Assert.Equal("drain-sump", Next(job));
        // The feed waits for the oil, until it is in.
        On(job, "drain-sump");
        Assert.StartsWith("oil in by the inlet", Assert.Single(Line(job, "feed-inlet").Missing), StringComparison.Ordinal);
        job.Tell(new Oiled(1, PrimeMethod.Syringe, 15));
        Assert.Empty(Line(job, "feed-inlet").Missing);
        On(On(On(On(job, "feed-inlet"), "feed-take-off"), "charge"), "intake");
        Assert.Null(Next(job));
        Assert.DoesNotContain(Assembly.Of(job.Job.Context, 1), l => l.Step.Id == "water");
    }

    [Fact]
    public void Joints_are_drawn_home_from_the_hardest_and_what_is_loose_holds_the_start()
    {
        var job = On(On(On(Released(), "manifold"), "outlet"), "bracket");
        Assert.Equal(["manifold", "outlet", "bracket"], Assembly.Home(job.Job.Context, 1).Select(l => l.Step.Id));
        job.Tell(new HardestJoint(1, "outlet"));
        Assert.Equal(["outlet", "manifold", "bracket"], Assembly.Home(job.Job.Context, 1).Select(l => l.Step.Id));
        Assert.Equal((Standing.NotLooked, "Loose: unit on the manifold, exhaust outlet, bracket."), (Item(job).State.Standing, Item(job).State.Because));
        Tight(Tight(Tight(job, "outlet"), "bracket"), "manifold", done: 5, of: 8);
        Assert.Equal("Loose: unit on the manifold (5 of 8).", Item(job).State.Because);
        Tight(job, "manifold", done: 8, of: 8);
        Assert.True(Item(job).State.Settled);
        Assert.Equal("It is not on yet: put it on first.", job.Refusal(new Tightened(1, "charge", 1, 1, TightenedBy.Feel))!.Message);
    }

    [Theory]
    [InlineData(TightenedBy.Torque, 45.0, "", true, Verdict.Sound, Standing.Settled)]
    [InlineData(TightenedBy.Torque, 41.0, "", true, Verdict.Doubtful, Standing.Doubtful)]
    [InlineData(TightenedBy.Torque, 61.0, "", true, Verdict.Stop, Standing.Stop)]
    [InlineData(TightenedBy.Feel, null, "", true, Verdict.Doubtful, Standing.Doubtful)]
    [InlineData(TightenedBy.Feel, null, "", false, Verdict.Sound, Standing.Settled)]
    [InlineData(TightenedBy.Torque, 45.0, "sheet 4, rev. B", false, Verdict.Sound, Standing.Settled)]
    [InlineData(TightenedBy.Torque, 45.0, "", false, Verdict.ReadingOnly, Standing.ReadingOnly)]
    public void A_torque_is_judged_by_whose_figure_it_is(TightenedBy by, double? nm, string source, bool known, Verdict verdict, Standing standing)
    {
        var job = Tight(On(Released(known ? [Manifold] : []), "manifold"), "manifold", by, nm, source: source);
        Assert.Equal(verdict, ((TightenedOutcome)Line(job, "manifold").Tight!.Outcome!).Judgement.Verdict);
        Assert.Equal(standing, Item(job).State.Standing);
        Assert.Equal(known ? 45 : null, Line(job, "manifold").TargetNm);
    }

    [Fact]
    public void Some_fixings_at_a_wrong_torque_are_wrong_already()
    {
        var job = Tight(On(Released(Manifold), "manifold"), "manifold", TightenedBy.Torque, 61, 2, 4);
        Assert.Equal(Standing.Stop, Item(job).State.Standing);
        Assert.Contains("2 of 4 at 61 N·m. Outside its torque. [stop; sound 42 N·m to 48 N·m, doubtful 40 N·m to 50 N·m, maker: sheet 4]",
            CheckList.Kinds.Find(Tightened.KindName)!.Words(job.Job.Context, Line(job, "manifold").Tight!.Entry), StringComparison.Ordinal);
    }

    [Fact]
    public void A_touch_that_tightens_closes_the_joint_and_answers_what_it_would_be_asked_again_and_is_taken_back_whole()
    {
        var job = Released();
        job.Tell(new JointOpened("drain-flange-1", "2 fixings")).Tell(new JointOpened("drain-sump-1"))
            .Tell(new LooseEndOpened(LooseKind.Removed, "Bracket", 3));
        Assert.Equal([2, 3], [Line(job, "drain-flange").Fixings, Line(job, "bracket").Fixings]);
        On(On(On(job, "drain-flange"), "drain-sump"), "bracket");
        Tight(job, "drain-flange", of: 2, done: 2);
        Assert.Equal(["drain-sump-1"], JointWork.StillOpen(job.Record).Select(o => o.Body.Joint));
        Assert.False(FitCheck.DrainConnected.Read(job.Job.Context, 1).Answered);
        Tight(job, "drain-sump", of: 1, done: 1);
        Tight(job, "bracket", of: 3, done: 3);
        Assert.Empty(JointWork.StillOpen(job.Record));
        Assert.DoesNotContain(LooseEndRegister.Open(job.Job.Context), l => l.Words.Contains("Bracket", StringComparison.Ordinal));
        Assert.Equal("connected", FitCheck.DrainConnected.Read(job.Job.Context, 1).Answer!.Id);

        foreach (var back in Assembly.TakingBack(job.Record, Line(job, "drain-sump").Tight!.Entry))
        {
            Assert.Null(job.Refusal(back));
            job.Tell(back, minutes: 0);
        }
        Assert.True(Line(job, "drain-sump").Loose);
        Assert.True(Line(job, "bracket").Done);
        Assert.Equal(["drain-sump-1"], JointWork.StillOpen(job.Record).Select(o => o.Body.Joint));
        Assert.False(FitCheck.DrainConnected.Read(job.Job.Context, 1).Answered);
    }

    [Fact]
    public void An_answer_that_says_new_is_left_to_whoever_used_one_again()
    {
        var job = Tight(On(Released(), "manifold", SealUsed.UsedAgain, "whole, of steel, the boat is late"), "manifold");
        Assert.False(FitCheck.Mounted.Read(job.Job.Context, 1).Answered);
        Assert.Equal((Standing.Doubtful, "Unit on the manifold: a seal used again."), (Item(job).State.Standing, Item(job).State.Because));
        Tight(On(job = Released(), "manifold"), "manifold");
        Assert.True(FitCheck.Mounted.Read(job.Job.Context, 1).Answered);
    }

    [Theory]
    [InlineData("manifold", "gasket-school", "exception")]
    [InlineData("feed-take-off", "washer-school", "annealed")]
    public void A_seal_used_again_is_a_doubt_unless_the_shop_works_so(string step, string school, string way)
    {
        Verdict Of(params SchoolSet[] set) => ((PutOnOutcome)PutOn.Kind.Judge(Released().Job.Context with { Schools = new SchoolBook(set) },
            new PutOn(1, step, SealUsed.UsedAgain, "none to be had"))!).Judgement.Verdict;
        Assert.Equal([Verdict.Doubtful, Verdict.Sound], [Of(), Of(new SchoolSet(school, way, LimitSource.Shop, "as we work"))]);
    }

    [Fact]
    public void What_is_opened_again_is_not_on_any_more()
    {
        var job = Tight(On(Tight(On(Released(), "feed-inlet"), "feed-inlet", done: 1, of: 1), "feed-take-off"), "feed-take-off", done: 1, of: 1);
        Assert.True(Line(job, "feed-inlet").Done && Line(job, "feed-take-off").Done);
        job.Disable().Clear("catch").Crank(1, 10).Catch(1);
        Assert.True(Line(job, "feed-inlet").On is null && Line(job, "feed-take-off").Done);
        On(job, "feed-inlet");
        Tight(job, "feed-inlet", done: 1, of: 1);
        Assert.DoesNotContain(LooseEndRegister.Open(job.Job.Context), l => l.Kind == LooseKind.FeedOpen);
        job.Tell(new JointOpened("feed-take-off-1"));
        Assert.Null(Line(job, "feed-take-off").On);
    }

    [Fact]
    public void A_crows_foot_sets_the_wrench_lower_and_gaskets_are_measured()
    {
        var outcome = (TightenedOutcome)Tightened.Kind.Judge(Released(Manifold).Job.Context, new Tightened(1, "manifold", 4, 4, TightenedBy.Torque, 45,
            WrenchMm: 400, AdapterMm: 50))!;
        Assert.Equal(40, outcome.SetNm!.Value, 1e-9);
        var on = (PutOnOutcome)PutOn.Kind.Judge(Released().Job.Context, new PutOn(1, "manifold", SealUsed.New, PortMm: 40, GasketHoleMm: 40, OffsetMm: 0))!;
        Assert.Equal(100, on.OpenPct!.Value, 1e-6);
    }

    [Fact]
    public void After_heat_it_is_tightened_again_until_two_rounds_move_none()
    {
        var job = Tight(On(Released(), "manifold"), "manifold");
        JobBuilder Round(int cycle, params double[] moved) => job.Tell(new Retorqued(1, "manifold", cycle, moved));
        int? Due() => Assembly.Retorque(job.Job.Context, Line(job, "manifold")).Next;
        Assert.Equal(1, Due());
        Assert.Equal("Say it of each of the 4 fixings.", job.Refusal(new Retorqued(1, "manifold", 1, [3]))!.Message);
        Round(1, 4, 0, 2, 0);
        Assert.Equal(3, Due());
        Round(3, 0, 0, 0, 0);
        Assert.Equal(5, Due());
        Round(5, 0, 0, 0.5, 0);
        Assert.Null(Due());
        // A joint made anew begins anew.
        Tight(On(job.Tell(new JointOpened("manifold-1")), "manifold"), "manifold");
        Assert.Equal(1, Due());
    }

    [Theory]
    [MemberData(nameof(Wrong))]
    public void What_does_not_fit_together_is_said(EntryBody body, string field, string said)
    {
        var faults = new Wattology.Core.Inputs.Faults();
        ((Wattology.Core.Inputs.IHasRules)body).Check(faults, "");
        Assert.Contains(said, faults.ByPath[field], StringComparison.Ordinal);
    }

    public static TheoryData<EntryBody, string, string> Wrong => new()
    {
        { new PutOn(1, "manifold", SealUsed.None), "seal", "what became of its gasket" },
        { new PutOn(1, "manifold", SealUsed.UsedAgain), "because", "why the gasket is used again" },
        { new PutOn(1, "manifold", SealUsed.New, SealsOver: 1), "seals_in", "how many went in" },
        { new PutOn(1, "manifold", SealUsed.New, PortMm: 40), "offset_mm", "belong together" },
        { new PutOn(1, "elsewhere", SealUsed.New), "step", "no such move" },
        { new Tightened(1, "manifold", 5, 4, TightenedBy.Feel), "done", "at most so many" },
        { new Tightened(1, "manifold", 4, 4, TightenedBy.Torque), "torque_nm", "Say the torque" },
        { new Tightened(1, "manifold", 4, 4, TightenedBy.Feel, 30), "torque_nm", "no figure" },
        { new Tightened(1, "manifold", 4, 4, TightenedBy.TorqueAndAngle, 30), "angle_deg", "turned on" },
        { new Tightened(1, "manifold", 4, 4, TightenedBy.Torque, 30, AngleDeg: 90), "angle_deg", "belongs to torque and angle" },
        { new Tightened(1, "manifold", 4, 4, TightenedBy.Torque, 30, WrenchMm: 300), "adapter_mm", "give both" },
        { new Tightened(1, "manifold", 4, 4, TightenedBy.Torque, 30, WrenchMm: 300, AdapterMm: 300, AdapterDeg: 180), "adapter_mm", "whole arm" },
    };
}
