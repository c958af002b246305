using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Entries;
using Wattology.Core.Evidence;
using Wattology.Core.Inputs;
using Wattology.Core.Photos;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Old parts are evidence: tagged, put by, released under a name; and what the old unit is worth.</summary>
public sealed class OldPartsModel(SheetServices services) : SheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => OldParts.Check.Id;

    /// <inheritdoc/>
    public override string Title => OldParts.Check.Title;

    /// <inheritdoc/>
    public override string? PhotoPlace => PhotoPlaces.OldParts;

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(PartTagged), typeof(PartReleased), typeof(PartLetGoEarly)];

    /// <summary>What was tagged.</summary>
    public IReadOnlyList<KeptPart> Parts => OldParts.Of(Job.Record);

    /// <summary>What is offered to be tagged: unit and feed pipe of each turbo, the filter.</summary>
    public IEnumerable<(OldPart Part, int Turbo)> Offered => Job.Machine.TurboNumbers.SelectMany(t => new[] { (OldPart.Unit, t), (OldPart.FeedPipe, t) })
        .Append((OldPart.Filter, 0)).Where(o => !Parts.Any(p => p.Released is null && p.Tagged.Body.Part == o.Item1 && p.Tagged.Body.Turbo == o.Item2));

    private const int PlacesLooked = 60, PlacesMost = 5;

    /// <summary>Where old parts lie in this shop: this job's own place first, then those used most of late.</summary>
    public async Task<IReadOnlyList<string>> PlacesAsync() => [.. Parts.Reverse().Select(p => p.Tagged.Body.Where).Concat((await LastAsync<PartTagged>(
        PlacesLooked)).GroupBy(t => t.Body.Where, StringComparer.OrdinalIgnoreCase).OrderByDescending(g => g.Count()).Select(g => g.Key))
        .Distinct(StringComparer.OrdinalIgnoreCase).Take(PlacesMost)];

    /// <summary>The photos of the old parts.</summary>
    public IReadOnlyList<Noted<PhotoKept>> Photos => [.. Job.Record.Photos().Where(p => p.Body.Place == PhotoPlaces.OldParts)];

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>Tags a part.</summary>
    public Task<IActionResult> OnPostTagAsync(string? which, string? where, string? what)
    {
        (Form["where"], Form["what"]) = (where ?? "", what ?? "");
        var (part, turbo) = (which ?? "").Split(' ') is [var word, var number] && JsonForm.ValueOf<OldPart>(word) is { } p && int.TryParse(number, out var t)
            ? (p, t) : ((OldPart?)null, 0);
        if (part is null || (turbo > 0 && !Job.Machine.TurboNumbers.Contains(turbo))) Form.Faults.Add("", "Choose what is tagged.");
        if (string.IsNullOrWhiteSpace(where)) Form.Faults.Add("where", "Say where it lies, so that it is found.");
        var body = new PartTagged(part ?? OldPart.Other, turbo, (where ?? "").Trim(), part == OldPart.Other ? (what ?? "").Trim() : "");
        if (part is not null) body.Check(Form.Faults, "");
        return RecordAsync(Form.Faults.None ? body : null, "Tagged. Print its label and tie it on.", at: "tagged");
    }

    /// <summary>Releases a part.</summary>
    public Task<IActionResult> OnPostReleaseAsync([Typed] PartReleased? released, bool early)
        // Whoever lets it go before its day saw until when it is wanted.
        => RecordAsync(released is not null && early && Kept is { } until ? new PartLetGoEarly(released.Tagged, released.To, released.Why, until)
            : (EntryBody?)released, "Released under your name.");

    /// <summary>Until when a warranty giver wants the old parts kept, while that day is to come; null otherwise.</summary>
    public DateTimeOffset? Kept => Core.Warranty.Rehearsal.KeepUntil(Job.Record) is { } until && until > Now ? until : null;

    /// <summary>Says how the core value stands.</summary>
    public Task<IActionResult> OnPostCoreAsync(int turbo, string state, string? by)
    {
        var how = JsonForm.ValueOf<CoreValue>(state);
        if (how is null || !Job.Machine.TurboNumbers.Contains(turbo)) Form.Faults.Add("", "Say how it stands, and of which turbo.");
        var body = new CoreNoted(turbo, how ?? CoreValue.Owed, (by ?? "").Trim());
        Form[$"core.{turbo}.{state}"] = by ?? "";
        body.Check(Form.Faults, $"core.{turbo}");
        return RecordAsync(Form.Faults.None ? body : null, "Saved.", at: $"core-{turbo}");
    }
}
