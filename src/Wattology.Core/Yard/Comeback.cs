using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;

namespace Wattology.Core.Yard;

/// <summary>This job is a comeback of an earlier one.</summary>
/// <param name="Of">The earlier job's id.</param>
/// <param name="Number">The earlier job's number.</param>
public sealed record ComebackOf([Needed("Name the earlier job.")] string Of, [Needed("Name the earlier job.")] string Number) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<ComebackOf>("comeback-of", "Comeback of", (_, n) => n.Body.Number)
    {
        Right = People.Right.BookIn,
        Correction = Correction.ByTakingBack,
        Refuse = (job, body) => body.Of == job.Record.Id ? "A job is no comeback of itself." : null,
    };

    /// <summary>The check: a comeback came soon after work on the engine, so nobody has to ask.</summary>
    public static readonly CheckDefinition Check = new("comeback", "Comeback", null, (job, _) => job.Record.Latest<ComebackOf>() is { } back
        ? new(Verdict.ReadingOnly, back.Body.Number, $"A comeback of {back.Body.Number}.", back.Entry, "comeback") { Provisional = true } : Found.NotYet)
    {
        Kinds = [Kind],
        Answers = [new("soon-after-work", r => r.Found.Since is null ? null : true)],
        Paper = null,
    };
}
