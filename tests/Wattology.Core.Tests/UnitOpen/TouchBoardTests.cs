using Wattology.Core.Actuator;
using Wattology.Core.Air;
using Wattology.Core.Beside;
using Wattology.Core.Coolant;
using Wattology.Core.FirstFitment;
using Wattology.Core.Heat;
using Wattology.Core.Jobs;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Tests.UnitOpen;

public sealed class TouchBoardTests
{
    private static readonly Dictionary<string, (TouchBoard Board, string Check, string[] Besides)> Boards = new()
    {
        ["fit"] = (FitParts.Board, "boost-fit", []),
        ["control"] = (ControlParts.Board, "control", ["travel", "travel-index", "key-on"]),
        ["charge air"] = (ChargeAirParts.Board, "charge-air", []),
        ["coolant"] = (CoolantParts.Board, "coolant", ["coolant", "coolant-cold"]),
        ["heat"] = (HeatParts.Board, "heat", []),
        ["beside"] = (BesideCheck.Board, "beside", []),
    };

    public static TheoryData<string> Names => [.. Boards.Keys];

    [Theory]
    [MemberData(nameof(Names))]
    public void Every_question_of_the_check_has_its_place_on_the_drawing(string name)
    {
        var (board, check, besides) = Boards[name];
        Assert.Equal(CheckList.Find(check)!.Questions.Select(q => q.Id).Concat(besides).Order(), board.Parts.SelectMany(p => p.Findings).Order());
        Assert.All(besides, q => Assert.NotNull(CheckList.FindQuestion(q)));
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void No_finger_touches_two_parts_and_no_card_lies_over_its_own(string name) => Fits(Boards[name].Board);

    [Fact]
    public void An_external_wastegate_is_drawn_as_one() => Fits(ControlParts.External);

    private static void Fits(TouchBoard board)
    {
        foreach (var part in board.Parts)
        {
            var (box, card) = (part.Target, board.Cards[part.Id]);
            Assert.True(box.W >= UnitParts.LeastTarget && box.H >= UnitParts.LeastTarget, part.Id);
            Assert.True(box is { X: >= 0, Y: >= 0 } && box.Right <= UnitParts.Width && box.Bottom <= board.Height, part.Id);
            Assert.True(part.Name is { X: >= 0, Y: >= 12 } && part.Name.X <= UnitParts.Width && part.Name.Y <= board.Height, part.Id);
            Assert.All(board.Parts.Where(o => o != part), o => Assert.True(box.Shared(o.Target) == 0, $"{part.Id} lies over {o.Id}"));
            Assert.True(box.Shared(card) == 0 && card is { X: >= 0, Y: >= 0 } && card.Right <= UnitParts.Width, $"{part.Id} lies under its own card");
        }
    }
}
