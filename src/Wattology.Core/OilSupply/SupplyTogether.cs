using System.Globalization;
using Wattology.Core.Measures;
using Wattology.Core.Limits;
using Wattology.Core.Numerics;

namespace Wattology.Core.OilSupply;

/// <summary>Where a supply fault lies, by pressure and flow together.</summary>
public enum SupplyFinding
{
    /// <summary>Both good.</summary>
    Sound,
    /// <summary>Pressure good, flow low: pipe or restrictor.</summary>
    PipeOrRestrictor,
    /// <summary>Both low: pump, oil or filter.</summary>
    PumpOilOrFilter,
    /// <summary>Pressure low, flow good: the two do not belong together.</summary>
    ReadAgain,
    /// <summary>One of the two has no verdict.</summary>
    Open,
}

/// <summary>Pressure and flow side by side.</summary>
/// <param name="Finding">Where the fault lies.</param>
/// <param name="Words">The same in a sentence, with the numbers behind.</param>
public sealed record SupplyJudgement(SupplyFinding Finding, string Words);

/// <summary>Judges oil supply by pressure and flow together, which neither can alone.</summary>
public static class SupplyTogether
{
    /// <summary>Judges.</summary>
    /// <param name="galleryKpa">Gallery pressure while oil ran, kPa.</param>
    /// <param name="pressure">Its limit; none known gives no verdict.</param>
    /// <param name="test">The catch test of the same cranking.</param>
    /// <param name="flow">The limit of measured over expected flow.</param>
    /// <param name="units">The shop's units.</param>
    /// <remarks>The expected flow follows the pressure read, so a low ratio at good pressure is a choked pipe, whatever the pump does;
    /// with a tired pump the ratio may be good, so the measured flow is then compared with what the least good pressure would drive.</remarks>
    public static SupplyJudgement Judge(double galleryKpa, Limit pressure, CatchTestInput test, Limit flow, ShopUnits units)
    {
        var result = CatchTest.Compute(test with { GalleryKpa = galleryKpa });
        var least = pressure.SoundFrom;
        var wanted = least is { } p && p > galleryKpa ? CatchTest.Compute(test with { GalleryKpa = p }).ExpectedLpm : result.ExpectedLpm;
        var share = wanted > 0 ? result.MeanLpm / wanted : null;
        var numbers = string.Create(CultureInfo.InvariantCulture, $"{units.ShowPressure(galleryKpa)} on the "
            + $"gallery{(least is { } l ? $" (from {units.ShowPressure(l)})" : "")}, {ShopUnits.Digits(result.MeanLpm)} l/min "
            + $"caught{(wanted is { } w ? $" of {ShopUnits.Digits(w)}" : "")}.");
        if (pressure.Source == LimitSource.NoneKnown || share is null) return new(SupplyFinding.Open,
            $"{numbers} No limit for the pressure is known, so pressure and flow cannot be judged together.");
        var pressureGood = pressure.Judge(galleryKpa) == Verdict.Sound;
        var flowGood = share >= (flow.SoundFrom ?? 0) - Nearly.Same;
        return (pressureGood, flowGood) switch
        {
            (true, true) => new(SupplyFinding.Sound, $"Both good: the supply is sound. {numbers}"),
            (true, false) => new(SupplyFinding.PipeOrRestrictor, $"Pressure good and flow low: the pipe or the restrictor. {numbers}"),
            (false, false) => new(SupplyFinding.PumpOilOrFilter, $"Both low: the pump, the oil or the filter. {numbers}"),
            _ => new(SupplyFinding.ReadAgain, $"Pressure low and flow good do not belong together: read the gauge again, and check line and restrictor "
                + $"figures. {numbers}"),
        };
    }
}
