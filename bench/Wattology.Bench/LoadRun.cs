using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Crankcase;
using Wattology.Core.Entries;
using Wattology.Core.People;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Yard;
using Wattology.Web.Hosting;

namespace Wattology.Bench;

/// <summary>Starts a demo shop that lies in a folder and measures its pages, beside /healthz and beside the same SQL through the bare driver.</summary>
public static partial class LoadRun
{
    private const int Rounds = 100;
    private const int WarmUp = 15;
    private const string Port = "5097";
    private const string Fragment = "gannet";
    private static readonly Author Owner = new("bench", "Bench", Role.Owner);

    [GeneratedRegex("name=\"__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)\"")]
    private static partial Regex Token();

    [GeneratedRegex("href=\"(/jobs/[0-9a-f]{32})\"")]
    private static partial Regex Job();

    /// <summary>Runs over a folder made by 'wattology demo', which must not be served just now, and prints a table.</summary>
    public static async Task RunAsync(string folder)
    {
        var (few, many) = await PrepareAsync(folder);
        Console.WriteLine("| what | median ms | 95th percentile ms |\n|---|---|---|");
        var start = Stopwatch.StartNew();
        using var server = Process.Start(new ProcessStartInfo("dotnet",
            [Path.Combine(AppContext.BaseDirectory, "Wattology.Web.dll"), "demo", "--port", Port, "--data", folder])
            { RedirectStandardOutput = true })!;
        using var client = new HttpClient(new HttpClientHandler { CookieContainer = new CookieContainer() }) { BaseAddress = new Uri(
            $"http://127.0.0.1:{Port}") };
        try
        {
            while (!await AnswersAsync(client)) await Task.Delay(20);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| start of the server, to its first answer | {start.ElapsedMilliseconds} | |"));
            await MeasurePagesAsync(client, few, many);
        }
        finally
        {
            server.Kill();
            await server.WaitForExitAsync();
        }
        await MeasureBareAsync(folder, few.Split('/')[2]);
        await MeasureVerifyAsync(folder);
    }

    private static async Task<bool> AnswersAsync(HttpClient client)
    {
        try { return (await client.GetAsync("/healthz")).IsSuccessStatusCode; }
        catch (HttpRequestException) { return false; }
    }

    // Two jobs for the record page: one of a hundred entries and one of three thousand.
    private static async Task<(string Few, string Many)> PrepareAsync(string folder)
    {
        await using var provider = Services(folder);
        var jobs = new List<string>();
        foreach (var entries in new[] { 100, 3000 })
        {
            await using var scope = provider.CreateAsyncScope();
            var store = scope.ServiceProvider.GetRequiredService<JobStore>();
            var row = (await scope.ServiceProvider.GetRequiredService<YardRows>().ShownAsync(null))[jobs.Count];
            var drafts = Enumerable.Range(0, entries - row.EntryCount).Select(i
                => new EntryDraft(new CrankcaseReading(0.4, Running.Idle), Known.Measured, "bench"));
            await store.AppendAsync(row.Id, Owner, [.. drafts]);
            jobs.Add($"/jobs/{row.Id}");
        }
        return (jobs[0], jobs[1]);
    }

    private static async Task MeasurePagesAsync(HttpClient client, string few, string many)
    {
        var signIn = await client.GetStringAsync("/sign-in");
        await client.PostAsync("/sign-in?handler=Demo", Form(signIn, ("user", "maren")));
        var job = Job().Matches(await client.GetStringAsync("/")).Select(m => m.Groups[1].Value).First(j => j != few && j != many);
        var sheet = await client.GetStringAsync(job + "/crankcase");
        var bookIn = await client.GetStringAsync("/book-in");
        await TimeAsync("/healthz", () => client.GetStringAsync("/healthz"));
        await TimeAsync("yard", () => client.GetStringAsync("/"));
        await TimeAsync($"search for '{Fragment}'", () => client.GetStringAsync($"/?q={Fragment}"));
        await TimeAsync("the shop over time, all of it", () => client.GetStringAsync("/over-time?period=all"));
        await TimeAsync("the shop over time, a year, by school", () => client.GetStringAsync("/over-time?period=year&by=school"));
        await TimeAsync("all jobs that came back", () => client.GetStringAsync("/jobs?outcome=came-back"));
        await TimeAsync("claims", () => client.GetStringAsync("/claims"));
        await TimeAsync("a job's drawing", () => client.GetStringAsync(job));
        await TimeAsync("findings", () => client.GetStringAsync(job + "/findings"));
        await TimeAsync("the record of 100 entries", () => client.GetStringAsync(few + "/record"));
        await TimeAsync("the record of 3,000 entries", () => client.GetStringAsync(many + "/record"));
        await TimeAsync("a saved reading, with the page after it", async () => (await client.PostAsync(job + "/crankcase", Form(sheet, ("pressure_kpa", "0.4"),
            ("running", "idle"), ("known", "measured"), ("instrument", "bench"), ("once", Guid.NewGuid().ToString("n"))))).EnsureSuccessStatusCode());
        await TimeAsync("the form to book in", () => client.GetStringAsync("/book-in"));
        await TimeAsync("engines by their first letter", () => client.GetStringAsync("/book-in?handler=Engines&engine=b"));
        await TimeAsync("machines by their first letters", () => client.GetStringAsync("/book-in?handler=Known&registration=is"));
        await TimeAsync("book-in, with the page after it", async () => (
            await client.PostAsync("/book-in", Form(bookIn, ("customer", "Bench"), ("complaint", "Slow."),
            ("registration", "BENCH 1"), ("machine", "Bench"), ("engine", "Brannock D3"), ("run_hours", "1240"), ("fuel", "diesel"), ("kind", "makers-spec"),
            ("control", "none"), ("turbos", "1"), ("water_cooled", "false"), ("closed_breather", "false"), ("plate.maker_number", "OV-1"), ("once",
                Guid.NewGuid().ToString("n"))))).EnsureSuccessStatusCode());
    }

    // What the same questions cost without anything of the application around them.
    private static async Task MeasureBareAsync(string folder, string job)
    {
        await using var connection = new SqliteConnection($"Data Source={new ShopFolder(folder).DatabaseFile};Mode=ReadOnly");
        await connection.OpenAsync();
        async Task<object> Read(string sql)
        {
            await using var command = connection.CreateCommand();
            command.CommandText = sql;
            await using var reader = await command.ExecuteReaderAsync();
            var values = new object[reader.FieldCount];
            while (await reader.ReadAsync()) reader.GetValues(values);
            return values;
        }
        await TimeAsync("bare driver: yard", () => Read($"SELECT * FROM Jobs WHERE HandedOverMs IS NULL ORDER BY DueMs, Row LIMIT {JobFinder.ListMost}"));
        await TimeAsync("bare driver: search", () => Read($"SELECT Jobs.* FROM JobSearch JOIN Jobs ON Jobs.Row = JobSearch.rowid WHERE JobSearch.Search MATCH "
            + $"'\"{Fragment}\"' "
            + $"ORDER BY JobSearch.rowid DESC LIMIT {JobFinder.ListMost}"));
        await TimeAsync("bare driver: a job's entries", () => Read($"SELECT * FROM Entries WHERE Job = '{job}' ORDER BY Seq"));
    }

    private static async Task MeasureVerifyAsync(string folder)
    {
        await using var provider = Services(folder);
        // The whole of the shop's chain is proved with it, signature by signature.
        await TimeAsync("verify of one job, with the shop's chain", async () =>
        {
            await using var scope = provider.CreateAsyncScope();
            var report = await scope.ServiceProvider.GetRequiredService<Verifier>().VerifyAsync("SQ-1004");
            if (report.Faults.Count > 0) throw new InvalidOperationException(report.Faults[0]);
        }, rounds: 3, warmUp: 1);
    }

    private static ServiceProvider Services(string folder)
    {
        var services = new ServiceCollection();
        services.AddLogging();
        ShopHost.AddShop(services, new ShopFolder(folder));
        return services.BuildServiceProvider();
    }

    private static async Task TimeAsync(string name, Func<Task> act, int rounds = Rounds, int warmUp = WarmUp)
    {
        var times = new List<double>();
        for (var i = 0; i < rounds + warmUp; i++)
        {
            var watch = Stopwatch.StartNew();
            await act();
            if (i >= warmUp) times.Add(watch.Elapsed.TotalMilliseconds);
        }
        times.Sort();
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {name} | {times[rounds / 2]:0.0} | {times[rounds * 95 / 100]:0.0} |"));
    }

    private static FormUrlEncodedContent Form(string page, params (string Name, string Value)[] fields)
        => new(fields.Select(f => KeyValuePair.Create(f.Name, f.Value))
        .Append(KeyValuePair.Create("__RequestVerificationToken", Token().Match(page).Groups[1].Value)));
}
