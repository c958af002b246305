using System.Globalization;
using Wattology.Core.Clocking;
using Wattology.Core.Jobs;
using Wattology.Core.Measures;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The clocking bench: a dial that turns with the typed angle, judged by the server.</summary>
public sealed class ClockingModel(SheetServices services) : ReadingSheetModel<ClockingReading>(services, "clocking", "The clocking is recorded.")
{
    private const int FewestRows = 2;
    private const double FullBand = 60;

    /// <summary>How many attitudes the form shows.</summary>
    public int AttitudeRows => Math.Max(FewestRows, Form.RowsOf("input.attitudes") + 1);

    /// <summary>Up to this tilt the drain is sound, degrees.</summary>
    public double Sound => Job.Context.Limits.Choose(ClockingLimits.Tilt).SoundTo ?? 0;

    /// <summary>Up to this tilt the drain is doubtful, degrees.</summary>
    public double Doubtful => Job.Context.Limits.Choose(ClockingLimits.Tilt).DoubtTo ?? Sound;

    /// <summary>The oil inlet on the dial before anything is typed.</summary>
    public string DialDeg => Degrees(Angle("input.oil_inlet_deg"));

    /// <summary>The drain on the dial before anything is typed.</summary>
    public string DialDrainDeg => Degrees(Angle("input.oil_inlet_deg") + (Form["input.drain_offset_deg"].Length == 0 ? 180 : Angle("input.drain_offset_deg")));

    /// <summary>Whether an angle is typed at all: before that the dial shows none.</summary>
    public bool Measured => Form["input.oil_inlet_deg"].Length > 0;

    private double Angle(string field) => TypedValue.Read(Form[field], Quantity.Of(Measure.Angle)).Value ?? 0;

    private static string Degrees(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);

    /// <summary>The part of the ring in which the drain may stand, as a path.</summary>
    public static string BandPath(double degrees)
    {
        var (sin, cos) = Math.SinCos(Math.Min(degrees, FullBand) * Math.PI / 180);
        return string.Create(CultureInfo.InvariantCulture,
            $"M{-100 * sin:0.##} {100 * cos:0.##}A100 100 0 0 0 {100 * sin:0.##} {100 * cos:0.##}L{124 * sin:0.##} {124 * cos:0.##}A124 124 0 0 1 "
                + $"{-124 * sin:0.##} {124 * cos:0.##}z");
    }

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview)
        => preview is { Outcome: ClockingOutcome, Body: ClockingReading } ? ("_ClockingPreview", preview) : null;

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => [("as_installed", "Say whether it was measured as installed, or on the bench.")];

    /// <inheritdoc/>
    protected override void PrepareForm() => SuggestPart(f => f is "step_deg" or "input.drain_offset_deg");
}
