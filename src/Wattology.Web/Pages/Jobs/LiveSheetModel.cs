using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Entries;
using Wattology.Core.Gauge;
using Wattology.Core.Limits;
using Wattology.Core.Priming;
using Wattology.Core.Traces;
using Wattology.Web.Gauge;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A sheet with the shop's gauge box on it: what turns is watched there, and read without a finger.</summary>
public abstract class LiveSheetModel(SheetServices services) : HoldPointSheetModel(services)
{
    /// <summary>How the line to the box stands.</summary>
    public GaugeState Box => Gauge.State;

    /// <summary>The box is on this job.</summary>
    public bool BoxIsHere => Box.Job == Id && GaugeOfJob.On(Job.Record) is not null;

    /// <summary>The box reads this job now.</summary>
    public bool BoxReads => BoxIsHere && Box.Connected;

    /// <summary>A simulated engine proves nothing here: this is no demo shop.</summary>
    public bool ProvesNothing => Box.Simulated && !Job.Context.Demo;

    /// <summary>The box reads this job now, and what it reads counts.</summary>
    public bool BoxCounts => BoxReads && !ProvesNothing;

    /// <summary>What pressure must reach while cranking, kPa.</summary>
    public Limit EnoughPressure => Job.Context.Limits.Choose(PressureLimits.Cranking);

    /// <summary>The entry with which what is watched here began; null while nothing turns.</summary>
    public abstract Entry? Turning { get; }

    /// <summary>The box, as an instrument is named.</summary>
    protected string BoxName => $"{Box.Box}{(Box.Simulated ? " (simulated)" : "")}";

    /// <summary>What says that a value came from a simulated engine; null where it did not.</summary>
    protected bool? Simulated => Box.Simulated ? true : null;

    /// <summary>What was read of a burst or run, kept as its trace; null where too little was read to be one.</summary>
    /// <param name="turning">The entry with which it began.</param>
    protected async Task<EntryDraft?> TraceDraftAsync(Entry turning) => Gauge.TraceOf(turning) is { Rows.Count: >= TraceKept.FewestSamples } trace
        && GaugeOfJob.On(Job.Record)?.Body is { } on ? new EntryDraft(await TraceStore.BodyAsync(turning, trace, on.Box, on.Simulated,
            EnoughPressure.SoundFrom ?? 0)) : null;

    /// <summary>Marks a moment of what turns.</summary>
    public Task<IActionResult> OnPostMarkAsync(string words) => RecordAsync(new TraceMark(words.Trim()), "");

    /// <summary>Puts the box on this job.</summary>
    public async Task<IActionResult> OnPostGaugeOnAsync()
    {
        PrepareForm();
        if (Box.Box is not { } box)
        {
            Form.Faults.Add("", "The gauge box does not answer just now.");
            return Refused();
        }
        if (Box is { Watch: not null, Job: { } other } && other != Id)
        {
            Form.Faults.Add("", "The gauge box watches a burst or run on another job just now: end that first.");
            return Refused();
        }
        // First the record, then the line: a box that reads a job without an entry would be no evidence.
        var answer = await RecordAsync(new GaugeOn(box, Box.Simulated), $"{BoxName} is on this job.");
        if (Form.Faults.None)
        {
            await Gauge.PutOnAsync(Id);
            Gauge.Follow(Job.Context);
        }
        return answer;
    }

    /// <summary>Takes the box off this job.</summary>
    public async Task<IActionResult> OnPostGaugeOffAsync()
    {
        PrepareForm();
        var answer = await RecordAsync(new GaugeOff(), "The gauge box is taken off.");
        if (Form.Faults.None && Box.Job == Id) await Gauge.PutOnAsync(null);
        return answer;
    }
}
