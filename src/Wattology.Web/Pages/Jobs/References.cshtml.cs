using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Hoses;
using Wattology.Core.Inputs;
using Wattology.Web.Drawing;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The reference hoses on a drawing of the intake: each end dropped on a port, and the wrong zone said at once.</summary>
public sealed class ReferencesModel(SheetServices services) : SheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "references";

    /// <inheritdoc/>
    public override string Title => "Reference hoses";

    /// <inheritdoc/>
    public override string Drawing => "_References";

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(HoseLed), typeof(HoseOff), typeof(PortPlugged)];

    /// <summary>The engine's ports.</summary>
    public IReadOnlyList<HosePort> Ports => HosePorts.Of(Job.Machine);

    /// <summary>The hoses as they lie.</summary>
    public IReadOnlyList<LedHose> Hoses => ReferenceHoses.Of(Job.Record);

    /// <summary>What a port is called.</summary>
    public static string NameOf(string port) => HosePorts.Find(port)?.Title ?? port;

    /// <summary>The drawing.</summary>
    public string Draw() => HoseDrawing.Render(Ports, Hoses, [.. ReferenceHoses.Spare(Job.Record).Select(s => (s.Port, s.Says))], MayRecord);

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => Form.Suggest("from", Ports[0].Id);

    /// <summary>A hose is led from one port to another.</summary>
    public async Task<IActionResult> OnPostLeadAsync([Typed] HoseLed? led)
        => await RecordAsync(led, led is null ? "" : $"{NameOf(led.From)} to {NameOf(led.To)}: {ReferenceHoses.Judge(led).Words}", at: "hoses");

    /// <summary>A hose is taken off.</summary>
    public async Task<IActionResult> OnPostOffAsync(string? to) => await RecordAsync(new HoseOff(to ?? ""), "Off.", at: "hoses");

    /// <summary>How a spare port is closed.</summary>
    public async Task<IActionResult> OnPostPlugAsync(string? port, string? by)
    {
        if (JsonForm.ValueOf<PlugKind>(by ?? "") is not { } how) Form.Faults.Add("by", "Say how it is closed.");
        else return await RecordAsync(new PortPlugged(port ?? "", how), "Saved.", at: $"spare-{port}");
        return Refused();
    }
}
