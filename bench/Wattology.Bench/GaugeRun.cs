using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;

namespace Wattology.Bench;

/// <summary>How much of a gauge one server carries to how many screens, and how long a value takes from the box to the screen, beside a bare loopback echo in
/// the same run.</summary>
public static partial class GaugeRun
{
    private const string Port = "5098";
    private const int Seconds = 6;

    [GeneratedRegex("name=\"__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)\"")]
    private static partial Regex Token();

    // A box whose values are their own numbers, so that each is known again at the screen.
    private sealed class NumberedBox : IDisposable
    {
        private readonly TcpListener _listener = new(IPAddress.Loopback, 0);
        private readonly CancellationTokenSource _end = new();

        public ConcurrentDictionary<int, long> SentAt { get; } = new();

        public double Rate { get; set; } = 20;

        public int Sent { get; private set; }

        public int Port => ((IPEndPoint)_listener.LocalEndpoint).Port;

        public NumberedBox()
        {
            _listener.Start();
            _ = Task.Run(ServeAsync);
        }

        private async Task ServeAsync()
        {
            while (!_end.IsCancellationRequested)
            {
                using var tcp = await _listener.AcceptTcpClientAsync(_end.Token);
                tcp.NoDelay = true;
                try { await SendAsync(tcp); }
                catch (IOException) { }
            }
        }

        private async Task SendAsync(TcpClient tcp)
        {
            await tcp.GetStream().WriteAsync("{\"gauge\":\"wattology-gauge/1\",\"box\":\"bench\",\"simulated\":true}\n"u8.ToArray(), _end.Token);
            var clock = Stopwatch.StartNew();
            var due = 0.0;
            while (true)
            {
                due += 1 / Rate;
                while (clock.Elapsed.TotalSeconds < due) await Task.Delay(1, _end.Token);
                Sent++;
                var line = string.Create(CultureInfo.InvariantCulture,
                    $"{{\"t_ms\":{clock.Elapsed.TotalMilliseconds:0.0},\"values\":{{\"oil_turbo_kpa\":{Sent % 190_000 / 100.0:0.00}}}}}\n");
                SentAt[Sent % 190_000] = Stopwatch.GetTimestamp();
                await tcp.GetStream().WriteAsync(Encoding.UTF8.GetBytes(line), _end.Token);
            }
        }

        public void Dispose()
        {
            _end.Cancel();
            _listener.Dispose();
            _end.Dispose();
        }
    }

    /// <summary>Runs over a folder made by 'wattology demo', which must not be served just now, and prints two tables.</summary>
    public static async Task RunAsync(string folder)
    {
        using var box = new NumberedBox();
        using var server = Process.Start(new ProcessStartInfo("dotnet",
            [Path.Combine(AppContext.BaseDirectory, "Wattology.Web.dll"), "demo", "--port", Port, "--data", folder]) { RedirectStandardOutput = true })!;
        var cookies = new CookieContainer();
        using var client = new HttpClient(new SocketsHttpHandler { CookieContainer = cookies, MaxConnectionsPerServer = 1_000 })
            { BaseAddress = new Uri($"http://127.0.0.1:{Port}") };
        try
        {
            while (!await AnswersAsync(client)) await Task.Delay(50);
            await CallAsync(client, box.Port);
            await LatencyAsync(client, box);
            await CarryAsync(client, box);
        }
        finally
        {
            server.Kill();
            await server.WaitForExitAsync();
        }
    }

    private static async Task<bool> AnswersAsync(HttpClient client)
    {
        try { return (await client.GetAsync(new Uri("/healthz", UriKind.Relative))).IsSuccessStatusCode; }
        catch (HttpRequestException) { return false; }
    }

    private static async Task CallAsync(HttpClient client, int port)
    {
        var signIn = await client.GetStringAsync("/sign-in");
        await PostAsync("/sign-in?handler=Demo", signIn, ("user", "maren"));
        await PostAsync("/instruments?handler=Box", await client.GetStringAsync("/instruments"), ("address", $"127.0.0.1:{port}"));
        await Task.Delay(2_500);

        async Task PostAsync(string path, string page, (string, string) field)
        {
            using var form = new FormUrlEncodedContent([KeyValuePair.Create(field.Item1, field.Item2),
                KeyValuePair.Create("__RequestVerificationToken", Token().Match(page).Groups[1].Value)]);
            await client.PostAsync(new Uri(path, UriKind.Relative), form);
        }
    }

    // Each sample that came to a screen, by its number.
    private static async Task ListenAsync(HttpClient client, Action<int> seen, CancellationToken stop)
    {
        try
        {
            using var answer = await client.GetAsync(new Uri("/live/gauge", UriKind.Relative), HttpCompletionOption.ResponseHeadersRead, stop);
            using var reader = new StreamReader(await answer.Content.ReadAsStreamAsync(stop));
            var samples = false;
            while (await reader.ReadLineAsync(stop) is { } line)
            {
                if (line.StartsWith("event: ", StringComparison.Ordinal)) samples = line == "event: samples";
                else if (samples && line.StartsWith("data: ", StringComparison.Ordinal))
                    foreach (var sample in JsonDocument.Parse(line[6..]).RootElement.EnumerateArray())
                        if (sample[1].ValueKind == JsonValueKind.Number) seen((int)Math.Round(sample[1].GetDouble() * 100));
            }
        }
        catch (OperationCanceledException) { }
    }

    private static async Task LatencyAsync(HttpClient client, NumberedBox box)
    {
        var (took, from) = (new ConcurrentBag<double>(), box.Sent);
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(2 * Seconds));
        await ListenAsync(client, n => { if (n > from && box.SentAt.TryGetValue(n, out var at)) took.Add(Stopwatch.GetElapsedTime(at).TotalMilliseconds); },
            stop.Token);
        Console.WriteLine("| from the box to the screen, 20 values a second | median ms | 95th percentile ms |\n|---|---|---|");
        Row("gauge box to screen, by server-sent events", took);
        Row("bare loopback echo, one line there and back", await EchoAsync());
        Console.WriteLine();
    }

    private static async Task<IEnumerable<double>> EchoAsync()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        using var there = new TcpClient { NoDelay = true };
        var accept = listener.AcceptTcpClientAsync();
        await there.ConnectAsync((IPEndPoint)listener.LocalEndpoint);
        using var back = await accept;
        back.NoDelay = true;
        var (took, bytes, own) = (new List<double>(), new byte[64], "{\"t_ms\":1000.0,\"values\":{\"oil_turbo_kpa\":120.00}}\n"u8.ToArray());
        for (var i = 0; i < 240; i++)
        {
            var at = Stopwatch.GetTimestamp();
            await there.GetStream().WriteAsync(own);
            var read = await back.GetStream().ReadAsync(bytes);
            await back.GetStream().WriteAsync(bytes.AsMemory(0, read));
            for (var got = 0; got < own.Length;) got += await there.GetStream().ReadAsync(bytes);
            took.Add(Stopwatch.GetElapsedTime(at).TotalMilliseconds);
            await Task.Delay(20);
        }
        return took;
    }

    private static void Row(string what, IEnumerable<double> took)
    {
        var sorted = took.Order().ToArray();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"| {what} | {sorted[sorted.Length / 2]:0.00} | {sorted[(int)(sorted.Length * 0.95)]:0.00} |"));
    }

    private static async Task CarryAsync(HttpClient client, NumberedBox box)
    {
        Console.WriteLine("| screens | values a second from the box | values a second to all screens | arrived |\n|---|---|---|---|");
        foreach (var (screens, rate) in new[] { (1, 20), (10, 20), (50, 20), (100, 20), (200, 20), (50, 200) })
        {
            box.Rate = rate;
            var seen = 0L;
            using var stop = new CancellationTokenSource();
            var from = int.MaxValue;
            var listeners = Enumerable.Range(0, screens).Select(_ => ListenAsync(client, n => { if (n > from) Interlocked.Increment(ref seen); }, stop.Token))
                .ToArray();
            await Task.Delay(1_500);
            from = box.Sent;
            var clock = Stopwatch.StartNew();
            await Task.Delay(Seconds * 1_000);
            var (sent, took) = (box.Sent - from, clock.Elapsed.TotalSeconds);
            // What was on its way arrives within a moment.
            await Task.Delay(400);
            var arrived = Interlocked.Read(ref seen);
            await stop.CancelAsync();
            await Task.WhenAll(listeners);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {screens} | {sent / took:0} | {arrived / took:0} | {Math.Min(100, 100.0 * arrived
                / ((double)sent * screens)):0.0} % |"));
        }
    }
}
