namespace Wattology.Core.Limits;

/// <summary>One way of working, where workshops differ.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Words">Its name on pages.</param>
/// <param name="Why">What speaks for it, and what against.</param>
public sealed record SchoolChoice(string Id, string Words, string Why);

/// <summary>Something about which workshops differ: the ways, and the one that is usual.</summary>
/// <param name="Key">Its name in records; never used again for anything else.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Choices">The ways.</param>
/// <param name="Usual">The id of the one that holds until a shop or a maker says otherwise.</param>
public sealed record School(string Key, string Title, IReadOnlyList<SchoolChoice> Choices, string Usual)
{
    /// <summary>The way with that id, or null.</summary>
    public SchoolChoice? Find(string id) => Choices.FirstOrDefault(c => c.Id == id);
}

/// <summary>A way of working that somebody set.</summary>
/// <param name="Key">Of which school.</param>
/// <param name="Choice">The way's id.</param>
/// <param name="Source">Shop or maker.</param>
/// <param name="Reference">Sheet and revision, or why the shop works so.</param>
public sealed record SchoolSet(string Key, string Choice, LimitSource Source, string Reference);

/// <summary>The way of working in force, and where it comes from.</summary>
/// <param name="Choice">The way.</param>
/// <param name="Source">Shop, maker, or usual practice.</param>
/// <param name="Reference">Sheet and revision, or why; empty for usual practice.</param>
public sealed record SchoolInForce(SchoolChoice Choice, LimitSource Source, string Reference)
{
    /// <summary>Where it comes from, in words.</summary>
    public string SourceWords => new Limit("", Source, Reference).SourceWords;
}

/// <summary>The ways of working in force for one job: the makers' and the shop's, over what is usual.</summary>
/// <param name="Set">All that were set and apply, in any order; of two with one source the later one counts.</param>
public sealed record SchoolBook(IReadOnlyList<SchoolSet> Set)
{
    /// <summary>What is usual, alone.</summary>
    public static readonly SchoolBook Usual = new([]);

    /// <summary>The way in force: a maker's before the shop's before the usual one; one that is not known here any more counts for nothing.</summary>
    public SchoolInForce Choose(School school) => Set.Where(s => s.Key == school.Key && school.Find(s.Choice) is not null)
        .Aggregate(new SchoolInForce(school.Find(school.Usual)!, LimitSource.UsualPractice, ""), (best, s) => s.Source >= best.Source
            ? new(school.Find(s.Choice)!, s.Source, s.Reference) : best);
}
