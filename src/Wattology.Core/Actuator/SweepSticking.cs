namespace Wattology.Core.Actuator;

/// <summary>Counts how often a gear stood still under a moving command and then jumped.</summary>
internal static class SweepSticking
{
    // Fine enough for any jump a gear makes, and no finer than the slowest logger worth reading.
    private const double StepS = 0.05;
    private const int JumpSteps = 2;

    /// <summary>How often it stuck. A stepped command jumps itself: there it stuck where a step was not followed at all.</summary>
    public static int Count(SweepTrace trace, SweepSettings settings, bool stepped)
        => stepped ? Unfollowed(SteppedCommand.Of(trace)!, settings) : Jumps(trace, settings);

    private static int Jumps(SweepTrace trace, SweepSettings settings)
    {
        var (_, command, feedback) = trace.Evenly(Math.Max(StepS, trace.IntervalS));
        var slips = 0;
        var held = 0;
        for (var i = 1; i < feedback.Length; i++)
        {
            if (Math.Abs(feedback[i] - feedback[held]) <= settings.StillPct) continue;
            var until = Math.Min(feedback.Length - 1, i + JumpSteps - 1);
            var most = 0.0;
            for (var k = held; k < i; k++) most = Math.Max(most, Math.Abs(command[k] - command[held]));
            // A gear that follows moves no faster than it is asked to.
            var jump = Math.Abs(feedback[until] - feedback[i - 1]) - Math.Abs(command[until] - command[i - 1]);
            if (most > settings.StickPct && jump >= settings.JumpPct)
            {
                slips++;
                i = until;
            }
            held = i;
        }
        return slips;
    }

    private static int Unfollowed(IReadOnlyList<SettledStep> steps, SweepSettings settings)
    {
        var stuck = 0;
        for (var i = 1; i < steps.Count; i++)
            if (Math.Abs(steps[i].CommandPct - steps[i - 1].CommandPct) > settings.StickPct
                && Math.Abs(steps[i].FeedbackPct - steps[i - 1].FeedbackPct) <= settings.StillPct && !AtAnEnd(steps, i, settings)) stuck++;
        return stuck;
    }

    // Past its stop a gear cannot follow, and does not stick.
    private static bool AtAnEnd(IReadOnlyList<SettledStep> steps, int i, SweepSettings settings)
        => steps[i].FeedbackPct <= steps.Min(s => s.FeedbackPct) + settings.StillPct
            || steps[i].FeedbackPct >= steps.Max(s => s.FeedbackPct) - settings.StillPct;
}
