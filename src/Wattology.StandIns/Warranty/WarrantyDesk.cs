using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Microsoft.Extensions.Logging;

namespace Wattology.StandIns.Warranty;

/// <summary>How a simulated warranty desk behaves.</summary>
public enum DeskScenario
{
    /// <summary>Takes a claim and accepts it.</summary>
    Accepts,
    /// <summary>Refuses for want of a crankcase reading.</summary>
    Refuses,
    /// <summary>Asks for what was sent already; the next pack is accepted.</summary>
    Asks,
    /// <summary>Answers late: the first try of each claim is taken and its answer held back.</summary>
    Slow,
    /// <summary>Is down.</summary>
    Down,
    /// <summary>Gives every answer twice.</summary>
    Twice,
    /// <summary>Accepts, and then refuses.</summary>
    Contradicts,
}

/// <summary>An answer of the desk.</summary>
/// <param name="Number">Which of its answers to the claim.</param>
/// <param name="Answer">asked, accepted or refused.</param>
/// <param name="Words">In words.</param>
/// <param name="Code">The reason's code: a proof's id.</param>
/// <param name="Amount">How much is granted.</param>
public sealed record DeskAnswer(int Number, string Answer, string Words = "", string Code = "", double? Amount = null);

/// <summary>A warranty giver's desk, simulated: HTTP over loopback, documented in docs/warranty-desk.md. It reads no pack; it plays its scenario.</summary>
public sealed class WarrantyDesk : IAsyncDisposable
{
    private const int MostBytes = 64 * 1024 * 1024;
    private static readonly JsonSerializerOptions Form = new(JsonSerializerDefaults.Web) { PropertyNamingPolicy = JsonNamingPolicy.SnakeCaseLower };

    private sealed class Case
    {
        public required string Receipt { get; init; }
        public List<string> Packs { get; } = [];
        public List<DeskAnswer> Answers { get; } = [];
    }

    private readonly WebApplication _app;
    private readonly ConcurrentDictionary<string, string> _keys = new();
    private readonly ConcurrentDictionary<string, Case> _cases = new();
    private readonly ConcurrentDictionary<string, bool> _held = new();
    private readonly DeskScenario _scenario;
    private readonly TimeSpan _late;
    private readonly Lock _gate = new();

    private WarrantyDesk(WebApplication app, DeskScenario scenario, TimeSpan late) => (_app, _scenario, _late) = (app, scenario, late);

    /// <summary>Where it answers.</summary>
    public Uri Address { get; private set; } = new("http://127.0.0.1/");

    /// <summary>How many packs it was sent that it did not have.</summary>
    public int Taken => _cases.Values.Sum(c => c.Packs.Count);

    /// <summary>Starts one.</summary>
    /// <param name="scenario">How it behaves.</param>
    /// <param name="port">On which port; 0 for any that is free.</param>
    /// <param name="late">How long a slow one holds its answer back.</param>
    public static async Task<WarrantyDesk> StartAsync(DeskScenario scenario, int port = 0, TimeSpan? late = null)
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.UseUrls($"http://127.0.0.1:{port}").ConfigureKestrel(k => k.Limits.MaxRequestBodySize = MostBytes);
        var app = builder.Build();
        var desk = new WarrantyDesk(app, scenario, late ?? TimeSpan.FromSeconds(20));
        app.MapPost("/claims", desk.TakeAsync);
        app.MapGet("/claims/{receipt}", desk.Tell);
        await app.StartAsync();
        desk.Address = new Uri(app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First());
        return desk;
    }

    /// <summary>Waits until it is ended.</summary>
    public Task UntilEndAsync(CancellationToken stop) => _app.WaitForShutdownAsync(stop);

    /// <inheritdoc/>
    public ValueTask DisposeAsync() => _app.DisposeAsync();

    // The key makes the same sending the same: a claim whose answer was lost is not taken twice.
    private async Task<IResult> TakeAsync(HttpRequest request)
    {
        if (_scenario == DeskScenario.Down) return Results.Json(new { error = "The desk is closed." }, Form,
            statusCode: StatusCodes.Status503ServiceUnavailable);
        if (request.Headers["Idempotency-Key"].ToString() is not { Length: > 0 and <= 200 } key)
            return Results.Json(new { error = "An Idempotency-Key is needed." }, Form, statusCode: StatusCodes.Status400BadRequest);
        using var pack = new MemoryStream();
        await request.Body.CopyToAsync(pack, request.HttpContext.RequestAborted);
        if (pack.Length < 4 || pack.GetBuffer()[0] != 'P' || pack.GetBuffer()[1] != 'K')
            return Results.Json(new { error = "The body is no ZIP." }, Form, statusCode: StatusCodes.Status422UnprocessableEntity);
        var earlier = request.Headers["Claim-Receipt"].ToString();
        Case taken;
        bool first;
        lock (_gate)
        {
            first = !_keys.TryGetValue(key, out var receipt);
            receipt ??= _cases.ContainsKey(earlier) ? earlier : $"WD-{_cases.Count + 1:0000}";
            _keys[key] = receipt;
            taken = _cases.GetOrAdd(receipt, r => new Case { Receipt = r });
            if (first)
            {
                taken.Packs.Add(Convert.ToHexStringLower(SHA256.HashData(pack.GetBuffer().AsSpan(0, (int)pack.Length))));
                Answer(taken);
            }
        }
        if (_scenario == DeskScenario.Slow && _held.TryAdd(key, true)) await Task.Delay(_late, request.HttpContext.RequestAborted);
        return Results.Json(new { receipt = taken.Receipt, pack = taken.Packs[^1] }, Form, statusCode: first ? StatusCodes.Status201Created
            : StatusCodes.Status200OK);
    }

    private void Answer(Case taken)
    {
        void Say(string answer, string words, string code = "", double? amount = null) => taken.Answers.Add(new(taken.Answers.Count + 1, answer, words, code,
            amount));
        switch (_scenario)
        {
            case DeskScenario.Refuses: Say("refused", "No crankcase reading from before the work.", "crankcase-before"); break;
            case DeskScenario.Asks when taken.Packs.Count == 1: Say("asked", "Please send the failed unit's plate.", "old-plate"); break;
            case DeskScenario.Twice: Say("accepted", "Granted.", amount: 900); Say("accepted", "Granted.", amount: 900); break;
            case DeskScenario.Contradicts: Say("accepted", "Granted.", amount: 900); Say("refused", "Cover had ended.", "part-number"); break;
            default: Say("accepted", "Granted.", amount: 900); break;
        }
    }

    private IResult Tell(string receipt)
    {
        if (_scenario == DeskScenario.Down) return Results.Json(new { error = "The desk is closed." }, Form,
            statusCode: StatusCodes.Status503ServiceUnavailable);
        lock (_gate)
            return _cases.TryGetValue(receipt, out var one) ? Results.Json(new { receipt, packs = one.Packs.ToArray(), answers = one.Answers.ToArray() }, Form)
                : Results.Json(new { error = "There is no such receipt." }, Form, statusCode: StatusCodes.Status404NotFound);
    }
}
