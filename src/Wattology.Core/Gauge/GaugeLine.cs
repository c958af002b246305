using System.Text.Json;
using System.Text.Json.Serialization;

namespace Wattology.Core.Gauge;

/// <summary>What hands do to the engine just now, as the application tells a box. A logger needs none of it; a simulated engine follows.</summary>
public enum EngineAct
{
    /// <summary>The engine stands.</summary>
    Stop,
    /// <summary>Cranked by the starter.</summary>
    Crank,
    /// <summary>The oil pump driven from outside.</summary>
    Pump,
    /// <summary>Fired, and idling.</summary>
    Fire,
    /// <summary>Running under load.</summary>
    Load,
}

/// <summary>A line of a gauge box: who it is, or what it measured.</summary>
public abstract record GaugeLine
{
    /// <summary>The protocol's name and version, in a box's first line.</summary>
    public const string Protocol = "wattology-gauge/1";

    /// <summary>Longest line, characters; what is longer is garbage.</summary>
    public const int Longest = 4_000;

    private const int LongestName = 60;
    private const double LatestMs = 1e12;

    /// <summary>Reads one line.</summary>
    /// <param name="line">The line, without its end.</param>
    /// <returns>What it says; null where it is garbage: not JSON, neither kind of line, or nothing that can be true.</returns>
    public static GaugeLine? Read(string line)
    {
        if (line.Length is 0 or > Longest) return null;
        try
        {
            using var document = JsonDocument.Parse(line);
            if (document.RootElement is not { ValueKind: JsonValueKind.Object } root) return null;
            return root.TryGetProperty("gauge", out _) ? Hello(root) : root.TryGetProperty("t_ms", out _) ? Sample(root) : null;
        }
        // A lone surrogate is no text, and throws only when it is read.
        catch (Exception e) when (e is JsonException or InvalidOperationException) { return null; }
    }

    private static GaugeHello? Hello(JsonElement root)
    {
        if (root.GetProperty("gauge") is not { ValueKind: JsonValueKind.String } gauge || gauge.GetString() != Protocol) return null;
        var name = root.TryGetProperty("box", out var box) && box.ValueKind == JsonValueKind.String ? box.GetString()!.Trim() : "";
        if (name.Length is 0 or > LongestName || name.Any(char.IsControl)) return null;
        return new(name, root.TryGetProperty("simulated", out var simulated) && simulated.ValueKind == JsonValueKind.True);
    }

    private static GaugeSample? Sample(JsonElement root)
    {
        if (root.GetProperty("t_ms") is not { ValueKind: JsonValueKind.Number } time || !time.TryGetDouble(out var ms) || ms is not (>= 0 and <= LatestMs)
            || !root.TryGetProperty("values", out var values) || values.ValueKind != JsonValueKind.Object) return null;
        var read = new Dictionary<string, double>();
        foreach (var value in values.EnumerateObject())
            if (GaugeChannel.Find(value.Name) is { } channel && value.Value.ValueKind == JsonValueKind.Number && value.Value.TryGetDouble(out var at)
                && at >= channel.Least && at <= channel.Most) read[channel.Name] = at;
        return new(ms, read);
    }

    /// <summary>The line as it is sent.</summary>
    public string Write() => JsonSerializer.Serialize(this, GetType(), Options);

    /// <summary>The line that tells a box what hands do.</summary>
    public static string Write(EngineAct act) => $"{{\"engine\":\"{act.ToString().ToLowerInvariant()}\"}}";

    /// <summary>What hands do, from the line that tells it; null where it says nothing of the kind.</summary>
    public static EngineAct? ReadAct(string line)
    {
        if (line.Length is 0 or > Longest) return null;
        try
        {
            using var document = JsonDocument.Parse(line);
            return document.RootElement is { ValueKind: JsonValueKind.Object } root && root.TryGetProperty("engine", out var act)
                && act.ValueKind == JsonValueKind.String && Enum.GetValues<EngineAct>().Select(a => (EngineAct?)a).FirstOrDefault(a
                => string.Equals(a.ToString(), act.GetString(), StringComparison.OrdinalIgnoreCase)) is { } known ? known : null;
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException) { return null; }
    }

    private static readonly JsonSerializerOptions Options = new() { DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull };
}

/// <summary>A box says who it is: its first line.</summary>
/// <param name="Box">Its name, up to 60 characters.</param>
/// <param name="Simulated">Its engine is simulated: its values prove nothing outside a demo shop.</param>
public sealed record GaugeHello([property: JsonPropertyName("box")] string Box, [property: JsonPropertyName("simulated")] bool Simulated) : GaugeLine
{
    /// <summary>The protocol.</summary>
    [JsonPropertyName("gauge"), JsonPropertyOrder(-1)]
    public string Gauge { get; } = Protocol;
}

/// <summary>What a box measured at one moment.</summary>
/// <param name="TimeMs">By the box's own clock, ms from wherever it began; it rises.</param>
/// <param name="Values">Channels by name; one that is missing was not read.</param>
public sealed record GaugeSample([property: JsonPropertyName("t_ms")] double TimeMs,
    [property: JsonPropertyName("values")] IReadOnlyDictionary<string, double> Values) : GaugeLine
{
    /// <summary>The value of a channel; null where it was not read.</summary>
    public double? this[string channel] => Values.TryGetValue(channel, out var value) ? value : null;
}
