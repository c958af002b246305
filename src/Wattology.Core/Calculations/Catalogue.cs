using System.Text.Json;
using Wattology.Core.Inputs;

namespace Wattology.Core.Calculations;

/// <summary>A calculation as the outside sees it: one JSON object in, one out.</summary>
/// <param name="Name">Its name on the command line and in the address.</param>
/// <param name="About">What it answers, in one sentence.</param>
/// <param name="InputType">The record its input is read into.</param>
/// <param name="ResultType">The record it answers.</param>
/// <param name="Run">Reads and computes; null when faults were added.</param>
public sealed record Calculation(string Name, string About, Type InputType, Type ResultType, Func<JsonElement, Faults, string, object?> Run)
{
    /// <summary>Wraps a pure function over validated input.</summary>
    public static Calculation Of<TInput, TResult>(string name, string about, Func<TInput, TResult> compute)
        where TInput : class where TResult : class
        => new(name, about, typeof(TInput), typeof(TResult),
            (json, faults, path) => InputReader.Read<TInput>(json, faults, path) is { } input ? compute(input) : null);
}

/// <summary>All calculations by name; one code path for the pages, the command line and the API.</summary>
public static class Catalogue
{
    /// <summary>Every calculation, in the order of the work.</summary>
    public static readonly IReadOnlyList<Calculation> All =
    [
        Calculation.Of<OilSupply.OilViscosityInput, OilSupply.OilViscosity>("oil-viscosity", "Viscosity and density of an oil at a temperature.", i
            => i.Oil.At(i.TempC)),
        Calculation.Of<OilSupply.OilFeedInput, OilSupply.OilFeedResult>("oil-feed",
            "Oil flow and pressures from the gallery through line and restrictor to the bearing.", OilSupply.OilFeed.Compute),
        Calculation.Of<OilSupply.RestrictorSizeInput, OilSupply.RestrictorSizeResult>("restrictor-size",
            "Which drill brings the inlet pressure into its window in every state.", OilSupply.RestrictorSize.Compute),
        Calculation.Of<OilSupply.CatchTestInput, OilSupply.CatchTestResult>("catch-test", "What a timed catch of oil says about the feed.",
            OilSupply.CatchTest.Compute),
        Calculation.Of<Drain.DrainInput, Drain.DrainResult>("drain", "How much of the drain's capacity the foam needs, segment by segment.", i
            => Drain.DrainFlow.Compute(i)),
        Calculation.Of<Crankcase.BlowByInput, Crankcase.BlowByResult>("blow-by", "Gas past the rings by an orifice, and its share of the engine's air.",
            Crankcase.BlowBy.Compute),
        Calculation.Of<Crankcase.CompressionInput, Crankcase.CompressionResult>("compression", "Spread of the cylinders and the lowest one.",
            Crankcase.Compression.Compute),
        Calculation.Of<Clocking.ClockingInput, Clocking.ClockingResult>("clocking", "How far oil inlet and drain stand off plumb as installed.",
            Clocking.ClockingGeometry.Compute),
        Calculation.Of<Clocking.TurnInput, Clocking.TurnResult>("turn", "Which way and how far to turn a joint.", Clocking.Turning.Compute),
        Calculation.Of<Actuator.CanisterInput, Actuator.CanisterResult>("actuator",
            "Spring rate, preload and turns to the figure of a pressure-to-open canister.", Actuator.Canister.Compute),
        Calculation.Of<Air.BoostLeakInput, Air.BoostLeakResult>("boost-leak", "A charge-air leak from a falling pressure, as flow and as a hole.",
            Air.BoostLeak.Compute),
        Calculation.Of<Air.ShaftSpeedInput, Air.ShaftSpeedResult>("shaft-speed", "An estimate of shaft speed, for comparing two states of one engine.",
            Air.ShaftSpeed.Compute),
        Calculation.Of<Air.FuelBoostInput, Air.FuelBoostResult>("fuel-boost", "Whether injectors keep up under boost.", Air.FuelBoost.Compute),
        Calculation.Of<Fitting.TorqueAdapterInput, Fitting.TorqueAdapterResult>("torque-adapter", "What to set a wrench to when a crow's foot is used.",
            Fitting.TorqueAdapter.Compute),
        Calculation.Of<Fitting.GasketInput, Fitting.GasketResult>("gasket", "How much of a port a gasket leaves open.", Fitting.GasketOverlap.Compute),
        Calculation.Of<Priming.PrimeFillInput, Priming.PrimeFillResult>("prime", "How much must fill, and how long cranking takes.", Priming.PrimeFill.Compute),
        Calculation.Of<Priming.PrimeTargetInput, Priming.PrimeTargetResult>("prime-target",
            "What priming must fill, what that needs of cranking, and who allows least.", Priming.PrimeTarget.Compute),
        Calculation.Of<Priming.PressureTraceInput, Priming.TraceResult>("trace",
            "First pressure, steady level, and every loss in a trace of oil pressure.", Priming.PressureTrace.Read),
        Calculation.Of<OilSupply.SupplyInput, OilSupply.SupplyJudgement>("supply", "Pressure and flow together: pump, pipe, or a figure that is wrong.",
            OilSupply.SupplyTogether.Compute),
        Calculation.Of<Drain.DrainSystemInput, Drain.DrainSystemAnswer>("drain-system",
            "Feed and drain as one system over every state, and each single change that cures it.", Drain.DrainSystemAnswer.Of),
        Calculation.Of<Clocking.FreeWindowInput, Clocking.FreeWindowResult>("free-window",
            "The angles at which the centre section satisfies everything at once, or what gives way most cheaply.", Clocking.FreeWindow.Compute),
        Calculation.Of<Actuator.SweepInput, Actuator.SweepResult>("sweep", "How vanes or a gate follow: range, hysteresis, delay, sticking.",
            Actuator.Sweep.Compute),
        Calculation.Of<Fitting.ThreadInput, Fitting.ThreadResult>("thread", "Which standard thread was measured, how it seals, and its near twins.",
            Fitting.ThreadResult.Of),
        Calculation.Of<Fitting.TighteningInput, Fitting.TighteningResult>("tightening", "Every move of a joint's tightening, and the next re-torque.",
            Fitting.TighteningResult.Of),
        Calculation.Of<History.RateInput, History.RateResult>("rate", "A rate with its 95 % interval.", History.FailureRate.Compute),
        Calculation.Of<History.SurvivalInput, History.SurvivalResult>("survival", "How long units last when many still run.", History.Survival.Compute),
        Calculation.Of<Causes.DiagnoseInput, Causes.DiagnoseResult>("diagnose",
            "Ranks the causes of a failure by what was seen and not seen. A finding is \"present\" or \"absent\", or an object that says how it is known.", i
            => Causes.Diagnosis.Compute(Causes.CauseModel.Usual, i)),
    ];

    /// <summary>How many inputs are answered at once.</summary>
    public const int MostInputs = 1000;

    /// <summary>Finds a calculation by name.</summary>
    public static Calculation? Find(string name) => All.FirstOrDefault(c => c.Name == name);

    private static bool HasHalf(string text)
    {
        for (var i = 0; i < text.Length; i++)
            if (char.IsSurrogate(text[i]) && (i + 1 == text.Length || !char.IsSurrogatePair(text[i], text[++i]))) return true;
        return false;
    }

    /// <summary>Runs a calculation over one JSON object or an array of them.</summary>
    /// <param name="calculation">Which one.</param>
    /// <param name="text">The JSON text.</param>
    /// <returns>The result as JSON text: one object, or an array in the order of the input.</returns>
    /// <exception cref="InputRefusedException">Anything at all is wrong; one bad element refuses the whole array.</exception>
    public static string Run(Calculation calculation, string text)
    {
        var faults = new Faults();
        if (string.IsNullOrWhiteSpace(text)) faults.Add("", "There is nothing here: one JSON object, or an array of them, is wanted.");
        faults.ThrowIfAny();
        // A text may hold half a character; as bytes it would silently be another one.
        if (HasHalf(text)) faults.Add("", "The text holds half a character.");
        faults.ThrowIfAny();
        JsonDocument document;
        try { document = JsonDocument.Parse(text); }
        catch (JsonException e)
        {
            faults.Add("", $"This is not JSON (line {e.LineNumber + 1}): one JSON object, or an array of them, is wanted.");
            throw new InputRefusedException(faults);
        }
        using (document)
        {
            var root = document.RootElement;
            if (root.ValueKind == JsonValueKind.Array && root.GetArrayLength() > MostInputs)
                faults.Add("", $"{root.GetArrayLength()} inputs were sent at once; {MostInputs} are allowed.");
            faults.ThrowIfAny();
            object? answer = root.ValueKind == JsonValueKind.Array
                ? root.EnumerateArray().Select((e, i) => faults.Full ? null : calculation.Run(e, faults,
                    i.ToString(System.Globalization.CultureInfo.InvariantCulture))).ToArray()
                : calculation.Run(root, faults, "");
            faults.ThrowIfAny();
            return JsonSerializer.Serialize(answer, JsonForm.Options);
        }
    }
}
