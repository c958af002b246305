using System.Text.Json;
using Serilog;
using Serilog.Core;
using Serilog.Formatting.Compact;
using Wattology.Data;

namespace Wattology.Web.People;

/// <summary>One line of the security log.</summary>
/// <param name="At">When, UTC.</param>
/// <param name="What">What took place.</param>
/// <param name="Who">Who did it, or tried to.</param>
/// <param name="About">What it was about.</param>
/// <param name="From">From which address; empty at the console.</param>
public sealed record SecurityLine(DateTimeOffset At, string What, string Who, string About, string From);

/// <summary>Who came in, who was refused, and what was done with rights: JSON lines in the shop's folder, kept as long as the shop is.</summary>
public sealed class SecurityLog(ShopFolder folder) : IDisposable
{
    private const string Name = "security-";

    private readonly Lazy<Logger> _log = new(() => new LoggerConfiguration().WriteTo.File(new CompactJsonFormatter(), Path.Combine(folder.Logs, Name
        + ".jsonl"),
        rollingInterval: RollingInterval.Month, retainedFileCountLimit: null, fileSizeLimitBytes: null, shared: true).CreateLogger());

    /// <summary>Writes a line.</summary>
    public void Note(string what, string who, string about = "", string from = "") => _log.Value.Information("{What} {Who} {About} {From}", what, Short(who),
        Short(about), from);

    /// <summary>Writes a line of a request.</summary>
    public void Note(HttpContext context, string what, string who, string about = "") => Note(what, who, about,
        context.Connection.RemoteIpAddress?.ToString() ?? "");

    /// <summary>The latest lines, the last first. A line that cannot be read is left out.</summary>
    public IReadOnlyList<SecurityLine> Latest(int most)
    {
        if (!Directory.Exists(folder.Logs)) return [];
        var lines = new List<SecurityLine>();
        foreach (var file in Directory.GetFiles(folder.Logs, Name + "*.jsonl").OrderDescending(StringComparer.Ordinal))
        {
            using var stream = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
            using var reader = new StreamReader(stream);
            var last = new Queue<SecurityLine>();
            while (reader.ReadLine() is { } text)
            {
                if (Read(text) is not { } line) continue;
                last.Enqueue(line);
                if (last.Count > most) last.Dequeue();
            }
            lines.AddRange(last.Reverse());
            if (lines.Count >= most) break;
        }
        return [.. lines.Take(most)];
    }

    private static SecurityLine? Read(string text)
    {
        try
        {
            using var json = JsonDocument.Parse(text);
            string Of(string name) => json.RootElement.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String ? value.GetString()! : "";
            return DateTimeOffset.TryParse(Of("@t"), System.Globalization.CultureInfo.InvariantCulture, out var at)
                ? new SecurityLine(at, Of("What"), Of("Who"), Of("About"), Of("From")) : null;
        }
        catch (JsonException) { return null; }
    }

    private static string Short(string text) => text.Length > 200 ? text[..200] : text;

    /// <inheritdoc/>
    public void Dispose()
    {
        if (_log.IsValueCreated) _log.Value.Dispose();
    }
}
