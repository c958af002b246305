using Wattology.Core.People;

namespace Wattology.Core.Entries;

/// <summary>The job came from a file: what stands before this was written elsewhere.</summary>
/// <param name="File">The file's name; empty where it had none.</param>
/// <param name="Sha256">The hash of its bytes, 64 hex digits.</param>
public sealed record BroughtIn(string File, string Sha256) : EntryBody
{
    /// <summary>The kind. It is sealed where a file is brought in, and said by nobody.</summary>
    public static readonly EntryKind Kind = new EntryKind<BroughtIn>("brought-in", "Brought in, not written here", (_, n)
        => n.Body.File.Length > 0 ? $"from {n.Body.File}" : "from a file")
    {
        Correction = Correction.Never,
        Right = Right.Import,
        Refuse = (_, _) => "A job is brought in with its file.",
    };
}
