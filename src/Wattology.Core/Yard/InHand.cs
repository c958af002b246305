using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Core.Yard;

/// <summary>Somebody has the job in hand.</summary>
/// <param name="Person">Their stable id.</param>
/// <param name="Name">The name they sign with.</param>
/// <param name="Note">What to know, from whoever hands it on.</param>
public sealed record InHand([Needed("Choose who takes it in hand.")] string Person, [Needed("Choose who takes it in hand.")] string Name, string Note = "")
    : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<InHand>("in-hand", "In hand",
        (_, n) => $"{n.Body.Name}{(n.Body.Note.Length > 0 ? $": {n.Body.Note}" : "")}") { Right = People.Right.BookIn };
}
