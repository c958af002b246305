using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Inputs;
using Wattology.Core.People;
using Wattology.Core.Warranty;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Warranty;
using Wattology.Web.Api;
using Wattology.Web.Forms;
using Wattology.Web.Hosting;
using Wattology.Web.People;
using Wattology.Web.Warranty;

namespace Wattology.Web.Pages.Warranty;

/// <summary>The shop's claims by state: what is missing from each, what is expected and what came.</summary>
public sealed class ClaimsModel(ClaimRows claims, ShopDb db, LentDesk desks, ShopTimes times) : PageModel
{
    /// <summary>The state shown; null for all.</summary>
    [FromQuery(Name = "state")]
    public string? State { get; set; }

    /// <summary>The claims shown.</summary>
    public IReadOnlyList<JobRow> Claims { get; private set; } = [];

    /// <summary>How many stand where.</summary>
    public IReadOnlyList<ClaimTotal> Totals { get; private set; } = [];

    /// <summary>Where claims go, in words.</summary>
    public string DeskWords { get; private set; } = "";

    /// <summary>What is wrong with the address just typed; empty otherwise.</summary>
    public string DeskFault { get; private set; } = "";

    /// <summary>Whether the person may set the desk.</summary>
    public bool MaySet => User.May(Right.ChangeLimits);

    /// <summary>The shop's clock and zone.</summary>
    public ShopTimes Times => times;

    /// <summary>Shows them.</summary>
    public Task OnGetAsync(CancellationToken cancel) => LoadAsync(cancel);

    /// <summary>The list as CSV.</summary>
    public async Task<IActionResult> OnGetCsvAsync(CancellationToken cancel)
    {
        await LoadAsync(cancel);
        return CsvFile.Of("claims.csv", ["job", "registration", "customer", "giver", "state", "since", "missing", "first_missing", "code", "expected",
            "received", "core_owed"], Claims.Select(j => new object?[] { j.Number, j.Registration, j.Customer, j.ClaimGiver, j.ClaimState,
                j.ClaimSinceMs is { } ms ? DateTimeOffset.FromUnixTimeMilliseconds(ms) : null, j.ClaimMissing, j.ClaimFirstMissing, j.ClaimCode,
                    j.ClaimExpected,
                j.ClaimReceived, j.CoreOwed }));
    }

    /// <summary>Sets where claims go.</summary>
    public async Task<IActionResult> OnPostDeskAsync(string? desk, CancellationToken cancel)
    {
        if (!MaySet) return StatusCode(403);
        var address = desk?.Trim() ?? "";
        if (address.Length > 0 && !LentDesk.IsAddress(address, out _))
        {
            DeskFault = "An address such as https://desk.example/ is wanted, or nothing.";
            DeskWords = address;
            await LoadAsync(cancel);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
        db.Set(DeskLine.AddressKey, address);
        await db.SaveChangesAsync(cancel);
        TempData["Said"] = address.Length > 0 ? $"Claims go to {address}." : "No desk is set.";
        return Redirect("/claims");
    }

    /// <summary>A state in words.</summary>
    public static string Words(string state) => JsonForm.ValueOf<ClaimState>(state) is { } known ? Claim.Words(known) : state;

    private async Task LoadAsync(CancellationToken cancel)
    {
        State = State is { Length: > 0 } && JsonForm.ValueOf<ClaimState>(State) is not null ? State : null;
        Claims = await claims.ClaimsAsync(State, cancel);
        var totals = await claims.TotalsAsync(cancel);
        Totals = [.. Enum.GetValues<ClaimState>().Select(s => totals.FirstOrDefault(t => t.State == JsonForm.WordOf(s))).OfType<ClaimTotal>()];
        if (DeskFault.Length == 0) DeskWords = await desks.FindAsync(db, cancel) is { } found ? found.Simulated ? "" : found.Desk.ToString() : "";
    }
}
