namespace Wattology.Core.Gauge;

/// <summary>Brings a box's own clock to the server's. A line comes late, never early: the least delay of the last seconds is the true distance of the
/// two clocks; a clock that runs fast or slow is followed, and one that jumps is begun anew.</summary>
public sealed class BoxClock
{
    private const double WindowMs = 5_000, JumpMs = 2_000, DriftLeastMs = 20_000;

    private readonly Queue<(double Server, double Apart)> _window = new();
    private (double Box, double Apart)? _first;
    private double _last = double.NegativeInfinity, _lastBox = double.NegativeInfinity, _apart;

    /// <summary>How often the box's clock jumped.</summary>
    public int Jumps { get; private set; }

    /// <summary>By how much the box's clock runs fast, share of the time gone; null until it can be told. Negative: slow.</summary>
    public double? Drift => _first is { } first && _lastBox - first.Box >= DriftLeastMs ? (first.Apart - _apart) / (_lastBox - first.Box - (first.Apart
        - _apart)) : null;

    /// <summary>When a sample was taken, by the server's clock, ms; it rises from sample to sample.</summary>
    /// <param name="boxMs">The box's time.</param>
    /// <param name="serverMs">When it came in, by the server's clock.</param>
    public double At(double boxMs, double serverMs)
    {
        var apart = serverMs - boxMs;
        if (_window.Count > 0 && (boxMs <= _lastBox || Math.Abs(apart - _apart) > JumpMs && apart < _apart))
        {
            Jumps++;
            _window.Clear();
            _first = null;
        }
        _window.Enqueue((serverMs, apart));
        while (_window.Peek().Server < serverMs - WindowMs) _window.Dequeue();
        _apart = _window.Min(w => w.Apart);
        _first ??= (boxMs, _apart);
        _lastBox = boxMs;
        return _last = Math.Max(_last + 0.001, boxMs + _apart);
    }
}
