using Wattology.Core.OilSupply;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The feed pipe: renewed, cleaned and seen through, or kept because.</summary>
public sealed class FeedPipeModel(SheetServices services) : ReadingSheetModel<FeedPipeReading>(services, "feed-pipe", "The feed pipe is recorded.")
{
}
