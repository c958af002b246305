using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
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

    /// <summary>A plate as read last, or null.</summary>
    public PlateRead? Read(PlateOf of) => of == PlateOf.Old ? Old : New;

    /// <summary>Whether the failed unit's plate was read by somebody, not told.</summary>
    public bool OldIsRead => Job.Record.Plate(Turbo, PlateOf.Old) is { Body.NotReadable: false } read && !PlateCheck.IsProvisional(read.Entry);

    /// <summary>The numbers a plate may carry.</summary>
    public IReadOnlyList<PlateChoice> ChoicesOf(PlateOf of) => PlateChoices.Of(Job.Context, Turbo, of);

    /// <summary>The part of the sheet on which a plate's number is touched, and what it is called.</summary>
    public static string PartOf(PlateOf of) => of == PlateOf.Old ? "plate-old" : "plate-new";

    /// <inheritdoc cref="PartOf"/>
    public static string NameOf(PlateOf of) => of == PlateOf.Old ? "Number of the failed unit" : "Number of the new unit";

    /// <summary>Whether the boxes stand unfolded: something stands in them, or there is nothing to touch.</summary>
    public bool TypingOpen => FiguresOpen || ChoicesOf(PlateOf.New).Count == 0;

    /// <summary>Records the number that was read on a plate, by its touch.</summary>
    public Task<IActionResult> OnPostTouchAsync([FromForm(Name = "touched_plate")] string? plate, [FromForm(Name = "touched_number")] string? number)
    {
        var of = JsonForm.ValueOf<PlateOf>(plate ?? "") ?? PlateOf.New;
        var read = ChoicesOf(of).FirstOrDefault(c => c.Number == number);
        if (read is null) Form.Faults.Add("maker_number", "Touch the number the plate says, or type it.");
        return RecordAsync(read is null ? null : new PlateRead(Turbo, of, MakerNumber: read.Number), "The plate is recorded.", (Known.Seen, ""),
            at: PartOf(of));
    }

    /// <summary>What the engine's list has today.</summary>
    public IReadOnlyList<string> Listed => [.. Job.Context.Parts.UnitsOf(Job.Machine.Engine).Select(Job.Context.Parts.Current).DistinctBy(PartNumber.Plain)];

    /// <summary>The photos of one plate.</summary>
    public IReadOnlyList<Noted<PhotoKept>> PhotosOf(PlateOf of) => [.. Job.Record.Photos().Where(p
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
