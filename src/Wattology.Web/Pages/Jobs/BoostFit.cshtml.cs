using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Checks;
using Wattology.Core.FirstFitment;
using Wattology.Web.FirstFitment;
using Wattology.Web.Forms;
using Wattology.Web.UnitOpen;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Whether an engine that had no turbo is fit for boost, and what is planned, on a drawing of it.</summary>
public sealed class BoostFitModel(SheetServices services) : CompressionSheetModel(services, "boost-fit")
{
    /// <summary>All questions in one list, instead of lying on the drawing.</summary>
    [FromQuery(Name = "list")]
    public bool AsList { get; set; }

    /// <inheritdoc/>
    public override string Drawing => "_BoostFit";

    /// <summary>How one question stands, measured or answered.</summary>
    public ItemState StateOf(Question question) => BoostFit.StateOf(Job.Context, question);

    /// <summary>The parts of the drawing, as they stand.</summary>
    public IReadOnlyList<PartState> Parts => [.. FitParts.All.Select(p =>
    {
        var state = StateOf(BoostFit.Definition.Questions.Single(q => q.Id == p.Findings[0]));
        var wrong = state.Standing is not (Standing.Settled or Standing.NotLooked);
        return new PartState(p, state.Standing == Standing.NotLooked ? 0 : 1, true, false, wrong, wrong ? "not yet" : state.Settled ? "fit" : "",
            Next == p.Findings[0] ? "look here next" : null);
    })];

    /// <summary>The question that comes next: the first nobody answered; null when all are.</summary>
    public string? Next => BoostFit.Definition.Questions.FirstOrDefault(q => StateOf(q).Standing == Standing.NotLooked)?.Id;

    /// <summary>The drawing.</summary>
    public string Draw() => new FitDrawing(Parts).Render();
}
