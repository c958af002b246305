using Wattology.Core.Crankcase;
using Wattology.Core.Entries;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Blow-by, let out through an orifice.</summary>
public sealed class BlowByModel(SheetServices services) : ReadingSheetModel<BlowByReading>(services, "crankcase", "The blow-by is recorded.")
{
    /// <inheritdoc/>
    public override string Title => "Blow-by";

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/blow-by";

    /// <summary>The latest of each way of running.</summary>
    public IReadOnlyList<Noted<BlowByReading>> Readings => [.. Job.Record.All<BlowByReading>().GroupBy(r => r.Body.Running).OrderBy(g => g.Key).Select(g
        => g.Last())];

    /// <summary>Whether what is asked under boost stands unfolded: something is typed there, or wanted.</summary>
    public bool UnderBoost => Boosted.Any(f => Form[f].Length > 0 || Form.FaultAt(f) is not null);

    private static readonly string[] Boosted = ["boost_kpa", "manifold_c"];

    /// <inheritdoc/>
    protected override void PrepareForm() => SuggestPart(f => f is "orifice_mm" or "displacement_litres");
}
