using Wattology.Core.Drawing;
using Wattology.Core.UnitOpen;

namespace Wattology.Core.Tests.Drawing;

/// <summary>How much of the lines a box would hide.</summary>
public sealed class InkTests
{
    [Fact]
    public void The_length_of_what_lies_under_a_box_is_known_to_a_few_units()
    {
        var ink = new Ink([new DrawnLine(Stroke.Air, [new(20, 50), new(220, 50)]), new DrawnLine(Stroke.Oil, [new(300, 10), new(300, 110)])], 400, 200);
        Assert.InRange(ink.Under(new(60, 30, 80, 40)), 76, 92);
        Assert.InRange(ink.Under(new(280, 0, 40, 200)), 196, 216);
        Assert.Equal(0, ink.Under(new(60, 80, 80, 40)));
        Assert.InRange(ink.Under(new(0, 0, 400, 200)), 390, 420);
    }
}
