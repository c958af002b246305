using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;

namespace Wattology.Core.Jobs;

/// <summary>Judges the hold points of a job by the items its checks define.</summary>
/// <param name="job">The job.</param>
/// <param name="check">A check's reading, by the check's id and the turbo.</param>
public sealed class HoldPoints(JobContext job, Func<string, int, CheckReading> check)
{
    private static readonly Dictionary<string, string> Titles = CheckList.All.SelectMany(c => c.Items).GroupBy(i => i.Id)
        .ToDictionary(g => g.Key, g => g.First().Title);
    private readonly Dictionary<HoldPoint, HoldPointState> _judged = [];

    /// <summary>One hold point as it stands; each is judged once, since they ask for one another.</summary>
    public HoldPointState Judge(HoldPoint point) => _judged.TryGetValue(point, out var judged) ? judged
        : _judged[point] = new(point, [.. Items(point)], job.Record.Latest<HoldPointPassed>(p => p.Point == point));

    /// <summary>An item's title by its id, for people; the bare id where it is not known any more.</summary>
    /// <param name="turbos">How many turbos the machine has; of one alone the number is not said.</param>
    /// <param name="id">The item's id in records.</param>
    public static string TitleOf(int turbos, string id)
    {
        if (Titles.TryGetValue(id, out var title)) return title;
        var dash = id.LastIndexOf('-');
        if (dash < 0 || !int.TryParse(id.AsSpan(dash + 1), out var turbo) || !Titles.TryGetValue(id[..dash], out title)) return id.Replace('-', ' ');
        return turbos == 2 ? $"{title}, turbo {turbo}" : title;
    }

    private ItemState? Aged(ItemState? state)
        => state is { Settled: true, By: { } by } && EarlierPass.Of(job, by) is { } told ? ItemState.Of(told) : state;

    private IEnumerable<Item> Items(HoldPoint point)
    {
        var context = new ItemContext(job, check, Judge);
        var machine = job.Record.Machine();
        foreach (var definition in CheckList.All.Where(c => c.Applies(job)))
            foreach (var item in definition.Items.Where(i => i.Point == point))
                foreach (var turbo in item.PerTurbo ? machine.TurboNumbers : [0])
                    if (Aged(item.State(context, turbo)) is { } state)
                        yield return new(turbo > 0 ? $"{item.Id}-{turbo}" : item.Id, machine.Named(item.Title, turbo), state, item.Sheet ?? definition.Id,
                            turbo,
                            state.At(point));
    }
}
