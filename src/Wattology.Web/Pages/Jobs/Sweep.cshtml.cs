using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Actuator;
using Wattology.Core.Drawing;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A sweep of vanes or flap: its samples typed, pasted or from a file, charted, and what each part of the verdict looked at.</summary>
public sealed class SweepModel(SheetServices services) : SheetModel(services)
{
    // Three numbers on a line, and room to spare.
    private const long MostBytes = 64L * SweepRead.MostSamples;

    /// <inheritdoc/>
    public override string Sheet => "control";

    /// <inheritdoc/>
    public override string Title => Named("Sweep");

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/sweep/{Turbo}";

    /// <summary>The sweep recorded last.</summary>
    public Noted<SweepRead>? Latest => Job.Record.LatestOf<SweepRead>(Turbo);

    /// <summary>Shows the sheet, or the samples under correction.</summary>
    public void OnGet()
    {
        if (Corrects is { Kind: SweepRead.KindName }) Form["samples"] = string.Join('\n', Job.Record.Read<SweepRead>(Corrects).Body.Samples.Select(s
            => FormattableString.Invariant($"{s.TimeS};{s.CommandPct};{s.FeedbackPct}")));
    }

    /// <summary>Records a sweep.</summary>
    public async Task<IActionResult> OnPostAsync(IFormFile? file)
        => await RecordAsync(await ReadAsync(file), "The sweep is recorded.", await ReadKnownAsync());

    /// <summary>Charts and judges the samples so far; nothing is recorded.</summary>
    public async Task<IActionResult> OnPostPreviewAsync() => PreviewOf(await ReadAsync(null));

    /// <inheritdoc/>
    public override (string Partial, object Model)? PreviewMore(Preview preview)
        => preview is { Body: SweepRead read, Outcome: SweepOutcome outcome } ? ("_SweepChart", (read, outcome, (SheetModel)this)) : null;

    private async Task<SweepRead?> ReadAsync(IFormFile? file)
    {
        var text = Text("samples");
        if (file is { Length: > 0 })
        {
            if (file.Length > MostBytes) { Form.Faults.Add("samples", $"The file is larger than {SweepRead.MostSamples} samples can be."); return null; }
            Form["samples"] = text = await UploadedText.ReadAsync(file, HttpContext.RequestAborted);
        }
        var faults = new Faults();
        var read = new SweepRead(Turbo, SweepText.Read(text, faults));
        if (faults.None) read.Check(faults, "");
        foreach (var (path, message) in faults.ByPath) Form.Faults.Add(path.StartsWith("samples", StringComparison.Ordinal) ? "samples" : path, message);
        return faults.None ? read : null;
    }
}
