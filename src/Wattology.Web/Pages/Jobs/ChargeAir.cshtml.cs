using Wattology.Core.Air;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Web.Boards;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The charge air's way on a drawing of it: joints looked at, and the leak by how fast pressure falls.</summary>
public sealed class ChargeAirModel(SheetServices services) : ReadingSheetModel<LeakTest>(services, "charge-air", "The leak test is recorded.")
{
    /// <inheritdoc/>
    public override BoardView LookBoard => field ??= new(this, ChargeAirParts.Board, "charge-air")
    {
        Well = "tight",
        Figures = part => part.Id == ChargeAirParts.Test ? ("_LeakTest", Found.Of<LeakTest, LeakOutcome>(Latest, (_, o)
            => Units.ShowLength(o.Result.HoleMm))) : null,
    };

    /// <summary>Every leak test, the last ones first.</summary>
    public IReadOnlyList<Noted<LeakTest>> Tests => [.. Job.Record.All<LeakTest>().Reverse()];

    /// <inheritdoc/>
    protected override void PrepareForm() => SuggestPart(f => f is "volume_ml");
}
