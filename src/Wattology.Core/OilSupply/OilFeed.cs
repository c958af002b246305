using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.OilSupply;

/// <summary>The feed pipe.</summary>
/// <param name="IdMm">Bore in mm.</param>
/// <param name="LengthMm">Length in mm.</param>
/// <param name="MinorK">Loss coefficient of its bends and ends; about 3, near 4 with two banjos.</param>
/// <param name="RiseMm">Height of the turbo's inlet above the take-off in mm; negative when it lies below.</param>
public sealed record FeedLine([Bounds(Span.Diameter), Usual(1.5, 20)] double IdMm, [Bounds(Span.Length), Usual(50, 4_000)] double LengthMm,
    [Bounds(Span.LossCoefficient)] double MinorK = 3, [Bounds(Span.Height)] double RiseMm = 0);

/// <summary>What the bearing housing lets through, by one reference point.</summary>
/// <param name="RefFlowLpm">Flow at the reference point in l/min.</param>
/// <param name="RefKpa">Pressure drop at the reference point in kPa, above 0.</param>
/// <param name="RefMuMpas">Dynamic viscosity at the reference point in mPa·s.</param>
/// <param name="InertialShare">The share of that drop that follows flow squared, 0 to 1.</param>
public sealed record Bearing([Bounds(Span.Flow)] double RefFlowLpm, [Bounds(0, 2000, AboveLeast = true), In(Measure.Pressure)] double RefKpa,
    [Bounds(0, 100_000, AboveLeast = true)] double RefMuMpas, [Bounds(Span.Share)] double InertialShare = 0.3)
{
    /// <summary>A usual plain-bearing turbo of car and van size; an assumption until the maker's figure is known.</summary>
    public static readonly Bearing UsualPlain = new(2.0, 300, 10);
}

/// <summary>A feed and what drives it.</summary>
/// <param name="Oil">The oil.</param>
/// <param name="OilTempC">Its temperature in °C.</param>
/// <param name="GalleryKpa">Gallery pressure in kPa, gauge.</param>
/// <param name="Line">The pipe.</param>
/// <param name="RestrictorMm">Hole of the restrictor in mm, none when null; not above the line's bore.</param>
/// <param name="RestrictorLengthMm">Its length in mm; twice the hole when null.</param>
/// <param name="Bearing">The bearing housing; an open end when null.</param>
public sealed record OilFeedInput(Oil Oil, [Bounds(Span.OilTemperature)] double OilTempC, [Bounds(Span.Pressure)] double GalleryKpa, FeedLine Line,
    [Bounds(Span.Diameter)] double? RestrictorMm = null, [Bounds(Span.Length)] double? RestrictorLengthMm = null, Bearing? Bearing = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path) => ShortTube.Check(RestrictorMm, RestrictorLengthMm, Line, faults, path);
}

/// <summary>Flow and where the pressure goes.</summary>
/// <param name="FlowLpm">Flow in l/min.</param>
/// <param name="InletKpa">Pressure at the turbo's oil inlet in kPa.</param>
/// <param name="LineKpa">Drop along the pipe in kPa.</param>
/// <param name="RestrictorKpa">Drop over the restrictor in kPa.</param>
/// <param name="LineRe">Reynolds number in the pipe.</param>
public sealed record OilFeedResult(double FlowLpm, double InletKpa, double LineKpa, double RestrictorKpa, double LineRe);

/// <summary>The oil feed as resistances in series.</summary>
public static class OilFeed
{
    /// <summary>Finds the one flow at which the drops add up to the pressure available.</summary>
    /// <remarks>Available is gallery pressure less the column to the inlet; with none left everything is 0.</remarks>
    public static OilFeedResult Compute(OilFeedInput input)
    {
        var drops = new FeedDrops(input.Oil.At(input.OilTempC), input.Line, input.RestrictorMm, input.RestrictorLengthMm, input.Bearing);
        var available = drops.Available(input.GalleryKpa);
        if (available <= 0) return new OilFeedResult(0, 0, 0, 0, 0);
        var flow = Root.OfRising(drops.Total, available, 1e-5);
        return new OilFeedResult(flow / Physics.LitrePerMinute, drops.BearingDrop(flow) / 1000, drops.LineDrop(flow) / 1000,
            drops.RestrictorDrop(flow) / 1000, drops.LineReynolds(flow));
    }
}

/// <summary>The pressure drops of one feed with one oil, as functions of flow in m³/s; Pa.</summary>
internal sealed class FeedDrops(OilViscosity oil, FeedLine line, double? restrictorMm, double? restrictorLengthMm, Bearing? bearing)
{
    private readonly double _bore = line.IdMm / 1000;

    public double Available(double galleryKpa) => galleryKpa * 1000 - oil.RhoKgM3 * Physics.Gravity * line.RiseMm / 1000;

    public double LineReynolds(double flow) => flow / Physics.CircleArea(_bore) * _bore / oil.Nu;

    public double LineDrop(double flow) => oil.RhoKgM3 * PipeFlow.Loss(flow / Physics.CircleArea(_bore), line.LengthMm / 1000, _bore, line.MinorK, oil.Nu);

    public double RestrictorDrop(double flow) => restrictorMm is { } d ? ShortTube.Drop(flow, d / 1000, (restrictorLengthMm ?? 2 * d) / 1000, oil) : 0;

    // Density, in kg/m³, at which a bearing's reference drop is taken to hold: engine oil of 870 kg/m³ at 15 °C when it is near 115 °C.
    private const double BearingReferenceDensity = 810;

    public double BearingDrop(double flow)
    {
        if (bearing is null) return 0;
        var q = flow / Physics.LitrePerMinute / bearing.RefFlowLpm;
        var viscous = (1 - bearing.InertialShare) * oil.MuMpas / bearing.RefMuMpas * q;
        return 1000 * bearing.RefKpa * (viscous + bearing.InertialShare * oil.RhoKgM3 / BearingReferenceDensity * q * q);
    }

    public double Total(double flow) => LineDrop(flow) + RestrictorDrop(flow) + BearingDrop(flow);
}

/// <summary>A restrictor as a short tube: Lichtarowicz, Duggins and Markland (1965), without its small third term. SI units.</summary>
internal static class ShortTube
{
    private static (double A, double C) Coefficients(double slenderness, double diameter, double nu)
        => (1 / (0.827 - 0.0085 * slenderness), 20 * (1 + 2.25 * slenderness) * nu / diameter);

    /// <summary>Pressure drop at a flow. From Q/A = v²/(a·v + c), solved for the ideal velocity v.</summary>
    public static double Drop(double flow, double diameter, double length, OilViscosity oil)
    {
        var (a, c) = Coefficients(length / diameter, diameter, oil.Nu);
        var w = flow / Physics.CircleArea(diameter);
        var v = (w * a + Math.Sqrt(w * w * a * a + 4 * w * c)) / 2;
        return oil.RhoKgM3 * v * v / 2;
    }

    /// <summary>The hole (length twice its diameter) that passes a flow at a pressure drop; m.</summary>
    public static double Hole(double flow, double drop, OilViscosity oil)
    {
        var v = Math.Sqrt(2 * drop / oil.RhoKgM3);
        return Root.OfRising(d =>
        {
            var (a, c) = Coefficients(2, d, oil.Nu);
            return Physics.CircleArea(d) * v / (a + c / v);
        }, flow, 1e-3);
    }

    public static void Check(double? restrictorMm, double? lengthMm, FeedLine line, Faults faults, string path)
    {
        if (restrictorMm > line.IdMm)
            faults.Add(Faults.Join(path, "restrictor_mm"), $"A restrictor is no wider than the line's bore, {line.IdMm} mm.");
        if (lengthMm is { } length && restrictorMm is { } hole && length > 90 * hole)
            faults.Add(Faults.Join(path, "restrictor_length_mm"), "Longer than 90 times its hole this is a pipe, not a restrictor.");
    }
}
