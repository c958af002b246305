using Wattology.Core.OilSupply;
using Wattology.Core.UnitOpen;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The restrictor: seen, clear, and of what size.</summary>
public sealed class RestrictorModel(SheetServices services) : ReadingSheetModel<RestrictorReading>(services, "restrictor", "The restrictor is recorded.")
{
    /// <summary>The unit has rolling bearings, as far as anybody said.</summary>
    public bool Rolling => UnitKind.Of(Job.Context, Turbo).Bearings == Bearings.Rolling;

    /// <summary>Every usual drill on this job's own feed; null where nothing was caught yet.</summary>
    public RestrictorSizeResult? DrillRows => DrillList.Of(Job.Record, Turbo, Rolling);

    /// <summary>Why a drill will not do: the state that decides, and which end of its window it misses.</summary>
    public static string WhyNot(DrillRow row, IReadOnlyList<RestrictorState> states)
    {
        var (at, state) = (row.States.First(s => s.Name == row.WorstState), states.First(s => s.Name == row.WorstState));
        return $"{row.WorstState}: {(at.InletKpa < state.MinInletKpa ? "too little" : "too much")} at the inlet";
    }

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => Text("fitted") == "false" ? []
        : [("fitted", "Say whether one is fitted."), ("clear", "Say whether hole and gauze are clear.")];
}
