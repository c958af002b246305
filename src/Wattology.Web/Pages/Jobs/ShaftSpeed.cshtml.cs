using Wattology.Core.Air;
using Wattology.Core.Entries;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Shaft speed, estimated from boost: for comparing two states of one engine.</summary>
public sealed class ShaftSpeedModel(SheetServices services) : ReadingSheetModel<ShaftSpeedReading>(services, "charge-air", "The state is recorded.")
{
    /// <inheritdoc/>
    public override string Title => Named("Shaft speed, estimated");

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/shaft-speed/{Turbo}";

    /// <summary>States that are said by a touch; any other is typed.</summary>
    public static readonly string[] UsualStates = ["with the old filter", "with the new filter", "before the repair", "after the repair"];

    /// <summary>Every state read, in order.</summary>
    public IReadOnlyList<Noted<ShaftSpeedReading>> States => [.. Job.Record.All<ShaftSpeedReading>().Where(s => s.Body.Turbo == Turbo)];

    /// <summary>The fastest of them, in thousands per minute: the end of the scale.</summary>
    public double Fastest => States.Max(s => ((ShaftSpeedOutcome)s.Outcome!).Krpm);

    /// <summary>The last state against the one before, in words; empty while there is one only.</summary>
    public string Compared
    {
        get
        {
            if (States is not [.., var before, var after]) return "";
            var share = 100 * (((ShaftSpeedOutcome)after.Outcome!).Krpm / ((ShaftSpeedOutcome)before.Outcome!).Krpm - 1);
            var much = Math.Abs(share).ToString("0.#", System.Globalization.CultureInfo.InvariantCulture);
            return Math.Abs(share) < 0.5 ? $"‘{after.Body.State}’ runs as fast as ‘{before.Body.State}’."
                : $"‘{after.Body.State}’ runs about {much} % {(share > 0 ? "faster" : "slower")} than ‘{before.Body.State}’.";
        }
    }

    /// <inheritdoc/>
    protected override void PrepareForm() => SuggestPart(f => f is "wheel_mm" or "altitude_m");
}
