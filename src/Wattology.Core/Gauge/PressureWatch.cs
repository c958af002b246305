namespace Wattology.Core.Gauge;

/// <summary>How pressure stands in a run that is watched.</summary>
public enum WatchState
{
    /// <summary>None yet.</summary>
    Waiting,
    /// <summary>It is there, and stays.</summary>
    Shown,
    /// <summary>It was there, and is lost.</summary>
    Lost,
}

/// <summary>Watches one pressure while it comes: whether it is there, and whether it is lost again. One wild sample is neither.</summary>
/// <param name="enoughKpa">From here it counts as there, kPa: the limit in force.</param>
public sealed class PressureWatch(double enoughKpa)
{
    private const double HoldMs = 300, LostMs = 1_000, LostShare = 0.5, HeldMs = 1_500;
    private const int FewestHeld = 3;

    private double? _above, _below, _heldSince;
    private int _count;
    private double _held, _heldLeast;

    /// <summary>How it stands.</summary>
    public WatchState State { get; private set; }

    /// <summary>When it was first there and stayed, ms by the clock of the samples; null before.</summary>
    public double? FirstMs { get; private set; }

    /// <summary>When it was lost, ms; null while it is not.</summary>
    public double? LostSinceMs { get; private set; }

    /// <summary>The highest that was read, kPa.</summary>
    public double HighestKpa { get; private set; }

    /// <summary>The latest level that was held for a moment, kPa; 0 before.</summary>
    public double HeldKpa => _held;

    /// <summary>Takes one sample.</summary>
    /// <param name="timeMs">When, ms; rising.</param>
    /// <param name="kpa">The pressure; null where it was not read, which says nothing.</param>
    public void Take(double timeMs, double? kpa)
    {
        if (kpa is not { } now) return;
        HighestKpa = Math.Max(HighestKpa, now);
        Hold(timeMs, now);
        if (State == WatchState.Waiting || State == WatchState.Lost)
        {
            if (now < enoughKpa) { (_above, _count) = (null, 0); return; }
            _above ??= timeMs;
            _count++;
            if (timeMs - _above < HoldMs || _count < FewestHeld) return;
            FirstMs ??= _above;
            (State, _below, LostSinceMs) = (WatchState.Shown, null, null);
            return;
        }
        // An idle after a rev is lower than the rev: what is lost lies below half of the lowest level that was held, and below the limit.
        var lostBelow = Math.Min(enoughKpa, _heldLeast > 0 ? Math.Max(enoughKpa * LostShare, _heldLeast * LostShare) : enoughKpa * LostShare);
        if (now >= lostBelow) { _below = null; return; }
        _below ??= timeMs;
        if (timeMs - _below < LostMs) return;
        (State, LostSinceMs, _above, _count) = (WatchState.Lost, _below, null, 0);
    }

    private void Hold(double timeMs, double now)
    {
        if (_held <= 0 || Math.Abs(now - _held) > 0.15 * Math.Max(_held, now)) (_held, _heldSince) = (Math.Max(now, 0), timeMs);
        if (timeMs - _heldSince >= HeldMs && now >= enoughKpa) _heldLeast = _heldLeast <= 0 ? _held : Math.Min(_heldLeast, _held);
    }
}
