using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.People;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.People;
using Wattology.Data.Shop;
using Wattology.Web.Hosting;

namespace Wattology.Bench;

/// <summary>Kills the application while readings are recorded, again and again, and proves afterwards that nothing it acknowledged is lost.</summary>
internal static partial class KillRun
{
    /// <summary>What came of it.</summary>
    /// <param name="Kills">How often it was killed.</param>
    /// <param name="Acknowledged">How many readings the application said were recorded.</param>
    /// <param name="Lost">How many of those are not in the record.</param>
    /// <param name="Faults">What 'verify' finds.</param>
    public sealed record Outcome(int Kills, int Acknowledged, int Lost, IReadOnlyList<string> Faults);

    private const int Writers = 4, Seed = 20_417, LongestMs = 250, WarmUpMs = 10_000;
    private const string Password = "five white geese";

    /// <summary>Runs it.</summary>
    /// <param name="program">The application, Wattology.Web.dll.</param>
    /// <param name="kills">How often it is killed.</param>
    public static async Task<Outcome> RunAsync(string program, int kills)
    {
        var folder = Directory.CreateTempSubdirectory("wattology-kills-").FullName;
        try
        {
            var job = await MakeAsync(folder);
            var port = AppProcess.FreePort().ToString(CultureInfo.InvariantCulture);
            var cookies = new CookieContainer();
            using var client = new HttpClient(new HttpClientHandler { CookieContainer = cookies, AllowAutoRedirect = false })
            {
                BaseAddress = new Uri($"http://127.0.0.1:{port}"), Timeout = TimeSpan.FromSeconds(20),
            };
            var (random, acknowledged, token) = (new Random(Seed), new List<string>(), "");
            for (var kill = 0; kill < kills; kill++)
            {
                using var process = Start(program, "serve", "--port", port, "--data", folder);
                using var stop = new CancellationTokenSource();
                Task[] writers = [];
                try
                {
                    await UpAsync(client, process);
                    // Cookie and token outlive the application.
                    if (token.Length == 0) token = await SignInAsync(client, job);
                    writers = [.. Enumerable.Range(0, Writers).Select(w => WriteAsync(client, job, token, $"k{kill}w{w}", acknowledged, stop.Token))];
                    // It is killed at work: once the first reading of this round is recorded, and at any moment after.
                    for (var waited = 0; waited < WarmUpMs && !Recorded(acknowledged, $"k{kill}w"); waited += 10) await Task.Delay(10);
                    await Task.Delay(random.Next(LongestMs));
                }
                finally { process.Kill(true); }
                await process.WaitForExitAsync();
                await stop.CancelAsync();
                await Task.WhenAll(writers);
            }
            return await ProveAsync(folder, kills, acknowledged);
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    private static bool Recorded(List<string> acknowledged, string round)
    {
        lock (acknowledged) return acknowledged.Count > 0 && acknowledged[^1].StartsWith(round, StringComparison.Ordinal);
    }

    private static async Task WriteAsync(HttpClient client, string job, string token, string name, List<string> acknowledged, CancellationToken stop)
    {
        for (var i = 0; !stop.IsCancellationRequested; i++)
        {
            var once = $"{name}n{i}";
            using var form = new FormUrlEncodedContent(new Dictionary<string, string>
            {
                ["__RequestVerificationToken"] = token, ["pressure_kpa"] = "0.4", ["running"] = "idle", ["known"] = "seen", ["once"] = once,
            });
            try
            {
                using var answer = await client.PostAsync(new Uri($"/jobs/{job}/crankcase", UriKind.Relative), form, stop);
                // A redirect to the job says that it is recorded; one to the sign-in does not.
                if (answer.StatusCode == HttpStatusCode.Redirect && answer.Headers.Location!.ToString().Contains(job, StringComparison.Ordinal)
                    && !answer.Headers.Location.ToString().Contains("sign-in", StringComparison.Ordinal)) lock (acknowledged) acknowledged.Add(once);
            }
            catch (Exception e) when (e is HttpRequestException or OperationCanceledException) { return; }
        }
    }

    private static async Task<string> SignInAsync(HttpClient client, string job)
    {
        using var form = new FormUrlEncodedContent(new Dictionary<string, string>
        {
            ["__RequestVerificationToken"] = Token(await client.GetStringAsync(new Uri("/sign-in", UriKind.Relative))), ["user"] = "ada",
                ["password"] = Password,
        });
        using var answer = await client.PostAsync(new Uri("/sign-in", UriKind.Relative), form);
        return answer.StatusCode == HttpStatusCode.Redirect ? Token(await client.GetStringAsync(new Uri($"/jobs/{job}/crankcase", UriKind.Relative)))
            : throw new InvalidOperationException($"Signing in answered {answer.StatusCode}.");
    }

    private static string Token(string page) => TokenField().Match(page).Groups[1].Value;

    [GeneratedRegex("__RequestVerificationToken\"[^>]*value=\"([^\"]+)\"")]
    private static partial Regex TokenField();

    private static async Task UpAsync(HttpClient client, Process process)
    {
        for (var i = 0; i < 2_400; i++)
        {
            if (process.HasExited) throw new InvalidOperationException($"The application ended by itself: {await process.StandardError.ReadToEndAsync()}");
            try
            {
                using var answer = await client.GetAsync(new Uri("/healthz", UriKind.Relative));
                if (answer.IsSuccessStatusCode) return;
            }
            catch (Exception e) when (e is HttpRequestException or TaskCanceledException) { }
            await Task.Delay(50);
        }
        throw new TimeoutException("The application did not come up.");
    }

    private static Process Start(string program, params string[] args)
    {
        var process = AppProcess.Start(program, args);
        process.OutputDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        return process;
    }

    // A shop with one technician and one job.
    private static Task<string> MakeAsync(string folder) => WithAsync(folder, async services =>
    {
        await services.GetRequiredService<ShopFolder>().OpenAsync(services.GetRequiredService<ShopDb>(), services.GetRequiredService<ShopChain>(),
            services.GetRequiredService<ShopKeyFile>());
        var ada = new Person { UserName = "ada", Name = "Ada Quill", Role = Role.Technician };
        await services.GetRequiredService<UserManager<Person>>().CreateAsync(ada, Password);
        return await services.GetRequiredService<JobStore>().BookInAsync(new Author(ada.Id, ada.Name, ada.Role), new EntryDraft(new BookedIn("",
            "Mill Lane Saws",
            "Smokes blue.", "SAW 4", "Saw mill engine", "Brannock D3", JobKind.MakersSpec, BoostControl.WastegateCanister, Fuel.Diesel, false, false, 1,
            RunHours: 1200), Known.Told), []);
    });

    private static Task<Outcome> ProveAsync(string folder, int kills, List<string> acknowledged) => WithAsync(folder, async services =>
    {
        var kept = (await services.GetRequiredService<ShopDb>().Entries.AsNoTracking().Select(e => e.Once).ToListAsync()).ToHashSet();
        return new Outcome(kills, acknowledged.Count, acknowledged.Count(a => !kept.Contains(a)),
            (await services.GetRequiredService<Verifier>().VerifyAsync()).Faults);
    });

    private static async Task<T> WithAsync<T>(string path, Func<IServiceProvider, Task<T>> act)
    {
        var folder = new ShopFolder(path);
        var services = new ServiceCollection();
        services.AddLogging();
        ShopHost.AddShop(services, folder);
        T answer;
        await using (var provider = services.BuildServiceProvider())
        await using (var scope = provider.CreateAsyncScope()) answer = await act(scope.ServiceProvider);
        folder.Settle();
        return answer;
    }
}
