using Wattology.Core.Air;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Fuel under boost, on a drawing of rail and injectors; and the mixture before and after.</summary>
public sealed class FuelModel(SheetServices services) : ReadingSheetModel<FuelReading>(services, "fuel", "The fuel's reading is recorded.")
{
    /// <summary>It burns petrol: its injectors are reckoned with.</summary>
    public bool Petrol => Job.Machine.Fuel == Core.BookIn.Fuel.Petrol;

    /// <summary>The mixture, the latest of each moment and way of running, in their order.</summary>
    public IReadOnlyList<Noted<MixtureReading>> Mixtures => [.. Job.Record.All<MixtureReading>().GroupBy(m => (m.Body.Moment, m.Body.Running))
        .OrderBy(g => g.Key.Moment).ThenBy(g => g.Key.Running).Select(g => g.Last())];

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => [("referenced", "Say whether the regulator follows boost.")];

    /// <inheritdoc/>
    protected override void PrepareForm() => SuggestPart(f => f is "injectors" or "injector_cc_min" or "injector_rated_kpa" or "referenced");
}

/// <summary>The mixture, before or after boost was set.</summary>
public sealed class MixtureModel(SheetServices services) : ReadingSheetModel<MixtureReading>(services, "fuel", "The mixture is recorded.")
{
    /// <inheritdoc/>
    public override string Title => "Mixture";

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/mixture";

    /// <inheritdoc/>
    protected override string Back => SheetUrl("fuel");

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered =>
    [
        ("moment", "Say whether it was before boost was set, or after."), ("running", "Say how the engine ran."),
    ];
}
