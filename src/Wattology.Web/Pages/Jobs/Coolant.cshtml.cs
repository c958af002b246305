using Wattology.Core.Checks;
using Wattology.Core.Coolant;
using Wattology.Web.Boards;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The water's way through the centre section, on a drawing of it, and what went out against what went in.</summary>
public sealed class CoolantModel(SheetServices services) : ReadingSheetModel<CoolantVolume>(services, "coolant", "The coolant is recorded.")
{
    /// <inheritdoc/>
    public override BoardView LookBoard => field ??= new(this, CoolantParts.Board, "coolant")
    {
        Figures = part => part.Id != CoolantParts.Container ? null : ("_CoolantVolume", Latest is null ? Found.NotYet
            : new(Core.Limits.Verdict.ReadingOnly, $"{(Latest.Body.Way == CoolantWay.Out ? "out" : "in")} {Units.Show(Latest.Body.Ml,
                Core.Measures.Measure.Volume)}", CoolantCheck.VolumeWords(Job.Context), Latest.Entry)),
    };

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => [("way", "Say whether it went out or in.")];
}
