using Microsoft.AspNetCore.Http;
using Serilog.Events;
using Wattology.Web.Hosting;

namespace Wattology.Web.Tests.Hosting;

/// <summary>What stands in the log as an error.</summary>
public sealed class LogLevelTests
{
    [Fact]
    public void Only_what_the_server_could_not_do_is_an_error()
    {
        var (left, stays) = (new DefaultHttpContext { RequestAborted = new(true) }, new DefaultHttpContext());
        Assert.Equal(LogEventLevel.Information, ShopHost.LevelOf(left, 1, new OperationCanceledException()));
        Assert.Equal(LogEventLevel.Error, ShopHost.LevelOf(left, 1, new InvalidOperationException()));
        Assert.Equal(LogEventLevel.Error, ShopHost.LevelOf(stays, 1, new OperationCanceledException()));
        Assert.Equal(LogEventLevel.Information, ShopHost.LevelOf(stays, 1, null));
        stays.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
        Assert.Equal(LogEventLevel.Error, ShopHost.LevelOf(stays, 1, null));
    }
}
