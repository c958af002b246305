using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.FollowUp;
using Wattology.Core.HandOver;
using Wattology.Core.Checks;
using Wattology.Web.Hosting;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The driver's sheet: what this machine needs from whoever drives it, printed, or signed on the tablet.</summary>
public sealed class DriverSheetModel(SheetServices services, ShopName shop) : SheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "driver-sheet";

    /// <inheritdoc/>
    public override string Title => "Driver's sheet";

    /// <summary>What the driver is told.</summary>
    public IReadOnlyList<DriverPart> Parts => DriverSheet.Of(Job.Context);

    /// <summary>The sheet as it was signed; null before.</summary>
    public Noted<DriverSheetSigned>? Given => Job.Record.Latest<DriverSheetSigned>();

    /// <summary>Lines of their own on the signed sheet.</summary>
    public IReadOnlyList<string> Own => Given is null ? [] : [.. Given.Body.Lines.Except(Parts.SelectMany(p => p.Lines))];

    /// <summary>Whether a line is left out: of what was signed, or of what was just sent.</summary>
    public bool Off(string line) => Given is { } signed ? !signed.Body.Lines.Contains(line) : Request.HasFormContentType &&
        !Request.Form["lines"].Contains(line);

    /// <summary>The shop's name.</summary>
    public Task<string> ShopAsync() => shop.GetAsync();

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => Form.Suggest("by", Job.Record.HandedOver()?.Body.To ?? "");

    /// <summary>Records the sheet as signed; with it the driver is told.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        string[] lines = [.. Request.Form["lines"].OfType<string>(), .. Text("own") is { Length: > 0 } own ? [own] : Array.Empty<string>()];
        var signed = new DriverSheetSigned(lines, Text("by"), Text("signature"), Text("on_paper") == "true");
        if (signed.By.Length == 0) Form.Faults.Add("by", "Say who signs.");
        var faults = new Core.Inputs.Faults();
        signed.Check(faults, "");
        foreach (var (path, message) in faults.ByPath) Form.Faults.Add(path, message);
        var told = AfterRunCheck.DriverTold.Find("told")!;
        if (!Form.Faults.None) return Refused();
        return await RecordDraftsAsync([new EntryDraft(signed), new EntryDraft(new Looked(0, AfterRunCheck.DriverTold.Id, told.Id,
            $"The driver's sheet, signed by {signed.By}."), told.Known)], "Signed.", Here);
    }
}
