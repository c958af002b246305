using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Core.Warranty;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Forms;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Warranty;

/// <summary>Warranty policies: what each giver wants proved, read by everybody and set by the owner, version by version.</summary>
public sealed class PoliciesModel(PolicyStore policies, FormState form, ShopTimes times) : PageModel, IHasForm
{
    /// <summary>What the form shows.</summary>
    public FormState Form => form;

    /// <summary>The shop's units; nothing here is shown in them.</summary>
    public ShopUnits Units { get; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>The shop's clock and zone.</summary>
    public ShopTimes Times => times;

    /// <summary>The policy looked at, or null.</summary>
    [FromQuery(Name = "of")]
    public string? Of { get; set; }

    /// <summary>Those offered.</summary>
    public IReadOnlyList<WarrantyPolicy> Offered { get; private set; } = [];

    /// <summary>Those offered no more.</summary>
    public IReadOnlyList<WarrantyPolicy> Withdrawn { get; private set; } = [];

    /// <summary>The versions of the one looked at, the latest first.</summary>
    public IReadOnlyList<PolicyRow> Versions { get; private set; } = [];

    /// <summary>The policy looked at.</summary>
    public WarrantyPolicy? Shown => Versions is [{ Withdrawn: false } last, ..] ? WarrantyPolicy.Read(last.File) : null;

    /// <summary>Whether the person may set them.</summary>
    public bool MaySet => User.May(Right.ChangeLimits);

    /// <summary>Shows them.</summary>
    public async Task OnGetAsync()
    {
        await LoadAsync();
        Form.Suggest("file", Shown is { } shown ? (shown with { Version = shown.Version + 1 }).Write() : "");
    }

    /// <summary>One as a file.</summary>
    public async Task<IActionResult> OnGetFileAsync(int version)
    {
        await LoadAsync();
        return Versions.FirstOrDefault(v => v.Version == version) is { } row
            ? File(Encoding.UTF8.GetBytes(row.File), "application/json", $"{row.Name}-{row.Version}.json") : NotFound();
    }

    /// <summary>Sets a version, typed or from a file.</summary>
    public async Task<IActionResult> OnPostAsync(string? file, IFormFile? upload)
    {
        if (!MaySet) return StatusCode(403);
        await LoadAsync();
        var text = file ?? "";
        // A file too long for any is refused with its length, and what was typed stays.
        if (upload is { Length: > 0 }) text = await UploadedText.ReadAsync(upload);
        Form["file"] = text.Length <= WarrantyPolicy.MostCharacters ? text : file ?? "";
        try
        {
            var policy = await policies.SetAsync(text, User.Author().Name);
            TempData["Said"] = $"{policy.Words} is in force. Jobs that named an earlier version keep it.";
            return Redirect($"/policies?of={policy.Id}");
        }
        catch (RefusedException refused) { Fault(refused.Field, refused.Message); }
        catch (InputRefusedException refused) { foreach (var (path, message) in refused.Faults.ByPath) Fault(path, message); }
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Offers one no more.</summary>
    public async Task<IActionResult> OnPostWithdrawAsync(string of)
    {
        if (!MaySet) return StatusCode(403);
        try { await policies.WithdrawAsync(of); }
        catch (RefusedException) { return NotFound(); }
        TempData["Said"] = "It is offered no more; jobs that named it keep it.";
        return Redirect("/policies");
    }

    private void Fault(string path, string message)
    {
        var name = path.Length == 0 ? "file" : path;
        Form.Labels[name] = path.Length == 0 ? "The file" : path;
        Form.Faults.Add(name, message);
    }

    private async Task LoadAsync()
    {
        (Offered, Withdrawn) = await policies.AllAsync();
        if (Of is { Length: > 0 }) Versions = await policies.VersionsAsync(Of);
    }
}
