using Wattology.Core.Entries;
using Wattology.Core.Heat;
using Wattology.Web.Boards;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Hot metal and what lies near it, on a drawing.</summary>
public sealed class HeatModel(SheetServices services) : ReadingSheetModel<HeatGap>(services, "heat", "The gap is recorded.")
{
    /// <inheritdoc/>
    public override BoardView LookBoard => field ??= new(this, HeatParts.Board, "heat") { Well = "clear" };

    /// <summary>The latest gap of each neighbour.</summary>
    public IReadOnlyList<Noted<HeatGap>> Gaps => [.. Job.Record.All<HeatGap>().GroupBy(g => g.Body.Near).Select(g => g.Last())];

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => [("near", "Say which neighbour it is.")];
}
