namespace Wattology.Web.Hosting;

/// <summary>A clock that runs so many times as fast as life, and is turned on by hand: for a demo that is practised on, where bursts, rests and idles pass
/// in moments.</summary>
/// <param name="speed">How many times, from 1.</param>
public sealed class FasterClock(double speed) : TimeProvider
{
    private readonly DateTimeOffset _began = System.GetUtcNow();
    private readonly long _from = System.GetTimestamp();

    /// <summary>How many times as fast as life.</summary>
    public double Speed { get; } = speed;

    private long _turnedTicks;

    private TimeSpan Gone => System.GetElapsedTime(_from) * Speed + TimeSpan.FromTicks(Interlocked.Read(ref _turnedTicks));

    /// <summary>Turns it on: whatever waits for that time has waited.</summary>
    /// <param name="by">By how much; never back.</param>
    public void Turn(TimeSpan by)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(by, TimeSpan.Zero);
        Interlocked.Add(ref _turnedTicks, by.Ticks);
    }

    /// <inheritdoc/>
    public override DateTimeOffset GetUtcNow() => _began + Gone;

    /// <inheritdoc/>
    public override long TimestampFrequency => TimeSpan.TicksPerSecond;

    /// <inheritdoc/>
    public override long GetTimestamp() => Gone.Ticks;

    /// <inheritdoc/>
    public override ITimer CreateTimer(TimerCallback callback, object? state, TimeSpan dueTime, TimeSpan period)
        => base.CreateTimer(callback, state, Sooner(dueTime), Sooner(period));

    private TimeSpan Sooner(TimeSpan time) => time <= TimeSpan.Zero ? time : time / Speed;
}
