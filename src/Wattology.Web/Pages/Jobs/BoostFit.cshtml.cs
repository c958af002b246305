using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Checks;
using Wattology.Core.FirstFitment;
using Wattology.Web.Boards;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Whether an engine that had no turbo is fit for boost, and what is planned, on a drawing of it.</summary>
public sealed class BoostFitModel(SheetServices services) : CompressionSheetModel(services, "boost-fit")
{
    /// <inheritdoc/>
    public override BoardView LookBoard => field ??= new(this, FitParts.Board, "boost-fit")
    {
        StateOf = q => BoostFit.StateOf(Job.Context, q), Well = "fit",
        // What was measured is in the question's own state.
        Figures = part => part.Id == "compression" ? ("_Compression", Found.NotYet) : null,
    };
}
