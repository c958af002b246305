using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Clocking;
using Wattology.Core.Entries;
using Wattology.Core.Measures;
using Wattology.Core.Photos;
using Wattology.Data.Photos;
using Wattology.Web.Forms;
using Wattology.Web.Photos;

namespace Wattology.Web.Pages.Jobs;

/// <summary>One photo: looked at closely, marked on a copy, put beside another, and an angle read from it.</summary>
public sealed class PhotoModel(SheetServices services, PhotoStore photos, PhotoCopies copies) : SheetModel(services)
{
    /// <summary>Hash of the entry that kept it.</summary>
    [FromRoute]
    public string Photo { get; set; } = "";

    /// <summary>Hash of the entry of a photo to put beside it.</summary>
    [FromQuery]
    public string? Beside { get; set; }

    /// <inheritdoc/>
    public override string Sheet => "photos";

    /// <inheritdoc/>
    public override string Here => PhotoLinks.PageUrl(Id, Photo);

    /// <inheritdoc/>
    public override string Title => Kept is { } kept ? Job.Machine.Named(PhotosModel.TitleOf(kept.Body.Place), kept.Body.Turbo) : "Photo";

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(PhotoMarked), typeof(PhotoAngle)];

    /// <inheritdoc/>
    protected override bool IsThere => Kept is not null;

    /// <summary>The photo; on every page that is shown it is there.</summary>
    public Noted<PhotoKept>? Kept => JobPhotos.Find(Job.Record, Photo);

    /// <summary>The photo beside it; null where none is.</summary>
    public Noted<PhotoKept>? Other => Beside is null ? null : JobPhotos.Find(Job.Record, Beside);

    /// <summary>Other jobs that use the same picture.</summary>
    public IReadOnlyList<UsedElsewhere> Elsewhere { get; private set; } = [];

    /// <summary>The clocking readings whose angle was read from it.</summary>
    public IEnumerable<Noted<ClockingReading>> ReadFromIt => Job.Record.All<ClockingReading>().Where(c => c.Body.Photo?.Photo == Photo);

    /// <summary>What an angle read from it comes to; null until its points are touched.</summary>
    public PhotoAngle? Angle { get; private set; }

    /// <summary>The drawing of a photo with its marks; null where its file is missing.</summary>
    public async Task<string?> DrawAsync(Noted<PhotoKept> photo)
    {
        if (!photo.Body.Shown || await copies.SizeAsync(photo.Body.File) is not { } size) return null;
        var says = $"{Job.Machine.Named(PhotosModel.TitleOf(photo.Body.Place), photo.Body.Turbo)}{(photo.Body.Note.Length > 0 ? $": {photo.Body.Note}" : "")}";
        return PhotoDrawing.Render(PhotoLinks.Url(Id, photo.Entry.Hash, CopySize.Shown), says, size.Width, size.Height,
            JobPhotos.MarksOn(Job.Record, photo.Entry.Hash));
    }

    /// <summary>Shows it.</summary>
    public async Task OnGetAsync() => Elsewhere = await photos.ElsewhereAsync(Id, [Kept!.Body.File]);

    /// <summary>Keeps what was drawn on the copy.</summary>
    public Task<IActionResult> OnPostMarkAsync([Typed] PhotoMarked? marked)
        => RecordAsync(marked, "The marks are kept on a copy; the picture itself is as it was.");

    /// <summary>What the touched points come to; nothing is recorded.</summary>
    public IActionResult OnPostAngle([Typed] PhotoAngle? photo)
    {
        Angle = photo;
        return Partial("_PhotoAngle", this);
    }

    /// <summary>Where the clocking sheet takes the angle up, with the points it was read from.</summary>
    public string ClockingUrl(PhotoAngle angle)
    {
        var fields = new FormState();
        new FormFill(fields, Units, Times).Into(angle, prefix: "photo");
        return $"{SheetUrl("clocking", Math.Max(1, Kept!.Body.Turbo))}{QueryString.Create(fields.Typed.Select(f
            => KeyValuePair.Create(f.Key, (string?)f.Value)))}";
    }

    /// <summary>A share of the picture's width, as forms carry it.</summary>
    public static string Share(double share) => share.ToString("0.####", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>An angle to a tenth of a degree.</summary>
    public static string Deg(double angle) => $"{ShopUnits.Digits(Math.Round(angle, 1))}°";
}
