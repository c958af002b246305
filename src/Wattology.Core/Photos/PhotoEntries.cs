using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.People;

namespace Wattology.Core.Photos;

/// <summary>A picture was kept with the job. Its file lies outside the database under its hash, and the hash stands in the chain.</summary>
/// <param name="Place">What it is of; see <see cref="PhotoPlaces"/>.</param>
/// <param name="Turbo">Which turbo, from 1; 0 where it is of the engine or the machine.</param>
/// <param name="File">SHA-256 of the file, 64 hex digits.</param>
/// <param name="Media">What the file is.</param>
/// <param name="Bytes">How long it is.</param>
/// <param name="Name">What the file was called.</param>
/// <param name="Note">What is to be seen on it.</param>
/// <param name="TakenAt">When it was taken, by the camera's own clock, which knows no zone; empty where the file does not say.</param>
public sealed record PhotoKept([Needed("Say what the photo is of.")] string Place, [Bounds(0, 2)] int Turbo, string File, string Media,
    [Bounds(1, PictureFormat.MostBytes)] int Bytes, string Name = "", string Note = "", string TakenAt = "") : EntryBody, IHasRules, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "photo";

    private const int MostWords = 300;

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PhotoKept>(KindName, "Photo", (job, n)
        => $"{job.Which(n.Body.Turbo)}{PhotoPlaces.TitleOf(n.Body.Place)}{(n.Body.Note.Length > 0 ? $": {n.Body.Note}" : "")}, file {n.Body.File[..12]}"
            + $"{(n.Body.TakenAt.Length > 0 ? $", taken {n.Body.TakenAt} by the camera's clock" : "")}")
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
        Refuse = (job, body) => job.Record.All<PhotoKept>().Any(p => p.Body.File == body.File && p.Body.Place == body.Place && p.Body.Turbo == body.Turbo)
            ? new(AlreadyHere, "file") : null,
    };

    /// <summary>What is said of a picture that is kept at this place already.</summary>
    public const string AlreadyHere = "This very picture is kept here already.";

    /// <summary>Whether it can be shown here.</summary>
    public bool Shown => PictureFormat.Find(Media) is { Shown: true };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (!FileHash.Is(File)) faults.Add(Faults.Join(path, "file"), "A file is named by its SHA-256, 64 hex digits.");
        if (PictureFormat.Find(Media) is null) faults.Add(Faults.Join(path, "media"), $"'{Media}' is no picture that is taken here.");
        if (!PhotoPlaces.IsOne(Place)) faults.Add(Faults.Join(path, "place"), "A place is a short name in small letters, digits and dashes.");
        foreach (var (field, text) in new[] { ("note", Note), ("name", Name), ("taken_at", TakenAt) })
            if (text.Length > MostWords) faults.Add(Faults.Join(path, field), $"At most {MostWords} letters.");
    }
}

/// <summary>What is drawn on a copy of a picture.</summary>
public enum MarkShape
{
    /// <summary>An arrow, from its tail to its point.</summary>
    Arrow,
    /// <summary>A ring, from its centre to its edge.</summary>
    Ring,
    /// <summary>Words alone, where they begin.</summary>
    Words,
}

/// <summary>A point on a picture, both ways in shares of its width, from its upper left.</summary>
/// <param name="X">From the left edge, 0 to 1.</param>
/// <param name="Y">From the upper edge; above 1 on a picture taller than wide.</param>
public sealed record PhotoPoint([Bounds(0, 1)] double X, [Bounds(0, 20)] double Y);

/// <summary>One mark on a copy of a picture.</summary>
/// <param name="Shape">What it is.</param>
/// <param name="From">Tail, centre or beginning.</param>
/// <param name="To">Point or edge; the same place for words alone.</param>
/// <param name="Text">What stands beside it.</param>
public sealed record PhotoMark(MarkShape Shape, PhotoPoint From, PhotoPoint To, string Text = "");

/// <summary>Arrows, rings and words were drawn on a copy of a picture; the picture itself is as it was.</summary>
/// <param name="Photo">Hash of the entry that kept the picture.</param>
/// <param name="Marks">Every mark on the copy; none takes all of them off.</param>
public sealed record PhotoMarked(string Photo, IReadOnlyList<PhotoMark> Marks) : EntryBody, IHasRules
{
    private const int MostMarks = 40, MostWords = 120;

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PhotoMarked>("photo-marked", "Photo marked", (job, n)
        => $"entry {job.Record.Find(n.Body.Photo)?.Seq}: {n.Body.Words}")
    {
        Correction = Correction.ByTakingBack,
        Right = Right.BookIn,
        Ages = Ages.Lasts,
        Refuse = (job, body) => JobPhotos.Find(job.Record, body.Photo) is null ? "There is no such photo in this job." : null,
    };

    private string Words => Marks.Count == 0 ? "every mark taken off"
        : string.Join(", ", Marks.Select(m => m.Text.Length > 0 ? $"{JsonForm.Plain(m.Shape)} ‘{m.Text}’" : JsonForm.Plain(m.Shape)));

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Marks.Count > MostMarks) faults.Add(Faults.Join(path, "marks"), $"At most {MostMarks} marks stand on one picture.");
        for (var i = 0; i < Marks.Count; i++)
        {
            if (Marks[i].Shape == MarkShape.Words && Marks[i].Text.Trim().Length == 0)
                faults.Add(Faults.Join(path, $"marks.{i}.text"), "Words alone need words.");
            if (Marks[i].Text.Length > MostWords) faults.Add(Faults.Join(path, $"marks.{i}.text"), $"At most {MostWords} letters beside a mark.");
        }
    }
}

/// <summary>The photos of a job.</summary>
public static class JobPhotos
{
    /// <summary>Every photo that stands, in order.</summary>
    public static IEnumerable<Noted<PhotoKept>> Photos(this JobRecord record) => record.All<PhotoKept>();

    /// <summary>The photo kept by that entry, unless it was taken back; null otherwise.</summary>
    public static Noted<PhotoKept>? Find(JobRecord record, string hash)
        => record.Find(hash) is { Kind: PhotoKept.KindName } entry && record.Stands(entry) ? record.Read<PhotoKept>(entry) : null;

    /// <summary>The marks on the copy of a photo.</summary>
    public static IReadOnlyList<PhotoMark> MarksOn(JobRecord record, string hash) => record.Latest<PhotoMarked>(m => m.Photo == hash)?.Body.Marks ?? [];
}
