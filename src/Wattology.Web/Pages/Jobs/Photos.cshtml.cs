using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Photos;
using Wattology.Data.Jobs;
using Wattology.Data.Photos;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Every photo of the job, what is owed by stage, and the place where new ones are kept, several at once.</summary>
[RequestSizeLimit(MostAtOnce)]
[RequestFormLimits(MultipartBodyLengthLimit = MostAtOnce)]
public sealed class PhotosModel(SheetServices services, PhotoStore photos) : SheetModel(services)
{
    // Ten of the largest, with what a form carries besides.
    private const long MostAtOnce = 10L * PictureFormat.MostBytes + (1 << 20);

    /// <inheritdoc/>
    public override string Sheet => "photos";

    /// <inheritdoc/>
    public override string Title => "Photos";

    /// <summary>The place new photos are of, where the address names one.</summary>
    [FromQuery(Name = "of")]
    public string? Of { get; set; }

    /// <summary>What is owed, and what answers it.</summary>
    public IReadOnlyList<(OwedPhoto Owed, int Turbo, IReadOnlyList<Noted<PhotoKept>> Kept)> Owed { get; private set; } = [];

    /// <summary>Every photo, place by place, in the order of the work.</summary>
    public IReadOnlyList<IGrouping<(string Place, int Turbo), Noted<PhotoKept>>> Kept { get; private set; } = [];

    /// <summary>Other jobs that use the same picture, by file.</summary>
    public ILookup<string, UsedElsewhere> Elsewhere { get; private set; } = Array.Empty<UsedElsewhere>().ToLookup(u => u.File);

    /// <summary>How far the work has come: what belongs to it or to earlier stages is owed now.</summary>
    public WorkStage Stage => Job.Work.Next?.Stage ?? WorkStage.HandOver;

    /// <summary>Places a photo may be of besides what is owed: the sheets.</summary>
    public static IEnumerable<KeyValuePair<string, string>> Places => PhotoPlaces.Owed.Select(o => KeyValuePair.Create(o.Place, o.Title))
        .Concat(CheckList.All.Where(c => PhotoPlaces.Owed.All(o => o.Place != c.Id) && c != PhotoPlaces.Check)
            .Select(c => KeyValuePair.Create(c.Id, c.Title)));

    /// <summary>A place in words.</summary>
    public static string TitleOf(string place) => CheckList.Find(place) is { } check && PhotoPlaces.Owed.All(o => o.Place != place) ? check.Title
        : PhotoPlaces.TitleOf(place);

    /// <summary>Shows the sheet.</summary>
    public Task OnGetAsync() => LoadAsync();

    /// <summary>Keeps what was chosen. One sent by script is answered for itself; a plain form sends several at once.</summary>
    public async Task<IActionResult> OnPostKeepAsync(List<IFormFile> file, string? place, int turbo, string? note, string? once)
    {
        var alone = Request.Headers.ContainsKey("X-Photo");
        var (kept, here) = (0, 0);
        if (place is null || !PhotoPlaces.IsOne(place)) Form.Faults.Add("place", "Say what the photo is of.");
        else if (turbo < 0 || turbo > Job.Machine.Turbos) Form.Faults.Add("turbo", "There is no such turbo.");
        else if (file.Count == 0) Form.Faults.Add("file", "Choose a photo first.");
        else
            foreach (var (one, i) in file.Select((f, i) => (f, i)))
            {
                try
                {
                    await using var content = one.OpenReadStream();
                    var (job, _, was) = await photos.KeepAsync(Id, User.Author(), place, turbo, (note ?? "").Trim(), content, one.FileName,
                        $"{once}-{i}", HttpContext.RequestAborted);
                    (Job, here, kept) = (job, here + (was ? 1 : 0), kept + (was ? 0 : 1));
                }
                catch (RefusedException refused) { Form.Faults.Add($"file {i + 1}", refused.Message); }
            }
        if (alone)
        {
            return Form.Faults.None ? new JsonResult(new { said = here > 0 ? PhotoKept.AlreadyHere : "Kept." })
                : new JsonResult(new { why = string.Join(" ", Form.Faults.ByPath.Values) }) { StatusCode = StatusCodes.Status422UnprocessableEntity };
        }
        if (!Form.Faults.None)
        {
            await LoadAsync();
            return Refused();
        }
        TempData["Said"] = (kept, here) switch
        {
            (0, _) => PhotoKept.AlreadyHere,
            (1, 0) => "One photo kept.",
            (_, 0) => $"{kept} photos kept.",
            _ => $"{kept} kept; {here} were here already.",
        };
        return Redirect(Here);
    }

    private async Task LoadAsync()
    {
        Owed = PhotoPlaces.For(Job.Context);
        var order = PhotoPlaces.Owed.Select((o, i) => (o.Place, i)).ToDictionary(o => o.Place, o => o.i);
        var all = Job.Record.Photos().ToArray();
        Kept = [.. all.GroupBy(p => (p.Body.Place, p.Body.Turbo)).OrderBy(g => order.GetValueOrDefault(g.Key.Place, order.Count)).ThenBy(g => g.Key.Turbo)];
        Elsewhere = (await photos.ElsewhereAsync(Id, [.. all.Select(p => p.Body.File)])).ToLookup(u => u.File);
    }
}
