using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Wattology.Core;
using Wattology.Core.Clocking;
using Wattology.Core.Measures;
using Wattology.Data.Evidence;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The clocking bench: a dial that turns with the typed angle, judged by the server.</summary>
public sealed class ClockingModel(JobStore jobs, TimeProvider clock) : SheetModel(jobs, clock)
{
    private const int FewestRows = 2;
    private const double FullBand = 60;

    /// <summary>What is typed beside the angles.</summary>
    private sealed record Beside(bool AsInstalled);

    /// <summary>What the preview shows.</summary>
    public sealed record Preview(ClockingResult Result, Core.Shop.Judgement Judgement, string Turn);

    public override string Sheet => "clocking";

    public override string Title => View.Named("Clocking", Unit);

    public int AttitudeRows => Math.Max(FewestRows, Form.RowsOf("attitudes") + 1);

    public double Sound => View.Limits.Choose("drain-tilt").SoundTo ?? 0;

    public double Doubt => View.Limits.Choose("drain-tilt").DoubtTo ?? Sound;

    /// <summary>The dial as it stands before anything is typed.</summary>
    public string DialDeg => Degrees(Angle("oil_inlet_deg"));

    public string DialDrainDeg => Degrees(Angle("oil_inlet_deg") + Angle("drain_offset_deg"));

    private double Angle(string field) => SpokenValue.TryRead(Form[field], Quantity.Angle, null, out var value, out _) ? value : 0;

    private static string Degrees(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);

    /// <summary>The part of the ring in which the drain may stand, as a path.</summary>
    public string BandPath(double degrees)
    {
        var (sin, cos) = Math.SinCos(Math.Min(degrees, FullBand) * Math.PI / 180);
        return string.Create(CultureInfo.InvariantCulture, $"M{-100 * sin:0.##} {100 * cos:0.##}A100 100 0 0 0 {100 * sin:0.##} {100 * cos:0.##}L{124 * sin:0.##} {124 * cos:0.##}A124 124 0 0 1 {-124 * sin:0.##} {124 * cos:0.##}z");
    }

    public void OnGet()
    {
        if (!FillFromCorrected()) PrepareForm();
    }

    /// <summary>What the angles typed so far come to.</summary>
    public IActionResult OnGetPreview()
    {
        var reader = new FormReader(new FormCollection(Request.Query.ToDictionary()), Units, Form);
        var step = reader.Text("step_deg");
        if (reader.Read<ClockingInput>() is not { } input || input.Attitudes?.Any(a => a.Name.Length == 0) == true) return Content("<p class=\"hint\">Type the oil inlet's angle.</p>", "text/html");
        var result = ClockingGeometry.Compute(input);
        return Partial("_ClockingPreview", new Preview(result, ClockingSet.Judge(input, result, View.Limits), TurnWords(input, step)));
    }

    private static string TurnWords(ClockingInput input, string step)
    {
        // On the level the drain is plumb where inlet and offset add up to half a turn.
        double? steps = SpokenValue.TryRead(step, Quantity.Angle, null, out var value, out _) && value > 0 ? value : null;
        var turn = new TurnInput(input.OilInletDeg, 180 - input.DrainOffsetDeg, steps);
        var faults = new Core.Calculations.Faults();
        turn.Check(faults, "");
        if (!faults.None) return faults.ByPath.Values.First();
        var result = Turning.Compute(turn);
        if (Math.Abs(result.TurnDeg) < 0.05) return steps is null ? "The drain hangs plumb." : $"The nearest step: {ShopUnits.Digits(Math.Abs(result.LeftDeg))}° stay.";
        var way = result.TurnDeg > 0 ? "clockwise" : "anticlockwise";
        return $"To plumb: turn the centre section {ShopUnits.Digits(Math.Abs(result.TurnDeg))}° {way}, seen from the compressor end" + (result.Steps is { } n ? $" ({Math.Abs(n)} step{(Math.Abs(n) == 1 ? "" : "s")}; {ShopUnits.Digits(Math.Abs(result.LeftDeg))}° stay)." : ".");
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        reader.Text("step_deg");
        var input = reader.Read<ClockingInput>();
        var beside = reader.Read<Beside>()!;
        for (var i = 0; i < (input?.Attitudes?.Count ?? 0); i++)
            if (input!.Attitudes![i].Name.Length == 0) Form.Faults.Add($"attitudes.{i}.name", "Say where it stands so, such as ‘level’ or ‘on the slip’.");
        var how = ReadHow(reader);
        ClockingSet? set = null;
        if (input is not null && Form.Faults.None)
        {
            var result = ClockingGeometry.Compute(input);
            set = new ClockingSet(Unit, beside.AsInstalled, input, result, ClockingSet.Judge(input, result, View.Limits));
        }
        return await RecordAsync(set, "The clocking is recorded.", how);
    }

    protected override void PrepareForm()
    {
        if (View.State.Latest<ClockingSet>(c => c.Unit == Unit) is { } last) SuggestFrom(last.Body.Input, last.Entry);
        foreach (var (field, usual) in new[] { ("oil_inlet_deg", "0"), ("drain_offset_deg", "180"), ("compressor_up_deg", "0"), ("heading_deg", "0"), ("how", "by-instrument") }) Form.Suggest(field, usual);
    }
}
