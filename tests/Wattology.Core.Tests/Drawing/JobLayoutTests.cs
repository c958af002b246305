using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Drain;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Fluids;
using Wattology.Core.Jobs;
using Wattology.Core.Lettering;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Tests.Drawing;

/// <summary>The drawing of a job: every check has its place, nothing lies over another, and what is drawn is what was measured.</summary>
public sealed class JobLayoutTests
{
    private static IEnumerable<(string Name, JudgedJob Job)> Jobs()
    {
        foreach (var file in Golden.Files()) yield return (file, Golden.Read(file));
        foreach (var control in Enum.GetValues<BoostControl>())
            foreach (var turbos in new[] { 1, 2 })
                yield return ($"{control} {turbos}", Book.In(turbos, water: turbos == 1, closed: control == BoostControl.ExternalWastegate,
                    control: control).Job);
        foreach (var control in Enum.GetValues<BoostControl>())
            foreach (var turned in new[] { [1], [2], new[] { 1, 2 } })
                yield return ($"{control}, compressor left on {string.Join(" and ", turned)}", turned.Aggregate(Book.In(turned.Max(), closed: true,
                    control: control), (b, t) => b.Answer(Viewpoint.Lies, "left", "", t)).Job);
        foreach (var (drain, clock) in new[] { ("falls", "hangs-down"), ("flat-or-rising", "leans-a-little"), ("dip", "leans-more"), ("under-oil",
            "cannot-reach") })
            yield return ($"seen {drain}", Book.In(2).Answer(DrainCheck.Installed, drain).Answer(ClockingCheck.Seen, clock, clock == "cannot-reach"
                ? "under the seat" : "")
                .Job);
        var random = new Random(11);
        for (var i = 0; i < 40; i++)
        {
            var segments = Enumerable.Range(0, random.Next(1, 6)).Select(_ => random.Next(20, 600)).Select(l => new DrainSegment(l, random.Next(-l / 2,
                l))).ToArray();
            var job = Book.In(random.Next(1, 3), closed: i % 2 == 0).Tell(new DrainReading(1, "5W-30", true, new DrainInput(OilGrades.Typical["5W-30"], 90,
                1.2, 18, segments,
                random.Next(-60, 200))), Known.Measured).Tell(new ClockingReading(1, true, new ClockingInput(random.Next(-180, 180))), Known.Measured);
            yield return ($"random {i}", job.Job);
        }
    }

    [Fact]
    public void No_check_and_no_word_lies_over_another_and_all_are_in_the_drawing()
    {
        foreach (var (name, job) in Jobs())
            foreach (var wide in new[] { true, false })
            {
                var picture = JobLayout.Of(job, wide);
                var says = $"{name}, {(wide ? "wide" : "narrow")}";
                Assert.Equal(job.Checks.Where(c => c.Check.Part is not null).Select(c => (c.Id, c.Turbo)).Order(), picture.Spots.Select(s => (s.Reading.Id,
                    s.Reading
                    .Turbo)).Order());
                Box[] words = [.. picture.Notes.Select(n => JobLayout.BoxOf(n.Text, n.At, n.Anchor))];
                Box[] circles = [.. picture.Circles.Select(c => new Box(c.At.X - c.Radius, c.At.Y - c.Radius, 2 * c.Radius, 2 * c.Radius))];
                for (var i = 0; i < picture.Spots.Count; i++)
                {
                    var (box, id) = (picture.Spots[i].Box, picture.Spots[i].Reading.Id);
                    Assert.True(box is { X: >= 0, Y: >= 0, W: >= JobLayout.LeastBox, H: >= JobLayout.LeastBox } && box.Right <= picture.Width
                        && box.Bottom <= picture
                        .Height, $"{says}: {id} reaches out: {box}");
                    for (var k = 0; k < i; k++) Assert.True(box.Shared(picture.Spots[k].Box) == 0, $"{says}: {id} lies over {picture.Spots[k].Reading.Id}");
                    Assert.All(words, w => Assert.True(box.Shared(w) == 0, $"{says}: {id} lies over a word at {w}"));
                    Assert.All(circles, c => Assert.True(box.Shared(c) == 0, $"{says}: {id} lies over a body at {c}"));
                    Assert.All(picture.Spots[i].Says.Append(picture.Spots[i].Title), t => Assert.True(Letters.Width(t, JobLayout.TextSize) <= box.W - 16,
                        $"{says}: '{t}' breaks out of its box"));
                }
                for (var i = 0; i < words.Length; i++)
                    for (var k = 0; k < i; k++) Assert.True(words[i].Shared(words[k]) == 0,
                        $"{says}: ‘{picture.Notes[i].Text}’ over ‘{picture.Notes[k].Text}’");
            }
    }

    [FsCheck.Xunit.Property(MaxTest = 300)]
    public bool The_drawn_fall_is_the_typed_fall(FsCheck.PositiveInt[] lengths, int[] falls, bool left)
    {
        var segments = lengths.Zip(falls, (l, f) => new DrainSegment(l.Item + 1, Math.Clamp(f, -l.Item, l.Item + 1))).Take(8).ToArray();
        if (segments.Length == 0) return true;
        var port = new Point(400, 100);
        var route = DrainRoute.Measured(port, segments, 300, 150, left);
        // Every stretch at one scale, across and down, and none beyond the room it has.
        for (var i = 0; i < segments.Length; i++)
        {
            var (a, b) = (route.Points[i], route.Points[i + 1]);
            var drawn = Math.Sqrt((b.X - a.X) * (b.X - a.X) + (b.Y - a.Y) * (b.Y - a.Y));
            if (Math.Abs(b.Y - a.Y - segments[i].FallMm * route.Scale) > 1e-6 || Math.Abs(drawn - segments[i].LengthMm * route.Scale) > 1e-6) return false;
        }
        var down = route.Points.Max(p => p.Y) - route.Points.Min(p => p.Y);
        return route.Scale > 0 && Math.Abs(route.End.X - port.X) <= 300 + 1e-6 && down <= 150 + 1e-6 && (left ? route.End.X <= port.X : route.End.X >= port.X)
            && route.Wrong == (segments.Any(s => s.FallMm <= 0) ? Array.FindIndex(segments, s => s.FallMm <= 0) : null);
    }

    private static JobPicture Wide(JobBuilder job) => JobLayout.Of(job.Job, true);

    private static DrawnLine[] Drain(JobPicture picture) => [.. picture.Lines.Where(l => l.Check == "drain")];

    [Fact]
    public void What_is_wrong_stands_out_where_it_is_and_what_nobody_looked_at_is_pale()
    {
        var fresh = Wide(Book.In());
        Assert.All(fresh.Lines.Where(l => l.Check is not null), l => Assert.Equal(Verdict.NotLookedAt, l.State));
        // A dip: only the stretch that climbs is a stop.
        var dip = Wide(Book.In().Tell(new DrainReading(1, "5W-30", true, new DrainInput(OilGrades.Typical["5W-30"], 90, 1.2, 18, [new(140, 96), new(160,
            -12), new(90, 60)], 40)),
            Known.Measured));
        Assert.Equal([Verdict.Sound, Verdict.Stop, Verdict.Sound], Drain(dip).Select(l => l.State!.Value));
        Assert.Contains(dip.Notes, n => n.Text == "climbs 12 mm");
        Assert.Equal([Verdict.Sound, Verdict.Stop, Verdict.Sound], Drain(Wide(Book.In().Answer(DrainCheck.Installed, "dip"))).Select(l => l.State!.Value));
        // The end over or under the oil, as it was seen or measured.
        double Over(JobPicture p) => p.Lines.Last(l => l.Kind == Stroke.Level).Points[0].Y - Drain(p)[^1].Points[^1].Y;
        Assert.True(Over(Wide(Book.In().Answer(DrainCheck.Installed, "under-oil"))) < 0);
        Assert.True(Over(Wide(Book.In().Answer(DrainCheck.Installed, "falls"))) > 0);
        Assert.True(Over(dip) > 0);
        Assert.True(Over(Wide(Book.In().Tell(new DrainReading(1, "5W-30", true, new DrainInput(OilGrades.Typical["5W-30"], 90, 1.2, 18, [new(200, 150)],
            -20)), Known.Measured))) < 0);
        // Turned again, the drain's verdict is open: it stands out until somebody looks.
        var turned = Book.In().Tell(new ClockingReading(1, true, new ClockingInput(0)), Known.Measured).Answer(DrainCheck.Installed, "falls");
        Assert.All(Drain(Wide(turned)), l => Assert.Equal(Verdict.Sound, l.State));
        Assert.All(Drain(Wide(turned.Tell(new ClockingReading(1, true, new ClockingInput(25)), Known.Measured))), l => Assert.Equal(Verdict.Doubtful, l.State));
    }

    [Fact]
    public void The_ends_of_each_unit_lie_as_they_are_seen_from_the_place_left_and_right_are_said_from()
    {
        double X(JobPicture p, string text, int nth = 0) => p.Notes.Where(n => n.Text == text).ElementAt(nth).At.X;
        var usual = Wide(Book.In());
        Assert.True(X(usual, "turbine") < X(usual, "compressor") && X(usual, "compressor") < X(usual, "filter"));
        var turned = Wide(Book.In(closed: true).Answer(Viewpoint.Lies, "left", "", 1));
        Assert.True(X(turned, "filter") < X(turned, "compressor") && X(turned, "compressor") < X(turned, "turbine"));
        Point End(Stroke kind, bool first) => turned.Lines.First(l => l.Kind == kind).Points is var points && first ? points[0] : points[^1];
        // Its gas still comes from the engine and reaches the turbine; the crankcase still breathes into the filter.
        Assert.Equal(204, End(Stroke.Gas, true).X);
        Assert.True(End(Stroke.Gas, false).X > X(turned, "turbine"));
        Assert.Equal(X(turned, "filter"), End(Stroke.Vapour, false).X, 5.0);
        // On twins each unit for itself.
        var mixed = Wide(Book.In(2).Answer(Viewpoint.Lies, "left", "", 2));
        Assert.True(X(mixed, "turbine", 0) < X(mixed, "compressor", 0) && X(mixed, "compressor", 1) < X(mixed, "turbine", 1));
    }

    [Fact]
    public void The_centre_section_stands_at_its_angle_and_the_oil_between_its_marks()
    {
        Point Inlet(JobPicture p) => p.Lines.First(l => l.Check == "clocking").Points[1];
        var centre = Wide(Book.In()).Circles.Single(c => c.Radius == 38).At;
        var level = Wide(Book.In().Tell(new ClockingReading(1, true, new ClockingInput(0)), Known.Measured));
        var right = Wide(Book.In().Tell(new ClockingReading(1, true, new ClockingInput(90)), Known.Measured));
        Assert.True(Inlet(level).Y < centre.Y - 40 && Math.Abs(Inlet(level).X - centre.X) < 10);
        Assert.True(Inlet(right).X > centre.X + 40 && Math.Abs(Inlet(right).Y - centre.Y) < 10);
        var leaning = Wide(Book.In().Tell(new ClockingReading(1, true, new ClockingInput(0)), Known.Measured).Answer(ClockingCheck.Seen, "leans-more"));
        Assert.True(Inlet(leaning).X > centre.X + 20, "what was seen later counts");
        (double Upper, double Lower, double Oil) Levels(JobPicture p)
        {
            var marks = p.Lines.Where(l => l.Kind == Stroke.Thin).TakeLast(2).Select(l => l.Points[0].Y).ToArray();
            return (marks[0], marks[1], p.Lines.Last(l => l.Kind == Stroke.Level).Points[0].Y);
        }
        var (upper, lower, oil) = Levels(Wide(Book.In().Answer(FluidsCheck.OilLevel, "between-marks")));
        Assert.True(upper < oil && oil < lower);
        (upper, lower, oil) = Levels(Wide(Book.In().Answer(FluidsCheck.OilLevel, "under")));
        Assert.True(upper < lower && lower < oil);
        (upper, lower, oil) = Levels(Wide(Book.In().Answer(FluidsCheck.OilLevel, "over")));
        Assert.True(oil < upper && upper < lower);
    }

    [Fact]
    public void The_line_says_its_length_and_bore_and_a_spot_its_value_with_its_word()
    {
        var job = Book.In().Disable().Clear("catch").Crank(1, 10).Catch(1).Answer(SupplyChecks.RestrictorSeen, "blocked");
        var picture = Wide(job);
        var line = job.Record.Latest<CatchTestReading>()!.Body.Input.Line;
        Assert.Contains(picture.Notes, n => n.Text == $"{job.Job.Units.ShowLength(line.LengthMm)} long, {job.Job.Units.ShowLength(line.IdMm)} bore");
        Assert.Contains("sound", string.Join(' ', picture.Spots.Single(s => s.Reading.Id == "oil-supply").Says));
        Assert.Equal(["blocked: stop"], picture.Spots.Single(s => s.Reading.Id == "restrictor").Says);
        Assert.Equal(Verdict.Stop, picture.Lines.Single(l => l.Check == "restrictor").State);
        Assert.Equal("Oil supply 2", Wide(Book.In(2)).Spots.Single(s => s.Reading is { Id: "oil-supply", Turbo: 2 }).Title);
    }
}
