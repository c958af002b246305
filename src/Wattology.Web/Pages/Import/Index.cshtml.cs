using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Data.Jobs;
using Wattology.Web.Forms;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Import;

/// <summary>Brings a job file into the shop, with its photos where they came along.</summary>
[RequestSizeLimit(MostBytes)]
[RequestFormLimits(MultipartBodyLengthLimit = MostBytes)]
public sealed class ImportModel(JobStore jobs, SecurityLog log) : PageModel, IHasForm
{
    private const long MostBytes = 512L << 20;

    /// <summary>What the form shows.</summary>
    public FormState Form { get; } = new();

    /// <summary>The shop's units; nothing here is measured.</summary>
    public ShopUnits Units { get; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>Shows the form.</summary>
    public IActionResult OnGet() => User.May(Right.Import) ? Page() : StatusCode(403);

    /// <summary>Brings the file in, or says what is wrong with it.</summary>
    public async Task<IActionResult> OnPostAsync(IFormFile? file)
    {
        if (!User.May(Right.Import)) return StatusCode(403);
        try
        {
            if (file is null || file.Length == 0) throw new RefusedException("Choose a job file first.");
            using var bytes = new MemoryStream();
            await file.CopyToAsync(bytes);
            var job = await jobs.ImportAsync(bytes.ToArray(), file.FileName, User.Author());
            log.Note(HttpContext, "job brought in", User.Author().Name, $"{file.FileName}: {job}");
            return Redirect($"/jobs/{job}");
        }
        catch (RefusedException refused) { Form.Faults.Add("", refused.Message); }
        catch (InputRefusedException refused)
        {
            foreach (var (path, message) in refused.Faults.ByPath.Take(10))
                // A place in the file, and no field of this page.
                Form.Faults.Add(path.Length > 0 ? $"at {path}" : "", path.Length > 0 ? $"{path}: {message}" : message);
        }
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
