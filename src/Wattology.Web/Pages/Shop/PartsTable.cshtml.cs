using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.PartNumbers;
using Wattology.Core.Parts;
using Wattology.Core.People;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Forms;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Shop;

/// <summary>The shop's own parts table: looked up, taken away as a file, and brought in from one; and when parts come by themselves.</summary>
public sealed class PartsTableModel(ShopDb db, JobStore jobs, FormState form, RowWatch rowWatch) : PageModel, IHasForm
{
    /// <summary>At most so many rows are shown; the search narrows them.</summary>
    public const int MostShown = 200;

    private const int MostBytes = 6 * 1024 * 1024;

    /// <summary>What the form shows.</summary>
    public FormState Form => form;

    /// <summary>The shop's units; nothing here is shown in them.</summary>
    public ShopUnits Units { get; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records => [];

    /// <summary>What is looked up.</summary>
    [FromQuery]
    public string? Q { get; set; }

    /// <summary>The table.</summary>
    public PartsTable Table { get; private set; } = PartsTable.Empty;

    /// <summary>When parts come by themselves.</summary>
    public IReadOnlyList<Delivery> Deliveries { get; private set; } = [];

    /// <summary>The rows shown.</summary>
    public IReadOnlyList<PartsRow> Shown { get; private set; } = [];

    /// <summary>Whether the person may bring a table in.</summary>
    public bool MayChange => User.May(Right.Import);

    /// <summary>Shows it.</summary>
    public Task OnGetAsync() => LoadAsync();

    /// <summary>The table as a file.</summary>
    public async Task<IActionResult> OnGetFileAsync()
    {
        await LoadAsync();
        return File(Encoding.UTF8.GetBytes(PartsFile.Write(Table.Rows)), "text/csv", "parts-table.csv");
    }

    /// <summary>Puts another table in its place, or says which lines are wrong and keeps the present one.</summary>
    public async Task<IActionResult> OnPostAsync(IFormFile? file)
    {
        if (!MayChange) return StatusCode(403);
        await LoadAsync();
        try
        {
            if (file is null || file.Length == 0) throw new RefusedException("Choose a file first.", "file");
            if (file.Length > MostBytes) throw new RefusedException($"A table has at most {MostBytes / 1024 / 1024} MB.", "file");
            var rows = PartsFile.Read(await UploadedText.ReadAsync(file));
            var (before, now) = (Table.Rows.ToHashSet(), rows.ToHashSet());
            PartsTableStore.Replace(db, rows);
            await db.SaveChangesAsync();
            rowWatch.Wake();
            TempData["Said"] = $"{file.FileName} is the parts table now: {rows.Count} rows, {now.Except(before).Count()} of them new, "
                + $"{before.Except(now).Count()} gone.";
            return RedirectToPage();
        }
        catch (RefusedException refused) { Form.Faults.Add(refused.Field, refused.Message); }
        catch (InputRefusedException refused)
        {
            foreach (var (line, message) in refused.Faults.ByPath)
            {
                Form.Labels[line] = Core.Checks.Question.Sentence(line);
                Form.Faults.Add(line, message);
            }
        }
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Sets when parts come by themselves.</summary>
    public async Task<IActionResult> OnPostDeliveryAsync(string? name, DayOfWeek? day, string? at, string? off)
    {
        if (!MayChange) return StatusCode(403);
        await LoadAsync();
        var all = Deliveries.ToList();
        if (off is not null) all.RemoveAll(d => d.Name == off);
        else
        {
            (Form["name"], Form["at"]) = (name?.Trim() ?? "", at ?? "");
            if (Form["name"].Length == 0 || Form["name"].IndexOfAny(['|', ';']) >= 0) Form.Faults.Add("name",
                "Say what it is called, such as the Tuesday boat.");
            if (day is null) Form.Faults.Add("day", "Choose the day.");
            if (!TimeOnly.TryParse(at, System.Globalization.CultureInfo.InvariantCulture, out var time)) Form.Faults.Add("at", "At what time, such as 10:30.");
            if (Form.Faults.None) all.Add(new(Form["name"], day!.Value, time));
        }
        if (!Form.Faults.None)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
        db.Set(ShopSettings.DeliveriesKey, Delivery.Write(all));
        await db.SaveChangesAsync();
        TempData["Said"] = off is null ? "Saved." : $"{off} is left out.";
        return RedirectToPage();
    }

    /// <summary>A row as people read it.</summary>
    public static string Words(PartsRow row) => row.Kind switch
    {
        PartsRowKind.Format => $"{row.Maker} writes {row.Number}",
        PartsRowKind.Unit => string.Join(" · ", new[] { row.Maker, row.Model, row.Number, row.VehicleNumber }.Where(t => t.Length > 0)),
        PartsRowKind.Engine => $"{row.Engine} has {row.Number}",
        PartsRowKind.Successor => $"{row.Number} was followed by {row.Successor}",
        _ => $"In the box of {row.Number}: {row.Count} × {row.Part}",
    };

    private async Task LoadAsync()
    {
        var settings = await jobs.SettingsAsync();
        (Table, Deliveries) = (settings.Parts, settings.Deliveries);
        var plain = PartNumber.Plain(Q ?? "");
        Shown = [.. Table.Rows.Where(r => plain.Length == 0 || PartNumber.Plain(Words(r)).Contains(plain, StringComparison.Ordinal)).Take(MostShown)];
    }
}
