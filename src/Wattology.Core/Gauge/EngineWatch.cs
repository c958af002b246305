using MathNet.Numerics.Statistics;

namespace Wattology.Core.Gauge;

/// <summary>Watches what else a run shows: what the crankcase breathes at idle, and whether vanes follow what they are told.</summary>
/// <param name="hasVanes">The machine has vanes; a box may send them for one that has none.</param>
public sealed class EngineWatch(bool hasVanes = true)
{
    private const double SettledS = 15, LastS = 20, IdleMostRpm = 1_300, KeyOnS = 3, ToldRange = 40, FollowShare = 0.6;
    private const int Fewest = 40;

    private readonly Queue<(double At, double Kpa, double Rpm)> _breath = new();
    private (double Least, double Most)? _told, _stood;

    /// <summary>The vanes were told to move and did not follow; null until that can be told, or where none are read.</summary>
    public bool? VanesStick { get; private set; }

    /// <summary>Takes one sample.</summary>
    /// <param name="atS">When, s from firing.</param>
    /// <param name="sample">What was read.</param>
    public void Take(double atS, GaugeSample sample)
    {
        if (hasVanes && atS >= 0 && sample[GaugeChannel.VaneCommand] is { } told && sample[GaugeChannel.VaneFeedback] is { } stood)
        {
            (_told, _stood) = (Wider(_told, told), Wider(_stood, stood));
            var range = _told.Value.Most - _told.Value.Least;
            if (atS >= KeyOnS && range >= ToldRange) VanesStick = _stood.Value.Most - _stood.Value.Least < FollowShare * range;
        }
        if (atS < SettledS || sample[GaugeChannel.Crankcase] is not { } kpa || sample[GaugeChannel.EngineSpeed] is not (> 0 and <= IdleMostRpm)) return;
        _breath.Enqueue((atS, kpa, sample[GaugeChannel.EngineSpeed]!.Value));
        while (_breath.Peek().At < atS - LastS) _breath.Dequeue();
    }

    /// <summary>What the crankcase breathed at idle over the last seconds, kPa, and at what speed, 1/min: the middle of what was read, so that wild samples
    /// count for nothing. Null until enough was.</summary>
    public (double Kpa, double Rpm)? Breath => _breath.Count < Fewest ? null : (_breath.Select(b => b.Kpa).Median(), _breath.Select(b => b.Rpm).Median());

    private static (double, double) Wider((double Least, double Most)? range, double value) => range is var (least, most)
        ? (Math.Min(least, value), Math.Max(most, value)) : (value, value);
}
