using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Priming;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Priming: what for, unable to fire, all clear, oiled, cranked in timed bursts, pressure seen.</summary>
public sealed class PrimeModel(SheetServices services) : LiveSheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "prime";

    /// <inheritdoc/>
    public override string Title => "Prime";

    /// <inheritdoc/>
    public override HoldPoint Point => HoldPoint.Crank;

    /// <inheritdoc/>
    public override string PointTitle => "Before cranking";

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(Oiled), typeof(PressureRead)];

    /// <summary>Cranking so far.</summary>
    public Cranking Cranking => Cranking.Of(Job.Context);

    /// <inheritdoc/>
    public override Entry? Turning => Cranking.Running;

    /// <summary>What is disabled and not back yet.</summary>
    public IReadOnlyList<Disabled> Disabled => Firing.Open(Job.Record);

    /// <inheritdoc/>
    public override bool OwnsScreen => Cranking is { Running: not null } or { NoPressureStop: true };

    /// <summary>The question that says what it is cranked for.</summary>
    public QuestionView Purpose => new(this, Bursts.Purpose, 0);

    /// <summary>The question whether everybody is clear.</summary>
    public QuestionView Clear => new(this, Bursts.Clear, 0);

    /// <summary>Whether it is cranked to prime.</summary>
    public bool ToPrime => Bursts.IsToPrime(Job.Context);

    /// <summary>Whether it is cranked to catch oil from the feed.</summary>
    public bool ToCatch => Purpose.State.Answer?.Id == Bursts.ToCatch;

    /// <summary>What a disabled thing takes, in words.</summary>
    public static string Takes(Disabled item) => (item.Fuel, item.Spark) switch
    {
        (true, true) => "(fuel and spark)",
        (true, false) => "(fuel)",
        (false, true) => "(spark)",
        _ => "(neither)",
    };

    /// <summary>Whether a thing is ticked as taking fuel, or spark.</summary>
    public bool Ticked(string list, string item) => Typed(list).Contains(item);

    /// <summary>What is typed beside the usual things.</summary>
    public string Other(string list) => Typed(list).FirstOrDefault(t => !Firing.Usual(Job.Machine.Fuel, list == "fuel").Contains(t)) ?? "";

    private IEnumerable<string> Typed(string list) => Form.Typed.Where(t => t.Key.StartsWith(list + ".", StringComparison.Ordinal)).Select(t => t.Value);

    /// <summary>The time on the server from which something has lasted, in ms, as the browser's timer counts it.</summary>
    public long Since(Entry entry) => Now.ToUnixTimeMilliseconds() - (long)(1000 * Job.Context.SecondsSince(entry));

    /// <summary>Shows the sheet; after pressure was seen its form asks what showed.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>Records what was disabled.</summary>
    public Task<IActionResult> OnPostDisableAsync([Typed] FiringTaken? taken) => PreparedAsync(taken, "Recorded: the engine cannot fire.");

    /// <summary>Records that one thing is back.</summary>
    public Task<IActionResult> OnPostRestoreAsync(string item) => PreparedAsync(new FiringRestored(item), $"{item} is back.");

    /// <summary>Records a turbo oiled.</summary>
    public Task<IActionResult> OnPostOiledAsync([Typed] Oiled? oiled) => PreparedAsync(oiled, "Recorded. Now turn the wheel by hand.");

    /// <summary>A burst begins; its time counts from the entry, whatever happens to the page meanwhile.</summary>
    public Task<IActionResult> OnPostBurstAsync() => PreparedAsync(new BurstStarted(), "");

    /// <summary>The burst ends; what was seen meanwhile is asked next.</summary>
    public async Task<IActionResult> OnPostEndAsync(string? seen)
    {
        PrepareForm();
        // What the box read in this burst is recorded with its end: nothing is typed.
        if (BoxReads && ToPrime && Turning is { } burst && Gauge.PressureIn(burst) is { } kpa)
            return await RecordDraftsAsync([new EntryDraft(new CrankEnded()), new EntryDraft(new PressureRead(PressureBy.DirectGauge, Math.Round(kpa, 1),
                Simulated: Simulated), Known.Measured, BoxName)], $"Stopped. {BoxName} read {Units.ShowPressure(kpa)}.", Here);
        return await RecordAsync(new CrankEnded(), seen switch
        {
            "pressure" => "Stopped. What showed it, and how much?",
            "none" => "Stopped: no pressure in this burst.",
            _ => "",
        }, then: seen == "pressure" ? $"{Here}?seen=pressure" : Here);
    }

    private Task<IActionResult> PreparedAsync(EntryBody? body, string said)
    {
        PrepareForm();
        return RecordAsync(body, said);
    }

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        base.PrepareForm();
        Form.Suggest("method", Job.Context.Schools.Choose(Oiled.By).Choice.Id);
        Form.Suggest("turbo", Cranking.NotOiled.FirstOrDefault(1).ToString(CultureInfo.InvariantCulture));
    }
}
