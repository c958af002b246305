using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Core.Snags;

/// <summary>What kind of thing should have been known.</summary>
public enum SnagKind
{
    /// <summary>Something that catches whoever does not know it.</summary>
    Snag,
    /// <summary>A fixing nobody sees.</summary>
    HiddenFixing,
    /// <summary>A move by which it comes out.</summary>
    WayOut,
}

/// <summary>Somebody should have known this, and the next one will: it stands before its step on the next job with such an engine.</summary>
/// <param name="Kind">What kind of thing.</param>
/// <param name="Step">Before which step it is told.</param>
/// <param name="Words">What to know.</param>
public sealed record SnagKept(SnagKind Kind, WorkStage Step, [Needed("Say what the next one should know.")] string Words) : EntryBody, IHasRules
{
    private const int MostLetters = 400;

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind EntryKind = new EntryKind<SnagKept>("snag", "I should have known", (_, n) => $"{Title(n.Body.Kind)}: {n.Body.Words}")
    {
        Correction = Correction.ByTakingBack,
        Ages = Ages.Lasts,
    };

    /// <summary>A kind in words.</summary>
    public static string Title(SnagKind kind) => kind switch
    {
        SnagKind.HiddenFixing => "Hidden fixing", SnagKind.WayOut => "How it comes out", _ => "Snag",
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Words.Length > MostLetters) faults.Add(Faults.Join(path, "words"), $"At most {MostLetters} letters: short is read.");
    }
}
