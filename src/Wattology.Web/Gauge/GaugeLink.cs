using System.Net.Sockets;
using System.Text;
using System.Threading.Channels;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.BookIn;
using Wattology.Core.Commissioning;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.Gauge;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Priming;
using Wattology.Core.Traces;
using Wattology.Core.UnitOpen;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Data.Traces;

namespace Wattology.Web.Gauge;

/// <summary>How the line to the gauge box stands.</summary>
/// <param name="Address">Where the box listens; null where the shop has none.</param>
/// <param name="Box">What it said its name is; null while it is not connected.</param>
/// <param name="Simulated">It said that its engine is simulated.</param>
/// <param name="Job">The job it is on; null where it is on none.</param>
/// <param name="Garbage">Lines that said nothing.</param>
/// <param name="Drift">By how much its clock runs fast, share; null until it can be told.</param>
/// <param name="Watch">How pressure stands in the burst or run that is watched; null while nothing turns.</param>
/// <param name="FirstSeconds">When it was first there, s from the beginning of the burst or run; null before.</param>
/// <param name="Warning">What else the run shows that is not right; null where nothing is.</param>
public sealed record GaugeState(string? Address, string? Box, bool Simulated, string? Job, int Garbage, double? Drift, WatchState? Watch = null,
    double? FirstSeconds = null, string? Warning = null)
{
    /// <summary>The line stands.</summary>
    public bool Connected => Box is not null;
}

/// <summary>A sample by the server's clock.</summary>
/// <param name="AtMs">When it was taken, ms since 1970.</param>
/// <param name="Sample">What was read.</param>
public sealed record TakenSample(double AtMs, GaugeSample Sample);

/// <summary>The line to the shop's gauge box: connects by itself, and again when it is lost; keeps the last minutes; tells the box what hands do.</summary>
public sealed partial class GaugeLink(TimeProvider clock, IServiceScopeFactory scopes, ShopFolder folder,
    ILogger<GaugeLink> log) : BackgroundService
{
    /// <summary>Key of the setting that says where the box listens: host and port.</summary>
    public const string AddressKey = "gauge";

    /// <summary>Key of the setting that says which job the box is on.</summary>
    public const string JobKey = "gauge.job";

    private const int Kept = 20 * 60 * 30;
    private const int QueueLength = 400;
    private static readonly TimeSpan Again = TimeSpan.FromSeconds(1), Silence = TimeSpan.FromSeconds(5);

    private readonly Lock _gate = new();
    private readonly Queue<TakenSample> _kept = new();
    private readonly List<Channel<TakenSample?>> _listeners = [];
    private CancellationTokenSource _dialled = new();
    private string? _lent;
    private StreamWriter? _out;
    private EngineAct _act = EngineAct.Stop;
    private (string Turning, double FromMs, PressureWatch Watch)? _watched;
    private (EngineWatch Engine, Limit Crankcase, ShopUnits Units)? _engine;
    private RunningTrace? _running;
    private GaugeState _state = new(null, null, false, null, 0, null);

    /// <summary>How the line stands.</summary>
    public GaugeState State { get { lock (_gate) return _state; } }

    /// <summary>A box for this run of the program, where nobody set another: a demo brings its own.</summary>
    /// <param name="address">Host and port.</param>
    public void Lend(string address) => _lent = address;

    /// <summary>Sets where the box listens, for good.</summary>
    /// <param name="address">Host and port; null for none.</param>
    public async Task DialAsync(string? address)
    {
        await KeepAsync(AddressKey, address);
        lock (_gate) _state = _state with { Address = address ?? _lent, Box = null };
        await Interlocked.Exchange(ref _dialled, new CancellationTokenSource()).CancelAsync();
    }

    /// <summary>Puts the box on a job, or takes it off.</summary>
    /// <param name="job">The job's id; null for none.</param>
    public async Task PutOnAsync(string? job)
    {
        await KeepAsync(JobKey, job);
        lock (_gate) _state = _state with { Job = job };
        Tell();
    }

    private async Task KeepAsync(string key, string? value)
    {
        await using var scope = scopes.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<ShopDb>();
        db.Set(key, value ?? "");
        await db.SaveChangesAsync();
    }

    /// <summary>What was read since a moment, in order; of the last half hour.</summary>
    /// <param name="fromMs">From when, ms since 1970.</param>
    public IReadOnlyList<TakenSample> Since(double fromMs)
    {
        lock (_gate) return [.. _kept.Where(k => k.AtMs >= fromMs)];
    }

    /// <summary>What hands do on the job the box is on: the box is told, and what turns is watched from its beginning, also after a restart.</summary>
    public void Follow(JobContext job)
    {
        if (State.Job != job.Record.Id) return;
        var (cranked, fired) = (Cranking.Of(job).Running, EngineRuns.Of(job).Running);
        Watch(cranked ?? fired, fired, job);
        var act = cranked is not null ? EngineAct.Crank : fired is not null ? EngineAct.Fire : EngineAct.Stop;
        if (act == _act) return;
        _act = act;
        _ = TellAsync(act);
    }

    private void Watch(Entry? turning, Entry? fired, JobContext job)
    {
        lock (_gate)
        {
            if (_watched?.Turning == turning?.Hash) return;
            EndRunning();
            if (turning is not null)
            {
                if (fired is not null) _engine = (new EngineWatch(UnitKind.Of(job, 1).HasVanes), job.Limits.Choose(job.Record.Machine().ClosedBreather ?
                    CrankcaseLimits.Closed
                    : CrankcaseLimits.Open), job.Units);
                Begin(turning, clock.GetUtcNow().ToUnixTimeMilliseconds() - 1_000 * job.SecondsSince(turning),
                    job.Limits.Choose(PressureLimits.Cranking).SoundFrom ?? 0);
            }
            _state = Watched(_state);
        }
        Tell();
    }

    private void Begin(Entry turning, double fromMs, double enoughKpa)
    {
        // What a stop of the server cut off goes on where it was: what was read before it is watched first.
        if (_kept.Count == 0 && RunningTrace.Read(folder, turning.Hash) is { } earlier)
            foreach (var row in earlier.Rows.TakeLast(Kept)) _kept.Enqueue(new(fromMs + 1_000 * row.TimeS, new GaugeSample(0, earlier.Channels
                .Zip(row.Values).Where(v => v.Second is not null).ToDictionary(v => v.First, v => v.Second!.Value))));
        _running = RunningTrace.Open(folder, turning.Hash, fromMs);
        _watched = (turning.Hash, fromMs, new PressureWatch(enoughKpa));
        foreach (var kept in _kept)
        {
            _running.Take(kept.AtMs, kept.Sample);
            if (kept.AtMs < fromMs) continue;
            _watched.Value.Watch.Take(kept.AtMs, PressureOf(kept.Sample));
            _engine?.Engine.Take((kept.AtMs - fromMs) / 1_000, kept.Sample);
        }
        _running.Flush();
    }

    private void EndRunning()
    {
        _running?.Dispose();
        // What it read is kept by now, with the entry that ended it.
        if (_watched is { } ended) RunningTrace.Forget(folder, ended.Turning);
        (_running, _watched, _engine) = (null, null, null);
    }

    /// <summary>What was read of a burst or run that turns, from its beginning; null where nothing was.</summary>
    /// <param name="turning">The entry with which it began.</param>
    public Trace? TraceOf(Entry turning)
    {
        lock (_gate)
        {
            if (_watched?.Turning == turning.Hash) _running?.Flush();
            return RunningTrace.Read(folder, turning.Hash)?.Read() is { Channels.Count: > 0, Rows.Count: > 0 } read ? read : null;
        }
    }

    /// <inheritdoc/>
    public override void Dispose()
    {
        _running?.Dispose();
        base.Dispose();
    }

    // What reaches the bearings counts; where only the gallery is read, that.
    private static double? PressureOf(GaugeSample sample) => sample[GaugeChannel.OilTurbo] ?? sample[GaugeChannel.OilGallery];

    private GaugeState Watched(GaugeState state) => _watched is var (_, from, watch) ? state with { Watch = watch.State,
        FirstSeconds = watch.FirstMs is { } first ? (first - from) / 1_000 : null, Warning = Warning }
        : state with { Watch = null, FirstSeconds = null, Warning = null };

    // A clock that is off by as much again is said anew, not with every sample.
    private static double DriftSaid(GaugeState state) => Math.Round(500 * (state.Drift ?? 0));

    private string? Warning => _engine is not var (engine, limit, units) ? null
        : engine.VanesStick == true ? "The vanes were told to move and do not follow. Stop; look on the vehicle's side, never force them by hand."
        : engine.Breath is { } breath && limit.Judge(breath.Kpa) is Verdict.Stop or Verdict.Doubtful
            ? $"Crankcase {units.ShowPressure(Math.Round(breath.Kpa, 2))} at idle: above normal. Stop, and attend to it first." : null;

    /// <summary>What the crankcase breathed at idle in a run that turns; null where it was not read long enough.</summary>
    /// <param name="turning">The entry with which it began.</param>
    public (double Kpa, double Rpm)? BreathIn(Entry turning)
    {
        lock (_gate) return _watched?.Turning == turning.Hash ? _engine?.Engine.Breath : null;
    }

    /// <summary>What the burst or run that is watched shows: the pressure that stayed, or nothing.</summary>
    /// <param name="turning">The entry with which it began.</param>
    /// <returns>The middle of what was read since pressure was there, kPa; null where it never stayed, or another is watched.</returns>
    public double? PressureIn(Entry turning)
    {
        lock (_gate)
        {
            if (_watched is not var (hash, _, watch) || hash != turning.Hash || watch.FirstMs is not { } first || watch.State == WatchState.Lost) return null;
            var read = _kept.Where(k => k.AtMs >= first).Select(k => PressureOf(k.Sample)).OfType<double>().Order().ToArray();
            return read.Length == 0 ? null : read[read.Length / 2];
        }
    }

    private async Task TellAsync(EngineAct act)
    {
        if (_out is not { } writer) return;
        try
        {
            await writer.WriteLineAsync(GaugeLine.Write(act));
            await writer.FlushAsync();
        }
        // The line is lost; what hands do is told again when it is back.
        catch (Exception e) when (e is IOException or ObjectDisposedException or InvalidOperationException) { }
    }

    /// <summary>What is read from now on; null says that something about the line changed.</summary>
    public async IAsyncEnumerable<TakenSample?> ListenAsync([System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken stop)
    {
        // One that reads too slowly loses the oldest, and holds up nobody.
        var channel = Channel.CreateBounded<TakenSample?>(new BoundedChannelOptions(QueueLength) { FullMode = BoundedChannelFullMode.DropOldest });
        lock (_gate) _listeners.Add(channel);
        try
        {
            await foreach (var sample in channel.Reader.ReadAllAsync(stop)) yield return sample;
        }
        finally { lock (_gate) _listeners.Remove(channel); }
    }

    private void Tell(TakenSample? sample = null)
    {
        lock (_gate)
            foreach (var listener in _listeners) listener.Writer.TryWrite(sample);
    }

    private void Change(Func<GaugeState, GaugeState> change)
    {
        lock (_gate) _state = change(_state);
        Tell();
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // Without what was set, or on a job that cannot be read, the line is there all the same: whoever works sees what is wrong where it is.
        try { await LoadAsync(stoppingToken); }
        catch (Exception e) when (e is not OperationCanceledException) { NotLoaded(log, e); }
        while (!stoppingToken.IsCancellationRequested)
        {
            var dialled = _dialled.Token;
            using var both = CancellationTokenSource.CreateLinkedTokenSource(dialled, stoppingToken);
            if (State.Address is { } address) await TalkAsync(address, both.Token);
            // Somebody else's turn, or the same box again in a moment; a new address at once.
            try { await Task.Delay(State.Address is null ? Timeout.InfiniteTimeSpan : Again, clock, both.Token); }
            catch (OperationCanceledException) { }
        }
    }

    private async Task LoadAsync(CancellationToken stop)
    {
        await using var scope = scopes.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<ShopDb>();
        var set = await db.Settings.AsNoTracking().Where(s => s.Key == AddressKey || s.Key == JobKey).ToDictionaryAsync(s => s.Key, s => s.Value, stop);
        string? Set(string key) => set.GetValueOrDefault(key) is { Length: > 0 } value ? value : null;
        lock (_gate) _state = _state with { Address = _state.Address ?? Set(AddressKey) ?? _lent, Job = _state.Job ?? Set(JobKey) };
        // What turns while the server is started anew is watched on, whether a page asks for it or not.
        if (State.Job is { } on && await scope.ServiceProvider.GetRequiredService<JobStore>().FindAsync(on, stop) is { } job) Follow(job.Context);
    }

    private async Task TalkAsync(string address, CancellationToken stop)
    {
        try
        {
            var at = address.LastIndexOf(':');
            using var tcp = new TcpClient { NoDelay = true };
            await tcp.ConnectAsync(address[..at], int.Parse(address[(at + 1)..], System.Globalization.CultureInfo.InvariantCulture), stop);
            using var reader = new StreamReader(tcp.GetStream(), Encoding.UTF8);
            _out = new StreamWriter(tcp.GetStream(), new UTF8Encoding(false)) { NewLine = "\n" };
            var own = new BoxClock();
            while (await ReadLineAsync(reader, stop) is { } line)
                Take(GaugeLine.Read(line), own);
        }
        catch (Exception e) when (e is SocketException or IOException or OperationCanceledException or ObjectDisposedException)
        {
            if (log.IsEnabled(LogLevel.Debug)) log.LogDebug(e, "The gauge box at {Address} does not answer", address);
        }
        // Nothing that is wrong with one talk is the last: it is begun anew.
        catch (Exception e) { Broken(log, address, e); }
        _out = null;
        if (State.Connected) Change(s => s with { Box = null });
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "What was set of the gauge box could not be read whole")]
    private static partial void NotLoaded(ILogger logger, Exception why);

    [LoggerMessage(Level = LogLevel.Warning, Message = "The talk with the gauge box at {Address} broke")]
    private static partial void Broken(ILogger logger, string address, Exception why);

    // A box that sends nothing, or a line without an end, is no box any more.
    private static async Task<string?> ReadLineAsync(StreamReader reader, CancellationToken stop)
    {
        var line = new StringBuilder();
        var one = new char[1];
        using var patience = CancellationTokenSource.CreateLinkedTokenSource(stop);
        patience.CancelAfter(Silence);
        while (await reader.ReadAsync(one.AsMemory(), patience.Token) == 1)
        {
            if (one[0] == '\n') return line.ToString().TrimEnd('\r');
            if (line.Length <= GaugeLine.Longest) line.Append(one[0]);
        }
        return null;
    }

    private void Take(GaugeLine? line, BoxClock own)
    {
        var changed = false;
        switch (line)
        {
            case GaugeHello hello:
                Change(s => s with { Box = hello.Box, Simulated = hello.Simulated, Garbage = 0, Drift = null });
                _ = TellAsync(_act);
                break;
            case GaugeSample sample when State.Connected:
                var taken = new TakenSample(own.At(sample.TimeMs, clock.GetUtcNow().ToUnixTimeMilliseconds()), sample);
                lock (_gate)
                {
                    _kept.Enqueue(taken);
                    while (_kept.Count > Kept) _kept.Dequeue();
                    var before = (_state.Watch, _state.Warning, DriftSaid(_state));
                    _state = _state with { Drift = own.Drift };
                    _running?.Take(taken.AtMs, sample);
                    if (_watched is var (_, from, watch) && taken.AtMs >= from)
                    {
                        watch.Take(taken.AtMs, PressureOf(sample));
                        _engine?.Engine.Take((taken.AtMs - from) / 1_000, sample);
                    }
                    _state = Watched(_state);
                    changed = before != (_state.Watch, _state.Warning, DriftSaid(_state));
                }
                Tell(taken);
                if (changed) Tell();
                break;
            default:
                Change(s => s with { Garbage = s.Garbage + 1 });
                break;
        }
    }
}
