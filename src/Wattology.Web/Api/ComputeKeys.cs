using System.Net;
using System.Security.Cryptography;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Api;

/// <summary>Keys with which programs compute. A key is 32 random bytes; its SHA-256 alone is kept.</summary>
public sealed class ComputeKeys(ShopDb db, SecurityLog log, TimeProvider clock)
{
    private const int LongestName = 80, Bytes = 32;
    private const string Scheme = "Bearer ";

    /// <summary>All of them, the latest first.</summary>
    public async Task<IReadOnlyList<ComputeKeyRow>> AllAsync() => await db.ComputeKeys.AsNoTracking().OrderByDescending(k => k.Id).Take(200).ToListAsync();

    /// <summary>Makes one, and answers it; it is kept nowhere.</summary>
    /// <exception cref="RefusedException">It has no name.</exception>
    public async Task<string> MakeAsync(string name, string by)
    {
        if (name.Length is 0 or > LongestName) throw new RefusedException($"Say what it is for, in at most {LongestName} characters.", "name");
        var key = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(Bytes));
        db.ComputeKeys.Add(new ComputeKeyRow { Name = name, Hash = HashOf(key), By = by, AtMs = clock.GetUtcNow().ToUnixTimeMilliseconds() });
        await db.SaveChangesAsync();
        log.Note("key for programs made", by, name);
        return key;
    }

    /// <summary>Withdraws one.</summary>
    /// <returns>Whether there was one to withdraw.</returns>
    public async Task<bool> WithdrawAsync(int id, string by)
    {
        if (await db.ComputeKeys.FindAsync(id) is not { WithdrawnMs: null } key) return false;
        key.WithdrawnMs = clock.GetUtcNow().ToUnixTimeMilliseconds();
        await db.SaveChangesAsync();
        log.Note("key for programs withdrawn", by, key.Name);
        return true;
    }

    /// <summary>Whether a request may compute: somebody signed in, a key that holds, or the demo on the machine itself.</summary>
    public async Task<bool> AllowsAsync(HttpContext context)
    {
        if (context.User.Identity?.IsAuthenticated == true) return true;
        if (context.Request.Headers.Authorization.ToString() is { } given && given.StartsWith(Scheme, StringComparison.Ordinal))
        {
            var hash = HashOf(given[Scheme.Length..].Trim());
            if (await db.ComputeKeys.AsNoTracking().AnyAsync(k => k.Hash == hash && k.WithdrawnMs == null, context.RequestAborted)) return true;
        }
        return context.Connection.RemoteIpAddress is { } from && IPAddress.IsLoopback(from) && !Forwarding.IsForwarded(context.Request)
            && await db.Settings.AnyAsync(s => s.Key == ShopSettings.DemoKey && s.Value == "yes", context.RequestAborted);
    }

    private static string HashOf(string key) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(key)));
}
