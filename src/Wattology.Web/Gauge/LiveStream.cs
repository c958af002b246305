using System.Globalization;
using System.Text;
using System.Text.Json;
using Wattology.Core.Gauge;
using Wattology.Web.People;

namespace Wattology.Web.Gauge;

/// <summary>The gauge's values as they come, by server-sent events.</summary>
public static class LiveStream
{
    private const int BackMs = 30_000;
    private static readonly TimeSpan Together = TimeSpan.FromMilliseconds(90), Beat = TimeSpan.FromSeconds(10);

    /// <summary>The channels that are sent, in this order behind the time.</summary>
    private static readonly string[] Sent = [GaugeChannel.OilTurbo, GaugeChannel.OilGallery, GaugeChannel.EngineSpeed, GaugeChannel.OilTemperature,
        GaugeChannel.Crankcase, GaugeChannel.Boost];

    /// <summary>Maps the stream.</summary>
    public static void MapLive(this WebApplication app) => app.MapGet("/live/gauge", StreamAsync).ExcludeFromDescription();

    private static async Task StreamAsync(HttpContext context, GaugeLink link, TimeProvider clock, IHostApplicationLifetime life,
        IServiceScopeFactory scopes)
    {
        context.Response.ContentType = "text/event-stream";
        context.Response.Headers["X-Accel-Buffering"] = "no";
        context.Features.Get<Microsoft.AspNetCore.Http.Features.IHttpResponseBodyFeature>()?.DisableBuffering();
        // A server that is ended does not wait for those who listen.
        using var ends = CancellationTokenSource.CreateLinkedTokenSource(context.RequestAborted, life.ApplicationStopping);
        var stop = ends.Token;
        // What streams ends with the session it was opened in.
        var session = Sessions.UntilEndAsync(scopes, context.User, stop);
        try
        {
            // It listens before it says how things stand, so that no change falls between the two.
            var listening = link.ListenAsync(stop).GetAsyncEnumerator(stop);
            var next = listening.MoveNextAsync().AsTask();
            await SendAsync(context, "state", State(link.State, clock), stop);
            var back = link.Since(clock.GetUtcNow().ToUnixTimeMilliseconds() - BackMs);
            if (back.Count > 0) await SendAsync(context, "samples", Samples(back), stop);
            var pending = new List<TakenSample>();
            while (true)
            {
                // A few together: ten times a second is as smooth as the eye wants, and half the work.
                await Task.WhenAny(next, session, Task.Delay(pending.Count > 0 ? Together : Beat, stop));
                stop.ThrowIfCancellationRequested();
                if (session.IsCompleted) return;
                if (!next.IsCompleted)
                {
                    if (pending.Count == 0) { await SendAsync(context, "beat", "{}", stop); continue; }
                    await SendAsync(context, "samples", Samples(pending), stop);
                    pending.Clear();
                    continue;
                }
                if (!await next) return;
                if (listening.Current is { } sample) pending.Add(sample);
                else await SendAsync(context, "state", State(link.State, clock), stop);
                if (pending.Count > 0 && pending[^1].AtMs - pending[0].AtMs > Together.TotalMilliseconds)
                {
                    await SendAsync(context, "samples", Samples(pending), stop);
                    pending.Clear();
                }
                next = listening.MoveNextAsync().AsTask();
            }
        }
        catch (Exception e) when (e is OperationCanceledException or IOException) { }
        finally { await ends.CancelAsync(); }
    }

    private static async Task SendAsync(HttpContext context, string name, string data, CancellationToken stop)
    {
        await context.Response.WriteAsync($"event: {name}\ndata: {data}\n\n", stop);
        await context.Response.Body.FlushAsync(stop);
    }

    private static string State(GaugeState state, TimeProvider clock) => JsonSerializer.Serialize(new
    {
        box = state.Box, simulated = state.Simulated, job = state.Job, garbage = state.Garbage, drift = state.Drift,
        watch = state.Watch?.ToString().ToLowerInvariant(), first = state.FirstSeconds, warning = state.Warning,
            now = clock.GetUtcNow().ToUnixTimeMilliseconds(),
    });

    private static string Samples(IReadOnlyList<TakenSample> samples)
    {
        var text = new StringBuilder("[");
        foreach (var (at, sample) in samples)
        {
            text.Append(text.Length > 1 ? ",[" : "[").Append(at.ToString("0", CultureInfo.InvariantCulture));
            foreach (var channel in Sent) text.Append(',').Append(sample[channel]?.ToString("0.##", CultureInfo.InvariantCulture) ?? "null");
            text.Append(']');
        }
        return text.Append(']').ToString();
    }
}
