using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.Fitting;

/// <summary>A wrench with a crow's foot.</summary>
/// <param name="TargetNm">Torque wanted at the fixing, N·m.</param>
/// <param name="WrenchMm">Wrench, grip to square, mm.</param>
/// <param name="AdapterMm">Adapter, square to fixing, mm.</param>
/// <param name="AngleDeg">Angle of the adapter to the wrench: 0 straight on, 90 across.</param>
public sealed record TorqueAdapterInput([Bounds(0, 100_000, AboveLeast = true)] double TargetNm, [Bounds(Span.Length)] double WrenchMm,
    [Bounds(Span.Length)] double AdapterMm, double AngleDeg = 0) : IHasRules
{
    /// <summary>The arm that acts, mm.</summary>
    public double ArmMm => WrenchMm + AdapterMm * Math.Cos(Math.IEEERemainder(AngleDeg, 360) * Math.PI / 180);

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (ArmMm <= 0) faults.Add(Faults.Join(path, "adapter_mm"), "Turned back this far, the adapter takes the whole arm away.");
    }
}

/// <summary>What to set the wrench to, N·m.</summary>
public sealed record TorqueAdapterResult(double SetNm);

/// <summary>Corrects a torque for an adapter.</summary>
public static class TorqueAdapter
{
    /// <summary>T·L/(L + E·cos α).</summary>
    public static TorqueAdapterResult Compute(TorqueAdapterInput input) => new(input.TargetNm * input.WrenchMm / input.ArmMm);
}
