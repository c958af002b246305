using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Lettering;
using Wattology.Core.UnitOpen;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.UnitOpen;

/// <summary>The drawn unit: whatever it is built like, everything that can be found has its place, and a gloved finger hits it.</summary>
public sealed class UnitPartsTests
{
    private static IEnumerable<UnitKind> Every() => from control in Enum.GetValues<BoostControl>()
                                                    from water in new[] { false, true }
                                                    from bearings in Enum.GetValues<Bearings>()
                                                    from two in new[] { false, true }
                                                    from left in new[] { false, true }
                                                    select new UnitKind(control, water, bearings, two, left);

    public static TheoryData<BoostControl> Controls() => [.. Enum.GetValues<BoostControl>()];

    [Fact]
    public void Every_finding_that_can_be_there_lies_on_one_part_and_none_that_cannot()
    {
        foreach (var kind in Every())
        {
            var can = CauseModel.Usual.Findings.Where(f => f.Stage != Stage.Ask && kind.Has(f.Id)).Select(f => f.Id).Order();
            var parts = UnitParts.Of(kind);
            Assert.Equal(can, parts.SelectMany(p => p.Findings).Order());
            Assert.Equal(parts.Count, parts.Select(p => p.Id).Distinct().Count());
            Assert.All(parts.SelectMany(p => p.Also.Select(f => (Part: p, Finding: f))), a
                => Assert.Contains(parts, p => p != a.Part && p.Findings.Contains(a.Finding)));
        }
    }

    [Fact]
    public void No_two_targets_overlap_each_takes_a_finger_and_lies_in_the_drawing()
    {
        foreach (var kind in Every())
        {
            var targets = UnitParts.Of(kind).SelectMany(p => p.Targets.Select(t => (p.Id, Box: t))).ToArray();
            foreach (var (id, box) in targets)
            {
                Assert.True(box.W >= UnitParts.LeastTarget && box.H >= UnitParts.LeastTarget, $"{id} is {box.W} by {box.H} on {kind}");
                Assert.True(box is { X: >= 0, Y: >= 0 } && box.Right <= UnitParts.Width && box.Bottom <= UnitParts.Height, $"{id} reaches out of it on {kind}");
                Assert.All(targets.Where(t => t.Id != id), other => Assert.True(box.Shared(other.Box) == 0, $"{id} lies over {other.Id} on {kind}"));
            }
        }
    }

    private static readonly HashSet<string> Remedied = [.. Every().Select(UnitParts.Of).SelectMany(parts => Remedies.All.Select(r => RemedyPlaces.Of(r,
        parts).Id))];

    // Name and word of a part as they are written: 17 units high, in lines of 18.
    private static Box[] Written(UnitPart part)
    {
        string[] words = [.. part.Findings.SelectMany(f => new[] { $"▲ {Statements.Of(f)!.PresentWord}", $"▲ {Statements.Of(f)!.AbsentWord}" }),
            $"✓ all {part.Findings.Count} right", "99 min", .. Remedied.Contains(part.Id) ? new[] { "◆ to put right" } : []];
        var (at, name) = (part.Name, part.Name.Broken ? part.Title.Split(' ', 2) : [part.Title]);
        Box Line(double y, double width) => new(at.Anchor switch { Anchor.Start => at.X, Anchor.Middle => at.X - width / 2, _ => at.X - width }, y - 12,
            width, 15);
        return [.. name.Select((n, i) => Line(at.Y + i * 18, Letters.Width(n, 17))),
            Line(at.Above ? at.Y - 17 : at.Y + name.Length * 18, words.Max(w => Letters.Width(w, 17)))];
    }

    [Fact]
    public void No_name_and_no_word_is_written_over_another_or_off_the_drawing()
    {
        foreach (var kind in Every())
        {
            var written = UnitParts.Of(kind).Select(p => (p.Id, Boxes: Written(p))).ToArray();
            foreach (var (id, boxes) in written)
            {
                Assert.All(boxes, b => Assert.True(b is { X: >= -2, Y: >= 0 } && b.Right <= UnitParts.Width + 2 && b.Bottom <= UnitParts.Height,
                    $"{id} is written off the drawing on {kind}: {b}"));
                Assert.All(written.Where(o => string.CompareOrdinal(o.Id, id) > 0), o => Assert.True(boxes.All(b => o.Boxes.All(c => b.Shared(c) == 0)),
                    $"{id} is written over {o.Id} on {kind}"));
            }
        }
    }

    [Fact]
    public void Whatever_puts_a_cause_right_has_its_place_on_every_kind_of_unit()
    {
        foreach (var kind in Every())
        {
            var parts = UnitParts.Of(kind);
            Assert.All(Remedies.All, r => Assert.Contains(RemedyPlaces.Of(r, parts), parts));
        }
        Remedy Of(string id) => Remedies.Find(id)!;
        Assert.Equal("breather", RemedyPlaces.Of(Of("crankcase-cured"), UnitParts.Of(new(BoostControl.None, false))).Id);
        Assert.Equal("actuator", RemedyPlaces.Of(Of("vanes-moves"), UnitParts.Of(new(BoostControl.VanesElectric, false))).Id);
        Assert.Equal("gate", RemedyPlaces.Of(Of("vanes-moves"), UnitParts.Of(new(BoostControl.ExternalWastegate, false))).Id);
    }

    [Theory, MemberData(nameof(Controls))]
    public void What_moves_stands_where_it_is_on_such_a_unit(BoostControl control)
    {
        var parts = UnitParts.Of(new UnitKind(control, false)).ToDictionary(p => p.Id);
        Assert.Equal(control is BoostControl.VanesCanister or BoostControl.VanesElectric, parts.ContainsKey("vane-ring"));
        Assert.Equal(control is BoostControl.WastegateCanister or BoostControl.WastegateElectric or BoostControl.ExternalWastegate, parts.ContainsKey("gate"));
        Assert.Equal(control is not (BoostControl.None or BoostControl.ExternalWastegate), parts.ContainsKey("rod") && parts.ContainsKey("actuator"));
        if (parts.TryGetValue("actuator", out var actuator))
            Assert.Equal(control is BoostControl.VanesElectric or BoostControl.WastegateElectric ? "motor" : "canister", actuator.Title);
        if (control == BoostControl.ExternalWastegate) Assert.Equal(UnitEnd.Control, parts["gate"].End);
    }

    [Fact]
    public void The_ends_are_told_apart()
    {
        var parts = UnitParts.Of(new UnitKind(BoostControl.VanesCanister, true));
        double Middle(UnitEnd end) => parts.Where(p => p.End == end).Average(p => p.Target.X + p.Target.W / 2);
        Assert.True(Middle(UnitEnd.Turbine) < 250 && Middle(UnitEnd.Compressor) > 500);
        Assert.Equal(UnitEnd.Compressor, parts.Single(p => p.Findings.Contains("compressor-blades-hit")).End);
        Assert.Equal(UnitEnd.Turbine, parts.Single(p => p.Findings.Contains("turbine-blades-hit")).End);
    }

    [Fact]
    public void A_card_never_lies_over_its_own_part_and_leaves_most_of_the_others_free()
    {
        foreach (var kind in Every().Where(k => k is { Water: false, TwoEntries: false, Bearings: Bearings.Plain, CompressorLeft: false }))
        {
            var parts = UnitParts.Of(kind);
            foreach (var part in parts)
                foreach (var height in new[] { 60.0 + 110 * part.Findings.Count, 60 + 135 * part.Findings.Count })
                {
                    var card = UnitParts.CardBeside(part, parts, height);
                    Assert.Equal((UnitParts.CardWidth, height), (card.W, card.H));
                    Assert.True(card is { X: >= 0, Y: >= 0 } && card.Right <= UnitParts.Width && card.Bottom <= UnitParts.Height, $"{part.Id}: {card}");
                    Assert.True(part.Target.Shared(card) == 0, $"{part.Id} lies under its own card");
                    var hidden = parts.Count(p => p.Targets.All(t => t.Shared(card) >= t.W * t.H));
                    Assert.True(hidden <= parts.Count * 0.4, $"{part.Id}: {hidden} of {parts.Count} are hidden");
                }
        }
    }

    [Fact]
    public void Both_statements_of_every_finding_have_a_drawing_and_a_word_of_their_own()
    {
        Assert.Equal(CauseModel.Usual.Findings.Where(f => f.Stage != Stage.Ask).Select(f => f.Id).Order(), Statements.ById.Keys.Order());
        Assert.All(Statements.ById.Values, s =>
        {
            Assert.NotEqual(s.Present, s.Absent);
            Assert.NotEqual(s.PresentWord, s.AbsentWord);
            Assert.All(new[] { s.PresentWord, s.AbsentWord }, w => Assert.InRange(w.Length, 3, 14));
        });
        Assert.Null(Statements.Of("blue-smoke"));
        Assert.Equal(("blades-torn", "edges whole"), (Statements.Of("compressor-blades-hit")!.Drawing(Answer.Present),
            Statements.Of("compressor-blades-hit")!.Word(Answer.Absent)));
    }

    [Fact]
    public void The_usual_build_is_drawn_until_somebody_says_otherwise_unit_by_unit()
    {
        var job = Book.In(2, water: true);
        Assert.Equal(new UnitKind(job.Job.Machine.Control, true), UnitKind.Of(job.Job.Context, 2));
        job.Answer(UnitKind.BearingsSeen, "rolling", "", 2).Answer(UnitKind.EntriesSeen, "two", "", 2);
        Assert.Equal(new UnitKind(job.Job.Machine.Control, true, Bearings.Rolling, true), UnitKind.Of(job.Job.Context, 2));
        Assert.Equal(new UnitKind(job.Job.Machine.Control, true), UnitKind.Of(job.Job.Context, 0));
    }
}
