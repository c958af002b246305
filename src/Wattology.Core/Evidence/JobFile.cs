using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Wattology.Core.Calculations;

namespace Wattology.Core.Evidence;

/// <summary>A job as an open file: JSON with every entry and the whole chain of hashes.</summary>
public static class JobFile
{
    /// <summary>The format's name in the file.</summary>
    public const string Format = "wattology-job";

    /// <summary>The format's version.</summary>
    public const int Version = 1;

    private const string TimeFormat = "yyyy-MM-dd'T'HH:mm:ss.fff'Z'";

    private sealed record FileEntry(int Seq, DateTimeOffset At, string By, string Role, string Kind, string How, string Instrument, string Corrects, string Reason, string Once, string Prev, string Hash);

    /// <summary>Writes a job.</summary>
    public static string Write(IReadOnlyList<Entry> entries) => new JsonObject
    {
        ["format"] = Format,
        ["version"] = Version,
        ["job"] = entries[0].Job,
        ["entries"] = new JsonArray([.. entries.Select(e => new JsonObject
        {
            ["seq"] = e.Seq, ["at"] = e.At.UtcDateTime.ToString(TimeFormat, CultureInfo.InvariantCulture), ["by"] = e.By, ["role"] = e.Role, ["kind"] = e.Kind, ["how"] = e.How,
            ["instrument"] = e.Instrument, ["corrects"] = e.Corrects, ["reason"] = e.Reason, ["body"] = JsonNode.Parse(e.Body), ["typed"] = JsonNode.Parse(e.Typed),
            ["once"] = e.Once, ["prev"] = e.Prev, ["hash"] = e.Hash,
        })]),
    }.ToJsonString(new JsonSerializerOptions(InputReader.Json) { WriteIndented = true });

    /// <summary>Reads a job and proves its chain.</summary>
    /// <param name="text">The file's text; white space between tokens does not matter.</param>
    /// <exception cref="InputRefusedException">It is not such a file, an entry is not understood, or the chain is broken.</exception>
    public static IReadOnlyList<Entry> Read(string text)
    {
        var faults = new Faults();
        JsonDocument document;
        try { document = JsonDocument.Parse(text); }
        catch (JsonException e)
        {
            faults.Add("", $"This is not a job file: it is not JSON (line {e.LineNumber + 1}).");
            throw new InputRefusedException(faults);
        }
        using (document)
        {
            var root = document.RootElement;
            if (root.ValueKind != JsonValueKind.Object || !root.TryGetProperty("format", out var format) || format.ValueKind != JsonValueKind.String || format.GetString() != Format)
                faults.Add("format", $"This is not a job file: its format is not '{Format}'.");
            else if (!root.TryGetProperty("version", out var version) || version.ValueKind != JsonValueKind.Number || !version.TryGetInt32(out var number) || number != Version)
                faults.Add("version", $"This file is of a version not known here; known is {Version}.");
            else if (!root.TryGetProperty("job", out var job) || job.ValueKind != JsonValueKind.String || string.IsNullOrEmpty(job.GetString()))
                faults.Add("job", "The job's id is missing.");
            else if (!root.TryGetProperty("entries", out var list) || list.ValueKind != JsonValueKind.Array || list.GetArrayLength() == 0)
                faults.Add("entries", "The job has no entries.");
            else
            {
                var entries = list.EnumerateArray().Select((e, i) => ReadEntry(e, job.GetString()!, faults, $"entries.{i}")).ToArray();
                faults.ThrowIfAny();
                foreach (var fault in Chain.Verify(job.GetString()!, entries!)) faults.Add($"entries.{fault.Seq - 1}", $"Entry {fault.Seq} {fault.What}.");
                if (entries[0]!.Kind != EntryKinds.NameOf(typeof(Identity.BookedIn))) faults.Add("entries.0.kind", "A job begins with being booked in.");
                faults.ThrowIfAny();
                return entries!;
            }
        }
        throw new InputRefusedException(faults);
    }

    private static Entry? ReadEntry(JsonElement json, string job, Faults faults, string path)
    {
        if (json.ValueKind != JsonValueKind.Object || !json.TryGetProperty("body", out var body) || !json.TryGetProperty("typed", out var typed))
        {
            faults.Add(path, "An entry is an object with a body and what was typed.");
            return null;
        }
        var rest = new JsonObject(json.EnumerateObject().Where(p => p.Name is not ("body" or "typed")).DistinctBy(p => p.Name).Select(p => KeyValuePair.Create(p.Name, JsonNode.Parse(p.Value.GetRawText()))));
        using var plain = JsonDocument.Parse(rest.ToJsonString());
        if (InputReader.Read<FileEntry>(plain.RootElement, faults, path) is not { } e) return null;
        if (!EntryKinds.Names.Contains(e.Kind)) { faults.Add($"{path}.kind", $"There is no kind of entry '{e.Kind}'."); return null; }
        InputReader.ReadAs(body, EntryKinds.TypeOf(e.Kind), faults, $"{path}.body");
        return new Entry(job, e.Seq, e.At, e.By, e.Role, e.Kind, e.How, e.Instrument, e.Corrects, e.Reason, JsonSerializer.Serialize(body, InputReader.Json),
            JsonSerializer.Serialize(typed, InputReader.Json), e.Once, e.Prev, e.Hash);
    }
}
