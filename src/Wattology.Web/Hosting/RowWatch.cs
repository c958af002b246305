using Wattology.Data.Jobs;

namespace Wattology.Web.Hosting;

/// <summary>Has the rows of jobs nobody touched judged anew after a limit, a way of working or the parts table changed, and after another version of this
/// program was started: open jobs first, a few at a time, so that nobody who records waits for it.</summary>
public sealed partial class RowWatch(IServiceScopeFactory scopes, ILogger<RowWatch> log) : BackgroundService
{
    // Woken by whoever changes something; looked at all the same, since a change may come by the command line.
    private static readonly TimeSpan Look = TimeSpan.FromMinutes(1), Breath = TimeSpan.FromMilliseconds(30);
    private readonly SemaphoreSlim _changed = new(0);

    /// <summary>Says that something jobs are judged by was changed and saved.</summary>
    public void Wake() => _changed.Release();

    /// <summary>Judges anew whatever is to be.</summary>
    public async Task LookAsync(CancellationToken cancel = default)
    {
        await using (var scope = scopes.CreateAsyncScope())
            if (!await scope.ServiceProvider.GetRequiredService<RowKeeper>().AnyEarlierAsync(cancel)) return;
        foreach (var open in new[] { true, false })
            for (long? at = 0; at is { } after;)
            {
                // What is judged by may change in between: each few ask anew.
                await using (var scope = scopes.CreateAsyncScope())
                    at = await scope.ServiceProvider.GetRequiredService<RowKeeper>().JudgeNextAsync(open, after, cancel);
                if (at is not null) await Task.Delay(Breath, cancel);
            }
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            while (true)
            {
                try { await LookAsync(stoppingToken); }
                // A full disk, or a folder being restored: said here, and tried again.
                catch (Exception e) when (e is not OperationCanceledException) { Failed(log, e); }
                await _changed.WaitAsync(Look, stoppingToken);
            }
        }
        catch (OperationCanceledException) { /* the shop is closed */ }
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "Rows could not be judged anew; tried again in a minute")]
    private static partial void Failed(ILogger logger, Exception why);
}
