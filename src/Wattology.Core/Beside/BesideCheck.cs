using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Plate;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Beside;

/// <summary>The new unit laid beside the old one: every port, stud, sensor and fitting the same, carried over with a new seal, or in want of an
/// adapter.</summary>
public static class BesideCheck
{
    private static Question Of(string id, string title, Func<BookedIn, bool>? has = null, string? hint = null) => new($"beside-{id}", title,
    [
        new("same", "the same"),
        new("transfers", "carried over, its seal new"),
        new("adapter", "needs an adapter", Verdict.Doubtful, Asks: "Which adapter, by thread and pitch"),
        new("does-not-fit", "does not fit", Verdict.Stop, Asks: "What is different"),
    ])
    {
        PerTurbo = true,
        Ages = Ages.Lasts,
        Applies = (job, turbo) => Asked(job) && !PlateCheck.Stays(job, turbo) && has?.Invoke(job.Record.Machine()) != false,
        ReopenedBy = [new(UnitSentBack.KindName, "the unit went back")],
        Hint = hint,
    };

    /// <summary>What is compared, as it lies round the unit.</summary>
    public static readonly IReadOnlyList<Question> Compared =
    [
        Of("oil-in", "Oil inlet", hint: "Diameter and pitch first: a fitting starts by hand in the wrong thread and ruins it."),
        Of("oil-out", "Oil drain flange"),
        Of("water", "Water ports", m => m.WaterCooled),
        Of("air-in", "Compressor inlet"),
        Of("air-out", "Compressor outlet"),
        Of("gas-in", "Turbine inlet flange and studs"),
        Of("gas-out", "Turbine outlet flange and studs"),
        Of("control", "Actuator, rod and connector", m => m.Control is not (BoostControl.None or BoostControl.ExternalWastegate)),
        Of("sensors", "Sensors and small fittings"),
        Of("brackets", "Brackets and heat shield"),
    ];

    /// <summary>The drawing on which they are compared.</summary>
    public static readonly TouchBoard Board = new("The unit, every port and fitting on it",
    [
        Part("gas-out", "turbine outlet", new(20, 200, 110, 110), new(75, 336, Anchor.Middle)),
        Part("gas-in", "turbine inlet", new(196, 380, 120, 90), new(256, 500, Anchor.Middle)),
        Part("oil-in", "oil inlet", new(350, 60, 80, 80), new(390, 46, Anchor.Middle, Above: true)),
        Part("oil-out", "oil drain", new(350, 380, 80, 90), new(390, 500, Anchor.Middle)),
        Part("water", "water ports", new(350, 220, 80, 80), new(390, 328, Anchor.Middle)),
        Part("air-in", "compressor inlet", new(650, 200, 110, 110), new(705, 336, Anchor.Middle)),
        Part("air-out", "compressor outlet", new(530, 60, 110, 90), new(660, 96)),
        Part("control", "actuator", new(500, 370, 130, 100), new(566, 500, Anchor.Middle)),
        Part("sensors", "sensors, fittings", new(140, 60, 110, 80), new(134, 96, Anchor.End)),
        Part("brackets", "brackets, shield", new(20, 380, 130, 90), new(86, 500, Anchor.Middle)),
    ]) { Height = 540 };

    private static UnitPart Part(string id, string title, Box target, NameAt name) => new(id, title, UnitEnd.Engine, target, name, [$"beside-{id}"]);

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("beside", "Old beside new", null, Read)
    {
        PerTurbo = true,
        Applies = Asked,
        Questions = Compared,
        Items = [ItemDefinition.AtStop("beside", "The new unit fits where the old one was") with { Point = HoldPoint.Release, PerTurbo = true }],
    };

    // On a first fitment there is no old one to lay beside it.
    private static bool Asked(JobContext job) => job.Record.Machine().Kind != JobKind.FirstFitment;

    private static Found Read(JobContext job, int turbo) => LookState.Together([.. Compared.Where(q => q.Applies(job, turbo)).Select(q => q.Read(job, turbo))],
        "all fit", "Every port and fitting is the same, or carried over.");
}
