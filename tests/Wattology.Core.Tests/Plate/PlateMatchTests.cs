using Wattology.Core.Limits;
using Wattology.Core.PartNumbers;
using Wattology.Core.Plate;

namespace Wattology.Core.Tests.Plate;

public sealed class PlateMatchTests
{
    private static readonly Supersession[] Known = [new("OV-1-03", "OV-1-05"), new("OV-1-05", "OV-1-07"), new("LOOP-1", "LOOP-2"), new("LOOP-2", "LOOP-1")];

    private static Verdict Match(string oldNumber, string newNumber, string oldModel = "", string newModel = "")
        => PlateMatch.Compare(new(1, PlateOf.Old, Model: oldModel, MakerNumber: oldNumber), new(1, PlateOf.New, Model: newModel, MakerNumber: newNumber),
        Known).Verdict;

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
        Assert.Equal(Verdict.NotLookedAt, PlateMatch.Compare(new(1, PlateOf.Old, Model: "V48"), null, Known).Verdict);
        Assert.Equal(Verdict.Doubtful, PlateMatch.Compare(new(1, PlateOf.Old, true), new(1, PlateOf.New, Model: "V48"), Known).Verdict);
    }
}
