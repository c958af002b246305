using System.Globalization;
using System.Text.RegularExpressions;
using Wattology.Core.UnitOpen;
using Wattology.Web.Drawing;

namespace Wattology.Web.Tests.Drawing;

/// <summary>Benches whose drawing stays as it is: every box has its room, and what it measures lies on the drawing.</summary>
public sealed partial class PlainBenchTests
{
    public static TheoryData<int> Every => [.. Enumerable.Range(0, PlainBench.All.Count)];

    [GeneratedRegex(@"(?<=M)(?<x>\d+(?:\.\d+)?),(?<y>\d+(?:\.\d+)?)")]
    private static partial Regex Starts();

    [Theory]
    [MemberData(nameof(Every))]
    public void Every_box_has_its_room_and_its_lead_ends_on_the_drawing(int at)
    {
        var bench = PlainBench.All[at];
        var whole = new Box(0, 0, PlainBench.Width, bench.Height);
        Assert.All(bench.Boxes, b =>
        {
            Assert.Equal(b.Box.W * b.Box.H, whole.Shared(b.Box), 1e-9);
            Assert.All(bench.Boxes.Where(o => o != b), o => Assert.True(b.Box.Shared(o.Box) == 0, $"{b.Field} lies over {o.Field}"));
            Assert.All(bench.Notes, n => Assert.True(b.Box.Away(n.X, n.Y) > 12, $"{b.Field} lies over the word {n.Text}"));
            Assert.Equal(0, whole.Away(b.At.X, b.At.Y));
        });
        Assert.Equal(bench.Boxes.Count, bench.Boxes.Select(b => b.Field).Distinct().Count());
        // What shows with an answer belongs to one of its boxes.
        Assert.All(bench.When ?? [], w => Assert.True(w.Answer.Length == 0
            || bench.Boxes.Any(b => w.Answer.StartsWith(b.Field + "-", StringComparison.Ordinal)), w.Answer));
        // Words are never written the wrong way round.
        Assert.DoesNotContain("<text", bench.Render().Split("</g>")[0], StringComparison.Ordinal);
        // No outline begins outside of the picture.
        var outlines = bench.Body + bench.Fine + string.Concat((bench.When ?? []).Select(w => w.Outline));
        Assert.All(Starts().Matches(outlines), m => Assert.Equal(0, whole.Away(double.Parse(m.Groups["x"].Value, CultureInfo.InvariantCulture),
            double.Parse(m.Groups["y"].Value, CultureInfo.InvariantCulture))));
    }
}
