using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Clocking;
using Wattology.Core.Drain;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The drain, segment by segment.</summary>
public sealed class DrainModel(SheetServices services) : ReadingSheetModel<DrainReading>(services, "drain", "The drain is recorded.")
{
    private const int FewestRows = 2;
    private const double HotTempC = 90;
    private const double AssumedGalleryKpa = 300;
    private DrainReading? _reading;
    private DrainSystemInput? _system;
    private DrainSystemResult? _together;
    private IReadOnlyList<Cure>? _cures;

    /// <summary>How many segments the form shows.</summary>
    public int SegmentRows => RowsShown("input.segments", FewestRows);

    /// <summary>What is known of the flow, beside the box.</summary>
    public string FlowHint => LastCatch is not { } feed ? "The maker's figure, or an estimate; about 1 to 3 l/min hot on a car or van."
        : $"An estimate for this job's feed line, {Units.ShowPressure(AssumedGalleryKpa)} at {Units.ShowTemperature(HotTempC)} and a usual plain bearing: "
        + $"{Units.Show(OilFeed.Compute(new OilFeedInput(feed.Input.Oil, HotTempC, AssumedGalleryKpa, feed.Input.Line, feed.Input.RestrictorMm,
            feed.Input.RestrictorLengthMm, Bearing.UsualPlain)).FlowLpm, Measure.Flow)}. The maker's figure wins.";

    /// <summary>The drain as far as it is typed; as it was measured last, while no fall is.</summary>
    public TypedDrain Shown => Latest is { } last && Typed.Stretches.All(s => s.FallMm is null) ? new([.. Enumerable.Range(0, SegmentRows).Select(i
        => last.Body.Input.Segments.ElementAtOrDefault(i) is { } s ? new TypedStretch(s.LengthMm, s.FallMm) : new(null, null))],
            last.Body.Input.ExitAboveOilMm) : Typed;

    /// <summary>The drain as far as it is typed.</summary>
    public TypedDrain Typed => new([.. Enumerable.Range(0, SegmentRows).Select(i => new TypedStretch(Mm($"input.segments.{i}.length_mm"),
        Mm($"input.segments.{i}.fall_mm")))], Mm("input.exit_above_oil_mm"));

    private double? Mm(string field) => Understood(Form[field], Measure.Length);

    /// <summary>Feed and drain together in three states, by what is typed and else by what was measured last; null where nothing was caught or typed.</summary>
    public DrainSystemInput? System => _system ??= (_reading ?? Latest?.Body) is { } drain ? DrainStates.System(Job.Record, Turbo, drain.Input, Tilt) : null;

    /// <summary>What it comes to, state by state.</summary>
    public DrainSystemResult? Together => _together ??= System is { } system ? DrainSystem.Compute(system, Job.Context.Limits) : null;

    /// <summary>Single changes that would make it sound, the smallest first.</summary>
    public IReadOnlyList<Cure> Cures => _cures ??= System is { } system ? DrainSystem.Cures(system, Job.Context.Limits) : [];

    /// <summary>The cure that is tried by a touch; null where none is.</summary>
    public Cure? Tried => int.TryParse(Request.HasFormContentType ? Request.Form["try"].ToString() : "", out var at) && at >= 0 && at < Cures.Count
        ? Cures[at] : null;

    /// <summary>What the system comes to with a cure, in its deciding state.</summary>
    public DrainStateResult? With(Cure cure)
    {
        if (System is not { } system || Drain is not { } drain) return null;
        var (segments, exit) = DrainStates.With(drain, cure);
        var changed = system with { Segments = segments, ExitAboveOilMm = exit };
        if (cure.Kind == CureKind.WiderBore) changed = changed with { DrainMm = cure.Amount };
        if (cure.Kind == CureKind.CentreTurned) changed = changed with { DrainTiltDeg = Math.Max(0, system.DrainTiltDeg - cure.Amount) };
        if (cure.Kind == CureKind.CrankcaseDown) changed = changed with { States = [.. system.States.Select(s
            => s with { CrankcaseKpa = Math.Min(s.CrankcaseKpa,
            cure.Amount) })] };
        var result = DrainSystem.Compute(changed, Job.Context.Limits);
        return result.States.First(s => s.Name == result.Deciding);
    }

    /// <summary>The drain typed in full, or else measured last.</summary>
    public DrainInput? Drain => (_reading ?? Latest?.Body)?.Input;

    /// <summary>The bench as it stands.</summary>
    public DrainBench Bench => DrainBench.Of(Shown, Tried is { Kind: CureKind.SegmentSteepened or CureKind.EntryRaised } cure && Drain is { } drain
        ? DrainStates.With(drain, cure).Segments : null, Together?.States.Where(s => s.Drain is not null).Select(s => new HoldUp(s.Name,
            s.Drain!.HoldUpMm, s.Drain.Margin)).ToArray());

    /// <summary>The stretch a touch is meant for, from 0.</summary>
    public int Stretch => int.TryParse(Form["stretch"], out var at) ? at : 0;

    /// <summary>The boxes hold what a touch made of them, not what the browser kept.</summary>
    public bool Shaped { get; private set; }

    /// <summary>Puts a flat, a dip or a rise on a stretch that is typed; nothing is recorded.</summary>
    public IActionResult OnPostShape([Typed] DrainReading? reading)
    {
        _ = reading;
        var (kind, typed) = (JsonForm.ValueOf<ShapeKind>(Request.Form["shape"].ToString()), Typed.Stretches);
        Text("stretch");
        var page = AsSent();
        Shaped = true;
        if (Stretch < 0 || Stretch >= typed.Count || !typed[Stretch].IsTyped)
            Form.Faults.Add($"input.segments.{Math.Clamp(Stretch, 0, typed.Count - 1)}.fall_mm", "Type how long it is and how far it falls, then put on it "
                + "what lies flat, dips or rises.");
        else if (kind is { } shape)
        {
            var said = typed.Select((_, i) => (Form[$"input.segments.{i}.length_mm"], Form[$"input.segments.{i}.fall_mm"])).ToList();
            var put = DrainShape.Put([new(typed[Stretch].LengthMm!.Value, typed[Stretch].FallMm!.Value)], 0, shape);
            said.RemoveAt(Stretch);
            said.InsertRange(Stretch, put.Select(p => (About(p.LengthMm), About(p.FallMm))));
            for (var i = 0; i < said.Count; i++)
                (Form[$"input.segments.{i}.length_mm"], Form[$"input.segments.{i}.fall_mm"]) = said[i];
        }
        return page;
        static string About(double mm) => $"~{mm.ToString("0", CultureInfo.InvariantCulture).Replace('-', '−')} mm";
    }

    /// <summary>The latest pour through this drain.</summary>
    public Noted<PourThrough>? Poured => Job.Record.LatestOf<PourThrough>(Turbo);

    /// <inheritdoc/>
    public override (string Partial, object Model)? BenchDrawn => ("_DrainBench", this);

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview)
    {
        _reading = preview.Body as DrainReading;
        (_system, _together, _cures) = (null, null, null);
        return ("_DrainStates", this);
    }

    private double Tilt => (Job.Record.Latest<ClockingReading>(c => c.Turbo == Turbo)?.Outcome as ClockingOutcome)?.Result.WorstDrainTiltDeg ?? 0;

    private CatchTestReading? LastCatch => Job.Record.LatestOf<CatchTestReading>(Turbo)?.Body;

    /// <inheritdoc/>
    protected override IEnumerable<(string Field, string Need)> Answered => [("as_installed", "Say whether it was measured as installed, or is planned.")];

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        SuggestPart(f => f is "input.id_mm" or OilGradeField.Name || f.EndsWith(".length_mm", StringComparison.Ordinal));
        Form.Suggest(OilGradeField.Name, LastCatch is { } c && OilGrades.Typical.ContainsKey(c.Grade) ? c.Grade : "5W-30");
    }
}
