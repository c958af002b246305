using Microsoft.AspNetCore.Mvc;
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
        foreach (var joint in JointList.Of(Job.Record))
        {
            var saw = Text("saw." + joint.Id);
            var answer = all is null ? JsonForm.ValueOf<JointState>(Text("joint." + joint.Id)) : JointState.NoLeak;
            var stale = JointWork.Looked(Job.Record, joint.Id, when) is null;
            if (answer is { } now && (stale || saw.Length == 0 || Job.Record.Find(saw) is not { } seen || Job.Record.Read<JointSeen>(seen).Body.State != now))
                changed.Add(new EntryDraft(new JointSeen(joint.Id, now, when), Known.Seen, Answers: saw));
        }
        return await RecordAnswersAsync(changed, "joint");
    }
}
