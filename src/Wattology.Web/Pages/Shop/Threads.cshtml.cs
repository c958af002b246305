using System.Globalization;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Fitting;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Data.Jobs;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Shop;

/// <summary>Finds a thread from its outside and pitch, warns of its near twins, and says how it seals.</summary>
public sealed partial class ThreadsModel(JobStore jobs, FormState form) : PageModel, IHasForm
{
    private const int Shown = 3;

    [GeneratedRegex(@"^\s*([\d.,]+)\s*(tpi|/\s*in|per inch)\s*$", RegexOptions.IgnoreCase)]
    private static partial Regex PerInch();

    /// <inheritdoc/>
    public FormState Form => form;

    /// <inheritdoc/>
    public ShopUnits Units { get; private set; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [typeof(MeasuredThread)];

    /// <summary>Whether it is tapered: "true", "false", or empty where it cannot be told.</summary>
    [FromQuery(Name = "tapered")]
    public string Tapered { get; set; } = "";

    /// <summary>The threads that fit best; none before anything is typed.</summary>
    public IReadOnlyList<ThreadMatch> Matches { get; private set; } = [];

    /// <summary>Shows the page, and what was typed into its address.</summary>
    public async Task OnGetAsync(CancellationToken cancel)
    {
        Units = (await jobs.SettingsAsync(cancel)).Units;
        var (outside, pitch) = (Read("outside_mm"), Read("pitch_mm"));
        if (outside is null || pitch is null) return;
        try
        {
            Matches = [.. ThreadFinder.Find(outside.Value, pitch.Value, Tapered switch { "true" => true, "false" => false, _ => null }).Take(Shown)];
        }
        catch (InputRefusedException refused)
        {
            foreach (var (field, fault) in refused.Faults.ByPath) Form.Faults.Add(field, fault);
        }
    }

    private double? Read(string field)
    {
        var text = Request.Query[field].ToString().Trim();
        if (text.Length == 0) return null;
        Form[field] = text;
        if (field == "pitch_mm" && PerInch().Match(text) is { Success: true } perInch && double.TryParse(perInch.Groups[1].Value.Replace(',', '.'),
            NumberStyles.Float, CultureInfo.InvariantCulture, out var count) && count > 0) return ThreadFinder.PitchOf(count);
        var read = TypedValue.Read(text, Quantity.Of(Measure.Length), Units.Of(Quantity.Of(Measure.Length)).Unit);
        if (read.Value is null) Form.Faults.Add(field, read.Fault ?? "This is not understood.");
        return read.Value;
    }

    /// <summary>A thread as it was measured.</summary>
    /// <param name="OutsideMm">Outside diameter, mm.</param>
    /// <param name="PitchMm">Pitch, mm.</param>
    public sealed record MeasuredThread([Bounds(3, 40), In(Measure.Length)] double OutsideMm, [Bounds(0.4, 4), In(Measure.Length)] double PitchMm);
}
