namespace Wattology.Core.UnitOpen;

/// <summary>A drawing on which questions are answered where the thing is: each part is touched, and its card opens beside it.</summary>
/// <param name="Label">What it is a drawing of.</param>
/// <param name="Parts">Its parts, in the order in which the keyboard goes through them; their findings are the ids of questions.</param>
/// <param name="Figures">Parts on whose cards figures are typed, besides.</param>
public sealed record TouchBoard(string Label, IReadOnlyList<UnitPart> Parts, params IReadOnlyList<string> Figures)
{
    /// <summary>Its height; it is as wide as the drawn unit.</summary>
    public double Height { get; init; } = UnitParts.Height;

    /// <summary>Which of the ways its parts are built is drawn; empty for the usual one.</summary>
    public string Variant { get; init; } = "";

    // About as high as a card's head, each question on it, and a form of figures come out.
    private const double Head = 60, Row = 180, Form = 400;

    /// <summary>Where the card of each part opens, by the part's id.</summary>
    public IReadOnlyDictionary<string, Box> Cards => field ??= Parts.ToDictionary(p => p.Id, p => UnitParts.CardBeside(p, Parts,
        Head + p.Findings.Count * Row + (Figures.Contains(p.Id) ? Form : 0)));
}
