using Wattology.Core.Beside;
using Wattology.Web.Boards;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Old beside new, on a drawing of the unit: each port and fitting the same, carried over, or in want of an adapter.</summary>
public sealed class BesideModel(SheetServices services) : AskSheetModel(services, "beside")
{
    /// <inheritdoc/>
    public override string Title => Named(BesideCheck.Definition.Title);

    /// <inheritdoc/>
    public override BoardView LookBoard => field ??= new(this, BesideCheck.Board, "beside") { Well = "fits" };
}
