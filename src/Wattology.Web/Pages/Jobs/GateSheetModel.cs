using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Gates;
using Wattology.Core.Shop;
using Wattology.Data.Evidence;
using Wattology.Web.Identity;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A sheet with a gate on it.</summary>
public abstract class GateSheetModel(JobStore jobs, TimeProvider clock) : SheetModel(jobs, clock)
{
    /// <summary>Which gate.</summary>
    public abstract GateKind Kind { get; }

    /// <summary>What the gate is called.</summary>
    public abstract string GateTitle { get; }

    /// <summary>The gate as it stands.</summary>
    public Gate Gate => View.Gate(Kind);

    /// <summary>Nothing stands in the way: all closed, or what is open was taken on.</summary>
    public static bool IsFree(Gate gate) => gate.Barred.Count == 0 && (gate.Open.Count == 0 || gate.Passed);

    /// <summary>Passes the gate under the person's name, with a reason.</summary>
    public async Task<IActionResult> OnPostPassAsync()
    {
        var reason = Reader().Text("pass_reason");
        if (reason.Length == 0) Form.Faults.Add("pass_reason", "Passing takes a reason, which the claim will show.");
        PrepareForm();
        return await RecordAsync(new GatePassed(Kind, [.. Gate.Open.Select(l => l.Id)], reason), $"{GateTitle}: passed under your name.",
            refuse: v => v.Gate(Kind).Refusal(User.Author().Role) ?? (v.Gate(Kind).Open.Select(l => l.Id).SequenceEqual(Gate.Open.Select(l => l.Id)) ? null : "The open lines changed meanwhile; look again before you pass."));
    }
}
