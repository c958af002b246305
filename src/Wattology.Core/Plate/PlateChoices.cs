using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.PartNumbers;

namespace Wattology.Core.Plate;

/// <summary>A number that may stand on a plate.</summary>
/// <param name="Number">The number, as its maker writes it.</param>
/// <param name="Words">Where it is known from.</param>
public sealed record PlateChoice(string Number, string Words);

/// <summary>The numbers a plate is likely to carry, so that whoever reads it touches the one it carries and types none. None is taken as read
/// untouched.</summary>
public static class PlateChoices
{
    /// <summary>How many are offered at most; any other is typed.</summary>
    public const int Most = 4;

    /// <summary>What one plate may carry: what was told of it, what came off and what took its place, and what the engine's list has.</summary>
    /// <param name="job">The job.</param>
    /// <param name="turbo">Which turbo, from 1.</param>
    /// <param name="of">Whose plate.</param>
    public static IReadOnlyList<PlateChoice> Of(JobContext job, int turbo, PlateOf of)
    {
        var (engine, parts, found) = (job.Record.Machine().Engine, job.Parts, new List<PlateChoice>());
        if (job.Record.Plate(turbo, of) is { } said && PlateCheck.IsProvisional(said.Entry)) Add(said.Body.MakerNumber, $"as it was {said.Entry.Known}");
        if (of == PlateOf.New && job.Record.Plate(turbo, PlateOf.Old)?.Body.MakerNumber is { Length: > 0 } old)
        {
            var now = parts.Current(old);
            Add(old, parts.IsFor(engine, old) == false ? "came off, and is not on this engine's list"
                : PartNumber.Plain(now) == PartNumber.Plain(old) ? "came off" : "came off, and was superseded");
            Add(now, "took the place of what came off");
        }
        foreach (var listed in parts.UnitsOf(engine))
        {
            if (of == PlateOf.New) Add(parts.Current(listed), "on this engine's list");
            else foreach (var number in parts.LineOf(listed))
                Add(number, PartNumber.Plain(number) == PartNumber.Plain(listed) ? "on this engine's list" : $"of one line with {listed}");
        }
        return [.. found.Take(Most)];

        void Add(string number, string words)
        {
            if (number.Length > 0 && found.All(f => PartNumber.Plain(f.Number) != PartNumber.Plain(number))) found.Add(new(number, words));
        }
    }

    /// <summary>How many leading characters all the numbers share: what follows tells them apart; 0 where there is one alone.</summary>
    public static int Alike(IReadOnlyList<PlateChoice> choices) => choices.Count < 2 ? 0
        : Enumerable.Range(0, choices.Min(c => c.Number.Length)).TakeWhile(i => choices.All(c => c.Number[i] == choices[0].Number[i])).Count();
}
