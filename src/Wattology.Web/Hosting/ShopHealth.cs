using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using Wattology.Data;

namespace Wattology.Web.Hosting;

/// <summary>Whether the shop can be written to. A disk that is full makes it read-only until there is room; each page says so, and so does
/// <c>/healthz</c>.</summary>
public sealed class ShopHealth(ShopFolder folder, IServiceScopeFactory scopes, TimeProvider clock) : IHealthCheck
{
    /// <summary>The status of an answer to something that could not be recorded for want of room (RFC 4918).</summary>
    public const int NoRoom = StatusCodes.Status507InsufficientStorage;

    private const int ProbeBytes = 256 * 1024;
    private static readonly TimeSpan Between = TimeSpan.FromSeconds(2);
    private readonly Lock _lock = new();
    private TroubleKind? _trouble;
    private long _looked;

    /// <summary>What keeps it from being written to, in words; null where nothing does.</summary>
    public string? Words => Trouble switch
    {
        null => null,
        TroubleKind.Full => "The shop's disk is full: nothing can be recorded until there is room. What stands can be read; what you type is kept "
            + "in this browser.",
        TroubleKind.ReadOnly =>
            "The shop's folder cannot be written to: nothing can be recorded. What stands can be read; what you type is kept in this browser.",
        _ => "The shop's database is damaged. Stop recording, and put it back from a backup.",
    };

    private TroubleKind? Trouble
    {
        get
        {
            lock (_lock)
            {
                // Room is looked for again now and then; the first that is found ends it.
                if (_trouble is TroubleKind.Full or TroubleKind.ReadOnly && clock.GetElapsedTime(_looked) > Between)
                {
                    _looked = clock.GetTimestamp();
                    _trouble = Probe();
                }
                return _trouble;
            }
        }
    }

    private void Met(TroubleKind kind)
    {
        lock (_lock) (_trouble, _looked) = (kind, clock.GetTimestamp());
    }

    // As much as a reading takes and more, in the folder and in the database, and nothing of it stays.
    private TroubleKind? Probe()
    {
        var file = Path.Combine(folder.Path, "room.probe");
        try
        {
            File.WriteAllBytes(file, new byte[ProbeBytes]);
            using var scope = scopes.CreateScope();
            var db = scope.ServiceProvider.GetRequiredService<ShopDb>().Database;
            db.OpenConnection();
            using var command = ((SqliteConnection)db.GetDbConnection()).CreateCommand();
            command.CommandText = $"BEGIN IMMEDIATE; CREATE TABLE RoomProbe (x); INSERT INTO RoomProbe VALUES (zeroblob({ProbeBytes})); ROLLBACK";
            command.ExecuteNonQuery();
            return null;
        }
        catch (Exception e) when (ShopTrouble.Of(e) is not null) { return ShopTrouble.Of(e); }
        // Somebody writes just now: then it can be written to.
        catch (SqliteException) { return null; }
        finally
        {
            try { File.Delete(file); }
            catch (IOException) { }
            catch (UnauthorizedAccessException) { }
        }
    }

    /// <summary>Watches requests for the trouble, and answers with what it is.</summary>
    public static async Task WatchAsync(HttpContext context, RequestDelegate next)
    {
        try { await next(context); }
        catch (Exception e) when (ShopTrouble.Of(e) is { } kind && !context.Response.HasStarted)
        {
            context.RequestServices.GetRequiredService<ShopHealth>().Met(kind);
            context.Response.Clear();
            // The page of the trouble is written by what stands before this.
            context.Response.StatusCode = kind == TroubleKind.Damaged ? StatusCodes.Status500InternalServerError : NoRoom;
        }
    }

    /// <inheritdoc/>
    public Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
        => Task.FromResult(Words is { } words ? new HealthCheckResult(HealthStatus.Degraded, words) : HealthCheckResult.Healthy());
}
