using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Entries;
using Wattology.Core.Joints;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The unit on the engine again: connected, closed, secured; joints opened, closed, remade.</summary>
public sealed class FitModel(SheetServices services) : AskSheetModel(services, "fit")
{
    /// <summary>Joints to choose from.</summary>
    public IEnumerable<KeyValuePair<string, string>> JointChoices => JointList.For(Job.Machine, fuelOpened: true).Select(j => KeyValuePair.Create(j.Id,
        j.Title));

    /// <summary>Joints that stand open.</summary>
    public IReadOnlyList<Noted<JointOpened>> StillOpen => JointWork.StillOpen(Job.Record);

    /// <summary>A joint's name.</summary>
    public string TitleOf(string joint) => JointList.TitleOf(joint, Job.Machine.Turbos);

    /// <summary>Records a joint opened or slackened.</summary>
    public Task<IActionResult> OnPostOpenAsync([Typed] JointOpened? opened) => RecordAsync(opened,
        "Recorded: the joint is open. It stands among the loose ends.");

    /// <summary>Records every joint that stood open as closed again.</summary>
    public Task<IActionResult> OnPostClosedAsync(string joints)
    {
        var closed = joints.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (closed.Select(j => JointList.Split(j).Turbo).Distinct().Count() > 1)
            Form.Faults.Add("", "Say it of each turbo by itself: nothing is ticked for both at once.");
        return RecordAsync(new JointsClosed(closed), "Recorded: closed again.", (Known.Seen, ""));
    }

    /// <summary>Records a joint made anew.</summary>
    public Task<IActionResult> OnPostRemadeAsync([Typed] JointRemade? remade)
        => RecordAsync(remade, "Recorded: remade. Look at it again, hot; what it opened is primed again.");
}
