using System.Text.Json;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Causes;
using Wattology.Core.Inputs;

namespace Wattology.Web.Pages.Shop;

/// <summary>How sure the ranking is, tried on failures whose cause is known.</summary>
public sealed class JudgementModel : PageModel
{
    private static readonly JudgementTrial Tried = Read();

    /// <summary>The trial.</summary>
    public JudgementTrial Trial => Tried;

    /// <summary>A share in words.</summary>
    public static string Pct(double share) => (100 * share).ToString("0", System.Globalization.CultureInfo.InvariantCulture) + " %";

    private static JudgementTrial Read()
    {
        using var stream = typeof(JudgementModel).Assembly.GetManifestResourceStream("Wattology.Web.Pages.judgement.json")!;
        return JsonSerializer.Deserialize<JudgementTrial>(stream, JsonForm.Options)!;
    }
}
