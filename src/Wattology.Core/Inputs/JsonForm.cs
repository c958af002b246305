using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Wattology.Core.Inputs;

/// <summary>How records of the core are written as JSON, everywhere in the product.</summary>
/// <remarks>Field names and enum words are the record's own names in snake case and kebab case. Strings are escaped as RFC 8785 (JSON
/// Canonicalization Scheme) says: only the quotation mark, the backslash and control characters; everything else stands as itself.</remarks>
public static class JsonForm
{
    /// <summary>The options every record is written and read with.</summary>
    public static readonly JsonSerializerOptions Options = new()
    {
        PropertyNamingPolicy = JsonNamingPolicy.SnakeCaseLower,
        TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { OnlyFieldsOfTheForm } },
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower) },
        Encoder = CanonicalEncoder.Instance,
    };

    /// <summary>The JSON name of a parameter of a record.</summary>
    public static string NameOf(string parameter) => JsonNamingPolicy.SnakeCaseLower.ConvertName(parameter);

    /// <summary>The JSON word for an enum value.</summary>
    public static string WordOf(Enum value) => JsonNamingPolicy.KebabCaseLower.ConvertName(value.ToString());

    /// <summary>The enum value behind a JSON word.</summary>
    /// <returns>The value, or null when no value has that word.</returns>
    public static T? ValueOf<T>(string word) where T : struct, Enum
    {
        foreach (var value in Enum.GetValues<T>())
            if (WordOf(value) == word) return value;
        return null;
    }

    /// <summary>An enum value as people read it: its JSON word without the dashes.</summary>
    public static string Plain(Enum value) => WordOf(value).Replace('-', ' ');

    /// <summary>A text as a JSON string, quotation marks included, escaped by RFC 8785's rules.</summary>
    public static string Quoted(string text)
    {
        var quoted = new StringBuilder(text.Length + 2).Append('"');
        foreach (var c in text)
        {
            switch (c)
            {
                case '"': quoted.Append("\\\""); break;
                case '\\': quoted.Append("\\\\"); break;
                case '\b': quoted.Append("\\b"); break;
                case '\t': quoted.Append("\\t"); break;
                case '\n': quoted.Append("\\n"); break;
                case '\f': quoted.Append("\\f"); break;
                case '\r': quoted.Append("\\r"); break;
                case < ' ': quoted.Append("\\u").Append(((int)c).ToString("x4", System.Globalization.CultureInfo.InvariantCulture)); break;
                default: quoted.Append(c); break;
            }
        }
        return quoted.Append('"').ToString();
    }

    // What a record computes from its own fields is not written: it would not read back.
    private static void OnlyFieldsOfTheForm(JsonTypeInfo info)
    {
        if (info.Properties.All(p => p.AssociatedParameter is null)) return;
        foreach (var computed in info.Properties.Where(p => p.AssociatedParameter is null).ToArray()) info.Properties.Remove(computed);
    }

    private sealed class CanonicalEncoder : JavaScriptEncoder
    {
        public static readonly CanonicalEncoder Instance = new();

        public override int MaxOutputCharactersPerInputCharacter => 6;

        public override bool WillEncode(int unicodeScalar) => unicodeScalar is < ' ' or '"' or '\\';

        public override unsafe int FindFirstCharacterToEncode(char* text, int textLength)
        {
            var characters = new ReadOnlySpan<char>(text, textLength);
            for (var i = 0; i < characters.Length; i++)
            {
                if (WillEncode(characters[i])) return i;
                // Half of a pair is no character; the writer then replaces it.
                if (char.IsSurrogate(characters[i]) && (i + 1 == characters.Length || !char.IsSurrogatePair(characters[i], characters[++i]))) return i;
            }
            return -1;
        }

        public override unsafe bool TryEncodeUnicodeScalar(int unicodeScalar, char* buffer, int bufferLength, out int numberOfCharactersWritten)
        {
            var escaped = WillEncode(unicodeScalar) ? Quoted(((char)unicodeScalar).ToString())[1..^1] : char.ConvertFromUtf32(unicodeScalar);
            numberOfCharactersWritten = escaped.Length;
            return escaped.TryCopyTo(new Span<char>(buffer, bufferLength));
        }
    }
}
