using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.PartNumbers;
using Wattology.Core.Plate;

namespace Wattology.Core.Tests.Plate;

public sealed class PlateMatchTests
{
    private static readonly PartsTable Table = new([.. new[] { ("OV-1-03", "OV-1-05"), ("OV-1-05", "OV-1-07"), ("LOOP-1", "LOOP-2"), ("LOOP-2", "LOOP-1") }
        .Select(s => new PartsRow(PartsRowKind.Successor, s.Item1, Successor: s.Item2)), new(PartsRowKind.Engine, "OV-1-05", Engine: "Brannock D3"),
        new(PartsRowKind.Engine, "OV-2", Engine: "Brannock D4"), new(PartsRowKind.Engine, "OV-4", Engine: "Brannock D4")]);

    private static Verdict Match(string oldNumber, string newNumber, string oldModel = "", string newModel = "")
        => PlateMatch.Compare(new(1, PlateOf.Old, Model: oldModel, MakerNumber: oldNumber), new(1, PlateOf.New, Model: newModel, MakerNumber: newNumber),
        Table, "unlisted").Verdict;

    [Theory]
    [InlineData("OV-1-05", "ov 1 05", Verdict.Sound)]
    [InlineData("OV-1-03", "OV-1-07", Verdict.Sound)]
    [InlineData("OV-1-07", "OV-1-03", Verdict.Stop)]
    [InlineData("LOOP-1", "OV-1-03", Verdict.Stop)]
    [InlineData("", "OV-1-03", Verdict.Doubtful)]
    public void Follows_supersessions_one_way_and_ignores_spaces_and_dashes(string from, string to, Verdict expected)
        => Assert.Equal(expected, Match(from, to));

    [Fact]
    public void A_matching_number_outweighs_a_renamed_model_but_models_alone_must_agree()
    {
        Assert.Equal(Verdict.Sound, Match("OV-1-05", "OV-1-05", "V48", "V48B"));
        Assert.Equal(Verdict.Stop, Match("", "", "V48", "V49"));
        Assert.Equal(Verdict.NotLookedAt, PlateMatch.Compare(new(1, PlateOf.Old, Model: "V48"), null, Table, "unlisted").Verdict);
        Assert.Equal(Verdict.Doubtful, PlateMatch.Compare(new(1, PlateOf.Old, true), new(1, PlateOf.New, Model: "V48"), Table, "unlisted").Verdict);
    }

    [Theory]
    [InlineData("OV-1-03", "OV-1-07", "BRANNOCK D-3", Verdict.Sound, "on the list of BRANNOCK D-3")]
    [InlineData("OV-2", "OV-2", "Brannock D3", Verdict.Stop, "not on this engine's list: Brannock D3 has OV-1-05")]
    [InlineData("OV-2", "OV-1-05", "Brannock D3", Verdict.Doubtful, "OV-2 came off, and is not on this engine's list; OV-1-05, which is to go on, is")]
    [InlineData("OV-1-05", "OV-3", "Brannock D3", Verdict.Stop, "not on this engine's list")]
    [InlineData("OV-2", "OV-4", "Brannock D4", Verdict.Stop, "no supersession from one to the other")]
    [InlineData("", "OV-1-07", "Brannock D3", Verdict.Doubtful, "By its list Brannock D3 has OV-1-07")]
    [InlineData("OV-3", "OV-3", "Tressick P4", Verdict.Sound, "same number")]
    public void Old_new_and_the_engines_list_are_held_against_each_other(string from, string to, string engine, Verdict expected, string why)
    {
        var match = PlateMatch.Compare(from.Length == 0 ? new(1, PlateOf.Old, true) : new(1, PlateOf.Old, MakerNumber: from), new(1, PlateOf.New,
            MakerNumber: to), Table, engine);
        Assert.Equal(expected, match.Verdict);
        Assert.Contains(why, match.Why);
    }

    [Theory]
    [InlineData(Known.Told, false)]
    [InlineData(Known.Assumed, false)]
    [InlineData(Known.Seen, true)]
    public void A_number_somebody_was_told_is_provisional_and_releases_nothing(Known known, bool settles)
    {
        var old = Jobs.Book.In().Tell(new PlateRead(1, PlateOf.Old, MakerNumber: "OV-1"), known);
        Assert.Equal(!settles, Jobs.Book.Open(old, HoldPoint.Release).Contains("old-plate-1"));
        var fitted = Jobs.Book.In().OldPlate("Orvane", "R1", "OV-1").Tell(new PlateRead(1, PlateOf.New, MakerNumber: "OV-1"), known);
        var open = fitted.Job.HoldPoint(HoldPoint.Release).Open.SingleOrDefault(i => i.Id == "plate-1");
        Assert.Equal(settles, open is null);
        if (!settles) Assert.Contains("Provisional", open!.Because);
    }

    [Fact]
    public void What_was_taken_by_name_as_doubtful_is_not_taken_as_a_stop()
    {
        var job = Jobs.Book.In().OldPlate("", "V48", "").Tell(new PlateRead(1, PlateOf.New, MakerNumber: "OV-9"), Known.Seen);
        job.Tell(new Accepted(job.Entries[^1].Hash, "The maker confirms it."));
        Item Matched(PartsTable parts) => JudgedJob.Of(job.Job.Context with { Parts = parts }).HoldPoint(HoldPoint.Release).Items
            .Single(i => i.Id == "plate-1");
        Assert.Equal((true, true), (Matched(PartsTable.Empty).Settled, Matched(PartsTable.Empty).Because.Contains("Taken by", StringComparison.Ordinal)));
        // The list that came since says that it is not for this engine.
        Assert.Equal((false, Takes.TwoNames), (Matched(Table).Settled, Matched(Table).Takes));
    }

    [Fact]
    public void A_unit_goes_back_once_and_a_plate_with_a_number_was_readable()
    {
        var job = Jobs.Book.In();
        Assert.Contains("No new unit", job.Refusal(new UnitSentBack(1, "chipped"))?.Message);
        job.Received();
        Assert.Null(job.Refusal(new UnitSentBack(1, "chipped")));
        Assert.Contains("No new unit", job.Tell(new UnitSentBack(1, "chipped")).Refusal(new UnitSentBack(1, "chipped again"))?.Message);
        var faults = new Faults();
        new PlateRead(1, PlateOf.Old, true, MakerNumber: "OV-1").Check(faults, "");
        Assert.Contains("not_readable", faults.ByPath.Keys);
    }

    [Fact]
    public void Without_a_plate_the_engines_list_names_the_unit_provisionally_and_the_enquiry_says_all_that_is_known()
    {
        PartsTable one = new([new(PartsRowKind.Engine, "OV-1", Engine: "Brannock D3"), new(PartsRowKind.Successor, "OV-1", Successor: "OV-2")]);
        PartsTable two = new([.. one.Rows, new(PartsRowKind.Engine, "OV-9", Engine: "Brannock D3")]);
        JobBuilder With(PartsTable table) => new(Jobs.Book.Id, Jobs.Book.Machine(water: true), Jobs.Book.Morning, Jobs.Book.Desk, Jobs.Book.Technician,
            parts: table);
        var check = With(one).Job.Check("plate", 1);
        Assert.Equal((Verdict.NotLookedAt, true), (check.Verdict, check.Why.Contains("has OV-2: provisional", StringComparison.Ordinal)));
        Assert.DoesNotContain("provisional", With(two).Job.Check("plate", 1).Why);
        // Two on the list that are one today are one.
        Assert.Contains("has OV-2: provisional", With(new([.. one.Rows, new(PartsRowKind.Engine, "ov 2", Engine: "Brannock D3")])).Job.Check("plate", 1).Why);
        var lines = Enquiry.Lines(With(two).Job.Context);
        foreach (var said in new[] { "Brannock D3", "REG 1", "100 h", "oil and water cooled", "its plate cannot be read", "Our own list has: OV-2, OV-9",
            "T-1" })
            Assert.Contains(lines, l => l.Contains(said, StringComparison.Ordinal));
        Assert.Contains("The unit that is on: OV-7", Enquiry.Lines(With(one).OldPlate("", "", "OV-7").Job.Context));
    }
}
