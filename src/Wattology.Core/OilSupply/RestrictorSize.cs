using System.Globalization;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.OilSupply;

/// <summary>A running state and what it asks of the oil at the turbo.</summary>
/// <param name="Name">What people call it ("hot idle").</param>
/// <param name="OilTempC">Oil temperature in °C.</param>
/// <param name="GalleryKpa">Gallery pressure in kPa.</param>
/// <param name="MinInletKpa">Least inlet pressure in kPa.</param>
/// <param name="MaxInletKpa">Greatest inlet pressure in kPa.</param>
/// <param name="MinFlowLpm">Least flow in l/min.</param>
public sealed record RestrictorState(string Name, [Bounds(Span.OilTemperature)] double OilTempC, [Bounds(Span.Pressure)] double GalleryKpa,
    [Bounds(0, 2000, AboveLeast = true), In(Measure.Pressure)] double? MinInletKpa = null,
    [Bounds(0, 2000, AboveLeast = true), In(Measure.Pressure)] double? MaxInletKpa = null,
    [Bounds(Span.Flow)] double? MinFlowLpm = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (MinInletKpa is null && MaxInletKpa is null && MinFlowLpm is null) faults.Add(path,
            "This state bounds nothing; give min_inlet_kpa, max_inlet_kpa or min_flow_lpm.");
        if (MinInletKpa > MaxInletKpa) faults.Add(Faults.Join(path, "min_inlet_kpa"), "The least inlet pressure lies above the greatest.");
    }
}

/// <summary>A feed, the drills at hand, and the states it must serve.</summary>
public sealed record RestrictorSizeInput(Oil Oil, FeedLine Line, Bearing Bearing, [Bounds(Span.Diameter)] IReadOnlyList<double> DrillsMm,
    IReadOnlyList<RestrictorState> States) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (DrillsMm.Count == 0) faults.Add(Faults.Join(path, "drills_mm"), "At least one drill is needed.");
        if (States.Count == 0) faults.Add(Faults.Join(path, "states"), "At least one state is needed.");
        for (var i = 0; i < DrillsMm.Count; i++)
            if (DrillsMm[i] > Line.IdMm) faults.Add(Faults.Join(path, $"drills_mm.{i.ToString(CultureInfo.InvariantCulture)}"),
                $"A restrictor is no wider than the line's bore, {Line.IdMm} mm.");
    }
}

/// <summary>One drill in one state.</summary>
public sealed record DrillState(string Name, double InletKpa, double FlowLpm, bool Ok);

/// <summary>One drill.</summary>
/// <param name="DrillMm">Its size in mm.</param>
/// <param name="Margin">Its least margin over all bounds; negative where one is not met.</param>
/// <param name="Ok">All bounds are met.</param>
/// <param name="WorstState">The state of the least margin, the first in a tie.</param>
/// <param name="States">State by state.</param>
public sealed record DrillRow(double DrillMm, double Margin, bool Ok, string WorstState, IReadOnlyList<DrillState> States);

/// <summary>All drills and the choice.</summary>
/// <param name="Rows">Drill by drill.</param>
/// <param name="RecommendedMm">The drill of greatest margin, if it meets every bound.</param>
/// <param name="ClosestMm">The drill of greatest margin, the first in a tie.</param>
/// <param name="LimitingState">Its worst state.</param>
public sealed record RestrictorSizeResult(IReadOnlyList<DrillRow> Rows, double? RecommendedMm, double ClosestMm, string LimitingState);

/// <summary>Chooses a fixed orifice by calculation.</summary>
public static class RestrictorSize
{
    /// <summary>Runs the feed for every drill (length twice its hole) and state; a bound's margin is its distance over the bound.</summary>
    public static RestrictorSizeResult Compute(RestrictorSizeInput input)
    {
        var rows = input.DrillsMm.Select(drill =>
        {
            var margins = new List<double>();
            var states = input.States.Select(s =>
            {
                var feed = OilFeed.Compute(new OilFeedInput(input.Oil, s.OilTempC, s.GalleryKpa, input.Line, drill, 2 * drill, input.Bearing));
                margins.Add(Margins(s, feed).Min());
                return new DrillState(s.Name, feed.InletKpa, feed.FlowLpm, margins[^1] >= -Nearly.Same);
            }).ToArray();
            var worst = Nearly.IndexOfLeast(margins);
            return new DrillRow(drill, margins[worst], states.All(s => s.Ok), input.States[worst].Name, states);
        }).ToArray();
        var closest = rows[Nearly.IndexOfLeast([.. rows.Select(r => -r.Margin)])];
        return new RestrictorSizeResult(rows, closest.Margin >= -Nearly.Same ? closest.DrillMm : null, closest.DrillMm, closest.WorstState);
    }

    private static IEnumerable<double> Margins(RestrictorState state, OilFeedResult feed)
    {
        if (state.MinInletKpa is { } least) yield return (feed.InletKpa - least) / least;
        if (state.MaxInletKpa is { } most) yield return (most - feed.InletKpa) / most;
        if (state.MinFlowLpm is { } flow) yield return (feed.FlowLpm - flow) / flow;
    }
}
