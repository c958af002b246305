using System.Collections.Concurrent;
using System.Net;
using System.Text.RegularExpressions;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.DependencyInjection.Extensions;
using Wattology.Core.People;
using Wattology.Data;
using Wattology.Data.Demo;
using Wattology.Data.Jobs;
using Wattology.Data.People;
using Wattology.Data.Shop;
using Wattology.Web.Hosting;

namespace Wattology.Web.Tests.Hosting;

/// <summary>The web application in this process over a real SQLite file of its own.</summary>
public sealed class ShopServer : IAsyncDisposable
{
    public const string Password = "a long enough one";
    private readonly WebApplication _app;
    private readonly string _folder;

    private readonly bool _own;

    private ShopServer(WebApplication app, string folder, bool own = true) => (_app, _folder, _own) = (app, folder, own);

    public string Folder => _folder;

    public string DatabaseFile => Path.Combine(_folder, "shop.db");

    public IServiceProvider Services => _app.Services;

    /// <summary>Starts a shop with an owner "maren", a technician "jory" and a desk "wyn"; or the demo. Each is a copy of one that was made once.</summary>
    public static async Task<ShopServer> StartAsync(bool demo = false, TimeProvider? clock = null, ServedAt? at = null, Action<IServiceCollection>? with = null)
    {
        var folder = Directory.CreateTempSubdirectory("wattology-web-").FullName;
        // A clock that stands elsewhere has a shop of its own time.
        var now = clock?.GetUtcNow();
        Copy(await Templates.GetOrAdd((demo, now is null || (now - DateTimeOffset.UtcNow).Value.Duration() < TimeSpan.FromMinutes(1) ? null : now),
            key => new(() => MakeAsync(key.Demo, key.At))).Value, folder);
        var app = Build(folder, at, clock, with);
        await app.StartAsync();
        return new ShopServer(app, folder);
    }

    private static readonly ConcurrentDictionary<(bool Demo, DateTimeOffset? At), Lazy<Task<string>>> Templates = [];

    // As the command line does it: the shop is opened, and filled.
    private static async Task<string> MakeAsync(bool demo, DateTimeOffset? at)
    {
        var folder = Directory.CreateTempSubdirectory("wattology-web-template-").FullName;
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(folder, true);
        await using (var app = Build(folder, null, at is { } set ? new SetClock(set) : null))
        {
            await using var scope = app.Services.CreateAsyncScope();
            var services = scope.ServiceProvider;
            await services.GetRequiredService<ShopFolder>().OpenAsync(services.GetRequiredService<ShopDb>(), services.GetRequiredService<ShopChain>(),
                services.GetRequiredService<ShopKeyFile>());
            if (demo) await services.GetRequiredService<DemoShop>().SeedAsync();
            else
                foreach (var (user, name, role) in new[] { ("maren", "Maren T", Role.Owner), ("jory", "Jory A", Role.Technician), ("wyn", "Wyn H", Role.Desk) })
                    await services.GetRequiredService<UserManager<Person>>().CreateAsync(new Person { UserName = user, Name = name, Role = role }, Password);
        }
        new ShopFolder(folder).Settle();
        return folder;
    }

    private static void Copy(string from, string to)
    {
        foreach (var path in Directory.GetFiles(from, "*", SearchOption.AllDirectories))
        {
            var own = Path.Combine(to, Path.GetRelativePath(from, path));
            Directory.CreateDirectory(Path.GetDirectoryName(own)!);
            File.Copy(path, own);
        }
    }

    /// <summary>The shop of another, served anew beside it: nothing read before is remembered.</summary>
    public static async Task<ShopServer> OverAsync(ShopServer other)
    {
        var app = Build(other._folder, null, null);
        await app.StartAsync();
        return new ShopServer(app, other._folder, own: false);
    }

    private static WebApplication Build(string folder, ServedAt? at, TimeProvider? clock, Action<IServiceCollection>? with = null)
        => ShopHost.Build(new ShopFolder(folder), at ?? ServedAt.Loopback(0), b =>
        {
            b.WebHost.UseTestServer();
            b.Services.AddSingleton<IStartupFilter, FromThisMachine>();
            // How dear a password is to guess is no matter of these tests.
            b.Services.Configure<PasswordHasherOptions>(o => o.IterationCount = 1_000);
            if (clock is not null) b.Services.Replace(ServiceDescriptor.Singleton(clock));
            PageKit.LendTo(b.Services);
            with?.Invoke(b.Services);
        });

    public async Task WithAsync(Func<IServiceProvider, Task> act)
    {
        await using var scope = _app.Services.CreateAsyncScope();
        await act(scope.ServiceProvider);
    }

    public async Task<T> WithAsync<T>(Func<IServiceProvider, Task<T>> act)
    {
        await using var scope = _app.Services.CreateAsyncScope();
        return await act(scope.ServiceProvider);
    }

    /// <summary>The id of the account with that sign-in name.</summary>
    public async Task<string> IdAsync(string user) => (await WithAsync(s => s.GetRequiredService<UserManager<Person>>().FindByNameAsync(user)))!.Id;

    public Task<IReadOnlyList<string>> VerifyAsync() => WithAsync(async s => (await s.GetRequiredService<Verifier>().VerifyAsync()).Faults);

    /// <summary>Somebody's browser, signed in unless nobody is named.</summary>
    public async Task<Visitor> VisitAsync(string? user = null)
    {
        var visitor = new Visitor(_app.GetTestServer());
        if (user is not null)
        {
            await visitor.GetAsync("/sign-in");
            var answer = await visitor.PostAsync("/sign-in", ("user", user), ("password", Password));
            Assert.Equal(HttpStatusCode.Redirect, answer.Status);
        }
        return visitor;
    }

    /// <summary>The browser of somebody of the demo shop, signed in by a touch on the name.</summary>
    public async Task<Visitor> VisitDemoAsync(string user)
    {
        var visitor = await VisitAsync();
        await visitor.GetAsync("/sign-in");
        await visitor.PostAsync("/sign-in?handler=Demo", ("user", user));
        return visitor;
    }

    /// <summary>Makes every entry of a job unreadable, past the guards of the database.</summary>
    public async Task DamageAsync(string job)
    {
        await using var file = new SqliteConnection($"Data Source={DatabaseFile}");
        await file.OpenAsync();
        await using var damage = file.CreateCommand();
        damage.CommandText = $"DROP TRIGGER IF EXISTS EntriesStayUPDATE; UPDATE Entries SET Body = 'nothing' WHERE Job = '{job.Split('/')[2]}'";
        Assert.NotEqual(0, await damage.ExecuteNonQueryAsync());
    }

    public async ValueTask DisposeAsync()
    {
        await _app.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        if (_own) Directory.Delete(_folder, true);
    }
}

/// <summary>A request in this process comes from this machine, as one over loopback does.</summary>
internal sealed class FromThisMachine : IStartupFilter
{
    public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) => app =>
    {
        app.Use((context, then) =>
        {
            // A test says where else a request comes from.
            context.Connection.RemoteIpAddress = IPAddress.TryParse(context.Request.Headers[Visitor.FromHeader], out var from) ? from : IPAddress.Loopback;
            return then(context);
        });
        next(app);
    };
}

/// <summary>A clock that stands until it is moved.</summary>
public sealed class SetClock(DateTimeOffset now) : TimeProvider
{
    private TimeSpan _set;

    public DateTimeOffset Now { get; set; } = now;

    /// <summary>Somebody sets the clock on the wall; the steady one goes on as if nothing had happened.</summary>
    public void Set(TimeSpan by) => (Now, _set) = (Now + by, _set + by);

    public override long TimestampFrequency => TimeSpan.TicksPerSecond;

    public override long GetTimestamp() => (Now - _set).Ticks;

    public override DateTimeOffset GetUtcNow() => Now;
}

/// <summary>What came back.</summary>
public sealed record Answer(HttpStatusCode Status, string Text, Uri? Location, HttpResponseMessage Raw)
{
    public IHtmlDocument Page => new HtmlParser().ParseDocument(Text);

    public string Said(string css) => string.Join(" | ", Page.QuerySelectorAll(css).Select(e => Spaces(e.TextContent)));

    private static string Spaces(string text) => Regex.Replace(text, @"\s+", " ").Trim();
}

/// <summary>A browser without a screen: keeps cookies and the form token, follows no redirect by itself.</summary>
public sealed class Visitor
{
    public const string FromHeader = "X-Test-From";

    private readonly HttpClient _client;
    private string _token = "";

    /// <summary>From which address it comes.</summary>
    public string From
    {
        set
        {
            _client.DefaultRequestHeaders.Remove(FromHeader);
            _client.DefaultRequestHeaders.Add(FromHeader, value);
        }
    }

    /// <summary>The same cookies, as somebody has them who copied them.</summary>
    public Visitor Copy()
    {
        var copy = new Visitor(_server);
        copy._cookies.Add(_cookies.GetAllCookies());
        copy._token = _token;
        return copy;
    }

    /// <summary>Sends a key along, as a program does.</summary>
    public string Key { set => _client.DefaultRequestHeaders.Authorization = new("Bearer", value); }

    private readonly CookieContainer _cookies = new();
    private readonly TestServer _server;

    public Visitor(TestServer server) => (_server, _client) = (server, new HttpClient(new CookieKeeper(server.CreateHandler(), _cookies))
        { BaseAddress = new Uri("http://localhost") });

    public async Task<Answer> GetAsync(string path, bool part = false, (string Name, string Value)? with = null)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        if (with is { } header) request.Headers.TryAddWithoutValidation(header.Name, header.Value);
        if (part) request.Headers.Add("HX-Request", "true");
        var answer = await ReadAsync(await _client.SendAsync(request));
        if (answer.Page.QuerySelector("input[name=__RequestVerificationToken]") is IHtmlInputElement token) _token = token.Value;
        return answer;
    }

    public Task<Answer> PostAsync(string path, params (string Name, string Value)[] fields)
        => SendAsync(path, [.. fields, ("__RequestVerificationToken", _token)]);

    public async Task<Answer> SendAsync(string path, params (string Name, string Value)[] fields)
    {
        using var content = new FormUrlEncodedContent(fields.Select(f => KeyValuePair.Create(f.Name, f.Value)));
        return await ReadAsync(await _client.PostAsync(new Uri(path, UriKind.Relative), content));
    }

    public async Task<Answer> UploadAsync(string path, IReadOnlyList<(string Field, string Name, byte[] Content)> files, (string Name, string Value)? with,
        params (string Name, string Value)[] fields)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path);
        if (with is { } header) request.Headers.TryAddWithoutValidation(header.Name, header.Value);
        using var content = new MultipartFormDataContent();
        foreach (var (name, value) in fields.Append(("__RequestVerificationToken", _token))) content.Add(new StringContent(value), name);
        foreach (var (field, name, bytes) in files) content.Add(new ByteArrayContent(bytes), field, name);
        request.Content = content;
        return await ReadAsync(await _client.SendAsync(request));
    }

    public async Task<Answer> SendJsonAsync(string path, string json)
    {
        using var content = new StringContent(json, System.Text.Encoding.UTF8, "application/json");
        return await ReadAsync(await _client.PostAsync(new Uri(path, UriKind.Relative), content));
    }

    public async Task<Answer> SendContentAsync(string path, HttpContent content) => await ReadAsync(await _client.PostAsync(new Uri(path, UriKind.Relative),
        content));

    public Task<HttpResponseMessage> StreamAsync(string path, CancellationToken stop) => _client.GetAsync(new Uri(path, UriKind.Relative),
        HttpCompletionOption.ResponseHeadersRead, stop);

    public Task<byte[]> BytesAsync(string path) => _client.GetByteArrayAsync(new Uri(path, UriKind.Relative));

    private static async Task<Answer> ReadAsync(HttpResponseMessage response)
        => new(response.StatusCode, await response.Content.ReadAsStringAsync(), response.Headers.Location, response);

    private sealed class CookieKeeper(HttpMessageHandler inner, CookieContainer cookies) : DelegatingHandler(inner)
    {
        protected override async Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken cancellationToken)
        {
            if (cookies.GetCookieHeader(request.RequestUri!) is { Length: > 0 } header) request.Headers.Add("Cookie", header);
            var response = await base.SendAsync(request, cancellationToken);
            if (response.Headers.TryGetValues("Set-Cookie", out var set))
                foreach (var cookie in set) cookies.SetCookies(request.RequestUri!, cookie);
            return response;
        }
    }
}
