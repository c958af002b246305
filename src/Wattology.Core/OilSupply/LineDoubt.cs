using Wattology.Core.Measures;

namespace Wattology.Core.OilSupply;

/// <summary>How far what is said of a feed line may be from what it is; by how it was said.</summary>
/// <param name="BoreMm">Bore, give or take, mm.</param>
/// <param name="LengthShare">Length, give or take, as a share.</param>
/// <param name="K">Loss coefficient of bends and ends, give or take.</param>
/// <remarks>An estimate: a pin in the bore and a tape along the pipe are good to a tenth and to 5 %; a size by its name, "about" and bends that nobody counted
/// leave more open.</remarks>
public sealed record LineDoubt(double BoreMm, double LengthShare, double K)
{
    private const double TemperatureC = 5;

    /// <summary>The doubt left by what was typed.</summary>
    /// <param name="typed">What was typed, by the test's own field names; a box left blank is not there.</param>
    public static LineDoubt Of(IReadOnlyDictionary<string, string> typed)
    {
        string Said(string field) => typed.GetValueOrDefault($"input.line.{field}", "").Trim();
        return new(Said("id_mm").StartsWith("dash", StringComparison.OrdinalIgnoreCase) ? 0.5 : 0.1,
            Said("length_mm") is var length && (length.StartsWith("about", StringComparison.OrdinalIgnoreCase) || length.StartsWith('~')) ? 0.25 : 0.05,
            Said("minor_k").Length == 0 ? 1 : 0.5);
    }

    /// <summary>The least and the most a clean line may pass at a pressure, l/min, everything wrong the same way.</summary>
    /// <param name="test">The catch test.</param>
    /// <param name="galleryKpa">Gallery pressure, kPa.</param>
    public (double Least, double Most) Flow(CatchTestInput test, double galleryKpa)
    {
        double At(int way)
        {
            var line = test.Line;
            var hole = test.RestrictorMm;
            var bore = Math.Max(line.IdMm + way * BoreMm, Math.Max(hole ?? 0, line.IdMm / 2));
            return OilFeed.Compute(new OilFeedInput(test.Oil, test.OilTempC + way * TemperatureC, galleryKpa, line with { IdMm = bore,
                LengthMm = line.LengthMm * (1 - way * LengthShare), MinorK = Math.Max(0, line.MinorK - way * K) }, hole, test.RestrictorLengthMm)).FlowLpm;
        }
        return (At(-1), At(1));
    }

    /// <summary>The doubt in words.</summary>
    public string Words(ShopUnits units) => $"bore within {units.ShowLength(BoreMm)}, length within {LengthShare * 100:0} %, bends within {K:0.#}, "
        + $"oil within {TemperatureC:0} °C";
}
