using System.Globalization;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;

namespace Wattology.Core.Actuator;

/// <summary>One sample of a sweep.</summary>
/// <param name="TimeS">Time, s, rising.</param>
/// <param name="CommandPct">What was asked for, percent.</param>
/// <param name="FeedbackPct">What came back, percent; null where a sample is missing.</param>
public sealed record SweepSample([Bounds(-1e9, 1e9)] double TimeS, [Bounds(-1000, 1000)] double CommandPct,
    [Bounds(-1000, 1000)] double? FeedbackPct = null);

/// <summary>How a sweep is read.</summary>
/// <param name="StickPct">The command must have moved more than this with the feedback still.</param>
/// <param name="StillPct">The feedback counts as still within this.</param>
/// <param name="JumpPct">The jump that follows is at least this.</param>
/// <param name="ClipLowPct">At or under this the sensor may be clipped.</param>
/// <param name="ClipHighPct">At or over this the sensor may be clipped.</param>
public sealed record SweepSettings([Bounds(0.1, 100)] double StickPct = 6, [Bounds(0.1, 100)] double StillPct = 1.5, [Bounds(0.1, 100)] double JumpPct = 4,
    [Bounds(-1000, 1000)] double ClipLowPct = 0.5, [Bounds(-1000, 1000)] double ClipHighPct = 99.5);

/// <summary>A sweep with what it is judged by.</summary>
/// <param name="Samples">Samples in time order, 8 to 200,000, at least 8 with a feedback.</param>
/// <param name="Limits">What it is judged by; no verdict but dead where nothing is given.</param>
/// <param name="Settings">How it is read; as usual when null.</param>
public sealed record SweepInput([Most(SampleTimes.Most)] IReadOnlyList<SweepSample> Samples, SweepFigures? Limits = null, SweepSettings? Settings = null)
    : IHasRules
{
    /// <summary>The fewest samples with a feedback.</summary>
    public const int FewestSamples = 8;

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        SampleTimes.Check([.. Samples.Select(s => s.TimeS)], faults, path);
        if (Samples.Count(s => s.FeedbackPct is not null) < FewestSamples)
            faults.Add(Faults.Join(path, "samples"), $"At least {FewestSamples} samples with a feedback are needed.");
    }
}

/// <summary>What moving parts came out as.</summary>
public enum SweepVerdict
{
    /// <summary>A reading without a verdict: no limit bears on it, or one that does cannot be judged.</summary>
    ReadingOnly,
    /// <summary>Moves freely from stop to stop.</summary>
    Free,
    /// <summary>Moves, but sticks or drags.</summary>
    Stiff,
    /// <summary>Does not reach a stop.</summary>
    ShortOfStop,
    /// <summary>Does not move.</summary>
    Dead,
}

/// <summary>What a sweep shows.</summary>
/// <param name="LeastPct">Least feedback reached.</param>
/// <param name="MostPct">Most feedback reached.</param>
/// <param name="GapPct">Mean gap between the way up and the way down at equal command, with whatever delay there is in it; null where one way is
/// missing.</param>
/// <param name="HysteresisPct">The same with the delay removed; null where the two cannot be told apart.</param>
/// <param name="LagS">Delay of the feedback behind the command, s; null where it cannot be told apart from hysteresis, or nothing moves.</param>
/// <param name="Apart">Whether delay and hysteresis were told apart.</param>
/// <param name="StickSlips">Times the feedback stood still under a moving command and then jumped.</param>
/// <param name="Missing">Samples missing.</param>
/// <param name="Clipped">Whether the sensor sat at its end while the command moved.</param>
/// <param name="Stepped">Whether the command went in steps: then its settled parts are judged.</param>
/// <param name="Verdict">Against the limits known.</param>
/// <param name="Why">The reason in a sentence.</param>
public sealed record SweepResult(double LeastPct, double MostPct, double? GapPct, double? HysteresisPct, double? LagS, bool Apart, int StickSlips, int Missing,
    bool Clipped, bool Stepped, SweepVerdict Verdict, string Why);

/// <summary>Reads a vane or gate sweep. Never force a self-locking gear by hand or tool to make one.</summary>
public static class Sweep
{
    // Under this share of the command's travel a gear does not move; under so many times its own noise nobody can say that it does.
    private const double DeadShare = 0.02;
    private const double DeadNoises = 3;

    // "Over its range", where no limit says how far that is: this share of a command that itself goes as far.
    private const double WholeRangePct = 90;

    /// <summary>Reads a sweep by the figures given with it.</summary>
    public static SweepResult Compute(SweepInput input) => Read(input.Samples, (input.Limits ?? new SweepFigures()).Book, input.Settings);

    /// <summary>Reads a sweep.</summary>
    /// <param name="samples">Samples in time order.</param>
    /// <param name="limits">Limits in force; see <see cref="SweepLimits"/>.</param>
    /// <param name="settings">How it is read.</param>
    /// <exception cref="InputRefusedException">Too few samples, or time does not rise.</exception>
    public static SweepResult Read(IReadOnlyList<SweepSample> samples, LimitBook limits, SweepSettings? settings = null)
    {
        settings ??= new SweepSettings();
        var faults = new Faults();
        new SweepInput(samples).Check(faults, "");
        faults.ThrowIfAny();

        var trace = new SweepTrace(samples);
        var travel = trace.SmoothMost - trace.SmoothLeast;
        var dead = travel < DeadShare * trace.CommandTravel || travel <= DeadNoises * trace.SmoothNoise;
        var moving = dead ? SweepMotion.None : SweepMotion.Of(trace, settings);
        var slips = dead ? 0 : SweepSticking.Count(trace, settings, moving.Stepped);
        var read = new SweepResult(trace.Least, trace.Most, moving.GapPct, moving.HysteresisPct, moving.LagS, moving.Apart, slips, trace.Missing,
            IsClipped(trace, settings), moving.Stepped, SweepVerdict.ReadingOnly, "");
        var (verdict, why) = dead ? (SweepVerdict.Dead, "It does not move.") : Judge(read, trace, moving.LagLeastS, limits);
        return read with { Verdict = verdict, Why = why };
    }

    private static bool IsClipped(SweepTrace trace, SweepSettings settings)
    {
        bool At(Func<double, bool> end)
        {
            double least = double.MaxValue, most = double.MinValue;
            var count = 0;
            for (var i = 0; i < trace.Feedback.Length; i++)
            {
                if (!end(trace.Feedback[i])) continue;
                count++;
                (least, most) = (Math.Min(least, trace.Command[i]), Math.Max(most, trace.Command[i]));
            }
            return count > 2 && most - least > settings.StickPct;
        }
        return At(f => f <= settings.ClipLowPct) || At(f => f >= settings.ClipHighPct);
    }

    private static (SweepVerdict, string) Judge(SweepResult read, SweepTrace trace, double? lagLeast, LimitBook limits)
    {
        var judged = false;
        string? open = null;
        // A value that is not known, but at most so much: within the limit it holds, above it nobody can say.
        bool Outside(LimitKind kind, double? value, double? atMost = null)
        {
            var limit = limits.Choose(kind);
            if (limit.Source == LimitSource.NoneKnown) return false;
            judged = true;
            if (value is { } known) return limit.Judge(known) != Verdict.Sound;
            if (atMost is not { } most || limit.Judge(most) != Verdict.Sound) open ??= kind.Title.Split(", ")[^1];
            return false;
        }
        string Pct(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);
        var range = read.MostPct - read.LeastPct;
        if (Outside(SweepLimits.Range, range)) return (SweepVerdict.ShortOfStop, $"It moves over {Pct(range)} % only.");
        if (Outside(SweepLimits.Low, read.LeastPct)) return (SweepVerdict.ShortOfStop, $"It comes down to {Pct(read.LeastPct)} % only.");
        if (Outside(SweepLimits.High, read.MostPct)) return (SweepVerdict.ShortOfStop, $"It comes up to {Pct(read.MostPct)} % only.");
        var reached = judged;
        if (Outside(SweepLimits.Stick, read.StickSlips)) return (SweepVerdict.Stiff,
            $"It stuck and jumped {read.StickSlips} time{(read.StickSlips == 1 ? "" : "s")}.");
        if (Outside(SweepLimits.Hysteresis, read.HysteresisPct, read.GapPct)) return (SweepVerdict.Stiff,
            $"Up and down lie {Pct(read.HysteresisPct!.Value)} % apart.");
        if (Outside(SweepLimits.Lag, read.LagS, read.GapPct / (2 * trace.UsualSpeed))) return (SweepVerdict.Stiff,
            string.Create(CultureInfo.InvariantCulture, $"It follows {read.LagS:0.00} s late."));
        if (read.LagS is null && lagLeast is { } least && limits.Choose(SweepLimits.Lag) is { Source: not LimitSource.NoneKnown } late
            && late.Judge(least) != Verdict.Sound)
            return (SweepVerdict.Stiff, string.Create(CultureInfo.InvariantCulture, $"It follows at least {least:0.00} s late."));
        if (!judged) return (SweepVerdict.ReadingOnly, "No limits are known for this unit; the shop sets them.");
        if (open is not null) return (SweepVerdict.ReadingOnly, read.GapPct is { } gap && !read.Apart
            ? $"Up and down lie {Pct(gap)} % apart at equal command; delay and hysteresis cannot be told apart. Sweep again, slower, there and back."
            : $"The limit for ‘{open}’ cannot be judged from this sweep.");
        return reached || range >= WholeRangePct / 100 * trace.CommandTravel && trace.CommandTravel >= WholeRangePct
            ? (SweepVerdict.Free, "It moves freely from stop to stop.")
            : (SweepVerdict.ReadingOnly, $"It moves freely over {Pct(range)} %; no limit says how far it must go.");
    }
}
