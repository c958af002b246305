using Wattology.Core.Actuator;

namespace Wattology.Data.Demo;

/// <summary>A sweep of a demo unit's vanes.</summary>
internal static class DemoSweep
{
    private const double Step = 0.05, Seconds = 20, StuckFrom = 62, StuckTo = 70;

    /// <summary>Up and down over the whole range at ten percent a second, sticking once on the way up.</summary>
    public static SweepRead There()
    {
        var samples = new List<SweepSample>();
        for (var i = 0; i * Step <= Seconds; i++)
        {
            var up = i * Step < Seconds / 2;
            var command = up ? 10 * i * Step : 100 - 10 * (i * Step - Seconds / 2);
            var follows = command + (up ? -1 : 1);
            var feedback = up && command is > StuckFrom and < StuckTo ? StuckFrom - 1 : follows;
            samples.Add(new(Math.Round(i * Step, 3), Math.Round(command, 2), Math.Round(Math.Clamp(3 + 0.94 * feedback, 0, 100), 2)));
        }
        return new(1, samples);
    }
}
