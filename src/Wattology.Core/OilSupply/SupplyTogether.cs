using System.Globalization;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.OilSupply;

/// <summary>Where a supply fault lies, by pressure and flow together.</summary>
public enum SupplyFinding
{
    /// <summary>Both good.</summary>
    Sound,
    /// <summary>Pressure good, flow low: pipe or restrictor.</summary>
    PipeOrRestrictor,
    /// <summary>Both low by the same cause: pump, oil or filter.</summary>
    PumpOilOrFilter,
    /// <summary>Pressure low, and less flow than even that pressure drives: pump, oil or filter, and the pipe besides.</summary>
    PumpAndPipe,
    /// <summary>More flow than line and restrictor can pass: a restrictor is missing, or a figure is wrong.</summary>
    RestrictorMissing,
    /// <summary>Pressure over its band.</summary>
    PressureOver,
    /// <summary>One of the two has no verdict.</summary>
    Open,
}

/// <summary>Pressure and flow side by side.</summary>
/// <param name="Finding">Where the fault lies.</param>
/// <param name="Words">The same in a sentence, with the numbers behind.</param>
public sealed record SupplyJudgement(SupplyFinding Finding, string Words);

/// <summary>A supply to be judged, with what it is judged by.</summary>
/// <param name="Test">The catch test, with the gallery pressure read while oil ran.</param>
/// <param name="LeastKpa">Least gallery pressure, kPa.</param>
/// <param name="MostKpa">Greatest gallery pressure, kPa; open when null.</param>
public sealed record SupplyInput(CatchTestInput Test, [Bounds(Span.Pressure)] double? LeastKpa = null, [Bounds(Span.Pressure)] double? MostKpa = null)
    : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Test.GalleryKpa is null) faults.Add(Faults.Join(path, "test.gallery_kpa"), "The gallery pressure read while oil ran is needed.");
        if (LeastKpa > MostKpa) faults.Add(Faults.Join(path, "most_kpa"), "The band ends before it begins.");
    }
}

/// <summary>Judges oil supply by pressure and flow together, which neither can alone.</summary>
public static class SupplyTogether
{
    /// <summary>Judges by the figures given, and by usual practice for the flow.</summary>
    public static SupplyJudgement Compute(SupplyInput input) => Judge(input.Test.GalleryKpa!.Value, input.LeastKpa is null && input.MostKpa is null
        ? new Limit("gallery", LimitSource.NoneKnown, "", In: Measure.Pressure)
        : new Limit("gallery", LimitSource.Shop, "given", input.LeastKpa, input.MostKpa, In: Measure.Pressure), input.Test, SupplyLimits.Ratio.Usual, new());

    /// <summary>Judges.</summary>
    /// <param name="galleryKpa">Gallery pressure while oil ran, kPa.</param>
    /// <param name="pressure">Its limit; none known gives no verdict.</param>
    /// <param name="test">The catch test of the same cranking.</param>
    /// <param name="flow">The limit of measured over expected flow.</param>
    /// <param name="units">The shop's units.</param>
    /// <remarks>The expected flow follows the pressure read. So a low ratio is a choked pipe, whatever the pump does; a tired pump drives little and the ratio
    /// stays good; and far too much is no pump's doing at all.</remarks>
    public static SupplyJudgement Judge(double galleryKpa, Limit pressure, CatchTestInput test, Limit flow, ShopUnits units)
    {
        var result = CatchTest.Compute(test with { GalleryKpa = galleryKpa });
        var known = pressure.Source != LimitSource.NoneKnown;
        var (shown, range) = known ? pressure.Beside(galleryKpa, units) : (units.ShowPressure(galleryKpa), "");
        var numbers = string.Create(CultureInfo.InvariantCulture, $"{shown} on the gallery{(known ? $" ({range})" : "")}, "
            + $"{ShopUnits.Digits(result.MeanLpm)} l/min caught{(result.ExpectedLpm is { } w ? $" of {ShopUnits.Digits(w)} that this pressure drives" : "")}.");
        SupplyJudgement As(SupplyFinding finding, string words) => new(finding, $"{words} {numbers}");
        if (result.Ratio is not { } ratio) return As(SupplyFinding.Open, "Without a flow to expect, pressure and flow cannot be judged together.");
        if (ratio > (flow.SoundTo ?? double.MaxValue) + Nearly.Same)
            return As(SupplyFinding.RestrictorMissing, "Far more oil than line and restrictor can pass: a restrictor is missing, or a figure is wrong.");
        var enough = ratio >= (flow.SoundFrom ?? 0) - Nearly.Same;
        if (!known) return As(SupplyFinding.Open, "No limit for the pressure is known, so pressure and flow cannot be judged together.");
        if (galleryKpa < pressure.SoundFrom - Nearly.Same) return enough
            ? As(SupplyFinding.PumpOilOrFilter, "Both low by the same cause: the pump, the oil or the filter.")
            : As(SupplyFinding.PumpAndPipe, "Pressure low, and less flow than even that drives: the pump, the oil or the filter, and the pipe or the "
                + "restrictor.");
        if (!enough) return As(SupplyFinding.PipeOrRestrictor, "Pressure good and flow low: the pipe or the restrictor.");
        return galleryKpa > pressure.SoundTo + Nearly.Same
            ? As(SupplyFinding.PressureOver, "The pressure is over its band: a relief valve that sticks, oil too thick or too cold, or a gauge that is wrong.")
            : As(SupplyFinding.Sound, "Both good: the supply is sound.");
    }
}
