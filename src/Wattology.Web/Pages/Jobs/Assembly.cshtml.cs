using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Entries;
using Wattology.Core.Fitting;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Putting one turbo on: what goes on before what, what is left loose, and how the joints are drawn home.</summary>
public sealed class AssemblyModel(SheetServices services) : SheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "fit";

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/assembly/{Turbo}";

    /// <inheritdoc/>
    public override string Title => Named("Assembly");

    /// <inheritdoc/>
    public override string PostTo(string handler) => $"{Here}?handler={handler}{(Figures is { } step ? $"&figures={Uri.EscapeDataString(step)}" : "")}";

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(Tightened), typeof(PutOn)];

    private const Wattology.Core.Measures.Measure Torque = Wattology.Core.Measures.Measure.Torque;

    /// <summary>The move whose figures stand open.</summary>
    [FromQuery(Name = "figures")]
    public string? Figures { get; set; }

    /// <summary>Every move, in the order in which things go on.</summary>
    public IReadOnlyList<AssemblyLine> Lines => Assembly.Of(Job.Context, Turbo);

    /// <summary>What is on, in the order in which the joints are drawn home.</summary>
    public IReadOnlyList<AssemblyLine> Home => Assembly.Home(Job.Context, Turbo);

    /// <summary>The fixings a joint may have, to touch.</summary>
    public static IReadOnlyList<int> Counts { get; } = [1, 2, 3, 4, 5, 6, 8];

    /// <summary>What a fixing gets, in words: the torque in force with its source.</summary>
    public string TorqueWords(AssemblyLine line) => line.Torque.Source == LimitSource.NoneKnown ? "no torque known for it"
        : $"{line.Torque.RangeWords(Units).Replace("sound ", "", StringComparison.Ordinal)} ({line.Torque.SourceWords})";

    /// <summary>The torque of each stage, in words.</summary>
    public string StageWords(AssemblyLine line) => string.Join(" · ", Tightening.UsualStages.Select(s => Units.Show(line.TargetNm!.Value * s / 100, Torque)));

    /// <summary>Shows the list.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>Something is on, and left loose.</summary>
    public Task<IActionResult> OnPostOnAsync([Typed] PutOn? on) => RecordAsync(on, $"{(on is null ? "" : AssemblySteps.TitleOf(on.Step))}: on.", (Known.Seen,
        ""),
        at: on is null ? null : IdOf(on.Step));

    /// <summary>A joint is drawn home by one touch: all of its fixings, at the torque in force or by feel.</summary>
    public async Task<IActionResult> OnPostTightAsync(string step, string by, int? of)
    {
        PrepareForm();
        var line = Lines.FirstOrDefault(l => l.Step.Id == step);
        if (line is null) Form.Faults.Add("", "There is no such move on this machine.");
        if (of is null) Form.Faults.Add("of." + step, "Touch how many fixings it has.");
        if (by == "torque" && line is { TargetNm: null }) Form.Faults.Add("", "No torque is known for it: give the figure.");
        if (!Form.Faults.None) return Refused();
        return await TightenAsync(new Tightened(Turbo, step, of!.Value, of.Value, by == "torque" ? TightenedBy.Torque : TightenedBy.Feel,
            by == "torque" ? line!.TargetNm : null), by == "torque" ? Known.Measured : Known.Felt);
    }

    /// <summary>A joint is tightened, with its figures.</summary>
    public async Task<IActionResult> OnPostFiguresAsync([Typed] Tightened? tight)
    {
        PrepareForm();
        if (tight is null || !Form.Faults.None) return Refused();
        Figures = null;
        return await TightenAsync(tight, tight.By == TightenedBy.Feel ? Known.Felt : Known.Measured);
    }

    /// <summary>A joint was called tight by mistake; what the same touch said besides is taken back with it.</summary>
    public async Task<IActionResult> OnPostLooseAsync(string entry)
    {
        PrepareForm();
        if (Job.Record.Find(entry) is not { } tight || tight.Kind != Tightened.KindName || !Job.Record.Stands(tight))
        {
            Form.Faults.Add("", "It was taken back already.");
            return Refused();
        }
        return await RecordTogetherAsync(Assembly.TakingBack(Job.Record, tight), "Taken back: it is loose.");
    }

    /// <summary>What the figures typed so far come to: also what the wrench is set to with a crow's foot on it.</summary>
    public IActionResult OnPostPreview([Typed] Tightened? tight) => PreviewOf(tight);

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview) => preview.Outcome is TightenedOutcome { SetNm: { } set }
        ? ("_CrowsFoot", Units.Show(set, Torque)) : null;

    /// <summary>One joint is the hardest to pull home here.</summary>
    public Task<IActionResult> OnPostHardestAsync(string step) => RecordAsync(new HardestJoint(Turbo, step),
        $"{AssemblySteps.TitleOf(step)}: drawn home first.",
        at: "home");

    /// <summary>A joint was tightened again after heat.</summary>
    public Task<IActionResult> OnPostAgainAfterHeatAsync(string step, [Typed] Retorqued? again)
        => RecordAsync(again, $"{AssemblySteps.TitleOf(step)}: tightened again.");

    /// <summary>A joint was tightened again after heat, and nothing moved.</summary>
    public Task<IActionResult> OnPostNoneMovedAsync(string step, int cycle, int of) => RecordAsync(new Retorqued(Turbo, step, cycle,
        [.. Enumerable.Repeat(0.0, Math.Clamp(of, 0, 100))]), $"{AssemblySteps.TitleOf(step)}: none moved.");

    private async Task<IActionResult> TightenAsync(Tightened tight, Known known)
        => await RecordTogetherAsync([tight, .. Assembly.AlsoSaid(Job.Context, tight)], $"{AssemblySteps.TitleOf(tight.Step)}: "
            + $"{(tight.All ? "tight" : $"{tight.Done} of {tight.Of}")}.", known, $"home-{tight.Step}");

    /// <summary>The part of the sheet where a move stands.</summary>
    public static string IdOf(string step) => $"step-{step}";

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        base.PrepareForm();
        if (Figures is { } step && Lines.FirstOrDefault(l => l.Step.Id == step) is { } line)
        {
            if (line.Fixings is { } of) Form.Suggest("of", of.ToString(System.Globalization.CultureInfo.InvariantCulture));
            if (line.TargetNm is { } target) Form.Suggest("torque_nm", Units.Show(target, Torque));
        }
    }
}
