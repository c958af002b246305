using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.LooseEnds;
using Wattology.Core.Photos;
using Wattology.Web.Drawing;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The strip ledger: what came off, on a drawing of the unit and as a list; turned round, the refitting list.</summary>
public sealed class StripModel(SheetServices services) : SheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "loose-ends";

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/strip/{Turbo}{(TurnedRound is { } back ? $"?back={(back ? "true" : "false")}" : "")}";

    /// <inheritdoc/>
    public override string Title => Named(Refitting ? "Refitting list" : "Strip ledger");

    /// <inheritdoc/>
    public override string? PhotoPlace => "strip";

    /// <summary>The list is turned round, as the address says; by the stage of the work where it does not.</summary>
    [FromQuery(Name = "back")]
    public bool? TurnedRound { get; set; }

    /// <summary>Whether things go on again.</summary>
    public bool Refitting => TurnedRound ?? (Job.Work.Next?.Stage >= WorkStage.Fit);

    /// <summary>What came off, as it is worked through.</summary>
    public IReadOnlyList<StripLine> Lines => Refitting ? StripLedger.TurnedRound(Job.Context) : StripLedger.Of(Job.Context);

    /// <summary>The photos of a line.</summary>
    public IReadOnlyList<Noted<PhotoKept>> PhotosOf(StripLine line) => [.. Job.Record.Photos().Where(p => p.Body.Place == PhotoPlaces.OfLoose(line.Off.Hash))];

    /// <summary>The drawing.</summary>
    public string Draw()
    {
        var ledger = StripLedger.Of(Job.Context);
        return StripDrawing.Render(StripBoard.Of(Job.Machine), p => StripLedger.OffAt(ledger, p, Job.Machine, Turbo) is not null, MayRecord);
    }

    /// <inheritdoc/>
    public override string PostTo(string handler) => $"/jobs/{Id}/strip/{Turbo}?handler={handler}{(TurnedRound is { } back ? $"&back={(back ? "true"
        : "false")}" : "")}";

    /// <summary>Shows it.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>Something came off.</summary>
    public Task<IActionResult> OnPostOffAsync(string? place, string? named, string? other, int? count)
    {
        // Touched on the drawing, or in the list.
        var touched = string.IsNullOrEmpty(named) ? place : named;
        var what = StripLedger.PlacesOf(Job.Machine).FirstOrDefault(p => p.Id == touched);
        var body = what is not null ? StripLedger.Off(what, Job.Machine, Turbo, count)
            : string.IsNullOrWhiteSpace(other) ? null : new LooseEndOpened(LooseKind.Removed, other.Trim(), count);
        if (body is null) Form.Faults.Add("other", "Say what came off.");
        if (count is < 1 or > 999) Form.Faults.Add("count", "How many, from 1 up to 999.");
        if (what is not null && StripLedger.OffAt(StripLedger.Of(Job.Context), what, Job.Machine, Turbo) is { } already)
            Form.Faults.Add("", $"{already.Place} is off already, says {already.Off.By}.");
        return RecordAsync(Form.Faults.None ? body : null, $"{what?.Title ?? other?.Trim()}: off.", at: "strip");
    }

    /// <summary>Something is on again.</summary>
    public Task<IActionResult> OnPostOnAsync(string line)
    {
        var found = StripLedger.Of(Job.Context).FirstOrDefault(l => l.Off.Hash == line);
        if (found is null) Form.Faults.Add("", "There is no such line.");
        else if (found.Back is { } back) Form.Faults.Add("", $"{found.Place} is on again already, says {back.By}.");
        return RecordAsync(Form.Faults.None ? StripLedger.On(found!) : null, $"{found?.Place}: on again.", (Known.Seen, ""), at: "strip");
    }
}
