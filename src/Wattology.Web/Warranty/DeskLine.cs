using System.Net;
using System.Net.Http.Headers;
using System.Text.Json;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Warranty;
using Wattology.Data.Jobs;

namespace Wattology.Web.Warranty;

/// <summary>What a desk answered, as it came.</summary>
public sealed record CameAnswer([Bounds(1, 10_000)] int Number, string Answer, string Words = "", string Code = "", [Bounds(0,
    10_000_000)] double? Amount = null);

/// <summary>The line to a warranty giver's desk. It may be slow, down, or answer twice: what is sent carries a key, so that sending again is not sending
/// twice, and what was heard already is not recorded again.</summary>
public sealed class DeskLine(IHttpClientFactory clients)
{
    /// <summary>The name of its client.</summary>
    public const string Client = "warranty-desk";

    /// <summary>Key of the setting that holds the desk's address.</summary>
    public const string AddressKey = "warranty-desk";

    private const int Tries = 3, MostAnswerBytes = 256 * 1024;

    /// <summary>Sends a pack, again where no answer comes, and answers the receipt.</summary>
    /// <param name="desk">Where.</param>
    /// <param name="pack">The pack.</param>
    /// <param name="key">Its key: the same for the same sending.</param>
    /// <param name="earlier">The receipt of the claim it adds to; blank for a first pack.</param>
    /// <param name="cancel">Ends it.</param>
    /// <exception cref="RefusedException">No answer came, or the desk did not take it; the message says what to do.</exception>
    public Task<string> SendAsync(Uri desk, byte[] pack, string key, string earlier, CancellationToken cancel)
        => AskAsync(() =>
        {
            var request = new HttpRequestMessage(HttpMethod.Post, new Uri(desk, "claims")) { Content = new ByteArrayContent(pack) };
            request.Content.Headers.ContentType = new MediaTypeHeaderValue("application/zip");
            request.Headers.Add("Idempotency-Key", key);
            if (earlier.Length > 0) request.Headers.Add("Claim-Receipt", earlier);
            return request;
        }, ReceiptOf, "The desk took it and gave no receipt that can be read. Ask it by telephone before it is sent again.", cancel);

    private static string? ReceiptOf(JsonElement said) => said.TryGetProperty("receipt", out var receipt) && receipt.ValueKind == JsonValueKind.String
        && receipt.GetString() is { Length: > 0 and <= 100 } number && number.All(c => c is >= ' ' and <= '~') ? number : null;

    /// <summary>The desk's answers to a claim, each once, in order.</summary>
    /// <param name="desk">Where.</param>
    /// <param name="receipt">The claim's receipt.</param>
    /// <param name="cancel">Ends it.</param>
    /// <exception cref="RefusedException">No answer came, or none that is understood.</exception>
    public Task<IReadOnlyList<ClaimAnswered>> AnswersAsync(Uri desk, string receipt, CancellationToken cancel)
        => AskAsync(() => new(HttpMethod.Get, new Uri(desk, $"claims/{Uri.EscapeDataString(receipt)}")), AnswersOf,
            "The desk's answer is not understood. Enter it by hand from its letter.", cancel);

    private static IReadOnlyList<ClaimAnswered>? AnswersOf(JsonElement said)
    {
        var answers = new List<ClaimAnswered>();
        if (!said.TryGetProperty("answers", out var list) || list.ValueKind != JsonValueKind.Array) return null;
        foreach (var element in list.EnumerateArray().Take(100))
        {
            var faults = new Faults();
            if (InputReader.Read<CameAnswer>(element, faults) is not { } came || JsonForm.ValueOf<ClaimAnswer>(came.Answer) is not { } what) return null;
            var answer = new ClaimAnswered(what, came.Words, came.Code, came.Amount);
            answer.Check(faults, "");
            if (!faults.None) return null;
            // Said twice is said once.
            if (!answers.Contains(answer)) answers.Add(answer);
        }
        return answers;
    }

    // What a desk says of its letters is not believed, nor that it sends any.
    private static async Task<T?> ReadAsync<T>(HttpResponseMessage response, Func<JsonElement, T?> read, CancellationToken cancel) where T : class
    {
        try
        {
            using var json = JsonDocument.Parse(await response.Content.ReadAsByteArrayAsync(cancel));
            return read(json.RootElement);
        }
        // No object, or half a character, which is found out only when it is read.
        catch (Exception e) when (e is JsonException or InvalidOperationException) { return null; }
    }

    private async Task<T> AskAsync<T>(Func<HttpRequestMessage> ask, Func<JsonElement, T?> read, string unread, CancellationToken cancel) where T : class
    {
        using var client = clients.CreateClient(Client);
        client.MaxResponseContentBufferSize = MostAnswerBytes;
        var last = "";
        for (var attempt = 1; attempt <= Tries; attempt++)
        {
            if (attempt > 1) await Task.Delay(TimeSpan.FromMilliseconds(200 * attempt), cancel);
            try
            {
                using var request = ask();
                using var response = await client.SendAsync(request, cancel);
                if (response.StatusCode is HttpStatusCode.OK or HttpStatusCode.Created)
                    return await ReadAsync(response, read, cancel) ?? throw new RefusedException(unread);
                last = $"it answered {(int)response.StatusCode}";
                if ((int)response.StatusCode is >= 400 and < 500 and not 408 and not 429) break;
            }
            catch (HttpRequestException e) { last = e.HttpRequestError == HttpRequestError.ConnectionError ? "nobody answers there" : "the line broke"; }
            catch (TaskCanceledException) when (!cancel.IsCancellationRequested) { last = "it took too long"; }
        }
        throw new RefusedException($"The desk cannot be reached: {last}. Nothing is lost: the pack is kept as it is, and sending it again "
            + "is not sending it twice. "
            + "Or send it in any other way, and say so.");
    }
}
