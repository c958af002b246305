using System.Net;
using System.Net.Sockets;
using System.Text;
using Wattology.Core.Gauge;

namespace Wattology.StandIns.Gauge;

/// <summary>A gauge box on a simulated engine: it speaks the protocol over TCP to whoever connects, and follows what it is told that hands do.</summary>
public sealed class GaugeBox : IAsyncDisposable
{
    private readonly TcpListener _listener;
    private readonly SimulatedEngine _engine;
    private readonly Lock _turning = new();
    private readonly CancellationTokenSource _end = new();
    private readonly List<Task> _tasks = [];
    private readonly List<Client> _clients = [];
    private readonly string _name;
    private readonly TimeSpan _every;
    private readonly double _speed;
    private int _ended;

    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(10);

    private sealed record Client(TcpClient Tcp, StreamWriter Out);

    /// <summary>Starts a box.</summary>
    /// <param name="name">Its name.</param>
    /// <param name="faults">What is wrong.</param>
    /// <param name="port">The port on loopback; a free one when 0.</param>
    /// <param name="rateHz">Samples a second, 1 to 200.</param>
    /// <param name="speed">How many times faster than life, above 0.</param>
    /// <param name="seed">For its chance.</param>
    /// <exception cref="SocketException">The port is taken.</exception>
    public GaugeBox(string name, EngineFaults faults = EngineFaults.None, int port = 0, double rateHz = 20, double speed = 1, int seed = 1)
    {
        ArgumentOutOfRangeException.ThrowIfNotEqual(rateHz is >= 1 and <= 200, true);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(speed);
        (_name, _every, _speed, _engine) = (name, TimeSpan.FromSeconds(1 / rateHz / speed), speed, new SimulatedEngine(faults, seed));
        _listener = new TcpListener(IPAddress.Loopback, port);
        _listener.Start();
        Port = ((IPEndPoint)_listener.LocalEndpoint).Port;
        _tasks.Add(AcceptAsync());
        _tasks.Add(RunAsync());
    }

    /// <summary>The port it listens on.</summary>
    public int Port { get; }

    /// <summary>What is wrong; may be switched while it runs.</summary>
    public EngineFaults Faults
    {
        get { lock (_turning) return _engine.Faults; }
        set { lock (_turning) _engine.Faults = value; }
    }

    private async Task AcceptAsync()
    {
        while (!_end.IsCancellationRequested)
        {
            TcpClient tcp;
            try { tcp = await _listener.AcceptTcpClientAsync(_end.Token); }
            catch (Exception e) when (e is OperationCanceledException or SocketException) { return; }
            tcp.NoDelay = true;
            var writer = new StreamWriter(tcp.GetStream(), new UTF8Encoding(false)) { NewLine = "\n" };
            try
            {
                await writer.WriteLineAsync(new GaugeHello(_name, true).Write());
                await writer.FlushAsync(_end.Token);
            }
            catch (Exception e) when (e is IOException or OperationCanceledException) { tcp.Dispose(); continue; }
            var client = new Client(tcp, writer);
            lock (_clients) _clients.Add(client);
            _tasks.Add(HearAsync(client));
        }
    }

    private async Task HearAsync(Client client)
    {
        try
        {
            using var reader = new StreamReader(client.Tcp.GetStream(), Encoding.UTF8);
            while (await reader.ReadLineAsync(_end.Token) is { } line)
                if (GaugeLine.ReadAct(line) is { } act) lock (_turning) _engine.Do(act);
        }
        catch (Exception e) when (e is IOException or OperationCanceledException or ObjectDisposedException) { }
        Leave(client);
    }

    private void Leave(Client client)
    {
        lock (_clients) _clients.Remove(client);
        client.Tcp.Dispose();
    }

    private async Task RunAsync()
    {
        using var tick = new PeriodicTimer(_every);
        var clock = System.Diagnostics.Stopwatch.StartNew();
        var gone = 0.0;
        try
        {
            while (await tick.WaitForNextTickAsync(_end.Token))
            {
                // A machine that was busy catches up: the engine's time is the clock's.
                var now = clock.Elapsed.TotalSeconds * _speed;
                string line;
                lock (_turning)
                {
                    _engine.Pass(Math.Max(1e-6, now - gone));
                    line = _engine.Read().Write();
                }
                gone = now;
                Client[] clients;
                lock (_clients) clients = [.. _clients];
                foreach (var client in clients)
                {
                    try
                    {
                        await client.Out.WriteLineAsync(line.AsMemory(), _end.Token);
                        await client.Out.FlushAsync(_end.Token).WaitAsync(Patience, _end.Token);
                    }
                    // Whoever does not read holds up nobody else.
                    catch (Exception e) when (e is IOException or ObjectDisposedException or TimeoutException) { Leave(client); }
                }
            }
        }
        catch (OperationCanceledException) { }
    }

    /// <summary>Waits until it is ended.</summary>
    public async Task UntilEndAsync(CancellationToken stop)
    {
        using var both = CancellationTokenSource.CreateLinkedTokenSource(stop, _end.Token);
        try { await Task.Delay(Timeout.Infinite, both.Token); }
        catch (OperationCanceledException) { }
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        if (Interlocked.Exchange(ref _ended, 1) == 1) return;
        await _end.CancelAsync();
        _listener.Stop();
        Client[] clients;
        lock (_clients) clients = [.. _clients];
        foreach (var client in clients) client.Tcp.Dispose();
        await Task.WhenAll(_tasks);
        _listener.Dispose();
        _end.Dispose();
    }
}
