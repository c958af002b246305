using System.Globalization;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;

namespace Wattology.Core.Fitting;

/// <summary>How a thread seals, which decides what goes on it.</summary>
public enum ThreadSeal
{
    /// <summary>Straight metric or pipe thread: a washer or O-ring under the head seals.</summary>
    Washer,
    /// <summary>Taper pipe thread: the thread itself seals.</summary>
    Taper,
    /// <summary>37° flare: metal on metal seals.</summary>
    Flare,
}

/// <summary>A standard thread.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="OutsideMm">Nominal outside diameter, mm; of a taper at its gauge plane.</param>
/// <param name="PitchMm">Pitch, mm.</param>
/// <param name="Seal">How it seals.</param>
/// <param name="Dash">Dash size of a flare fitting, sixteenths of an inch of tube.</param>
/// <param name="BoreMm">Usual bore through a flare fitting, mm.</param>
public sealed record StandardThread(string Name, double OutsideMm, double PitchMm, ThreadSeal Seal, int? Dash = null, double? BoreMm = null)
{
    /// <summary>Threads per inch.</summary>
    public double PerInch => 25.4 / PitchMm;

    /// <summary>True for a taper.</summary>
    public bool Tapered => Seal == ThreadSeal.Taper;

    /// <summary>What seals it.</summary>
    public string SealsBy => Seal switch
    {
        ThreadSeal.Taper => "The thread itself, as it wedges.",
        ThreadSeal.Flare => "The 37° flare, metal on metal.",
        _ => "A washer or O-ring under the head or in its groove; a banjo has a new washer on both faces.",
    };

    /// <summary>What goes on it.</summary>
    public string GoesOn => Seal switch
    {
        ThreadSeal.Taper => "Sealant, sparingly, leaving the first thread bare.",
        ThreadSeal.Flare => "A drop of engine oil.",
        _ => "A new washer or O-ring, oiled.",
    };

    /// <summary>What must not.</summary>
    public string Never => Seal switch
    {
        ThreadSeal.Taper => "No tape near a turbo's oil feed: shreds block it.",
        ThreadSeal.Flare => "No tape and no sealant: both hold the flare off its seat.",
        _ => "No tape and no sealant on the thread: it does not seal there, and bits get into the oil.",
    };
}

/// <summary>A candidate.</summary>
/// <param name="Thread">The thread.</param>
/// <param name="Misfit">How far the measurements lie from it; under 1 fits within what a worn thread and a caliper allow.</param>
/// <param name="Twins">Threads that start by hand in or on this one and never seal.</param>
public sealed record ThreadMatch(StandardThread Thread, double Misfit, IReadOnlyList<StandardThread> Twins)
{
    /// <summary>The loud warning, or null.</summary>
    public string? Warning => Twins.Count == 0 ? null
        : $"{Thread.Name} has near twins: {string.Join(", ", Twins.Select(t => $"{t.Name} ({Pitch(t)})"))}. They start by hand and never seal. Count the pitch "
        + $"with a gauge, not by eye.";

    private static string Pitch(StandardThread t) => t.Name.StartsWith('M') ? string.Create(CultureInfo.InvariantCulture, $"pitch {t.PitchMm:0.##} mm")
        : string.Create(CultureInfo.InvariantCulture, $"{t.PerInch:0} per inch");
}

/// <summary>What was measured of a thread.</summary>
/// <param name="OutsideMm">Outside diameter, mm.</param>
/// <param name="PitchMm">Pitch, mm; one of pitch and threads per inch is needed.</param>
/// <param name="PerInch">Threads per inch.</param>
/// <param name="Tapered">Whether it is tapered; null when it cannot be told.</param>
public sealed record ThreadInput([Bounds(3, 40)] double OutsideMm, [Bounds(0.4, 4)] double? PitchMm = null, [Bounds(6, 64)] double? PerInch = null,
    bool? Tapered = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (PitchMm is null == PerInch is null) faults.Add(Faults.Join(path, "pitch_mm"), "The pitch is needed, in mm or as threads per inch: one of the two.");
    }
}

/// <summary>A candidate in words.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="OutsideMm">Nominal outside diameter, mm.</param>
/// <param name="PitchMm">Pitch, mm.</param>
/// <param name="Misfit">How far the measurements lie from it; under 1 fits.</param>
/// <param name="SealsBy">What seals it.</param>
/// <param name="GoesOn">What goes on it.</param>
/// <param name="Never">What must not.</param>
/// <param name="Dash">Dash size of a flare fitting.</param>
/// <param name="BoreMm">Usual bore through a flare fitting, mm.</param>
/// <param name="Warning">The near twins it is mistaken for; null where it has none.</param>
public sealed record ThreadAnswer(string Name, double OutsideMm, double PitchMm, double Misfit, string SealsBy, string GoesOn, string Never, int? Dash,
    double? BoreMm, string? Warning);

/// <summary>The threads that fit best, best first.</summary>
/// <param name="Threads">The candidates.</param>
public sealed record ThreadResult(IReadOnlyList<ThreadAnswer> Threads)
{
    private const int Most = 8;

    /// <summary>Finds them.</summary>
    public static ThreadResult Of(ThreadInput input) => new([.. ThreadFinder.Find(input.OutsideMm, input.PitchMm ?? ThreadFinder.PitchOf(input.PerInch!.Value),
        input.Tapered).Take(Most).Select(m => new ThreadAnswer(m.Thread.Name, m.Thread.OutsideMm, m.Thread.PitchMm, m.Misfit, m.Thread.SealsBy, m.Thread.GoesOn,
            m.Thread.Never, m.Thread.Dash, m.Thread.BoreMm, m.Warning))]);
}

/// <summary>Finds a thread by diameter and pitch.</summary>
public static class ThreadFinder
{
    // Outside diameters measured with a caliper lie a little under the nominal; tapers vary with where they are taken.
    private const double UsualUndersize = 0.12;
    private const double StraightTolerance = 0.2;
    private const double TaperTolerance = 0.45;
    private const double PitchTolerance = 0.04;
    private const double WrongTaper = 3;
    private const double TwinDiameter = 0.75;

    /// <summary>Every thread known: metric coarse and fine M6 to M22, G and R 1/16 to 3/4, NPT 1/16 to 3/4, and flare fittings dash 3 to 12.</summary>
    public static readonly IReadOnlyList<StandardThread> Known = [.. Metric(), .. Pipe(), .. Flare()];

    private static IEnumerable<StandardThread> Metric()
    {
        foreach (var (size, pitches) in new (int, double[])[] { (6, [1, 0.75]), (8, [1.25, 1]), (10, [1.5, 1.25, 1]), (12, [1.75, 1.5, 1.25, 1]),
            (14, [2, 1.5, 1.25]),
            (16, [2, 1.5]), (18, [2.5, 2, 1.5]), (20, [2.5, 2, 1.5]), (22, [2.5, 2, 1.5]) })
            for (var i = 0; i < pitches.Length; i++)
                yield return new(i == 0 ? $"M{size}" : string.Create(CultureInfo.InvariantCulture, $"M{size}×{pitches[i]}"), size, pitches[i],
                    ThreadSeal.Washer);
    }

    private static IEnumerable<StandardThread> Pipe()
    {
        foreach (var (size, outside, perInch) in new[] { ("1/16", 7.723, 28), ("1/8", 9.728, 28), ("1/4", 13.157, 19), ("3/8", 16.662, 19),
            ("1/2", 20.955, 14), ("3/4", 26.441, 14) })
        {
            yield return new($"G {size}", outside, 25.4 / perInch, ThreadSeal.Washer);
            yield return new($"R {size}", outside, 25.4 / perInch, ThreadSeal.Taper);
        }
        yield return new("G 5/8", 22.911, 25.4 / 14, ThreadSeal.Washer);
        foreach (var (size, outside, perInch) in new[] { ("1/16", 7.938, 27), ("1/8", 10.287, 27), ("1/4", 13.716, 18), ("3/8", 17.145, 18),
            ("1/2", 21.336, 14), ("3/4", 26.670, 14) })
            yield return new($"NPT {size}", outside, 25.4 / perInch, ThreadSeal.Taper);
    }

    private static IEnumerable<StandardThread> Flare()
    {
        foreach (var (dash, name, inches, perInch) in new[] { (3, "3/8-24", 0.375, 24), (4, "7/16-20", 0.4375, 20), (5, "1/2-20", 0.5, 20),
            (6, "9/16-18", 0.5625, 18), (8, "3/4-16", 0.75, 16), (10, "7/8-14", 0.875, 14), (12, "1 1/16-12", 1.0625, 12) })
            yield return new($"UNF {name}, 37° flare dash {dash}", inches * 25.4, 25.4 / perInch, ThreadSeal.Flare, dash, PipeWords.DashBoresMm[dash]);
    }

    /// <summary>The pitch in mm of so many threads per inch, above 0.</summary>
    public static double PitchOf(double threadsPerInch) => 25.4 / threadsPerInch;

    /// <summary>Ranks the known threads, best fit first.</summary>
    /// <param name="outsideMm">Measured outside diameter, mm, 3 to 40.</param>
    /// <param name="pitchMm">Measured pitch, mm, 0.4 to 4; from threads per inch by <see cref="PitchOf"/>.</param>
    /// <param name="tapered">Whether it is tapered; null when it cannot be told.</param>
    /// <exception cref="InputRefusedException">A measurement is out of range.</exception>
    public static IReadOnlyList<ThreadMatch> Find(double outsideMm, double pitchMm, bool? tapered)
    {
        var faults = new Faults();
        if (outsideMm is not (>= 3 and <= 40)) faults.Add("outside_mm", "An outside diameter from 3 to 40 mm is wanted.");
        if (pitchMm is not (>= 0.4 and <= 4)) faults.Add("pitch_mm", "A pitch from 0.4 to 4 mm is wanted; that is 25.4 over the threads per inch.");
        faults.ThrowIfAny();
        double Misfit(StandardThread t)
        {
            var diameter = (outsideMm + UsualUndersize - t.OutsideMm) / (t.Tapered ? TaperTolerance : StraightTolerance);
            var pitch = (pitchMm - t.PitchMm) / PitchTolerance;
            return Math.Sqrt(diameter * diameter + pitch * pitch) + (tapered is { } known && known != t.Tapered ? WrongTaper : 0);
        }
        return [.. Nearly.Descending(Known, t => -Misfit(t), (a, b) => string.CompareOrdinal(a.Name, b.Name))
            .Select(t => new ThreadMatch(t, Misfit(t), TwinsOf(t)))];
    }

    /// <summary>Threads of nearly the same diameter but another pitch; or of the same pitch, where one is a taper or the standards differ.</summary>
    public static IReadOnlyList<StandardThread> TwinsOf(StandardThread thread)
        => [.. Known.Where(t => t != thread && Math.Abs(t.OutsideMm - thread.OutsideMm) <= TwinDiameter
        && (Math.Abs(t.PitchMm - thread.PitchMm) > Nearly.Same ? Math.Abs(t.PitchMm - thread.PitchMm) <= 0.51
            : t.Tapered != thread.Tapered || Standard(t) != Standard(thread)))];

    private static string Standard(StandardThread thread) => thread.Name.Split(' ')[0];
}
