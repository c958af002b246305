namespace Wattology.Core.UnitOpen;

/// <summary>Where on or round the unit a part lies.</summary>
public enum UnitEnd
{
    /// <summary>The compressor end: cold air.</summary>
    Compressor,
    /// <summary>The turbine end: hot gas.</summary>
    Turbine,
    /// <summary>The centre section between them.</summary>
    Centre,
    /// <summary>What controls boost.</summary>
    Control,
    /// <summary>The engine's side: oil, gas and air outside the unit.</summary>
    Engine,
}

/// <summary>A rectangle on the drawing, in its own units; one unit is one pixel at the sizes it is shown in.</summary>
/// <param name="X">Left edge.</param>
/// <param name="Y">Upper edge.</param>
/// <param name="W">Width.</param>
/// <param name="H">Height.</param>
public readonly record struct Box(double X, double Y, double W, double H)
{
    /// <summary>Right edge.</summary>
    public double Right => X + W;

    /// <summary>Lower edge.</summary>
    public double Bottom => Y + H;

    /// <summary>How far a point lies outside of it; 0 inside.</summary>
    public double Away(double x, double y)
    {
        var (dx, dy) = (Math.Max(0, Math.Max(X - x, x - Right)), Math.Max(0, Math.Max(Y - y, y - Bottom)));
        return Math.Sqrt(dx * dx + dy * dy);
    }

    /// <summary>Whether another comes nearer to it than a gap.</summary>
    public bool Near(Box other, double gap) => X - gap < other.Right && other.X < Right + gap && Y - gap < other.Bottom && other.Y < Bottom + gap;

    /// <summary>How much of it another covers.</summary>
    public double Shared(Box other) => Math.Max(0, Math.Min(Right, other.Right) - Math.Max(X, other.X))
        * Math.Max(0, Math.Min(Bottom, other.Bottom) - Math.Max(Y, other.Y));
}

/// <summary>On which side of its point a name is written.</summary>
public enum Anchor
{
    /// <summary>It begins there.</summary>
    Start,
    /// <summary>It is centred there.</summary>
    Middle,
    /// <summary>It ends there.</summary>
    End,
}

/// <summary>Where a part's name is written.</summary>
/// <param name="X">The point.</param>
/// <param name="Y">The line the letters stand on.</param>
/// <param name="Anchor">On which side of it.</param>
/// <param name="Lead">A thin line from the name to the part, as a path; null where the name stands at it.</param>
/// <param name="Above">What was seen is written above the name, not under it.</param>
/// <param name="Broken">The name is broken into two lines.</param>
public sealed record NameAt(double X, double Y, Anchor Anchor = Anchor.Start, string? Lead = null, bool Above = false, bool Broken = false);

/// <summary>A part of the drawn unit, or a place round it, that can be touched.</summary>
/// <param name="Id">Its name in addresses and in the drawing.</param>
/// <param name="Title">Its name.</param>
/// <param name="End">Where it lies.</param>
/// <param name="Target">Where a finger touches it.</param>
/// <param name="Name">Where its name is written.</param>
/// <param name="Findings">The findings that lie there on such a unit, by id.</param>
public sealed record UnitPart(string Id, string Title, UnitEnd End, Box Target, NameAt Name, IReadOnlyList<string> Findings)
{
    /// <summary>Findings that lie on another part and may be seen here too: a wheel that rubbed, at either housing.</summary>
    public IReadOnlyList<string> Also { get; init; } = [];

    /// <summary>A second place where it is touched: a bearing at either end.</summary>
    public Box? Other { get; init; }

    /// <summary>Everywhere it is touched.</summary>
    public IReadOnlyList<Box> Targets => Other is { } other ? [Target, other] : [Target];
}
