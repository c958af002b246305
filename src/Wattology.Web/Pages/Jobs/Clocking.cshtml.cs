using Wattology.Core.BookIn;
using Wattology.Core.Clocking;
using Wattology.Core.Drawing;
using Wattology.Core.Jobs;
using Wattology.Core.Measures;
using Wattology.Core.Photos;
using Wattology.Web.Drawing;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>How the centre section stands, on the dial: on the bench or as installed, beside what was received and planned.</summary>
public sealed class ClockingModel(SheetServices services) : DialSheetModel<ClockingReading>(services, "The clocking is recorded.")
{
    private const int FewestRows = 2;

    /// <summary>How many attitudes the form shows.</summary>
    public int AttitudeRows => Math.Max(FewestRows, Form.RowsOf("input.attitudes") + 1);

    /// <summary>To maker's spec: it is looked at, and not turned.</summary>
    public bool Sealed => Job.Machine.Kind == JobKind.MakersSpec;

    /// <inheritdoc/>
    protected override ClockingDrawing Dial()
    {
        var offset = Deg("input.drain_offset_deg") ?? 180;
        var oil = Deg("input.oil_inlet_deg");
        var stands = new ClockingInput(oil ?? 0, Deg("input.heading_deg") ?? 0, Math.Clamp(Deg("input.compressor_up_deg") ?? 0, -80, 80), offset);
        var limit = Job.Context.Limits.Choose(ClockingLimits.Tilt);
        var fields = MayRecord ? new DialFields(null, "input.oil_inlet_deg", null) : null;
        var fitted = Job.Record.LatestOf<RingsFitted>(Turbo)?.Body.Rings;
        var shown = oil ?? Latest?.Body.Input.OilInletDeg;
        return new(new(FromTurbine))
        {
            Stands = [.. StandsOf(Planned), DialStand.Installed(ClockingDial.Ports((fitted?.TurbineInletDeg, shown, fitted?.OutletDeg),
                oil is null ? Latest?.Body.Input.DrainOffsetDeg ?? offset : offset, oil is null ? null : fields))],
            Boxes = ClockingDial.ReadingBoxes, Fields = fields, Forbidden = Planned?.Plan.Forbidden ?? [], OilDeg = shown, DrainOffsetDeg = offset,
            Water = Job.Machine.WaterCooled,
            Sectors = (limit.SoundTo is { } sound ? ClockingDial.DrainWithin(stands, sound) : [], (limit.DoubtTo ?? limit.SoundTo) is { } doubt
                ? ClockingDial.DrainWithin(stands, doubt) : []),
        };
    }

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview)
        => preview is { Outcome: ClockingOutcome, Body: ClockingReading } ? ("_ClockingPreview", (preview, Job.Machine.WaterCooled)) : null;

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => [("as_installed", "Say whether it was measured as installed, or on the bench.")];

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        SuggestPart(f => f is "step_deg" or "input.drain_offset_deg");
        if (Request.HasFormContentType || !Request.Query.ContainsKey("photo.photo")) return;
        // An angle read from a picture comes with the points it was read from, and is judged and recorded like one that is typed.
        var read = new FormReader(new FormCollection(Request.Query.ToDictionary(q => q.Key, q => q.Value)), Units, Form, Times);
        if (read.Read(typeof(PhotoAngle), prefix: "photo") is not PhotoAngle angle) return;
        Form["input.oil_inlet_deg"] = $"{ShopUnits.Digits(Math.Round(angle.OilInletDeg(Deg("input.drain_offset_deg") ?? 180), 1))}°";
        FromPhoto = angle;
    }

    /// <summary>The picture the angle was read from; null where it was not.</summary>
    public PhotoAngle? FromPhoto { get; private set; }

    /// <inheritdoc/>
    public override bool FiguresOpen => base.FiguresOpen || FromPhoto is not null;

    /// <summary>The fields of the picture the angle was read from, which go with it.</summary>
    public IEnumerable<KeyValuePair<string, string>> PhotoFields => Form.Typed.Where(t => t.Key.StartsWith("photo.", StringComparison.Ordinal));
}
