using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Inputs;
using Wattology.Core.LooseEnds;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The register of loose ends: what hands were called away from.</summary>
public sealed class LooseEndsModel(SheetServices services) : AskSheetModel(services, "loose-ends")
{
    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(LooseEndOpened)];

    /// <summary>Every loose end.</summary>
    public IReadOnlyList<LooseEnd> All => LooseEndRegister.All(Job.Context);

    /// <summary>Kinds a person opens; those a step implies are opened by the step.</summary>
    public static IEnumerable<LooseKind> Kinds => Enum.GetValues<LooseKind>().Where(k =>
        k is not (LooseKind.JointOpen or LooseKind.FeedOpen or LooseKind.Removed));

    /// <summary>How long one has been open, in words.</summary>
    public string Age(LooseEnd loose) => (Now - loose.Opened.At) is var age && age.TotalHours < 1 ? $"{Math.Max(0, age.TotalMinutes):0} min"
        : age.TotalDays < 2 ? $"{age.TotalHours:0} h" : $"{age.TotalDays:0} days";

    /// <summary>Opens one; the kind is the touch.</summary>
    public Task<IActionResult> OnPostOpenAsync([Typed] LooseEndOpened? opened) => RecordAsync(opened, "Opened.");

    /// <summary>Closes one under the person's name.</summary>
    public Task<IActionResult> OnPostCloseAsync(string loose) => RecordAsync(new LooseEndClosed(loose), "Closed under your name.");
}
