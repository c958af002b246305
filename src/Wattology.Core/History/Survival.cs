using Wattology.Core.Inputs;
using Wattology.Core.Numerics;

namespace Wattology.Core.History;

/// <summary>One unit: months in service, above 0, and whether it failed then or was still running.</summary>
public sealed record ServedUnit([Bounds(0, 100_000, AboveLeast = true)] double Months, bool Failed);

/// <summary>Units in service.</summary>
public sealed record SurvivalInput(IReadOnlyList<ServedUnit> Units);

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
        foreach (var time in input.Units.Where(u => u.Failed).Select(u => u.Months).Distinct().Order())
        {
            if (rows.Count > 0 && time - rows[^1].Months <= Nearly.Same) continue;
            var atRisk = input.Units.Count(u => u.Months >= time - Nearly.Same);
            var failed = input.Units.Count(u => u.Failed && Math.Abs(u.Months - time) <= Nearly.Same);
            share *= 1 - (double)failed / atRisk;
            rows.Add(new(time, atRisk, failed, share));
        }
        return new(rows);
    }
}
