using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Checks;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Core.Crank;
using Wattology.Core.Priming;
using Wattology.Core.UnitOpen;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The oil supply: a timed catch, judged against a clean line.</summary>
public sealed class OilSupplyModel(SheetServices services) : ReadingSheetModel<CatchTestReading>(services, "oil-supply", "The catch test is recorded.")
{
    private const int FewestRows = 3;
    private CatchTestReading? _reading;
    private SupplyChart? _chart;

    /// <summary>Whether something is recorded as disabled.</summary>
    public bool CannotFire => Bursts.WasSafe(Job.Context);

    /// <summary>How many runs the form shows.</summary>
    public int RunRows => RowsShown("input.runs", FewestRows);

    /// <summary>The chart of a catch, by what it is judged by now.</summary>
    public SupplyChart ChartOf(Noted<CatchTestReading> last) => ChartOf(last.Body, TypedOf(last.Entry));

    private SupplyChart ChartOf(CatchTestReading reading, IReadOnlyDictionary<string, string> typed) => SupplyChart.Of(reading.Input,
        Job.Context.Limits.Choose(SupplyLimits.Ratio), LineDoubt.Of(typed), UnitKind.Of(Job.Context, Turbo).Bearings == Bearings.Rolling);

    /// <summary>The bench as far as it is typed.</summary>
    public SupplyBench Bench => SupplyBench.Of(new(Understood(Form["input.line.length_mm"], Measure.Length), Understood(Form["input.line.id_mm"],
        Measure.Length), Understood(Form["input.restrictor_mm"], Measure.Length), [.. Enumerable.Range(0, RunRows).Select(Run)],
        Form["input.discard_first"] == "true"));

    /// <summary>The chart on the bench: of the catch as it is typed, or else of the one recorded last; null where there is neither.</summary>
    public SupplyChart? Chart => _chart ??= _reading is { } typed ? ChartOf(typed, Form.Typed) : Latest is { } last ? ChartOf(last) : null;

    /// <summary>Whether the chart on the bench is of what is typed.</summary>
    public bool ChartIsTyped => _reading is not null;

    // A run may be said in its first box in one breath.
    private (double? Ml, double? Seconds) Run(int row)
    {
        var (ml, seconds) = (Form[$"input.runs.{row}.ml"], Form[$"input.runs.{row}.seconds"]);
        if (seconds.Length == 0 && TypedValue.TrySplitRun(ml, out var volume, out var time)) (ml, seconds) = (volume, time);
        return (Understood(ml, Measure.Volume), Understood(seconds, Measure.Seconds));
    }

    /// <summary>Pump or pipe: what pressure and flow say together; null where the gallery was not read.</summary>
    public SupplyJudgement? Together(CatchTestReading reading) => reading.Input.GalleryKpa is { } gallery
        ? SupplyTogether.Judge(gallery, Job.Context.Limits.Choose(PressureLimits.Cranking), reading.Input, Job.Context.Limits.Choose(SupplyLimits.Ratio), Units)
        : null;

    /// <summary>What sound catches came to on other jobs with this engine, l/min; null under two.</summary>
    public async Task<EarlierBand?> EngineBandAsync() => EarlierBand.Of([.. (await OnEngineAsync<CatchTestReading>())
        .Select(c => c.Outcome).OfType<CatchTestOutcome>().Where(o => o.Judgement.Verdict == Verdict.Sound).Select(o => o.Result.MeanLpm)]);

    /// <summary>How each place out of sight was seen last.</summary>
    public IReadOnlyDictionary<string, LookAnswer?> Hidden => HiddenPlaces.All.ToDictionary(q => q.Id, q => q.Read(Job.Context, Turbo).Answer);

    /// <summary>Lengths that are said without a tape.</summary>
    public static readonly (string Words, string Value)[] Lengths = [("short", "about 0.25 m"), ("about 0.5 m", "about 0.5 m"), ("about 1 m", "about 1 m")];

    /// <summary>What is known of feed pipe and hidden places, in a few words.</summary>
    public string HiddenSaid => $"{Job.Record.LatestOf<FeedPipeReading>(Turbo)?.Body.Brief ?? "pipe not looked at"}, {Hidden.Values.Count(a => a is not null)
        } of {Hidden.Count} places seen{(Hidden.Values.Any(a => a?.Verdict == Verdict.Stop) ? ", one blocked" : "")}";

    /// <summary>Whether they stand unfolded: one was just answered.</summary>
    public bool HiddenOpen => HiddenPlaces.All.Any(q => IsSavedAt(QuestionView.IdOf(q.Id, Turbo)) || Form.FaultAt($"look.{q.Id}") is not null)
        || IsSavedAt(FeedPipeModel.Part) || Form.FaultAt("because") is not null;

    /// <summary>Records what became of the feed pipe, by its touch.</summary>
    public Task<IActionResult> OnPostPipeAsync([Typed] FeedPipeReading? reading)
        => RecordAsync(reading, FeedPipeModel.Said, (Known.Seen, ""), at: FeedPipeModel.Part);

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [.. base.Records, typeof(FeedPipeReading)];

    /// <inheritdoc/>
    public override (string Partial, object Model)? BenchDrawn => ("_SupplyBench", this);

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview)
    {
        (_reading, _chart) = (preview.Body as CatchTestReading, null);
        return _reading is { } reading ? ("_SupplySays", (Chart!, Together(reading), (SheetModel)this)) : null;
    }

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        // The line does not change between tests; only the catches do.
        if (Latest is { } last)
        {
            var filled = new FormState();
            new FormFill(filled, Units, Times).Into(last.Body, TypedOf(last.Entry));
            foreach (var field in new[] { "input.line.id_mm", "input.line.length_mm", "input.line.minor_k", "input.line.rise_mm" }) Form.Suggest(field,
                filled[field]);
            Form.Suggest(OilGradeField.Name, OilGradeField.ChoiceOf(last.Body.Grade));
        }
        if (Job.Record.LatestOf<RestrictorReading>(Turbo)?.Body is { Fitted: true, HoleMm: { } hole }) Form.Suggest("input.restrictor_mm",
            Units.ShowLength(hole));
        Form.Suggest(OilGradeField.Name, "5W-30");
    }
}
