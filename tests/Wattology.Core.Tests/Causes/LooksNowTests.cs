using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Causes;

public sealed class LooksNowTests
{
    private static LooksNow At(Stage now, params (string Id, Answer Answer, Known Known)[] said)
        => LooksNow.At(CauseModel.Usual, new(said.ToDictionary(f => f.Id, f => new Said(f.Answer, f.Known))), now);

    private static Stage StageOf(string finding) => CauseModel.Usual.Find(finding)!.Stage;

    [Theory]
    [InlineData(Stage.Ask, Stage.Ask, Stage.Ask)]
    [InlineData(Stage.Vehicle, Stage.Vehicle, Stage.Vehicle)]
    [InlineData(Stage.Bench, Stage.Bench, Stage.Bench)]
    [InlineData(Stage.Strip, Stage.Bench, Stage.Strip)]
    public void Only_what_can_be_looked_at_now_is_offered(Stage now, Stage from, Stage to)
    {
        var looks = At(now);
        Assert.NotEmpty(looks.Singles);
        Assert.All(looks.Singles.Concat(looks.Sets).SelectMany(o => o.Looks), f => Assert.InRange(StageOf(f), from, to));
        Assert.Contains(looks.Singles, o => StageOf(o.Looks[0]) == to);
        Assert.InRange(StageOf(looks.First!.Looks[0]), from, to);
    }

    [Fact]
    public void On_the_vehicle_comes_what_the_unit_will_not_tell()
    {
        // That the drain hangs wrong is seen only there; that the charge side leaks says little of smoke.
        var looks = At(Stage.Vehicle, ("blue-smoke", Answer.Present, Known.Told), ("oil-consumption", Answer.Present, Known.Told),
            ("whine-or-scrape", Answer.Absent, Known.Told));
        Assert.Superset(new HashSet<string> { "drain-off-plumb", "crankcase-pressure-high" }, looks.Singles.Take(8).Select(o => o.Looks[0]).ToHashSet());
        Assert.Null(looks.MoveOn);
        Assert.True(looks.Singles.Single(o => o.Looks[0] == "charge-air-leak").Worth < looks.Singles[0].Worth / 3);
    }

    [Fact]
    public void Once_nothing_left_is_worth_its_minutes_it_says_go_on()
    {
        var looked = CauseModel.Usual.Findings.Where(f => f.Stage <= Stage.Vehicle && f.Id != "charge-air-leak")
            .Select(f => (f.Id, f.IsFault ? Answer.Absent : Answer.Present, f.Known)).ToArray();
        Assert.Equal(Stage.Bench, At(Stage.Vehicle, looked).MoveOn);
        Assert.Null(At(Stage.Vehicle).MoveOn);
        Assert.Null(At(Stage.Strip, looked).MoveOn);
        var bench = CauseModel.Usual.Findings.Where(f => f.Stage == Stage.Bench).Select(f => (f.Id, f.Chances[0] > 0.4 ? Answer.Present : Answer.Absent,
            f.Known));
        Assert.Equal(Stage.Strip, At(Stage.Bench, [.. bench]).MoveOn);
        Assert.Null(At(Stage.Bench, [.. bench]).First);
    }

    [Fact]
    public void A_unit_is_as_far_as_was_said_last_and_else_as_what_was_looked_at_tells()
    {
        var job = Book.In(2);
        Assert.Equal(Stage.Vehicle, job.Record.StageOf(1));
        job.Tell(new UnitReached(2, Stage.Strip), Known.Seen);
        Assert.Equal((Stage.Vehicle, Stage.Strip, Stage.Vehicle), (job.Record.StageOf(1), job.Record.StageOf(2), job.Record.StageOf(0)));
        Assert.Equal("turbo 2: unit open", job.Job.Words(job.Entries[^1]));
        job.Tell(new UnitReached(1, Stage.Bench), Known.Seen);
        Assert.Equal(Stage.Bench, job.Record.StageOf(0));
        Assert.Equal(Stage.Bench, Book.In().Look("wheel-rubbed", true).Record.StageOf(1));
        Assert.Equal(Stage.Vehicle, Book.In().Look("wheel-rubbed", true).Tell(new UnitReached(1, Stage.Vehicle), Known.Seen).Record.StageOf(1));
        Assert.Equal("turbo", Book.In().Refusal(new UnitReached(2, Stage.Bench))!.Field);
    }

    [Fact]
    public void Once_the_unit_lies_open_its_opening_is_paid()
    {
        double Minutes(LooksNow looks) => looks.Singles.First(o => o.Looks[0] == "shaft-blued").Minutes;
        Assert.Equal(22 + 3, Minutes(At(Stage.Strip)));
        Assert.Equal(3, Minutes(Book.In().Tell(new UnitReached(1, Stage.Strip), Known.Seen).Job.LooksOf(1)));
    }

    [Fact]
    public void What_closed_jobs_on_the_engine_had_moves_the_ranking_of_the_next()
    {
        var job = Book.In().Look("blue-smoke", true);
        var learned = new Core.Jobs.JudgedJob(job.Job.Context with { FamilyCases = new Dictionary<string, int> { ["vanes"] = 30 } });
        Assert.Equal(30, learned.Priors.Single(p => p.Cause == "vanes").Cases);
        Assert.True(learned.Ranking.Causes.Single(c => c.Id == "vanes").P > 3 * job.Job.Ranking.Causes.Single(c => c.Id == "vanes").P);
        Assert.Equal(job.Job.Ranking.Causes[0], Diagnosis.Compute(CauseModel.Usual, new(new Dictionary<string, Said> { ["blue-smoke"] = new(Answer.Present,
            Known.Told) })).Causes[0]);
    }

    [Fact]
    public void Measured_asks_for_the_figure()
    {
        string? Refused(EntryBody noted, Known known) => Core.Jobs.Recording.Refuse(Book.In().Job, Book.Technician, new EntryDraft(noted, known))?.Message;
        Assert.Contains("asks for the figure", Refused(new FindingNoted(0, "radial-play-high", Answer.Present), Known.Measured));
        Assert.Null(Refused(new FindingMeasured(0, "radial-play-high", Answer.Present, "0,42 mm"), Known.Measured));
        Assert.Contains("Only what was measured", Refused(new FindingMeasured(0, "radial-play-high", Answer.Present, "0,42 mm"), Known.Seen));
        Assert.Contains("asks for the figure", Refused(new FindingMeasured(0, "radial-play-high", Answer.Present, " "), Known.Measured));
        Assert.Contains("At most 40", Refused(new FindingMeasured(0, "radial-play-high", Answer.Present, new string('4', 41)), Known.Measured));
        Assert.Null(Refused(new FindingNoted(0, "radial-play-high", Answer.Present), Known.Felt));
        Assert.Null(Refused(new FindingNoted(0, "radial-play-high"), Known.Measured));
        var job = Book.In().Tell(new FindingMeasured(0, "radial-play-high", Answer.Present, "0,42 mm"), Known.Measured);
        Assert.Equal("Radial play: more than it should (0,42 mm)", job.Job.Words(job.Entries[^1]));
        Assert.Equal("0,42 mm", job.Record.FigureOf(job.Entries[^1]));
        Assert.Equal(Known.Measured, job.Job.Answers["radial-play-high"].Known);
        var read = Book.In().Breathe(0.2);
        Assert.Contains("says otherwise", Core.Jobs.Recording.Refuse(read.Job, Book.Technician, new EntryDraft(new FindingMeasured(0,
            "crankcase-pressure-high", Answer.Present, "2 kPa"), Known.Measured))!.Message);
    }
}
