using Wattology.Core.Entries;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Releasing the new unit for fitting.</summary>
public sealed class ReleaseModel(SheetServices services) : HoldPointSheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "release";

    /// <inheritdoc/>
    public override string Title => "Release for fitting";

    /// <inheritdoc/>
    public override HoldPoint Point => HoldPoint.Release;

    /// <inheritdoc/>
    public override string PointTitle => "Before release";

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => PrepareForm();
}
