using Wattology.Core.Crankcase;
using Wattology.Core.Entries;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A sheet on which compression is recorded, cylinder by cylinder.</summary>
/// <param name="services">What every sheet needs.</param>
/// <param name="check">The check it is a sheet of.</param>
public abstract class CompressionSheetModel(SheetServices services, string check) : ReadingSheetModel<CompressionReading>(services, check,
    "The compression is recorded.")
{
    private const int FewestCylinders = 4;

    /// <summary>How many cylinders the form shows.</summary>
    public int Cylinders => Math.Min(CompressionReading.MostCylinders, RowsShown("kpa", FewestCylinders));

    /// <summary>The latest compression.</summary>
    public Noted<CompressionReading>? Measured => Job.Record.Latest<CompressionReading>();
}

/// <summary>Compression beside the crankcase.</summary>
public sealed class CompressionModel(SheetServices services) : CompressionSheetModel(services, "crankcase")
{
    /// <inheritdoc/>
    public override string Title => "Compression by cylinder";

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/compression";
}
