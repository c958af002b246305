using Wattology.Core.Inputs;
using Wattology.Core.Numerics;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Priming;

/// <summary>What must fill before pressure can show, and how the pump fills it.</summary>
/// <param name="Line">The feed pipe.</param>
/// <param name="CrankFlowLpm">Flow while cranking in l/min.</param>
/// <param name="BurstS">One burst in s.</param>
/// <param name="RestS">Rest between bursts in s.</param>
/// <param name="FilterMl">Empty filter in ml.</param>
/// <param name="GalleryMl">Empty gallery in ml.</param>
/// <param name="HousingMl">Empty bearing housing in ml.</param>
/// <param name="PrefilledMl">Filled by hand, in ml.</param>
public sealed record PrimeFillInput(FeedLine Line, [Bounds(Span.Flow)] double CrankFlowLpm, [Bounds(Span.Seconds)] double BurstS,
    [Bounds(Span.Seconds)] double RestS,
    [Bounds(Span.Millilitres)] double FilterMl = 0, [Bounds(Span.Millilitres)] double GalleryMl = 0, [Bounds(Span.Millilitres)] double HousingMl = 0,
        [Bounds(Span.Millilitres)] double PrefilledMl = 0);

/// <summary>How long priming takes.</summary>
/// <param name="LineMl">Volume of the feed pipe in ml.</param>
/// <param name="ToFillMl">Volume to fill in ml.</param>
/// <param name="CrankSeconds">Cranking in all, s.</param>
/// <param name="Bursts">Bursts; the last may be short.</param>
/// <param name="ClockSeconds">By the clock, rests included, s.</param>
public sealed record PrimeFillResult(double LineMl, double ToFillMl, double CrankSeconds, double Bursts, double ClockSeconds);

/// <summary>Volumes over flow, in bursts and rests.</summary>
public static class PrimeFill
{
    /// <summary>Volumes to fill less what was filled by hand, over cranking flow.</summary>
    public static PrimeFillResult Compute(PrimeFillInput input)
    {
        var line = Physics.CircleArea(input.Line.IdMm) * input.Line.LengthMm / 1000;
        var fill = Math.Max(0, line + input.FilterMl + input.GalleryMl + input.HousingMl - input.PrefilledMl);
        var crank = fill / (input.CrankFlowLpm * 1000 / 60);
        var bursts = Math.Ceiling(crank / input.BurstS - Nearly.Same);
        return bursts <= 0 ? new(line, fill, 0, 0, 0) : new(line, fill, crank, bursts, crank + (bursts - 1) * input.RestS);
    }
}
