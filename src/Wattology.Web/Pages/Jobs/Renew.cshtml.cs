using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Inputs;
using Wattology.Core.Parts;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The renew list: every part that is never used again, with the reason, and what became of it line by line.</summary>
public sealed class RenewModel(SheetServices services) : SheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "parts";

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/renew";

    /// <inheritdoc/>
    public override string Title => "Renew list";

    /// <summary>Its lines.</summary>
    public IEnumerable<PartLine> Lines => PartsPlan.Of(Job.Context).Lines.Where(l => !l.Need.IsUnit);

    /// <summary>Shows it.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>Says what became of a line.</summary>
    public async Task<IActionResult> OnPostAsync(string part, string state, string? because)
    {
        if (JsonForm.ValueOf<PartState>(state) is not { } how) { Form.Faults.Add("", "Say what became of it."); return Refused(); }
        var body = new PartNoted(part, how, (because ?? "").Trim());
        body.Check(Form.Faults, $"part.{part}");
        Form[$"part.{part}.{state}"] = because ?? "";
        // A new one that is on has come.
        if (how == PartState.Renewed && Orders.OpenFor(Job.Record, part) is { } order)
            return await RecordTogetherAsync([new OrderCame(order.Noted.Entry.Hash), body], "Saved, and its order taken in.");
        return await RecordAsync(Form.Faults.None ? body : null, "Saved.", answers: Saw,
            at: $"line-{part}");
    }
}
