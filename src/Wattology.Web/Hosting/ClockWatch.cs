using System.Globalization;
using Wattology.Core.Shop;
using Wattology.Data;
using Wattology.Data.Shop;

namespace Wattology.Web.Hosting;

/// <summary>Watches the clock on the wall against one nobody can set, and writes a step of it into the shop's chain. Durations are taken from the other one, so
/// that none of them changes by it.</summary>
public sealed partial class ClockWatch(IServiceScopeFactory scopes, TimeProvider clock, ILogger<ClockWatch> log) : BackgroundService
{
    private static readonly TimeSpan Look = TimeSpan.FromSeconds(5), Slack = TimeSpan.FromSeconds(2);
    private readonly Lock _lock = new();
    private DateTimeOffset _wall = clock.GetUtcNow();
    private long _steady = clock.GetTimestamp();

    /// <summary>Looks once.</summary>
    /// <returns>By how much the clock was set since the last look; zero where it was not.</returns>
    public async Task<TimeSpan> LookAsync(CancellationToken cancel = default)
    {
        TimeSpan step;
        lock (_lock)
        {
            step = clock.GetUtcNow() - _wall - clock.GetElapsedTime(_steady);
            (_wall, _steady) = (clock.GetUtcNow(), clock.GetTimestamp());
        }
        if (step.Duration() <= Slack) return TimeSpan.Zero;
        await using var scope = scopes.CreateAsyncScope();
        var seconds = step.TotalSeconds.ToString("0.0", CultureInfo.InvariantCulture);
        await scope.ServiceProvider.GetRequiredService<ShopChain>().NoteAsync(scope.ServiceProvider.GetRequiredService<ShopDb>(),
            new ShopState(ShopSubject.ClockStep, "", seconds, $$"""{"seconds":{{seconds}}}"""), cancel);
        return step;
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var beat = new PeriodicTimer(Look, clock);
        try
        {
            while (await beat.WaitForNextTickAsync(stoppingToken))
            {
                try { await LookAsync(stoppingToken); }
                // A disk that is full says so where somebody records as well.
                catch (Exception e) when (e is not OperationCanceledException) { NotNoted(log, e); }
            }
        }
        catch (OperationCanceledException) { /* the shop is closed */ }
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "A step of the clock could not be noted")]
    private static partial void NotNoted(ILogger logger, Exception why);
}
