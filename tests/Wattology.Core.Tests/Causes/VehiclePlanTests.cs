using Wattology.Core.Causes;
using Wattology.Core.Entries;

namespace Wattology.Core.Tests.Causes;

/// <summary>What a look on the vehicle is worth, on models small enough to reckon by hand.</summary>
public sealed class VehiclePlanTests
{
    private static ModelFinding Look(string id, Stage stage, double minutes, params double[] chances)
        => new(id, id, stage, "set-" + id, 0, minutes, Known.Measured, true, chances);

    private static LooksNow OnVehicle(CauseModel model, params (string Id, Answer Answer)[] said)
        => LooksNow.At(model, new(said.ToDictionary(f => f.Id, f => new Said(f.Answer, Known.Measured))), Stage.Vehicle);

    // Two causes that never come together, so that every figure can be reckoned by hand; and four.
    private static CauseModel Two(params ModelFinding[] findings) => new(["drain", CauseModel.Elsewhere], [0.5, 0.5], findings);
    private static CauseModel Four(params ModelFinding[] findings) => new(["a", "b", "c", "d"], [0.25, 0.25, 0.25, 0.25], findings);

    [Theory]
    [InlineData(10, 1)]
    [InlineData(30, 1)]
    [InlineData(40, 0.75)]
    [InlineData(60, 0.5)]
    [InlineData(61, 0.25)]
    public void A_look_is_worth_the_chance_it_adds_at_the_marks_it_is_done_by(double minutes, double marks)
    {
        // One answer in a hundred is wrong: present is said with 0.98·0.9 + 0.01 under the cause, and so often the first cause is then the true one.
        var looks = OnVehicle(Two(Look("bore", Stage.Vehicle, minutes, 0.9, 0.1)));
        Assert.Equal((0.892 - 0.5) * marks / minutes, looks.First!.Worth, 12);
        Assert.Null(looks.MoveOn);
    }

    [Fact]
    public void Minutes_spent_bring_the_marks_nearer_and_past_the_last_the_next_half_hour_counts()
    {
        ModelFinding bore = Look("bore", Stage.Vehicle, 10, 0.9, 0.1), dull = Look("dull", Stage.Vehicle, 25, 0.5, 0.5);
        Assert.Equal((0.892 - 0.5) * 0.75 / 10, OnVehicle(Two(bore, dull), ("dull", Answer.Present)).First!.Worth, 12);
        // With its set-up the dull look took until after the last mark.
        Assert.Equal((0.892 - 0.5) / 10, OnVehicle(Two(bore, dull with { Setup = 66 }), ("dull", Answer.Present)).First!.Worth, 12);
        Assert.Null(OnVehicle(Two(bore with { Minutes = 31 }, dull with { Setup = 66 }), ("dull", Answer.Present)).First);
    }

    [Fact]
    public void A_look_too_long_for_every_mark_is_worth_nothing_and_the_unit_comes_off()
    {
        var looks = OnVehicle(Two(Look("bore", Stage.Vehicle, 91, 0.9, 0.1)));
        Assert.Equal((0, Stage.Bench), (looks.Singles.Single().Worth, looks.MoveOn));
        Assert.Null(looks.First);
    }

    [Fact]
    public void What_the_unit_will_tell_is_left_to_it()
    {
        // On its own the first look tells more; but the unit tells the same for a minute, and nothing else tells a from b.
        var model = Four(Look("as-the-unit", Stage.Vehicle, 4, 0.9, 0.9, 0.1, 0.1), Look("a-from-b", Stage.Vehicle, 4, 0.85, 0.15, 0.5, 0.5),
            Look("unit", Stage.Bench, 1, 0.99, 0.99, 0.01, 0.01));
        Assert.Equal("as-the-unit", Diagnosis.Compute(model, new(new Dictionary<string, Said>())).Next.First(n => n.Id != "unit").Id);
        var looks = OnVehicle(model);
        Assert.Equal(["a-from-b"], looks.First!.Looks);
        Assert.True(looks.Singles[1].Worth < looks.First.Worth / 5);
    }

    [Theory]
    [InlineData(20, 0, null)]
    [InlineData(28, 0, Stage.Bench)]
    [InlineData(8, 12, null)]
    [InlineData(8, 20, Stage.Bench)]
    public void Minutes_that_the_unit_needs_are_not_spent_on_the_vehicle(double unit, double setup, Stage? on)
    {
        // After the weak look the longer one at the unit is not done by the mark at 30 minutes.
        var looks = OnVehicle(Four(Look("weak", Stage.Vehicle, 5, 0.6, 0.4, 0.5, 0.5),
            Look("unit", Stage.Bench, unit, 0.99, 0.99, 0.01, 0.01) with { Setup = setup }));
        Assert.Equal(on, looks.MoveOn);
        Assert.Equal(on is null, looks.First is not null);
    }

    [Fact]
    public void A_look_that_tells_less_than_one_of_its_group_that_was_taken_counts_half()
    {
        var model = new CauseModel(["drain", CauseModel.Elsewhere], [0.35, 0.65], [Look("bore", Stage.Vehicle, 10, 0.65, 0.35) with { Group = "drain" },
            Look("fall", Stage.Vehicle, 1, 0.7, 0.3) with { Group = "drain" }]);
        double Drain(params (string Id, Answer Answer)[] said) => Diagnosis.Rank(model, new(said.ToDictionary(f => f.Id,
            f => new Said(f.Answer, Known.Measured)))).Causes.Single(c => c.Id == "drain").P;
        var (fall, first) = (("fall", Answer.Present), (Func<double, double>)(p => Math.Max(p, 1 - p)));
        var present = Drain(fall) * 0.647 + (1 - Drain(fall)) * 0.353;
        var both = present * first(Drain(fall, ("bore", Answer.Present))) + (1 - present) * first(Drain(fall, ("bore", Answer.Absent)));
        Assert.Equal((both - first(Drain(fall))) / 10, OnVehicle(model, fall).First!.Worth, 9);
    }

    [Fact]
    public void Looks_of_a_set_are_weighed_by_all_their_answers_together()
    {
        // Of three that say the same, two outvote the third; two alone can only agree or cancel.
        var first = OnVehicle(Two([.. new[] { "one", "two", "three" }.Select(id => Look(id, Stage.Vehicle, 1, 0.9, 0.1)
            with { Set = "gauges", Setup = 20 })])).First!;
        Assert.Equal(3, first.Looks.Count);
        Assert.Equal((Math.Pow(0.892, 3) + 3 * 0.892 * 0.892 * 0.108 - 0.5) / 23, first.Worth, 12);
    }

    [Theory]
    [InlineData("bore")]
    [InlineData("of its own")]
    public void A_look_after_the_unit_weighs_what_the_ranking_makes_of_both(string group)
    {
        // Whatever the unit says, it says as much: so one of its two answers is enough.
        var model = Two(Look("bore", Stage.Vehicle, 10, 0.9, 0.1), Look("unit", Stage.Bench, 1, 0.7, 0.3) with { Group = group });
        double First(params (string Id, Answer Answer)[] said)
            => Diagnosis.Rank(model, new(said.ToDictionary(f => f.Id, f => new Said(f.Answer, Known.Measured)))).Causes[0].P;
        var known = First(("unit", Answer.Present));
        var present = known * 0.892 + (1 - known) * 0.108;
        var both = present * First(("unit", Answer.Present), ("bore", Answer.Present))
            + (1 - present) * First(("unit", Answer.Present), ("bore", Answer.Absent));
        Assert.Equal((both - known) / 10, OnVehicle(model).First!.Worth, 9);
    }

    [Fact]
    public void Looks_that_one_set_up_pays_for_are_offered_together_until_it_stands()
    {
        ModelFinding[] looks = [.. new[] { Look("one", Stage.Vehicle, 1, 0.9, 0.9, 0.1, 0.1), Look("other", Stage.Vehicle, 1, 0.9, 0.1, 0.9, 0.1),
            Look("dull", Stage.Vehicle, 30, 0.52, 0.5, 0.5, 0.5) }.Select(f => f with { Set = "gauges", Setup = 8 })];
        var first = OnVehicle(Four(looks)).First!;
        Assert.Equal(("gauges", 10.0), (first.Set, first.Minutes));
        Assert.Equal(["one", "other"], first.Looks.Order(StringComparer.Ordinal));
        var rest = OnVehicle(Four(looks), ("one", Answer.Present));
        Assert.Empty(rest.Sets);
        Assert.Equal((1, "other"), (rest.First!.Minutes, rest.First.Looks.Single()));
    }

    [Fact]
    public void What_cannot_be_takes_no_part()
    {
        var model = new CauseModel(["drain", "vanes", CauseModel.Elsewhere], [0.25, 0.5, 0.25], [Look("bore", Stage.Vehicle, 10, 0.9, 0.7, 0.1)]);
        var looks = LooksNow.At(model, new(new Dictionary<string, Said>(), Exclude: ["vanes"]), Stage.Vehicle);
        Assert.Equal((0.892 - 0.5) / 10, looks.First!.Worth, 12);
    }
}
