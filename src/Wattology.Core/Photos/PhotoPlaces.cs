using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Limits;
using Wattology.Core.Plate;

namespace Wattology.Core.Photos;

/// <summary>A photo a claim wants, and the stage by which it can be taken.</summary>
/// <param name="Place">What it is of, in records.</param>
/// <param name="Title">What it is of, in words.</param>
/// <param name="Stage">From which stage on it is owed: later it may be too late.</param>
/// <param name="PerTurbo">There is one for each turbo.</param>
/// <param name="OfOld">It is of the unit that came off.</param>
public sealed record OwedPhoto(string Place, string Title, WorkStage Stage, bool PerTurbo = true, bool OfOld = false);

/// <summary>What photos are of, and which are owed.</summary>
public static class PhotoPlaces
{
    /// <summary>The places of a unit's plates.</summary>
    public const string OldPlate = "plate-old", NewPlate = "plate-new";

    /// <summary>The new unit as it came out of its box.</summary>
    public const string AsReceived = "as-received";

    /// <summary>Old parts with their tags.</summary>
    public const string OldParts = "old-parts";

    private const string Loose = "loose-";
    private const int MostLetters = 80;

    /// <summary>What is owed, in the order of the work.</summary>
    public static readonly IReadOnlyList<OwedPhoto> Owed =
    [
        new(OldPlate, "Failed unit's plate", WorkStage.Identify, OfOld: true),
        new("as-found", "As it came, before anything comes off", WorkStage.Triage, PerTurbo: false),
        new("wheels-old", "Failed unit's wheels, both ends", WorkStage.Strip, OfOld: true),
        new("feed-pipe-old", "Old feed pipe, seen into", WorkStage.Strip, OfOld: true),
        new(NewPlate, "New unit's plate", WorkStage.Parts),
        new(AsReceived, "New unit as received, caps in", WorkStage.Parts),
        new("drain", "Drain as installed", WorkStage.AsInstalled),
        new("clocking", "Centre section beside a hanging string", WorkStage.AsInstalled),
        new("prime", "Gauge or lamp while cranking", WorkStage.Prime, PerTurbo: false),
        new(OldParts, "Old parts with their tags", WorkStage.HandOver, PerTurbo: false, OfOld: true),
    ];

    /// <summary>Whether a text can name a place: small letters, digits and dashes.</summary>
    public static bool IsOne(string place)
        => place.Length is > 0 and <= MostLetters && place.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-');

    /// <summary>The place of a loose end, by its key in the register.</summary>
    public static string OfLoose(string key) => Loose + new string([.. key.Where(char.IsAsciiLetterOrDigit)]).ToLowerInvariant();

    /// <summary>A place in words.</summary>
    public static string TitleOf(string place) => Owed.FirstOrDefault(o => o.Place == place)?.Title
        ?? (place.StartsWith(Loose, StringComparison.Ordinal) ? "Before it came off" : char.ToUpperInvariant(place[0]) + place[1..].Replace('-', ' '));

    /// <summary>What is owed on a job, turbo by turbo, with the photos that answer it; the first of what is still owed comes first.</summary>
    public static IReadOnlyList<(OwedPhoto Owed, int Turbo, IReadOnlyList<Noted<PhotoKept>> Kept)> For(JobContext job)
    {
        var machine = job.Record.Machine();
        var kept = job.Record.Photos().ToLookup(p => (p.Body.Place, p.Body.Turbo));
        return [.. Owed.Where(o => !o.OfOld || machine.Kind != JobKind.FirstFitment)
            .SelectMany(o => (o.PerTurbo ? machine.TurboNumbers.Where(t => !PlateCheck.Stays(job, t)) : [0])
                .Select(t => (o, t, (IReadOnlyList<Noted<PhotoKept>>)[.. kept[(o.Place, t)]])))];
    }

    /// <summary>The check: photos hold nothing up, and what is owed is said.</summary>
    public static readonly CheckDefinition Check = new("photos", "Photos", null, Read)
    {
        Kinds = [PhotoKept.Kind, PhotoMarked.Kind],
        Paper = null,
    };

    private static Found Read(JobContext job, int turbo)
    {
        var kept = job.Record.Photos().ToArray();
        return kept.Length == 0 ? Found.NotYet
            : new(Verdict.ReadingOnly, $"{kept.Length} kept", $"{kept.Length} photo{(kept.Length == 1 ? "" : "s")} kept.", kept[^1].Entry);
    }
}
