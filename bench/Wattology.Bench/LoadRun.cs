using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Text.RegularExpressions;

namespace Wattology.Bench;

/// <summary>A small load over HTTP against a running demo: yard, a job's drawing and a saved reading, beside /healthz in the same run.</summary>
public static partial class LoadRun
{
    private const int Rounds = 200;
    private const int WarmUp = 20;

    [GeneratedRegex("name=\"__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)\"")]
    private static partial Regex Token();

    [GeneratedRegex("href=\"(/jobs/[0-9a-f]{32})\"")]
    private static partial Regex Job();

    /// <summary>Runs against an address on this machine and prints a table.</summary>
    public static async Task RunAsync(Uri address)
    {
        if (!address.IsLoopback) throw new ArgumentException("The load run goes to this machine only.", nameof(address));
        using var client = new HttpClient(new HttpClientHandler { CookieContainer = new CookieContainer(),
            AllowAutoRedirect = true }) { BaseAddress = address };
        var signIn = await client.GetStringAsync("/sign-in");
        await client.PostAsync("/sign-in?handler=Demo", Form(signIn, ("user", "jory")));
        var job = Job().Match(await client.GetStringAsync("/")).Groups[1].Value;
        var sheet = await client.GetStringAsync(job + "/crankcase");

        async Task Saved() => (await client.PostAsync(job + "/crankcase",
            Form(sheet, ("pressure_kpa", "0.4"), ("running", "idle"), ("known", "measured"), ("instrument", "bench"),
                ("once", Guid.NewGuid().ToString("n"))))).EnsureSuccessStatusCode();
        Console.WriteLine("| page | median ms | 95th percentile ms |\n|---|---|---|");
        foreach (var (name, act) in new (string, Func<Task>)[]
        {
            ("/healthz", () => client.GetStringAsync("/healthz")),
            ("yard", () => client.GetStringAsync("/")),
            ("a job's drawing", () => client.GetStringAsync(job)),
            ("a saved reading, with the page after it", Saved),
        })
        {
            var times = new List<double>();
            for (var i = 0; i < Rounds + WarmUp; i++)
            {
                var watch = Stopwatch.StartNew();
                await act();
                if (i >= WarmUp) times.Add(watch.Elapsed.TotalMilliseconds);
            }
            times.Sort();
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {name} | {times[Rounds / 2]:0.0} | {times[Rounds * 95 / 100]:0.0} |"));
        }
    }

    private static FormUrlEncodedContent Form(string page, params (string Name, string Value)[] fields)
        => new(fields.Select(f => KeyValuePair.Create(f.Name, f.Value))
        .Append(KeyValuePair.Create("__RequestVerificationToken", Token().Match(page).Groups[1].Value)));
}
