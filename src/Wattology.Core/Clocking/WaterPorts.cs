using Wattology.Core.Measures;

namespace Wattology.Core.Clocking;

/// <summary>The two water ports of a centre section, a quarter turn from the oil inlet on either side: which one lies low, and which high.</summary>
/// <param name="LowDeg">The low one, clockwise from twelve o'clock seen from the compressor end.</param>
/// <param name="HighDeg">The high one.</param>
/// <param name="RiseDeg">How steeply the way from the one to the other rises, degrees, 0 and more.</param>
public sealed record WaterPorts(double LowDeg, double HighDeg, double RiseDeg)
{
    /// <summary>Less than this is one height: steam finds no way up.</summary>
    public const double LeastRiseDeg = 3;

    /// <summary>The ports of a centre section that stands so, the machine standing as it is given first.</summary>
    /// <param name="stands">How it stands.</param>
    public static WaterPorts Of(ClockingInput stands)
    {
        double Rise(double side) => 90 - ClockingGeometry.Compute(stands with { OilInletDeg = stands.OilInletDeg + side }).Rows[0].InletTiltDeg;
        var (right, left) = (Turning.Wrap(stands.OilInletDeg + 90), Turning.Wrap(stands.OilInletDeg - 90));
        return Rise(90) < Rise(-90) ? new(right, left, Rise(-90)) : new(left, right, Rise(90));
    }

    /// <summary>What follows for the water, in a sentence.</summary>
    public string Words => RiseDeg < LeastRiseDeg
        ? "Both water ports stand at one height: where there are four, in at the lower one of one side and out at the upper one of the other, so that steam "
            + "rises and leaves; with two, bleed it well."
        : $"Water goes in at the low port, {ClockingPlan.At(LowDeg)}, and out at the high one, {ClockingPlan.At(HighDeg)}: the way rises by {
            ShopUnits.Digits(Math.Round(RiseDeg))}°, so that steam leaves.";
}
