using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Clocking;
using Wattology.Core.Drain;
using Wattology.Core.Fluids;
using Wattology.Core.Jobs;
using Wattology.Core.Lettering;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>Works out the drawing of a job: the true run of its plumbing, and places for its checks and words that never overlap.</summary>
/// <remarks>There are two: a wide one, with the engine on the left and a turbo beside it, and a narrow one for screens under 700 pixels, in which the oil
/// runs down the left. Things are put first, then the checks, each as near to its place as there is room, and what finds none stands on a shelf
/// below.</remarks>
public sealed class JobLayout
{
    /// <summary>The wide drawing's width.</summary>
    public const double WideWidth = 800;

    /// <summary>The narrow drawing's width.</summary>
    public const double NarrowWidth = 340;

    /// <summary>The size of a check's name and word, in drawing units.</summary>
    public const double TextSize = 20;

    /// <summary>The size of the words beside things.</summary>
    public const double NoteSize = 19;

    /// <summary>A box is never smaller than a gloved finger needs.</summary>
    public const double LeastBox = 48;

    private const double Pad = 9, Mark = 30, LineHeight = 22, Apart = 5, Centre = 38, Step = 16, Shelf = 10, OnItsPlace = 60, LongestLead = 280;

    private readonly JudgedJob _job;
    private readonly bool _wide;
    private readonly List<DrawnLine> _lines = [];
    private readonly List<DrawnCircle> _circles = [];
    private readonly List<DrawnNote> _notes = [];
    private readonly List<DrawnSpot> _spots = [];
    private readonly List<Box> _taken = [];
    private readonly List<(CheckReading Reading, Point At, Box Within, bool Led)> _toPlace = [];

    private readonly List<(string Text, IReadOnlyList<Point> Places)> _toWrite = [];
    private Ink _ink = new([], 0, 0);

    private JobLayout(JudgedJob job, bool wide) => (_job, _wide) = (job, wide);

    /// <summary>The drawing of a job.</summary>
    /// <param name="job">The job.</param>
    /// <param name="wide">The wide one; the narrow one else.</param>
    public static JobPicture Of(JudgedJob job, bool wide) => new JobLayout(job, wide).Picture();

    private BookedIn Machine => _job.Machine;

    private double Width => _wide ? WideWidth : NarrowWidth;

    private JobPicture Picture()
    {
        var bottom = _wide ? Wide() : Narrow();
        _ink = new(_lines, Width, bottom);
        foreach (var (text, places) in _toWrite) Write(text, places);
        foreach (var (reading, at, within, led) in _toPlace) bottom = Math.Max(bottom, Place(reading, at, within, led, bottom));
        return new(Width, Math.Ceiling(bottom + Shelf), _lines, _circles, _notes, _spots);
    }

    private IEnumerable<CheckReading> ChecksAt(DrawnPart part, int turbo) => _job.Checks.Where(c => c.Check.Part == part && (c.Turbo == 0 || c.Turbo == turbo));

    private void Spots(DrawnPart part, int turbo, Point at, Box within)
    {
        foreach (var check in ChecksAt(part, turbo)) _toPlace.Add((check, at, within, true));
    }

    // The wide drawing.

    private const double Wall = 204, Block = 520, Axis = 292, FeedY = 112, Top = 34, Left = 12, CentreX = 510, GasUp = 146;

    private double Wide()
    {
        double bottom = 0;
        foreach (var turbo in Machine.TurboNumbers) bottom = Math.Max(bottom, WideTurbo(turbo, (turbo - 1) * Block));
        Body([new(Left, Top), new(Wall, Top), new(Wall, bottom - 96), new(Left, bottom - 96)]);
        Note(Letters.Cut(Machine.Engine, NoteSize, Wall - Left - 16), new(Left + 8, Top + 20));
        // The crankcase breathes into the intake, or to the open.
        var intake = UnitKind.Of(_job.Context, 1).CompressorLeft ? 2 * CentreX - 764 : 764;
        Line(Stroke.Vapour, [new(60, Top), new(60, 14), .. Machine.ClosedBreather ? new Point[] { new(intake, 14), new(intake, Axis - 32) } : [new(240, 14)]]);
        Note(Machine.ClosedBreather ? "breather, to the intake" : "breather, open", new(70, 20));
        // What belongs to the engine stands in it, from the findings down to the oil.
        var inside = new Box(Left, Top + 24, Wall - Left, bottom - Top - 24);
        double Down(string id) => id switch { "findings" => Top + 50, "prime" => Top + 170, "start" => Top + 230, "crankcase" => bottom - 200, _
            => bottom - 60 };
        _toPlace.InsertRange(0, ChecksAt(DrawnPart.Engine, 0).Concat(ChecksAt(DrawnPart.Sump, 0)).Select(c => (c, new Point(30, Down(c.Id)), inside, false)));
        return bottom;
    }

    private double WideTurbo(int turbo, double y)
    {
        var axis = y + Axis;
        var around = new Box(Wall, y + 20, WideWidth - Wall, Block + 100);
        var centre = new Point(CentreX, axis);
        // The compressor end lies where it is seen from the place this machine's left and right are said from.
        var turned = UnitKind.Of(_job.Context, turbo).CompressorLeft;
        Point At(double x, double dy) => new(turned ? 2 * CentreX - x : x, axis + dy);
        // Charge air back to the engine through its cooler; air in through the filter; gas in and out.
        Line(Stroke.Air, [At(628, -56), At(628, 62 - Axis), new(Wall, y + 62)]);
        Body([new(384, y + 48), new(480, y + 48), new(480, y + 76), new(384, y + 76)]);
        for (var x = 400.0; x < 480; x += 16) Line(Stroke.Thin, [new(x, y + 48), new(x, y + 76)]);
        Note("charge cooler", new(432, y + 40), Anchor.Middle);
        Line(Stroke.Air, [At(684, 0), At(744, 0)]);
        Body([At(744, -32), At(788, -32), At(788, 32), At(744, 32)]);
        for (var x = 752.0; x < 788; x += 9) Line(Stroke.Thin, [At(x, -32), At(x, 32)]);
        Note("filter", At(766, 52), Anchor.Middle);
        Line(Stroke.Gas, turned ? [new(Wall, axis - GasUp), At(304, -GasUp), At(304, 0), At(340, 0)] : [new(Wall, axis), At(340, 0)]);
        Line(Stroke.Gas, [At(392, 52), At(392, 104)]);
        Circle(Stroke.Body, At(392, 0), 52);
        Circle(Stroke.Body, At(628, 0), 56);
        Line(Stroke.Thin, [At(372, -22), At(412, -12), At(412, 12), At(372, 22)], closed: true);
        Line(Stroke.Thin, [At(652, -28), At(606, -14), At(606, 14), At(652, 28)], closed: true);
        Body([At(440, -22), At(474, -22), At(474, 22), At(440, 22)]);
        Body([At(546, -22), At(576, -22), At(576, 22), At(546, 22)]);
        Line(Stroke.Thin, [At(326, 0), At(700, 0)]);
        Note("turbine", At(392, -60), Anchor.Middle);
        Note("compressor", At(628, 76), Anchor.Middle);
        if (Machine.Turbos == 2) Note($"turbo {turbo}", new(788, y + 100), Anchor.End);
        Control(At, turned);
        var (inlet, drain) = Ports(turbo, centre, around);
        if (Machine.WaterCooled)
        {
            Line(Stroke.Water, [At(CentreX - Centre, 14), At(CentreX - Centre - 20, 40)]);
            Line(Stroke.Water, [At(CentreX + Centre, -14), At(CentreX + Centre + 20, -40)]);
            Note("water", At(CentreX + Centre + 24, -44), turned ? Anchor.End : Anchor.Start);
        }
        // The feed: take-off, restrictor, inlet.
        Feed(turbo, [new(Wall, y + FeedY), new(inlet.X, y + FeedY), inlet], new(Wall, y + FeedY), new(300, y + FeedY), around);
        Spots(DrawnPart.Plate, turbo, At(628, 40), around);
        if (turbo == 1) Spots(DrawnPart.Filter, 0, At(766, -32), around);
        var floor = Drain(turbo, drain, Wall, drain.X - Wall, 150, axis + 130, left: true, around);
        // Round the oil's own way, and after it: where room is left.
        Spots(DrawnPart.Control, turbo, Machine.Control == BoostControl.ExternalWastegate ? At(turned ? 258 : 270, -44) : At(560, -102), around);
        if (turbo == 1)
        {
            Spots(DrawnPart.ChargeAir, 0, new(246, y + 62), around);
            Spots(DrawnPart.Water, 0, At(CentreX + Centre + 20, -40), around);
            Spots(DrawnPart.Heat, 0, At(392, 52), around);
            Spots(DrawnPart.References, 0, At(628, 56), around);
        }
        return floor;
    }

    // The narrow drawing: the oil's own way, from the gallery down to the sump.

    private double Narrow()
    {
        var y = 0.0;
        foreach (var turbo in Machine.TurboNumbers) y = NarrowTurbo(turbo, y);
        var whole = new Box(0, 0, Width, y);
        DrawnPart[] shared = [DrawnPart.Engine, DrawnPart.Sump, DrawnPart.Filter, DrawnPart.ChargeAir, DrawnPart.References, DrawnPart.Water, DrawnPart.Heat];
        foreach (var check in shared.SelectMany(p => ChecksAt(p, 0)))
            _toPlace.Add((check, check.Id switch { "findings" => new(200, 20), "fluids" => new(220, y - 50), _ => new(40, y - 20) }, whole, false));
        return y;
    }

    private double NarrowTurbo(int turbo, double y)
    {
        var around = new Box(0, y, Width, 780);
        Body([new(8, y + 30), new(88, y + 30), new(88, y + 74), new(8, y + 74)]);
        Note("gallery", new(48, y + 58), Anchor.Middle);
        if (Machine.Turbos == 2) Note($"turbo {turbo}", new(8, y + 22));
        var centre = new Point(48, y + 430);
        var (inlet, drain) = Ports(turbo, centre, around);
        Feed(turbo, [new(48, y + 74), new(48, y + 360), inlet], new(48, y + 90), new(48, y + 210), around);
        Spots(DrawnPart.Plate, turbo, centre, around);
        Spots(DrawnPart.Control, turbo, centre, around);
        return Drain(turbo, drain, 332, 332 - drain.X, 150, y + 700, left: false, around) + 24;
    }

    // Shared parts.

    private (Point Inlet, Point Drain) Ports(int turbo, Point centre, Box around)
    {
        var reading = _job.Check(ClockingReading.KindName, turbo);
        var measured = _job.Record.Latest<ClockingReading>(c => c.Turbo == turbo);
        var seen = ClockingCheck.Seen.Read(_job.Context, turbo);
        var byLook = measured is null || seen.Noted is { } look && look.Entry.Seq > measured.Entry.Seq;
        var inletDeg = byLook ? Lean(seen.Answer?.Id) : measured!.Body.Input.OilInletDeg;
        var drainDeg = byLook ? inletDeg + 180 : measured!.Body.Input.OilInletDeg + measured.Body.Input.DrainOffsetDeg;
        Point At(double degrees, double radius) => new(centre.X + radius * Math.Sin(degrees * Math.PI / 180),
            centre.Y - radius * Math.Cos(degrees * Math.PI / 180));
        Circle(Stroke.Body, centre, Centre);
        Line(Stroke.Thin, [At(0, Centre + 14), At(180, Centre + 14)]);
        foreach (var degrees in new[] { inletDeg, drainDeg })
            _lines.Add(new DrawnLine(Stroke.Body, [At(degrees - 9, Centre), At(degrees - 9, Centre + 12), At(degrees + 9, Centre + 12), At(degrees + 9,
                Centre)])
                { Check = reading.Id, Turbo = turbo, State = StateOf(reading) });
        Spots(DrawnPart.CentreSection, turbo, At(drainDeg + 90, Centre), around);
        return (At(inletDeg, Centre + 12), At(drainDeg, Centre + 12));
    }

    // Only seen, a lean is drawn as one: nobody measured how much.
    private static double Lean(string? answer) => answer switch { "leans-a-little" => 22, "leans-more" => 48, _ => 0 };

    private void Feed(int turbo, Point[] way, Point takeOff, Point restrictor, Box around)
    {
        var (supply, hole) = (_job.Check("oil-supply", turbo), _job.Check("restrictor", turbo));
        _lines.Add(new DrawnLine(Stroke.Oil, way) { Check = supply.Id, Turbo = turbo, State = StateOf(supply) });
        Circle(Stroke.Oil, takeOff, 9);
        var (x, y) = (restrictor.X, restrictor.Y);
        Point[] waist = _wide ? [new(x - 14, y - 13), new(x, y - 5), new(x + 14, y - 13), new(x + 14, y + 13), new(x, y + 5), new(x - 14, y + 13)]
            : [new(x - 13, y - 14), new(x - 5, y), new(x - 13, y + 14), new(x + 13, y + 14), new(x + 5, y), new(x + 13, y - 14)];
        _lines.Add(new DrawnLine(Stroke.Body, waist, Closed: true) { Check = hole.Id, Turbo = turbo, State = StateOf(hole) });
        _taken.Add(new(x - 16, y - 16, 32, 32));
        if (_job.Record.Latest<CatchTestReading>(c => c.Turbo == turbo)?.Body.Input.Line is { } line)
            Note($"{_job.Units.ShowLength(line.LengthMm)} long, {_job.Units.ShowLength(line.IdMm)} bore", _wide ? new(346, y - 12) : new(x + 22, y + 92));
        Spots(DrawnPart.Restrictor, turbo, new(x, y + (_wide ? 13 : 0)), around);
        foreach (var check in ChecksAt(DrawnPart.Feed, turbo)) _toPlace.Add((check, check.Id == "oil-supply"
            ? Between(way[^2], way[^1]) : _wide ? new(way[1].X - 60, way[1].Y) : Between(way[0], way[1]), around, true));
    }

    // The drain to its true fall, the sump's wall at its end, and the oil under it.
    private double Drain(int turbo, Point port, double wall, double width, double height, double least, bool left, Box around)
    {
        var reading = _job.Check("drain", turbo);
        var measured = _job.Record.Latest<DrainReading>(d => d.Turbo == turbo);
        var seen = DrainCheck.SeenLast(_job.Context, turbo);
        var byLook = measured is null || seen is { Noted: { } look } && look.Entry.Seq > measured.Entry.Seq;
        var answer = byLook ? seen?.Answer?.Id ?? "" : "";
        var route = byLook ? DrainRoute.Seen(port, answer, width, height, left)
            : DrainRoute.Measured(port, measured!.Body.Input.Segments, width, height, left);
        for (var i = 0; i + 1 < route.Points.Count; i++)
            _lines.Add(new DrawnLine(Stroke.Oil, [route.Points[i], route.Points[i + 1]]) { Check = reading.Id, Turbo = turbo,
                State = route.Wrong is { } wrong ? i == wrong ? Verdict.Stop : StateOf(reading) is Verdict.Stop ? Verdict.Sound : StateOf(reading)
                    : StateOf(reading) });
        if (!byLook)
            for (var i = 0; i + 1 < route.Points.Count; i++)
            {
                var fall = measured!.Body.Input.Segments[i].FallMm;
                var at = Between(route.Points[i], route.Points[i + 1]);
                _toWrite.Add((fall < 0 ? $"climbs {_job.Units.ShowLength(-fall)}" : fall == 0 ? "lies flat" : $"falls {_job.Units.ShowLength(fall)}",
                    [new(at.X + (left ? 16 : -110), at.Y + 22), new(at.X + 20, at.Y + 4), new(at.X - 40, at.Y - 16), new(at.X - 40, at.Y + 34),
                        new(at.X - 120, at.Y - 4)]));
            }
        // The oil's surface under the pipe's end, or over it.
        var above = byLook ? answer == "under-oil" ? -18 : 26 : Math.Clamp(measured!.Body.Input.ExitAboveOilMm * route.Scale, -40, 60);
        var surface = Math.Max(route.End.Y + above, byLook && answer != "under-oil" ? least - 40 : 0);
        if (!byLook) surface = route.End.Y + above;
        var floor = Math.Max(surface + 70, least + 30);
        var (from, to) = left ? (16.0, Math.Max(wall, route.End.X + 4)) : (Math.Min(200, route.End.X - 4), wall + 4);
        var roof = route.End.Y - 18;
        Line(Stroke.Body, left ? [new(from, roof), new(from, floor), new(to, floor), new(to, roof)] : [new(to, roof), new(to, floor), new(from, floor),
            new(from, roof)]);
        Line(Stroke.Level, [new(from + 2, surface), new(to - 2, surface)]);
        Marks(left ? to : from, surface, left);
        Spots(DrawnPart.Drain, turbo, Between(route.Points[^2], route.Points[^1]), around);
        return floor;
    }

    // The two marks of the dip stick against the oil: between them, under or over, as it was seen last.
    private void Marks(double wall, double surface, bool left)
    {
        var level = FluidsCheck.OilLevel.Read(_job.Context, 0).Answer?.Id;
        var (upper, lower) = level switch { "under" => (surface - 30, surface - 8), "over" => (surface + 8, surface + 30), _ => (surface - 11, surface + 11) };
        foreach (var y in new[] { upper, lower }) Line(Stroke.Thin, left ? [new(wall - 26, y), new(wall, y)] : [new(wall, y), new(wall + 26, y)]);
    }

    private void Control(Func<double, double, Point> at, bool turned)
    {
        if (Machine.Control == BoostControl.None) return;
        void Box(double x, double dy, double w, double h) => Body([at(x, dy), at(x + w, dy), at(x + w, dy + h), at(x, dy + h)]);
        if (Machine.Control == BoostControl.ExternalWastegate)
        {
            // On the gas before the turbine: beside its pipe, wherever that runs.
            var x = turned ? 240 : 252;
            Box(x, -60, 36, 32);
            Line(Stroke.Control, turned ? [at(x + 36, -44), at(304, -44)] : [at(270, -28), at(270, 0)]);
            Note("external wastegate", turned ? at(232, -68) : at(270, -68), turned ? Anchor.End : Anchor.Middle);
            return;
        }
        Box(534, -130, 52, 28);
        Line(Stroke.Control, [at(534, -116), at(412, -116), at(412, -46)]);
        var word = Machine.Control switch
        {
            BoostControl.WastegateCanister => "wastegate canister",
            BoostControl.WastegateElectric => "wastegate motor",
            BoostControl.VanesCanister => "vane canister",
            _ => "vane motor",
        };
        Note(word, at(592, -110), turned ? Anchor.End : Anchor.Start);
    }

    /// <summary>How a check's own lines are drawn: reopened, it stands out like a doubt until somebody looks.</summary>
    private static Verdict StateOf(CheckReading reading) => reading.Reopened is null ? reading.Verdict : Verdict.Doubtful;

    private static Point Between(Point a, Point b) => new((a.X + b.X) / 2, (a.Y + b.Y) / 2);

    private void Line(Stroke kind, IReadOnlyList<Point> points, bool closed = false) => _lines.Add(new DrawnLine(kind, points, closed));

    private void Body(IReadOnlyList<Point> points) => _lines.Add(new DrawnLine(Stroke.Body, points, Closed: true));

    private void Circle(Stroke kind, Point at, double radius)
    {
        _circles.Add(new(kind, at, radius));
        _taken.Add(new(at.X - radius, at.Y - radius, 2 * radius, 2 * radius));
    }

    private void Note(string text, Point at, Anchor anchor = Anchor.Start)
    {
        _notes.Add(new(text, at, anchor));
        _taken.Add(BoxOf(text, at, anchor));
    }

    // A word that may be left out stands at the first place where it covers nothing.
    private void Write(string text, IReadOnlyList<Point> places)
    {
        foreach (var at in places)
            if (BoxOf(text, at, Anchor.Start) is var box && box is { X: >= 2, Y: >= 2 } && box.Right <= Width - 2 && !_taken.Any(t => t.Shared(box) > 0)
                && _ink.Under(box) == 0)
            {
                Note(text, at);
                return;
            }
    }

    /// <summary>The box a word fills.</summary>
    public static Box BoxOf(string text, Point at, Anchor anchor)
    {
        var width = Letters.Width(text, NoteSize);
        return new(anchor switch { Anchor.Start => at.X, Anchor.Middle => at.X - width / 2, _ => at.X - width }, at.Y - NoteSize * 0.8, width, NoteSize);
    }

    // As near to its place as there is room: not over a thing, a word or another check, and over as little of the lines as can be.
    private double Place(CheckReading reading, Point at, Box within, bool led, double bottom)
    {
        var most = Math.Min(_wide ? 208 : 200, within.W - 2 * Apart) - 2 * Pad;
        var name = reading.Check.PerTurbo && Machine.Turbos == 2 ? $"{reading.Title} {reading.Turbo}" : reading.Title;
        var title = Letters.Cut(name, TextSize, most - Mark);
        var says = Said(reading, most);
        var width = Math.Max(LeastBox, 2 * Pad + Math.Max(Mark + Letters.Width(title, TextSize), says.Max(s => Letters.Width(s, TextSize))));
        var height = Math.Max(LeastBox, 12 + LineHeight * (1 + says.Count));
        var best = Free(within) ?? Free(new(0, 0, Width, bottom));
        Box? Free(Box room)
        {
            Box? free = null;
            var least = double.MaxValue;
            for (var y = Math.Max(Apart, room.Y); y + height <= Math.Min(room.Bottom, bottom); y += Step)
                for (var x = room.X + Apart; x + width <= room.Right - Apart + 0.01; x += Step)
                {
                    var box = new Box(x, y, width, height);
                    // Right on its place it would hide it.
                    var cost = box.Away(at.X, at.Y) is var away and > 0 ? away : OnItsPlace;
                    if (cost >= least || _taken.Any(t => t.Near(box, Apart))) continue;
                    cost += _ink.Under(box);
                    if (cost < least) (free, least) = (box, cost);
                }
            return free;
        }
        var placed = best ?? new Box(Apart, bottom + Apart, width, height);
        _taken.Add(placed);
        var corner = new Point(Math.Clamp(at.X, placed.X, placed.Right), Math.Clamp(at.Y, placed.Y, placed.Bottom));
        // A line across half the drawing leads nobody anywhere.
        _spots.Add(new(reading, placed, at, !led || corner == at || placed.Away(at.X, at.Y) > LongestLead ? null : corner, title, says));
        return placed.Bottom;
    }

    private static IReadOnlyList<string> Said(CheckReading reading, double most)
    {
        var word = reading.Word ?? reading.Verdict.Word();
        var value = reading.Reopened is null ? reading.Value : "";
        var text = value.Length == 0 ? word : value.Equals(word, StringComparison.OrdinalIgnoreCase) ? word : $"{value}: {word}";
        if (reading.AcceptedBy is not null) text += ", taken";
        var lines = Letters.Break(text, TextSize, most);
        return [.. lines.Take(2).Select((l, i) => Letters.Cut(i == 1 && lines.Count > 2 ? l + " …" : l, TextSize, most))];
    }
}
