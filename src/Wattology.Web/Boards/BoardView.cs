using System.Xml.Linq;
using Wattology.Core.Checks;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.UnitOpen;
using Wattology.Web.Drawing;
using Wattology.Web.Pages.Jobs;
using Wattology.Web.UnitOpen;

namespace Wattology.Web.Boards;

/// <summary>A drawing on which a sheet's questions are answered, as it stands on a job.</summary>
/// <param name="sheet">The sheet.</param>
/// <param name="board">The drawing's parts.</param>
/// <param name="art">Its lines, by name.</param>
public sealed class BoardView(SheetModel sheet, TouchBoard board, string art)
{
    private static readonly Dictionary<string, LineArt> Arts = new[] { "beside", "boost-fit", "control", "charge-air", "coolant", "heat" }
        .ToDictionary(n => n, n => new LineArt($"Boards.{n}.svg"));

    /// <summary>Its questions stand in one list.</summary>
    public bool AsList => sheet.AsList;

    /// <summary>Where the card of each part opens.</summary>
    public Core.UnitOpen.Box CardOf(UnitPart part) => board.Cards[part.Id];

    /// <summary>How one question stands; what was measured may say more than what was answered.</summary>
    public Func<Question, ItemState> StateOf { get; init; } = q => q.Read(sheet.Job.Context, q.PerTurbo ? sheet.Turbo : 0).Item;

    /// <summary>The figures typed on a part's card: the partial that shows them, and what they came to last; null where none are typed on it now.</summary>
    public Func<UnitPart, (string Partial, Found Found)?> Figures { get; init; } = _ => null;

    /// <summary>The part whose card stands open: the one with the figures under correction, or wrong as they were sent; null when none does.</summary>
    public UnitPart? OpenPart => sheet.Corrects is null && sheet.Form.Faults.None ? null : Parts.FirstOrDefault(p => Figures(p) is not null);

    /// <summary>What a part is called when all is well there.</summary>
    public string Well { get; init; } = "sound";

    /// <summary>The questions of a part that are asked on this job.</summary>
    public IReadOnlyList<Question> AskedAt(UnitPart part) => [.. part.Findings.Select(CheckList.FindQuestion).OfType<Question>().Where(q
        => q.Applies(sheet.Job.Context, sheet.Turbo))];

    /// <summary>The parts this job has.</summary>
    public IReadOnlyList<UnitPart> Parts => field ??= [.. board.Parts.Where(p => AskedAt(p).Count > 0 || Figures(p) is not null)];

    /// <summary>The part that comes next: the first on which a question is not answered; null when all are.</summary>
    public UnitPart? Next => Parts.FirstOrDefault(p => AskedAt(p).Any(q => StateOf(q).Standing == Standing.NotLooked));

    /// <summary>Everything asked on the drawing, part by part.</summary>
    public IEnumerable<(UnitPart Part, Question Question)> Asked => Parts.SelectMany(p => AskedAt(p).Select(q => (p, q)));

    /// <summary>Some of what is asked, under a heading.</summary>
    /// <param name="title">The heading.</param>
    /// <param name="of">Which questions; all when null.</param>
    public BoardSection Section(string title, Func<Question, bool>? of = null) => new(this, title, [.. Asked.Where(a => of?.Invoke(a.Question) != false)]);

    // How a part stands, as it is drawn.
    private PartState PartOf(UnitPart part, UnitPart? next)
    {
        var asked = AskedAt(part);
        var states = asked.Select(StateOf).ToArray();
        var looked = states.Count(s => s.Standing != Standing.NotLooked);
        var measured = Figures(part)?.Found;
        var stop = states.Any(s => s.Standing is Standing.Stop or Standing.Barred) || measured?.Verdict == Verdict.Stop;
        var wrong = stop || states.Any(s => s.Standing is not (Standing.Settled or Standing.NotLooked)) || measured?.Verdict == Verdict.Doubtful;
        var word = wrong ? stop ? "stop" : "doubtful" : measured is { Since: not null } ? measured.Value : looked == 0 ? ""
            : looked < states.Length ? $"{looked} of {states.Length}" : Well;
        return new(part with { Findings = [.. asked.Select(q => q.Id)] }, measured?.Since is null ? looked : Math.Max(1, looked), true, false, wrong, word,
            next == part ? "look here next" : null) { Doubt = wrong && !stop };
    }

    /// <summary>The drawing.</summary>
    public string Render()
    {
        var next = Next;
        var of = Parts.ToDictionary(p => p.Id, p => PartOf(p, next));
        var (lines, touched) = (TouchPart.Lines(board.Height), TouchPart.Sheet(board.Label, height: board.Height));
        var absent = board.Parts.Select(p => p.Id).Except(of.Keys).ToHashSet();
        // Of several ways a thing is built, the board's own is drawn.
        foreach (var drawn in Arts[art].Names.Select(n => (Name: n, Part: n.Split("--")[0], Variant: n.Split("--").ElementAtOrDefault(1) ?? "")))
            if (drawn.Variant == board.Variant && !absent.Contains(drawn.Part))
                lines.Add(TouchPart.Art(drawn.Name, Arts[art].Of(drawn.Name), drawn.Part, of.GetValueOrDefault(drawn.Part)));
        foreach (var part in Parts) touched.Add(TouchPart.Of(of[part.Id]));
        return lines.ToString(SaveOptions.DisableFormatting) + touched.ToString(SaveOptions.DisableFormatting);
    }
}

/// <summary>Questions of a board under a heading.</summary>
/// <param name="Board">The board.</param>
/// <param name="Title">The heading.</param>
/// <param name="Asked">The questions, each with the part on which its card lies.</param>
public sealed record BoardSection(BoardView Board, string Title, IReadOnlyList<(UnitPart Part, Question Question)> Asked);
