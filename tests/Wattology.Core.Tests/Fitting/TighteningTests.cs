using FsCheck.Xunit;
using Wattology.Core.Fitting;

namespace Wattology.Core.Tests.Fitting;

public sealed class TighteningTests
{
    [Theory]
    [InlineData(4, TighteningOrder.Cross, new[] { 1, 3, 2, 4 })]
    [InlineData(5, TighteningOrder.Cross, new[] { 1, 3, 5, 2, 4 })]
    [InlineData(8, TighteningOrder.Cross, new[] { 1, 5, 3, 7, 2, 6, 4, 8 })]
    [InlineData(5, TighteningOrder.Spiral, new[] { 3, 2, 4, 1, 5 })]
    [InlineData(6, TighteningOrder.Spiral, new[] { 3, 4, 2, 5, 1, 6 })]
    public void Goes_across_a_ring_and_outward_along_a_row(int fixings, TighteningOrder order, int[] expected)
        => Assert.Equal(expected, Tightening.Order(fixings, order));

    [Property]
    public bool Every_fixing_is_turned_once_in_every_stage(byte count, bool cross)
    {
        var n = count % 40 + 1;
        var plan = Tightening.Plan(n, cross ? TighteningOrder.Cross : TighteningOrder.Spiral, Tightening.UsualStages, [90]);
        return plan.Count == 4 * n && plan.GroupBy(m => m.Stage).All(s => s.Select(m => m.Fixing).Order().SequenceEqual(Enumerable.Range(1, n)))
            && plan.Take(n).All(m => m.SharePct == 40) && plan.TakeLast(n).All(m => m.AngleDeg == 90 && m.SharePct is null);
    }

    [Fact]
    public void Stages_rise_and_angles_are_sane()
    {
        Assert.Throws<ArgumentException>(() => Tightening.Plan(4, TighteningOrder.Cross, [70, 40], []));
        Assert.Throws<ArgumentException>(() => Tightening.Plan(4, TighteningOrder.Cross, [120], []));
        Assert.Throws<ArgumentException>(() => Tightening.Plan(4, TighteningOrder.Cross, [40, 70], []));
        Assert.Throws<ArgumentException>(() => Tightening.Plan(4, TighteningOrder.Cross, [], [90]));
        Assert.Throws<ArgumentException>(() => Tightening.Plan(4, TighteningOrder.Cross, [100], [0]));
        Assert.Throws<ArgumentOutOfRangeException>(() => Tightening.Order(0, TighteningOrder.Cross));
    }

    [Fact]
    public void Re_torque_goes_on_until_two_rounds_move_none()
    {
        Assert.Equal(1, Tightening.NextRetorque([]));
        Assert.Equal(3, Tightening.NextRetorque([new(1, [4, 0])]));
        // One that went back has moved as well.
        Assert.Equal(5, Tightening.NextRetorque([new(1, [0, 0]), new(3, [0, -2])]));
        Assert.Equal(5, Tightening.NextRetorque([new(1, [4, 0]), new(3, [0, 0])]));
        Assert.Null(Tightening.NextRetorque([new(1, [4, 0]), new(3, [0, 0.5]), new(5, [0, 0])]));
        Assert.Equal(7, Tightening.NextRetorque([new(1, [4]), new(3, [0]), new(5, [2])]));
        Assert.Null(Tightening.NextRetorque([new(1, [0]), new(3, [0])]));
        // Written down twice, a round counts once; what moved in either moved.
        Assert.Equal(3, Tightening.NextRetorque([new(1, [0]), new(1, [0])]));
        Assert.Equal(5, Tightening.NextRetorque([new(1, [0]), new(3, [0]), new(3, [2])]));
    }
}
