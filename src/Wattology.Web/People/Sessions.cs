using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using Wattology.Data;
using Wattology.Data.People;

namespace Wattology.Web.People;

/// <summary>Sessions: a cookie counts only while the person it names is as they were when it was given out, and while nobody has ended it.</summary>
public static class Sessions
{
    /// <summary>The claim of a session that waits for its person's pin.</summary>
    private const string LockedClaim = "wattology:locked";

    /// <summary>After how many minutes without a touch a tablet locks, where nothing is set.</summary>
    public const int UsualLockMinutes = 15;

    /// <summary>Key of the setting that says after how many minutes; 0 never.</summary>
    public const string LockKey = "lock.minutes";

    private static readonly TimeSpan Look = TimeSpan.FromSeconds(2);

    /// <summary>Whether the session waits for its person's pin.</summary>
    public static bool IsLocked(this ClaimsPrincipal user) => user.HasClaim(c => c.Type == LockedClaim);

    /// <summary>After how many minutes without a touch a tablet locks; 0 never.</summary>
    public static async Task<int> LockMinutesAsync(ShopDb db) => int.TryParse((await db.Settings.AsNoTracking().FirstOrDefaultAsync(s =>
        s.Key == LockKey))?.Value,
        out var minutes) ? minutes : UsualLockMinutes;

    /// <summary>Proves a cookie at each request.</summary>
    public static async Task ProveAsync(CookieValidatePrincipalContext context)
    {
        if (context.Principal is { } user && await StandsAsync(context.HttpContext.RequestServices, user, context.HttpContext.RequestAborted)) return;
        context.RejectPrincipal();
        await context.HttpContext.SignOutAsync(IdentityConstants.ApplicationScheme);
    }

    /// <summary>Whether the person a cookie names may still be in by it: the stamp is another after signing out, a new password, pin, name or role, and gone
    /// with the account.</summary>
    public static async Task<bool> StandsAsync(IServiceProvider services, ClaimsPrincipal user, CancellationToken cancel)
    {
        var (id, stamp) = (user.FindFirstValue(ClaimTypes.NameIdentifier),
            user.FindFirstValue(services.GetRequiredService<IOptions<IdentityOptions>>().Value.ClaimsIdentity.SecurityStampClaimType));
        return stamp is not null && await services.GetRequiredService<ShopDb>().Users.AsNoTracking().AnyAsync(p => p.Id == id && p.SecurityStamp == stamp
            && !p.Disabled, cancel);
    }

    /// <summary>Runs as long as a session stands, for what streams past the end of a request.</summary>
    public static async Task UntilEndAsync(IServiceScopeFactory scopes, ClaimsPrincipal user, CancellationToken stop)
    {
        using var beat = new PeriodicTimer(Look);
        while (await beat.WaitForNextTickAsync(stop))
        {
            await using var scope = scopes.CreateAsyncScope();
            if (!await StandsAsync(scope.ServiceProvider, user, stop)) return;
        }
    }

    /// <summary>Locks the session of a request: its cookie opens nothing until its person's pin is given.</summary>
    public static Task LockAsync(HttpContext context)
    {
        var identity = new ClaimsIdentity(context.User.Identity);
        identity.AddClaim(new Claim(LockedClaim, "yes"));
        return context.SignInAsync(IdentityConstants.ApplicationScheme, new ClaimsPrincipal(identity), new AuthenticationProperties { IsPersistent = true });
    }

    /// <summary>Keeps a locked session from everything but being opened again, or ended.</summary>
    public static Task LetLockedWaitAsync(HttpContext context, RequestDelegate next)
    {
        if (!context.User.IsLocked() || context.Request.Path.Value is "/locked" or "/healthz" or "/trouble") return next(context);
        var back = context.Request.Headers.ContainsKey("HX-Request") && Uri.TryCreate(context.Request.Headers["HX-Current-URL"], UriKind.Absolute, out var at)
            ? at.PathAndQuery : HttpMethods.IsGet(context.Request.Method) ? context.Request.Path + context.Request.QueryString : "/";
        var locked = "/locked?ReturnUrl=" + Uri.EscapeDataString(back);
        if (context.Request.Headers.ContainsKey("HX-Request"))
        {
            context.Response.Headers["HX-Redirect"] = locked;
            context.Response.StatusCode = StatusCodes.Status401Unauthorized;
        }
        else context.Response.Redirect(locked);
        return Task.CompletedTask;
    }
}
