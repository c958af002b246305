using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Joints;

namespace Wattology.Web.Pages.Jobs;

/// <summary>After the run: joints hot and again after the drive, smoke, codes, levels, road test, old parts, driver.</summary>
public sealed class AfterRunModel(SheetServices services) : AskSheetModel(services, "after-run")
{
    /// <summary>The entry that says what a joint looks like at a moment.</summary>
    public Noted<JointSeen>? Seen(string joint, JointMoment moment) => Job.Record.Latest<JointSeen>(j => j.Joint == joint && j.Moment == moment);

    /// <summary>What stands for a joint: just typed, or recorded.</summary>
    public JointState? StateOf(string joint, JointMoment moment) => JsonForm.ValueOf<JointState>(Form[$"joint.{joint}"]) ?? Seen(joint, moment)?.Body.State;

    /// <summary>Records the joints that were touched, or all of them as showing no leak.</summary>
    public async Task<IActionResult> OnPostJointsAsync(string moment, string? all)
    {
        var when = JsonForm.ValueOf<JointMoment>(moment) ?? JointMoment.Hot;
        var changed = new List<EntryDraft>();
        // Of twins nothing is said for both at once: each unit is looked at apart.
        var only = Job.Machine.Turbos == 1 ? 0 : int.TryParse(all, out var turbo) ? turbo : -1;
        if (all is not null && only < 0) Form.Faults.Add("", "Say which turbo was looked at: nothing is ticked for both at once.");
        foreach (var joint in JointList.Of(Job.Record))
        {
            if (all is not null && only > 0 && JointList.Split(joint.Id).Turbo != only) continue;
            var saw = Text("saw." + joint.Id);
            var answer = all is null ? JsonForm.ValueOf<JointState>(Text("joint." + joint.Id)) : JointState.NoLeak;
            var stale = JointWork.Looked(Job.Record, joint.Id, when) is null;
            if (answer is { } now && (stale || saw.Length == 0 || Job.Record.Find(saw) is not { } seen || Job.Record.Read<JointSeen>(seen).Body.State != now))
                changed.Add(new EntryDraft(new JointSeen(joint.Id, now, when), Known.Seen, Answers: saw));
        }
        return await RecordAnswersAsync(changed, "joint");
    }

    /// <summary>Says what a code stored after the run is.</summary>
    public Task<IActionResult> OnPostCodeAsync(string code, string @is)
        => RecordAsync(JsonForm.ValueOf<CodeIs>(@is) is { } what ? new CodeTold(code, what) : null, $"{code}: told apart.");
}
