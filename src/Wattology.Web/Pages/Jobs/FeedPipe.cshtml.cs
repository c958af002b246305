using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Entries;
using Wattology.Core.OilSupply;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The feed pipe: renewed, cleaned and seen through, or kept because; each a touch.</summary>
public sealed class FeedPipeModel(SheetServices services) : ReadingSheetModel<FeedPipeReading>(services, "feed-pipe", "The feed pipe is recorded.")
{
    /// <summary>The id of the part of the sheet that is answered by a touch.</summary>
    public const string Part = "pipe-seen";

    /// <summary>What the page says afterwards.</summary>
    public const string Said = "The feed pipe: saved.";

    /// <summary>What may be said of it.</summary>
    public static readonly (FeedPipeState State, string Words)[] States = [(FeedPipeState.Renewed, "renewed"),
        (FeedPipeState.CleanedAndSeenThrough, "cleaned through and seen through"), (FeedPipeState.Kept, "kept, because")];

    /// <summary>Records what was seen, by its touch.</summary>
    public Task<IActionResult> OnPostPipeAsync([Typed] FeedPipeReading? reading)
        => RecordAsync(reading, Said, (Known.Seen, ""), at: Part);
}
