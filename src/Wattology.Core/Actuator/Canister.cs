using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.Actuator;

/// <summary>A pressure-to-open canister.</summary>
/// <param name="StartKpa">Pressure at which the rod begins to move, kPa.</param>
/// <param name="FullKpa">Pressure at full travel, kPa, above the start.</param>
/// <param name="TravelMm">Full travel, mm.</param>
/// <param name="SpecStartKpa">Pressure at which it should begin, kPa.</param>
/// <param name="RodPitchMm">Pitch of the rod's thread, mm.</param>
public sealed record CanisterInput([Bounds(Span.Pressure)] double StartKpa, [Bounds(Span.Pressure)] double FullKpa, [Bounds(Span.Length)] double TravelMm,
    [Bounds(Span.Pressure)] double SpecStartKpa, [Bounds(0, 10, AboveLeast = true)] double RodPitchMm) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (FullKpa <= StartKpa) faults.Add(Faults.Join(path, "full_kpa"), "Full travel needs more pressure than the start.");
    }
}

/// <summary>Spring rate in kPa/mm, preload in mm, and turns of the rod to its figure; positive turns shorten the rod.</summary>
public sealed record CanisterResult(double RateKpaPerMm, double PreloadMm, double TurnsToSpec);

/// <summary>The spring in a canister. Only information where settings are sealed.</summary>
public static class Canister
{
    /// <summary>rate = (full − start)/travel; preload = start/rate; turns = (spec − start)/(rate·pitch).</summary>
    public static CanisterResult Compute(CanisterInput input)
    {
        var rate = (input.FullKpa - input.StartKpa) / input.TravelMm;
        return new(rate, input.StartKpa / rate, (input.SpecStartKpa - input.StartKpa) / (rate * input.RodPitchMm));
    }
}
