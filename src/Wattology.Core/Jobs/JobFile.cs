using System.Globalization;
using System.Text;
using System.Text.Json;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Shop;

namespace Wattology.Core.Jobs;

/// <summary>A job as an open file: JSON with every entry and the whole chain of hashes.</summary>
/// <remarks>Body, outcome and what was typed stand in the file as they are stored, digit for digit, so that a job that went through a file
/// is exported byte for byte as it was.</remarks>
public static class JobFile
{
    /// <summary>The format's name in the file.</summary>
    public const string Format = "wattology-job";

    /// <summary>The format's version.</summary>
    public const int Version = 2;

    private const string TimeFormat = "yyyy-MM-dd'T'HH:mm:ss.fff'Z'";
    private static readonly string[] Fields = ["format", "version", "job", "entries", "shop"];
    private static readonly string[] StoredText = ["body", "outcome", "typed"];

    // An entry's fields beside its stored texts, as they stand in the file.
    private sealed record FileEntry(int Seq, DateTimeOffset At, string By, string ById, string Role, string Second, string SecondId, string Stage, string Kind,
        string Known, string Instrument, string Corrects, string Reason, string Once, string Prev, string Hash);

    /// <summary>Writes a job as it streams past; nothing but the entry at hand is held.</summary>
    /// <param name="output">Where to.</param>
    /// <param name="entries">All entries of one job, by position; at least one.</param>
    /// <param name="mark">Whose file it is; null where it leaves no shop.</param>
    public static async Task WriteAsync(Stream output, IAsyncEnumerable<Entry> entries, ShopMark? mark = null)
    {
        await using var json = new Utf8JsonWriter(output, new JsonWriterOptions { Indented = true, NewLine = "\n", Encoder = JsonForm.Options.Encoder });
        var begun = false;
        await foreach (var entry in entries)
        {
            if (!begun) Begin(json, entry.Job);
            begun = true;
            WriteEntry(json, entry);
            await json.FlushAsync();
        }
        End(json, mark);
    }

    /// <summary>Writes a job that is at hand as a text.</summary>
    /// <param name="entries">All its entries, by position; at least one.</param>
    /// <param name="mark">Whose file it is; null where it leaves no shop.</param>
    public static string Write(IReadOnlyList<Entry> entries, ShopMark? mark = null)
    {
        using var stream = new MemoryStream();
        using (var json = new Utf8JsonWriter(stream, new JsonWriterOptions { Indented = true, NewLine = "\n", Encoder = JsonForm.Options.Encoder }))
        {
            Begin(json, entries[0].Job);
            foreach (var entry in entries) WriteEntry(json, entry);
            End(json, mark);
        }
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    private static void Begin(Utf8JsonWriter json, string job)
    {
        json.WriteStartObject();
        json.WriteString("format", Format);
        json.WriteNumber("version", Version);
        json.WriteString("job", job);
        json.WriteStartArray("entries");
    }

    private static void End(Utf8JsonWriter json, ShopMark? mark)
    {
        json.WriteEndArray();
        if (mark is not null)
        {
            json.WritePropertyName("shop");
            JsonSerializer.SerializeToElement(mark, JsonForm.Options).WriteTo(json);
        }
        json.WriteEndObject();
    }

    private static void WriteEntry(Utf8JsonWriter json, Entry e)
    {
        json.WriteStartObject();
        json.WriteNumber("seq", e.Seq);
        json.WriteString("at", e.At.UtcDateTime.ToString(TimeFormat, CultureInfo.InvariantCulture));
        foreach (var (name, text) in new[]
        {
            ("by", e.By), ("by_id", e.ById), ("role", e.Role), ("second", e.Second), ("second_id", e.SecondId), ("stage", e.Stage), ("kind", e.Kind),
            ("known", e.Known), ("instrument", e.Instrument), ("corrects", e.Corrects), ("reason", e.Reason),
        }) json.WriteString(name, text);
        foreach (var (name, text) in new[] { ("body", e.Body), ("outcome", e.Outcome), ("typed", e.Typed) })
        {
            json.WritePropertyName(name);
            if (text.Length == 0) json.WriteNullValue();
            else json.WriteRawValue(text);
        }
        foreach (var (name, text) in new[] { ("once", e.Once), ("prev", e.Prev), ("hash", e.Hash) }) json.WriteString(name, text);
        json.WriteEndObject();
    }

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
            try { return ReadRoot(document.RootElement, faults); }
            // What the reader meets in a name or a text that is no whole character.
            catch (InvalidOperationException) { faults.Add("", "This is not a job file: a text in it holds half a character."); }
        }
        throw new InputRefusedException(faults);
    }

    /// <summary>The mark of a file that was read and proved: whose it is; null where it says nothing.</summary>
    /// <param name="text">The file's text.</param>
    public static ShopMark? MarkOf(string text)
    {
        using var document = JsonDocument.Parse(text);
        return document.RootElement.TryGetProperty("shop", out var shop) ? InputReader.Read<ShopMark>(shop, new Faults()) : null;
    }

    private static Entry[] ReadRoot(JsonElement root, Faults faults)
    {
        if (!TextOf(root, "format", out var format) || format != Format) faults.Add("format", $"This is not a job file: its format is not '{Format}'.");
        else if (!root.TryGetProperty("version", out var version) || version.ValueKind != JsonValueKind.Number || !version.TryGetInt32(out var number)
            || number != Version)
            faults.Add("version", $"This file is of a version not known here; known is {Version}.");
        else if (!TextOf(root, "job", out var job) || !JobId.IsOne(job)) faults.Add("job", $"A job's id has {JobId.Digits} hex digits; this one has not.");
        else if (!root.TryGetProperty("entries", out var list) || list.ValueKind != JsonValueKind.Array || list.GetArrayLength() == 0)
            faults.Add("entries", "The job has no entries.");
        else if (root.EnumerateObject().Select(p => p.Name).FirstOrDefault(n => !Fields.Contains(n)) is { } strange)
            faults.Add(strange, $"There is no such field here; known are {string.Join(", ", Fields)}.");
        else if (root.EnumerateObject().CountBy(p => p.Name).FirstOrDefault(p => p.Value > 1).Key is { } twice)
            faults.Add(twice, "This is given twice.");
        else
        {
            var entries = ReadEntries(list, job, faults);
            if (root.TryGetProperty("shop", out var shop)) ProveMark(shop, entries, faults);
            return entries;
        }
        throw new InputRefusedException(faults);
    }

    // A file that says whose it is says it rightly: no record passes for one another shop signed.
    private static void ProveMark(JsonElement json, Entry[] entries, Faults faults)
    {
        var mark = InputReader.Read<ShopMark>(json, faults, "shop");
        faults.ThrowIfAny();
        if (mark!.Fault(entries[0].Job, entries.Length, entries[^1].Hash) is { } fault) faults.Add("shop", fault);
        faults.ThrowIfAny();
    }

    private static bool TextOf(JsonElement json, string name, out string text)
    {
        text = json.ValueKind == JsonValueKind.Object && json.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String
            ? value.GetString()! : "";
        return text.Length > 0;
    }

    private static Entry[] ReadEntries(JsonElement list, string job, Faults faults)
    {
        var entries = list.EnumerateArray().Select((e, i) => ReadEntry(e, job, faults, $"entries.{i}")).ToArray();
        faults.ThrowIfAny();
        foreach (var fault in Chain.Verify(job, entries!)) faults.Add($"entries.{fault.Seq - 1}", $"Entry {fault.Seq} {fault.What}.");
        if (entries[0]!.Kind != BookedIn.EntryKind.Name) faults.Add("entries.0.kind", "A job begins with being booked in.");
        faults.ThrowIfAny();
        JobFileRules.Check(entries!, faults);
        faults.ThrowIfAny();
        return entries!;
    }

    private static Entry? ReadEntry(JsonElement json, string job, Faults faults, string path)
    {
        if (json.ValueKind != JsonValueKind.Object || StoredText.Any(t => !json.TryGetProperty(t, out _)))
        {
            faults.Add(path, "An entry is an object with a body, an outcome and what was typed.");
            return null;
        }
        if (ReadFields(json, faults, path) is not { } e) return null;
        foreach (var (name, hash) in new[] { ("hash", e.Hash), ("prev", e.Prev), ("corrects", e.Corrects) })
            if (hash.Length > 0 && !(hash.Length == 64 && hash.All(char.IsAsciiHexDigitLower))) faults.Add($"{path}.{name}", "A hash has 64 hex digits.");
        if (CheckList.Kinds.Find(e.Kind) is not { } kind) { faults.Add($"{path}.kind", $"There is no kind of entry '{e.Kind}'."); return null; }
        JsonElement body = json.GetProperty("body"), outcome = json.GetProperty("outcome"), typed = json.GetProperty("typed");
        InputReader.ReadAs(body, kind.BodyType, faults, $"{path}.body");
        InputReader.ReadAs(typed, typeof(IReadOnlyDictionary<string, string>), faults, $"{path}.typed");
        if (kind.OutcomeType is { } type) InputReader.ReadAs(outcome, type, faults, $"{path}.outcome");
        else if (outcome.ValueKind != JsonValueKind.Null) faults.Add($"{path}.outcome", $"Nothing is made of an entry of the kind '{e.Kind}'.");
        return new Entry(job, e.Seq, e.At, e.By, e.ById, e.Role, e.Second, e.SecondId, e.Stage, e.Kind, e.Known, e.Instrument, e.Corrects, e.Reason,
            Stored(body), outcome.ValueKind == JsonValueKind.Null ? "" : Stored(outcome), Stored(typed), e.Once, e.Prev, e.Hash);
    }

    private static FileEntry? ReadFields(JsonElement json, Faults faults, string path)
    {
        using var stream = new MemoryStream();
        using (var writer = new Utf8JsonWriter(stream))
        {
            writer.WriteStartObject();
            foreach (var field in json.EnumerateObject().Where(p => !StoredText.Contains(p.Name))) field.WriteTo(writer);
            writer.WriteEndObject();
        }
        using var fields = JsonDocument.Parse(stream.ToArray());
        return InputReader.Read<FileEntry>(fields.RootElement, faults, path);
    }

    /// <summary>A value as it is stored: its own tokens, each character for character, without the white space between them.</summary>
    private static string Stored(JsonElement json)
    {
        var raw = json.GetRawText();
        var stored = new StringBuilder(raw.Length);
        var inString = false;
        for (var i = 0; i < raw.Length; i++)
        {
            var c = raw[i];
            if (!inString && c is ' ' or '\t' or '\n' or '\r') continue;
            if (c == '"') inString = !inString;
            stored.Append(c);
            if (inString && c == '\\') stored.Append(raw[++i]);
        }
        return stored.ToString();
    }
}
