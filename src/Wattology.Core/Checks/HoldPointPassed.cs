using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Core.Checks;

/// <summary>A hold point was passed.</summary>
/// <param name="Point">Which.</param>
/// <param name="Open">Ids of the items open at the time, which the person took on.</param>
/// <param name="Reason">Why.</param>
public sealed record HoldPointPassed(HoldPoint Point, IReadOnlyList<string> Open,
    [Needed("Passing takes a reason, which the claim will show.")] string Reason) : EntryBody
{
    /// <summary>A hold point's name in words.</summary>
    public static string NameOf(HoldPoint point) => point switch
    {
        HoldPoint.Order => "Ordering",
        HoldPoint.Release => "Release",
        HoldPoint.Crank => "Cranking",
        HoldPoint.Start => "First start",
        _ => "Hand-over",
    };

    /// <summary>The kind of entry.</summary>
    /// <param name="title">An item's title by its id, for people.</param>
    public static EntryKind KindOf(Func<JobContext, string, string> title) => new EntryKind<HoldPointPassed>("hold-point-passed", "Hold point passed",
        (job, n) => $"{NameOf(n.Body.Point)}{(n.Body.Open.Count > 0 ? $", with open: {string.Join(", ", n.Body.Open.Select(i => title(job, i)))}" : "")}. "
            + $"{n.Body.Reason}{(n.Entry.Second.Length > 0 ? $" Second name: {n.Entry.Second}." : "")}")
    {
        Correction = Correction.Never,
        Ages = Ages.Lasts,
    };
}
