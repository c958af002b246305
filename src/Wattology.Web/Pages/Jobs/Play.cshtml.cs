using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Play;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Shaft play by a dial: which way, at which end, one take or several.</summary>
public sealed class PlayModel(SheetServices services) : ReadingSheetModel<PlayReading>(services, PlayReading.KindName, "The play is recorded.")
{
    private const int FewestTakes = 3;

    /// <summary>The latest reading of each direction and end.</summary>
    public new IReadOnlyList<Noted<PlayReading>> Latest => PlayCheck.Latest(Job.Record, Turbo);

    /// <summary>How many takes the form shows.</summary>
    public int TakeRows => Math.Min(PlayReading.MostTakes, RowsShown("takes_mm", FewestTakes));

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview)
        => preview is { Outcome: PlayOutcome outcome, Body: PlayReading reading } ? ("_PlayPreview", (outcome, reading, Units)) : null;

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => [("direction", "Say which way the shaft was moved."),
        ("end", "Say at which end the dial stood.")];
}
