using Wattology.Core.Checks;
using Wattology.Core.Limits;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>What a line of the drawing stands for.</summary>
public enum Stroke
{
    /// <summary>An outline of a body.</summary>
    Body,
    /// <summary>Oil under pressure or running off.</summary>
    Oil,
    /// <summary>Air.</summary>
    Air,
    /// <summary>Exhaust gas.</summary>
    Gas,
    /// <summary>Coolant.</summary>
    Water,
    /// <summary>What moves wastegate or vanes.</summary>
    Control,
    /// <summary>Vapour of the crankcase.</summary>
    Vapour,
    /// <summary>The surface of the oil.</summary>
    Level,
    /// <summary>A centre line, a wheel, a mark: thin.</summary>
    Thin,
}

/// <summary>A line of the drawing.</summary>
/// <param name="Kind">What it stands for.</param>
/// <param name="Points">Its points.</param>
/// <param name="Closed">It closes on itself.</param>
public sealed record DrawnLine(Stroke Kind, IReadOnlyList<Point> Points, bool Closed = false)
{
    /// <summary>The check it shows the state of; null where it shows none.</summary>
    public string? Check { get; init; }

    /// <summary>Which turbo's; 0 for the engine.</summary>
    public int Turbo { get; init; }

    /// <summary>How that check stands.</summary>
    public Verdict? State { get; init; }
}

/// <summary>A circle of the drawing.</summary>
/// <param name="Kind">What it stands for.</param>
/// <param name="At">Its centre.</param>
/// <param name="Radius">Its radius.</param>
public sealed record DrawnCircle(Stroke Kind, Point At, double Radius);

/// <summary>A word beside a thing.</summary>
/// <param name="Text">What it says.</param>
/// <param name="At">Where its line of letters begins, is centred or ends.</param>
/// <param name="Anchor">Which of these.</param>
public sealed record DrawnNote(string Text, Point At, Anchor Anchor = Anchor.Start);

/// <summary>A check where it sits on the drawing: its mark, name and value in a box, led to its place by a line.</summary>
/// <param name="Reading">The check.</param>
/// <param name="Box">The box.</param>
/// <param name="At">The place.</param>
/// <param name="From">Where the line leaves the box; null where the box lies on its place.</param>
/// <param name="Title">The check's name, as it fits.</param>
/// <param name="Says">Its value or word, line by line.</param>
public sealed record DrawnSpot(CheckReading Reading, Box Box, Point At, Point? From, string Title, IReadOnlyList<string> Says);

/// <summary>A job drawn as its own plumbing, with every place worked out.</summary>
/// <param name="Width">Its width in drawing units; one unit is about one pixel as shown.</param>
/// <param name="Height">Its height.</param>
/// <param name="Lines">Lines, from the back to the front.</param>
/// <param name="Circles">Circles, in front of the lines.</param>
/// <param name="Notes">Words.</param>
/// <param name="Spots">Checks.</param>
public sealed record JobPicture(double Width, double Height, IReadOnlyList<DrawnLine> Lines, IReadOnlyList<DrawnCircle> Circles, IReadOnlyList<DrawnNote> Notes,
    IReadOnlyList<DrawnSpot> Spots);
