using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.History;

/// <summary>One unit: months in service, above 0, and whether it failed then or was still running.</summary>
public sealed record ServedUnit([Bounds(0, 100_000, AboveLeast = true)] double Months, bool Failed);

/// <summary>Units in service.</summary>
/// <param name="Units">Up to 200,000.</param>
public sealed record SurvivalInput([Most(200_000)] IReadOnlyList<ServedUnit> Units);

/// <summary>One failure time: months, units at risk, failed then, and the share surviving beyond.</summary>
public sealed record SurvivalRow(double Months, int AtRisk, int Failed, double Survival);

/// <summary>Every failure time, in order.</summary>
public sealed record SurvivalResult(IReadOnlyList<SurvivalRow> Rows);

/// <summary>How long units last when many still run.</summary>
public static class Survival
{
    /// <summary>Kaplan–Meier; units still running at a failure time count as at risk then.</summary>
    public static SurvivalResult Compute(SurvivalInput input)
    {
        var rows = new List<SurvivalRow>();
        var share = 1.0;
        // Once through in order: what lies before a failure is at risk no more.
        var months = input.Units.Select(u => u.Months).Order().ToArray();
        var failures = input.Units.Where(u => u.Failed).Select(u => u.Months).Order().ToArray();
        var (gone, at) = (0, 0);
        while (at < failures.Length)
        {
            var time = failures[at];
            while (gone < months.Length && months[gone] < time - Nearly.Same) gone++;
            var from = at;
            while (at < failures.Length && failures[at] - time <= Nearly.Same) at++;
            var (atRisk, failed) = (months.Length - gone, at - from);
            share *= 1 - (double)failed / atRisk;
            rows.Add(new(time, atRisk, failed, share));
        }
        return new(rows);
    }
}
