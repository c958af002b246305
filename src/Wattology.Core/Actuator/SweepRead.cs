using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;

namespace Wattology.Core.Actuator;

/// <summary>A vane or gate sweep was recorded: what was asked for, and what came back.</summary>
/// <param name="Turbo">Which turbo, from 1.</param>
/// <param name="Samples">Samples in time order, 8 to 20,000.</param>
public sealed record SweepRead([Bounds(1, 2)] int Turbo, [Most(SampleTimes.Most)] IReadOnlyList<SweepSample> Samples) : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "sweep";

    /// <summary>The most samples one entry keeps: ten a second for half an hour.</summary>
    public const int MostSamples = 20_000;

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<SweepRead, SweepOutcome>(KindName, "Sweep", (job, body) => SweepOutcome.Of(body, job.Limits),
        (job, n) => n.Outcome is SweepOutcome outcome ? $"{job.Which(n.Body.Turbo)}{SweepOutcome.Words(outcome.Result.Verdict)}, {
            n.Body.Samples.Count} samples. {outcome.Why}{outcome.Said(n.Body, job.Units)}" : "")
    {
        Ages = Ages.MeasureAgain,
        Caution = new("Moved by its own motor or by tool at its lever, gently. A self-locking gear is never forced; fingers clear of rod and lever."),
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Samples.Count > MostSamples) faults.Add(Faults.Join(path, "samples"), string.Create(CultureInfo.InvariantCulture,
            $"{Samples.Count:#,0} samples are more than the {MostSamples:#,0} kept; send every second one, or one sweep at a time."));
        else new SweepInput(Samples).Check(faults, path);
    }
}

/// <summary>What a sweep came to.</summary>
/// <param name="Result">All that it shows.</param>
/// <param name="Judgement">Its verdict.</param>
public sealed record SweepOutcome(SweepResult Result, Judgement Judgement) : Outcome, IJudged
{
    /// <summary>Judges a sweep by the limits in force.</summary>
    public static SweepOutcome Of(SweepRead read, LimitBook limits)
    {
        var result = Sweep.Read(read.Samples, limits);
        return new(result, new(result.Verdict switch
        {
            SweepVerdict.Free => Verdict.Sound,
            SweepVerdict.Dead => Verdict.Stop,
            SweepVerdict.ReadingOnly => Verdict.ReadingOnly,
            _ => Verdict.Doubtful,
        }, JsonForm.WordOf(result.Verdict)));
    }

    /// <summary>A sweep's verdict in words.</summary>
    public static string Words(SweepVerdict verdict) => verdict switch
    {
        SweepVerdict.Free => "moves freely",
        SweepVerdict.Stiff => "stiff",
        SweepVerdict.ShortOfStop => "short of a stop",
        SweepVerdict.Dead => "does not move",
        _ => "read",
    };

    /// <inheritdoc/>
    public string Why => Result.Why;

    /// <summary>What each part of the verdict looked at: its limit, and the value it was held against; null where the value is not known.</summary>
    public IReadOnlyList<(LimitKind Limit, double? Value)> LookedAt =>
    [
        (SweepLimits.Range, Result.MostPct - Result.LeastPct), (SweepLimits.Low, Result.LeastPct), (SweepLimits.High, Result.MostPct),
        (SweepLimits.Hysteresis, Result.HysteresisPct), (SweepLimits.Stick, Result.StickSlips), (SweepLimits.Lag, Result.LagS),
    ];
}

/// <summary>Reads a sweep's samples as they are typed, pasted or sent as CSV: time, command and feedback, one sample on a line.</summary>
public static class SweepText
{
    private const int FewestColumns = 2, Columns = 3;
    private static readonly char[] Blanks = [' ', '\u00a0', '\r'];

    /// <summary>The samples of a text. Columns are parted by tab, semicolon, comma or blanks; a first line of words is passed over; a missing feedback is an
    /// empty column.</summary>
    /// <param name="text">The text.</param>
    /// <param name="faults">Takes what is wrong, by line; then the list is what could be read.</param>
    public static IReadOnlyList<SweepSample> Read(string text, Faults faults)
    {
        var samples = new List<SweepSample>();
        var parted = Parting(text);
        // Blanks part once however many they are; any other sign may part an empty column.
        if (parted == ' ') (text, parted) = (string.Join('\n', text.Split('\n').Select(l => string.Join(';', l.Split(Blanks,
            StringSplitOptions.RemoveEmptyEntries)))), ';');
        using var parser = new CsvParser(new StringReader(text), new CsvConfiguration(CultureInfo.InvariantCulture)
            { Delimiter = parted.ToString(), BadDataFound = null, IgnoreBlankLines = true, HasHeaderRecord = false });
        // Between columns that are not parted by commas, a comma is a decimal one.
        double? Number(string cell) => double.TryParse(parted == ',' ? cell : cell.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture,
            out var value) && double.IsFinite(value) ? value : null;
        while (parser.Read())
        {
            var cells = parser.Record!.Select(c => c.Trim()).ToArray();
            if (cells.All(c => c.Length == 0)) continue;
            var numbers = cells.Select(Number).ToArray();
            if (samples.Count == 0 && parser.Row == 1 && numbers.All(n => n is null)) continue;
            if (cells.Length is < FewestColumns or > Columns || numbers[0] is null || numbers[1] is null
                || cells.Length == Columns && cells[2].Length > 0 && numbers[2] is null)
            {
                faults.Add("samples", $"Line {parser.RawRow}, ‘{Shortened(parser.RawRecord.Trim())}’: three numbers are wanted, time in s, command in %, "
                    + "feedback in % (or nothing where it is missing).");
                return samples;
            }
            samples.Add(new(numbers[0]!.Value, numbers[1]!.Value, cells.Length == Columns ? numbers[2] : null));
        }
        if (samples.Count == 0) faults.Add("samples", "No samples yet: one on a line, time in s, command in %, feedback in %.");
        return samples;
    }

    private static char Parting(string text) => text.Contains('\t') ? '\t' : text.Contains(';') ? ';'
        : text.Split('\n').Any(l => l.Split(Blanks, StringSplitOptions.RemoveEmptyEntries).Length is FewestColumns or Columns) ? ' ' : ',';

    private static string Shortened(string line) => line.Length <= 40 ? line : $"{line[..40]}…";
}
