using Wattology.Core.People;

namespace Wattology.Core.Tests.People;

public sealed class PermissionTests
{
    [Theory]
    [InlineData(Right.Record, "owner or technician")]
    [InlineData(Right.BookIn, "owner or technician or desk")]
    [InlineData(Right.ConfirmCause, "owner or technician")]
    [InlineData(Right.AcceptDoubt, "owner or technician")]
    [InlineData(Right.PassHoldPoint, "owner or technician")]
    [InlineData(Right.SignSecond, "owner or technician")]
    [InlineData(Right.HandOver, "owner or technician or desk")]
    [InlineData(Right.ChangeLimits, "owner")]
    [InlineData(Right.ManagePeople, "owner")]
    [InlineData(Right.Import, "owner or desk")]
    public void Each_right_is_held_by_these_and_nobody_else(Right right, string holders)
    {
        Assert.Equal(holders, Permissions.Holders(right));
        foreach (var role in Enum.GetValues<Role>()) Assert.Equal(holders.Split(" or ").Contains(role.ToString().ToLowerInvariant()), role.Allows(right));
    }
}
