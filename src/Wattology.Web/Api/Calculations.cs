using System.Text;
using Wattology.Core.Calculations;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Data.Jobs;
using Wattology.Web.Forms;

namespace Wattology.Web.Api;

/// <summary>The calculations over HTTP, and what the value boxes understood.</summary>
public static class CalculationApi
{
    private const int LongestInput = 4 * 1024 * 1024;

    /// <summary>Maps <c>POST /api/calc/NAME</c>. It reads and keeps nothing of the shop, and it asks for a sign-in or a key all
    /// the same, since it costs work; no form token, since it takes JSON only, which no foreign page can send without asking first.</summary>
    public static void MapCalculations(this WebApplication app)
    {
        MapUnknown(app);
        foreach (var calculation in Catalogue.All)
        {
            app.MapPost($"/api/calc/{calculation.Name}", (HttpRequest request, ComputeKeys keys) => AnswerAsync(calculation, request, keys))
                .Accepts(calculation.InputType, "application/json").Produces(200, calculation.ResultType, "application/json").ProducesProblem(422)
                .WithSummary(calculation.About).WithDescription("One JSON object, or an array of them answered in order.").WithName(calculation.Name)
                .AllowAnonymous().DisableAntiforgery().RequireRateLimiting("calc");
        }
    }

    private static void MapUnknown(WebApplication app) => app.MapPost("/api/calc/{name}", (string name) => Catalogue.Find(name) is not null
        ? Results.Problem("JSON is wanted, sent as application/json.", statusCode: 415)
        : Results.Problem($"There is no calculation '{name}'; known are {string.Join(", ", Catalogue.All.Select(c => c.Name))}.", statusCode: 404))
        .ExcludeFromDescription().AllowAnonymous().DisableAntiforgery();

    /// <summary>Maps the echo beside every value box: what was understood, in the shop's unit; where there are several, the ways to mean it.</summary>
    public static void MapUnderstand(this WebApplication app) => app.MapGet("/understand",
        async (HttpRequest request, string field, string measure, double? least, double? most, JobStore jobs) =>
    {
        if (JsonForm.ValueOf<Measure>(measure) is not { } known) return Results.NotFound();
        var text = request.Query[field].ToString();
        var units = (await jobs.SettingsAsync()).Units;
        var usual = least is { } from && most is { } to ? new UsualBand(from, to) : null;
        string said;
        if (string.IsNullOrWhiteSpace(text)) said = "";
        else if (known == Measure.Volume && TypedValue.TrySplitRun(text, out var volume, out var time))
        {
            // Read as one: the sign that it was understood stands once.
            var lasted = Said(time, Quantity.Of(Measure.Seconds), units, null);
            if (lasted.StartsWith(Meant, StringComparison.Ordinal)) lasted = lasted[Meant.Length..];
            said = $"{Said(volume, Quantity.Of(Measure.Volume), units, null)} in {lasted}";
        }
        else said = Said(text, Quantity.Of(known), units, usual);
        return Results.Text(said, "text/html", Encoding.UTF8);
    }).ExcludeFromDescription();

    private const string Meant = "= ";

    private static string Said(string text, Quantity quantity, ShopUnits units, UsualBand? usual)
    {
        var read = TypedValue.Read(text, quantity, units.Of(quantity).Unit, usual);
        string Shown(double value) => units.Show(value, quantity.Measure);
        static string Encoded(string words) => System.Text.Encodings.Web.HtmlEncoder.Default.Encode(words);
        if (read.Value is not { } value) return Encoded(read.Fault!) + Offers.Html(read.Offers, units, quantity.Measure);
        var words = $"{Meant}{Shown(value)}{(read.Note is { } note ? $"; {note}" : "")}";
        return Encoded(usual?.Holds(value) == false ? $"{words}; it is usually {Shown(usual.Least)} to {Shown(usual.Most)}" : words);
    }

    private static async Task<IResult> AnswerAsync(Calculation calculation, HttpRequest request, ComputeKeys keys)
    {
        if (!await keys.AllowsAsync(request.HttpContext)) return Results.Problem("Sign in, or send a key that the owner made: 'Authorization: Bearer KEY'.",
            statusCode: 401);
        if (await ReadAsync(request) is not { } text) return Results.Problem($"Too long: {LongestInput} bytes are read.", statusCode: 413);
        try { return Results.Text(Catalogue.Run(calculation, text), "application/json", Encoding.UTF8); }
        catch (InputRefusedException refused)
        {
            return Results.Problem("The input is refused as a whole; 'errors' says what is wrong where.", statusCode: 422, title: "Input refused",
                extensions: new Dictionary<string, object?> { ["errors"] = refused.Faults.ByPath });
        }
    }

    // What a client does not say of its length is counted while it is read.
    private static async Task<string?> ReadAsync(HttpRequest request)
    {
        if (request.ContentLength > LongestInput) return null;
        using var read = new MemoryStream();
        var buffer = new byte[81_920];
        for (int count; (count = await request.Body.ReadAsync(buffer, request.HttpContext.RequestAborted)) > 0;)
        {
            if (read.Length + count > LongestInput) return null;
            read.Write(buffer, 0, count);
        }
        return Encoding.UTF8.GetString(read.GetBuffer(), 0, (int)read.Length).TrimStart(ByteOrderMark);
    }

    private const char ByteOrderMark = (char)0xFEFF;
}
