using Wattology.Core.Crankcase;
using Wattology.Core.Gauge;
using Wattology.Core.OilSupply;
using Wattology.Core.Priming;

namespace Wattology.StandIns.Gauge;

/// <summary>An engine with pump, filter, gallery, feed, turbo and crankcase, as the core's own formulas have it: what a box on it would measure.</summary>
/// <remarks>Its figures are those of no engine there is. Not safe for several threads at once.</remarks>
public sealed class SimulatedEngine
{
    private const double AmbientC = 15, CrankRpm = 220, IdleRpm = 820, LoadRpm = 2_600, PumpRpm = 500;
    // A gear pump, and what the engine's own bearings let through: l/min per turn, and the exponent with which thick oil slows them.
    private const double PumpMl = 14, ReliefKpa = 450, BearingsK = 0.355, BearingsThickness = 0.6, TiredShare = 0.13;
    private const double FilterMl = 350, GalleryMl = 120, AirMl = 900, HousingMl = 60, FillKpa = 4;
    private const double ChokedMm = 0.45, BlowByIdleLpm = 15, BlowByLoadLpm = 45, WornRings = 5.5, BreatherMm = 7;
    private const double LoadBoostKpa = 85, NoisyShare = 0.12, QuietShare = 0.003, WildEvery = 60, FastClock = 0.02;

    private static readonly Oil Filled = OilGrades.Typical["5W-30"];
    private static readonly FeedLine Feed = new(4, 500, 4);
    private static readonly double FeedMl = PrimeFill.Compute(new(Feed, 1, 10, 60)).LineMl;

    private readonly Random _chance;
    private double _rpm, _pumpRpm, _gallery, _turbo, _flow, _oilC = AmbientC, _coolantC = AmbientC, _boost, _vanes, _command, _filterFull, _galleryFull,
        _lineFull,
        _spent;
    private EngineAct _act = EngineAct.Stop;

    /// <summary>An engine that stood; the feed was open, so line and housing are empty.</summary>
    /// <param name="faults">What is wrong with it.</param>
    /// <param name="seed">For its chance, so that a run can be had again.</param>
    public SimulatedEngine(EngineFaults faults = EngineFaults.None, int seed = 1)
    {
        Faults = faults;
        _chance = new Random(seed);
        _filterFull = faults.HasFlag(EngineFaults.EmptyFilter) ? 0 : FilterMl;
    }

    /// <summary>What is wrong with it; may be switched while it runs.</summary>
    public EngineFaults Faults { get; set; }

    /// <summary>Seconds gone.</summary>
    public double Seconds { get; private set; }

    /// <summary>Hands do something to it.</summary>
    public void Do(EngineAct act)
    {
        // The engine fires only where somebody said so; vanes move once at key-on.
        if (_act == EngineAct.Stop && act != EngineAct.Stop) _spent = 0;
        _act = act;
    }

    /// <summary>Lets time pass.</summary>
    /// <param name="seconds">How much, s; above 0.</param>
    public void Pass(double seconds)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(seconds);
        for (var left = seconds; left > 1e-9; left -= 0.05) Step(Math.Min(left, 0.05));
    }

    private bool Has(EngineFaults fault) => Faults.HasFlag(fault);

    private void Step(double dt)
    {
        (Seconds, _spent) = (Seconds + dt, _spent + dt);
        var (rpm, boost) = _act switch
        {
            EngineAct.Crank => (CrankRpm, 0.0), EngineAct.Fire => (IdleRpm, 0.0), EngineAct.Load => (LoadRpm, LoadBoostKpa), _ => (0.0, 0.0),
        };
        _rpm = Toward(_rpm, rpm, dt, _act is EngineAct.Fire or EngineAct.Load ? 0.6 : 0.2);
        _pumpRpm = _act == EngineAct.Pump ? Toward(_pumpRpm, PumpRpm, dt, 0.5) : Toward(_pumpRpm, _rpm, dt, 0.05);
        _boost = Toward(_boost, boost, dt, 1.2);
        _oilC = Toward(_oilC, _rpm > IdleRpm / 2 ? 92 : AmbientC, dt, _rpm > IdleRpm / 2 ? 420 : 5_400);
        _coolantC = Toward(_coolantC, _rpm > IdleRpm / 2 ? 86 : AmbientC, dt, _rpm > IdleRpm / 2 ? 300 : 5_400);
        MoveVanes(dt);
        MoveOil(dt);
    }

    // Key-on sweeps them end to end; then they stand where the load wants them.
    private void MoveVanes(double dt)
    {
        _command = _act == EngineAct.Stop ? 0 : _spent < 1.5 ? 100 * Math.Sin(Math.PI * _spent / 1.5) : _act == EngineAct.Load ? 45 : 80;
        if (!Has(EngineFaults.StuckVanes)) _vanes = Toward(_vanes, _command, dt, 0.12);
        else _vanes = Toward(_vanes, Math.Clamp(_command, 34, 40), dt, 0.12);
    }

    private void MoveOil(double dt)
    {
        var mu = Filled.At(_oilC).MuMpas;
        var pumped = PumpMl * _pumpRpm / 1_000 * (Has(EngineFaults.TiredPump) ? TiredShare : 1);
        var ml = pumped * 1_000 / 60 * dt;
        // What is empty fills one after the other, and makes no pressure meanwhile.
        var toFill = GalleryMl + (Has(EngineFaults.AirInGallery) ? AirMl : 0);
        if (_filterFull < FilterMl) _filterFull += ml;
        else if (_galleryFull < toFill) _galleryFull += ml;
        if (_filterFull < FilterMl || _galleryFull < toFill)
        {
            // Air lets it flicker.
            var flicker = Has(EngineFaults.AirInGallery) && _galleryFull > GalleryMl && _chance.NextDouble() < 0.15 ? 40 * _chance.NextDouble() : 0;
            _gallery = Toward(_gallery, _pumpRpm > 20 ? FillKpa + flicker : 0, dt, 0.1);
            (_flow, _turbo) = (0, Toward(_turbo, 0, dt, 0.2));
            return;
        }
        var gallery = Math.Min(ReliefKpa, Math.Max(0, pumped - _flow) * Math.Pow(mu, BearingsThickness) / BearingsK);
        _gallery = Toward(_gallery, gallery, dt, 0.12);
        var open = _lineFull < FeedMl + HousingMl;
        var feed = Has(EngineFaults.ShutValve) || _gallery < 1 ? new OilFeedResult(0, 0, 0, 0, 0)
            : OilFeed.Compute(new(Filled, _oilC, _gallery, Feed, Has(EngineFaults.ChokedFeed) ? ChokedMm : null, Bearing: open ? null : Bearing.UsualPlain));
        _flow = Toward(_flow, Math.Min(feed.FlowLpm, pumped), dt, 0.15);
        if (open) _lineFull += _flow * 1_000 / 60 * dt;
        _turbo = Toward(_turbo, open ? 0 : feed.InletKpa, dt, 0.1);
    }

    private static double Toward(double now, double wanted, double dt, double tau) => now + (wanted - now) * (1 - Math.Exp(-dt / tau));

    /// <summary>What the box reads now, by its own clock.</summary>
    public GaugeSample Read()
    {
        var blowBy = (BlowByIdleLpm + (BlowByLoadLpm - BlowByIdleLpm) * Math.Clamp((_rpm - IdleRpm) / (LoadRpm - IdleRpm), 0, 1))
            * Math.Min(1, _rpm / IdleRpm) * (Has(EngineFaults.HighBlowBy) ? WornRings : 1);
        // The pressure that drives so much gas out of the breather: flow rises with its root.
        var atOneKpa = BlowBy.Compute(new(BreatherMm, 1_000)).BlowbyLpm;
        var values = new Dictionary<string, double>
        {
            [GaugeChannel.OilGallery] = Noisy(_gallery), [GaugeChannel.OilTurbo] = Noisy(_turbo), [GaugeChannel.OilFlow] = Math.Max(0, Noisy(_flow)),
            [GaugeChannel.EngineSpeed] = Math.Max(0, Noisy(_rpm)), [GaugeChannel.OilTemperature] = _oilC, [GaugeChannel.CoolantTemperature] = _coolantC,
            [GaugeChannel.Crankcase] = Noisy(Math.Pow(blowBy / atOneKpa, 2)), [GaugeChannel.Boost] = Noisy(_boost), [GaugeChannel.VaneCommand] = _command,
            [GaugeChannel.VaneFeedback] = Math.Clamp(Noisy(_vanes), 0, 100),
        };
        if (Has(EngineFaults.UnpluggedSensor)) values.Remove(GaugeChannel.OilTurbo);
        foreach (var (name, value) in values.ToArray()) values[name] = Math.Round(value, 3);
        return new(Math.Round(1_000 * Seconds * (Has(EngineFaults.DriftingClock) ? 1 + FastClock : 1), 1), values);
    }

    private double Noisy(double value)
    {
        var share = Has(EngineFaults.NoisySignal) ? NoisyShare : QuietShare;
        if (Has(EngineFaults.NoisySignal) && _chance.NextDouble() < 1 / WildEvery) return value + 600 * _chance.NextDouble();
        return value + share * Math.Max(Math.Abs(value), 1) * (_chance.NextDouble() + _chance.NextDouble() + _chance.NextDouble() - 1.5);
    }
}
