using Wattology.Core.UnitOpen;

namespace Wattology.Core.Drawing;

/// <summary>How much of a drawing's lines lies under a box, found by adding up once and asking four corners.</summary>
public sealed class Ink
{
    private const double Cell = 4, Along = 4;
    private readonly int _columns, _rows;
    private readonly double[] _sums;

    /// <summary>Adds the lines up.</summary>
    /// <param name="lines">The lines; a pipe with oil in it counts twice.</param>
    /// <param name="width">The drawing's width.</param>
    /// <param name="height">Its height; what lies further down is left out.</param>
    public Ink(IReadOnlyList<DrawnLine> lines, double width, double height)
    {
        (_columns, _rows) = ((int)(width / Cell) + 2, (int)(height / Cell) + 2);
        _sums = new double[_columns * _rows];
        foreach (var line in lines)
            for (var i = 0; i + 1 < line.Points.Count; i++)
            {
                var (a, b) = (line.Points[i], line.Points[i + 1]);
                var length = Math.Sqrt((b.X - a.X) * (b.X - a.X) + (b.Y - a.Y) * (b.Y - a.Y));
                for (var s = 0.0; s <= length; s += Along)
                {
                    var (column, row) = (1 + (int)((a.X + (b.X - a.X) * s / Math.Max(1, length)) / Cell), 1 + (int)((a.Y + (b.Y - a.Y) * s / Math.Max(1,
                        length)) / Cell));
                    if (column > 0 && column < _columns && row > 0 && row < _rows) _sums[row * _columns + column] += Along * (line.Kind == Stroke.Oil ? 2 : 1);
                }
            }
        for (var row = 1; row < _rows; row++)
            for (var column = 1; column < _columns; column++)
                _sums[row * _columns + column] += _sums[(row - 1) * _columns + column] + _sums[row * _columns + column - 1]
                    - _sums[(row - 1) * _columns + column - 1];
    }

    /// <summary>The length of the lines under a box, in drawing units, to a few.</summary>
    public double Under(Box box)
    {
        int Column(double x) => Math.Clamp((int)(x / Cell), 0, _columns - 1);
        int Row(double y) => Math.Clamp((int)(y / Cell), 0, _rows - 1);
        var (left, right, top, bottom) = (Column(box.X), Column(box.Right + Cell), Row(box.Y), Row(box.Bottom + Cell));
        return _sums[bottom * _columns + right] - _sums[top * _columns + right] - _sums[bottom * _columns + left] + _sums[top * _columns + left];
    }
}
