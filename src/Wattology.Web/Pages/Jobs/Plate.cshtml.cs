using Wattology.Core.Checks;
using Wattology.Core.Jobs;
using Wattology.Core.PartNumbers;
using Wattology.Core.Photos;
using Wattology.Core.Plate;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The plates of the failed unit and of the new one, and how they compare with each other and with the engine's list.</summary>
public sealed class PlateModel(SheetServices services) : ReadingSheetModel<PlateRead>(services, "plate", "The plate is recorded.")
{
    /// <inheritdoc/>
    public override string? PhotoPlace => null;

    /// <summary>The failed unit's plate.</summary>
    public PlateRead? Old => Job.Record.Plate(Turbo, PlateOf.Old)?.Body;

    /// <summary>The new unit's plate.</summary>
    public PlateRead? New => PlateCheck.New(Job.Record, Turbo)?.Body;

    /// <summary>What the engine's list has today.</summary>
    public IReadOnlyList<string> Listed => [.. Job.Context.Parts.UnitsOf(Job.Machine.Engine).Select(Job.Context.Parts.Current).DistinctBy(PartNumber.Plain)];

    /// <summary>The photos of one plate.</summary>
    public IReadOnlyList<Core.Entries.Noted<PhotoKept>> PhotosOf(PlateOf of) => [.. Job.Record.Photos().Where(p
        => p.Body.Place == (of == PlateOf.Old ? PhotoPlaces.OldPlate : PhotoPlaces.NewPlate) && p.Body.Turbo == Turbo)];

    /// <summary>What a supplier is asked.</summary>
    public IReadOnlyList<string> Asked => Enquiry.Lines(Job.Context);

    /// <summary>How the two stand against each other and the engine's list.</summary>
    public CheckReading Match => Job.Check("plate", Turbo);

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview) => preview.Body is PlateRead { NotReadable: false } plate
        ? ("_PlatePreview", (plate, Job.Context.Parts.Unit(plate.MakerNumber), Job.Context.Parts.Current(plate.MakerNumber))) : null;

    /// <inheritdoc/>
    protected override PlateRead AsWritten(PlateRead reading) => reading.AsWritten(Job.Context.Parts);

    /// <inheritdoc/>
    protected override void PrepareForm() => Form.Suggest("plate", Old is null or { NotReadable: true } ? "old" : "new");
}
