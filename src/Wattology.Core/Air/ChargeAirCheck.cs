using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Air;

/// <summary>From the compressor to the engine: whether what is pumped arrives.</summary>
public static class ChargeAirCheck
{
    /// <summary>Hoses and clamps.</summary>
    public static readonly Question Hoses = Part("charge-hoses", "Charge hoses and clamps", "sound, clamps behind the bead",
        "split, loose or blown wet with oil");

    /// <summary>The cooler.</summary>
    public static readonly Question Cooler = Part("charge-cooler", "Charge cooler", "sound, no oil standing in it", "leaks, or oil stands in it");

    /// <summary>The throttle or intake manifold.</summary>
    public static readonly Question Manifold = Part("charge-manifold", "Intake manifold and its gasket", "sound", "leaks at gasket or stud");

    /// <summary>The by-pass or dump valve.</summary>
    public static readonly Question ByPass = Part("charge-bypass", "By-pass valve", "shut tight, or there is none", "leaks when shut");

    /// <summary>Small hoses and plugs.</summary>
    public static readonly Question Small = Part("charge-small", "Small hoses, sensors, plugs", "tight", "leaks at one");

    /// <summary>Joints, in the order of the air.</summary>
    public static readonly IReadOnlyList<Question> Joints = [Hoses, Cooler, ByPass, Manifold, Small];

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("charge-air", "Charge air", DrawnPart.ChargeAir, Read)
    {
        Questions = Joints,
        Kinds = [LeakTest.Kind, ShaftSpeedReading.Kind],
        Limits = [LeakTest.Hole],
        Answers =
        [
            new("charge-air-leak", r => r.Found.Shows("charge-air-leak")), new("charge-hose-off-or-split", r => r.Found.Shows("charge-hose-off-or-split")),
        ],
    };

    private static Question Part(string id, string title, string good, string bad)
        => new(id, title, [new("tight", good), new("leaks", bad, Verdict.Doubtful, Asks: "Where") { Optional = true }]);

    private static Found Read(JobContext job, int turbo)
    {
        var states = Joints.Select(q => q.Read(job, 0)).ToArray();
        var looks = LookState.Together(states, "tight", "Every joint is tight.");
        var test = Found.Of<LeakTest, LeakOutcome>(job.Record.Latest<LeakTest>(), (_, o) => job.Units.Show(o.Result.HoleMm, Measure.Length));
        var says = new Dictionary<string, bool>();
        if (test.Verdict is Verdict.Sound or Verdict.Doubtful or Verdict.Stop) says["charge-air-leak"] = test.Verdict != Verdict.Sound;
        if (states[0].Answer is { } hoses) says["charge-hose-off-or-split"] = hoses.Verdict != Verdict.Sound;
        return Found.Worst(looks, test) with { Says = says };
    }
}
