using System.Collections.Concurrent;
using System.Globalization;
using System.Reflection;
using System.Text.Json;

namespace Wattology.Core.Inputs;

/// <summary>Reads JSON into the records of the core, strictly: an unknown, missing, doubled, wrongly typed or
/// out-of-range field is a fault under its own path, and all faults are reported at once.</summary>
/// <remarks>The record's primary constructor is the form: parameter names in snake case are the field names, a parameter
/// with a default is optional (null then means absent), and <see cref="BoundsAttribute"/> gives its range.</remarks>
public static class InputReader
{
    /// <summary>What is said of a field that is not there.</summary>
    public const string Missing = "This field is missing.";

    /// <summary>The longest text of one field, in characters.</summary>
    public const int LongestText = 4000;

    /// <summary>The longest list, where <see cref="MostAttribute"/> says nothing else.</summary>
    public const int MostItems = 1000;

    private static readonly ConcurrentDictionary<Type, ParameterInfo[]> Forms = new();

    /// <summary>The parameters of a record's primary constructor.</summary>
    public static IReadOnlyList<ParameterInfo> FormOf(Type record) => Forms.GetOrAdd(record,
        t => t.GetConstructors().OrderByDescending(c => c.GetParameters().Length).First().GetParameters());

    /// <summary>The JSON name of a parameter.</summary>
    public static string NameOf(ParameterInfo parameter) => JsonForm.NameOf(parameter.Name!);

    /// <summary>Reads one value, or returns null and adds what is wrong to <paramref name="faults"/>.</summary>
    public static T? Read<T>(JsonElement json, Faults faults, string path = "") where T : class => (T?)ReadAs(json, typeof(T), faults, path);

    /// <summary>As <see cref="Read{T}"/>, for a record type known only at run time.</summary>
    public static object? ReadAs(JsonElement json, Type type, Faults faults, string path = "")
    {
        var inner = new Faults();
        var value = Value(json, type, null, MostItems, inner, path);
        foreach (var (where, what) in inner.ByPath) faults.Add(where, what);
        return inner.None ? value : null;
    }

    /// <summary>Checks a record made in code as strictly as one that was read.</summary>
    /// <exception cref="InputRefusedException">A field is out of range or a rule is broken.</exception>
    public static void Validate<T>(T record) where T : class
    {
        var faults = new Faults();
        try { ReadAs(JsonSerializer.SerializeToElement(record, JsonForm.Options), typeof(T), faults); }
        catch (ArgumentException) { faults.Add("", "Every number must be finite."); }
        faults.ThrowIfAny();
    }

    private static object? Value(JsonElement json, Type type, BoundsAttribute? bounds, int most, Faults faults, string path)
    {
        object? Fault(string message) { faults.Add(path, message); return null; }

        if (type == typeof(double) || type == typeof(int))
        {
            if (json.ValueKind != JsonValueKind.Number) return Fault($"A number is wanted here, not {Kind(json)}.");
            var number = json.GetDouble();
            if (!double.IsFinite(number)) return Fault("This number is too large to mean anything.");
            if (bounds is not null && number != 0 && Math.Abs(number) < BoundsAttribute.Smallest)
                return Fault($"This number is too small to mean anything: allowed is {bounds}.");
            if (bounds is not null && !bounds.Allows(number)) return Fault(
                $"{number.ToString("0.######", CultureInfo.InvariantCulture)} is out of range: allowed is {bounds}.");
            if (type == typeof(double)) return number;
            return number == Math.Floor(number) && Math.Abs(number) <= int.MaxValue ? (int)number : Fault("A whole number is wanted here.");
        }
        if (type == typeof(long))
            return json.ValueKind == JsonValueKind.Number && json.TryGetInt64(out var whole) ? whole : Fault("A whole number is wanted here.");
        if (type == typeof(bool))
            return json.ValueKind is JsonValueKind.True or JsonValueKind.False ? json.GetBoolean() : Fault($"true or false is wanted here, not {Kind(json)}.");
        if (type == typeof(string))
            return json.ValueKind != JsonValueKind.String ? Fault($"Text is wanted here, not {Kind(json)}.")
                : TextOf(json) is not { } text ? Fault(HalfCharacter)
                : text.Length > LongestText ? Fault($"This is {text.Length} characters long; {LongestText} are allowed.") : text;
        if (type == typeof(DateTimeOffset))
            return json.ValueKind == JsonValueKind.String && json.TryGetDateTimeOffset(out var at) ? at
                : Fault("A date and time such as 2030-05-01T08:30:00Z is wanted here.");
        if (type.IsEnum)
        {
            var words = Enum.GetValues(type).Cast<Enum>().ToDictionary(JsonForm.WordOf);
            return json.ValueKind == JsonValueKind.String && TextOf(json) is { } said && words.TryGetValue(said, out var word) ? word
                : Fault($"One of these is wanted here: {string.Join(", ", words.Keys)}.");
        }
        if (type.IsGenericType && type.GetGenericTypeDefinition() == typeof(IReadOnlyList<>)) return List(json, type.GetGenericArguments()[0], bounds,
            most, faults, path);
        if (type.IsGenericType && type.GetGenericTypeDefinition() == typeof(IReadOnlyDictionary<,>)) return Map(json, type.GetGenericArguments()[1], bounds,
            faults, path);
        return type.IsDefined(typeof(BareFirstAttribute), false) && json.ValueKind != JsonValueKind.Object ? Bare(json, type, faults, path)
            : Record(json, type, faults, path);
    }

    private static object? Bare(JsonElement json, Type type, Faults faults, string path)
    {
        var form = FormOf(type);
        return Value(json, form[0].ParameterType, null, MostItems, faults, path) is { } first
            ? Activator.CreateInstance(type, [first, .. form.Skip(1).Select(p => p.DefaultValue)]) : null;
    }

    private static object? List(JsonElement json, Type item, BoundsAttribute? bounds, int most, Faults faults, string path)
    {
        if (json.ValueKind != JsonValueKind.Array) { faults.Add(path, $"A list is wanted here, not {Kind(json)}."); return null; }
        if (json.GetArrayLength() > most) { faults.Add(path, $"This list has {json.GetArrayLength()} items; {most} are allowed."); return null; }
        var list = (System.Collections.IList)Activator.CreateInstance(typeof(List<>).MakeGenericType(item))!;
        var position = 0;
        foreach (var element in json.EnumerateArray())
        {
            if (faults.Full) break;
            var value = Value(element, item, bounds, MostItems, faults, Faults.Join(path, position.ToString(CultureInfo.InvariantCulture)));
            if (value is not null) list.Add(value);
            position++;
        }
        return list;
    }

    private static object? Map(JsonElement json, Type item, BoundsAttribute? bounds, Faults faults, string path)
    {
        if (json.ValueKind != JsonValueKind.Object) { faults.Add(path, $"An object is wanted here, not {Kind(json)}."); return null; }
        var map = (System.Collections.IDictionary)Activator.CreateInstance(typeof(Dictionary<,>).MakeGenericType(typeof(string), item))!;
        foreach (var field in json.EnumerateObject())
        {
            if (map.Count == MostItems) { faults.Add(path, $"{MostItems} fields are allowed here."); break; }
            if (NameOf(field) is null) { faults.Add(path, HalfCharacter); continue; }
            if (map.Contains(field.Name)) { faults.Add(Faults.Join(path, field.Name), "This is given twice."); continue; }
            var value = Value(field.Value, item, bounds, MostItems, faults, Faults.Join(path, field.Name));
            if (value is not null) map[field.Name] = value;
        }
        return map;
    }

    private static object? Record(JsonElement json, Type type, Faults faults, string path)
    {
        if (json.ValueKind != JsonValueKind.Object) { faults.Add(path, $"An object is wanted here, not {Kind(json)}."); return null; }
        var form = FormOf(type);
        var fields = new Dictionary<string, JsonElement>(StringComparer.Ordinal);
        foreach (var field in json.EnumerateObject())
            if (NameOf(field) is null) faults.Add(path, HalfCharacter);
            else if (!fields.TryAdd(field.Name, field.Value)) faults.Add(Faults.Join(path, field.Name), "This field is given twice.");

        var inner = new Faults();
        var values = new object?[form.Count];
        for (var i = 0; i < form.Count; i++)
        {
            var name = NameOf(form[i]);
            var where = Faults.Join(path, name);
            var given = fields.Remove(name, out var value);
            if (given && value.ValueKind == JsonValueKind.Null && Nullable.GetUnderlyingType(
                form[i].ParameterType) is not null) values[i] = form[i].HasDefaultValue ? form[i].DefaultValue : null;
            else if (form[i].HasDefaultValue && (!given || value.ValueKind == JsonValueKind.Null)) values[i] = form[i].DefaultValue;
            else if (!given) inner.Add(where, Missing);
            else values[i] = Value(value, Nullable.GetUnderlyingType(form[i].ParameterType) ?? form[i].ParameterType,
                form[i].GetCustomAttribute<BoundsAttribute>(), form[i].GetCustomAttribute<MostAttribute>()?.Items ?? MostItems, inner, where);
            if (values[i] is string text && string.IsNullOrWhiteSpace(text)
                && form[i].GetCustomAttribute<NeededAttribute>() is { } needed) inner.Add(where, needed.Message);
        }
        foreach (var name in fields.Keys)
            inner.Add(Faults.Join(path, name), $"There is no such field here; known are {string.Join(", ", form.Select(NameOf))}.");
        object? made = null;
        if (inner.None)
        {
            made = Activator.CreateInstance(type, values);
            if (made is IHasRules rules) rules.Check(inner, path);
        }
        foreach (var (where, what) in inner.ByPath) faults.Add(where, what);
        return made;
    }

    private const string HalfCharacter = "A text here holds half a character (a surrogate without its other half).";

    // What is escaped as half a character is found out only when it is read.
    private static string? TextOf(JsonElement json)
    {
        try { return json.GetString(); }
        catch (InvalidOperationException) { return null; }
    }

    private static string? NameOf(JsonProperty field)
    {
        try { return field.Name; }
        catch (InvalidOperationException) { return null; }
    }

    private static string Kind(JsonElement json) => json.ValueKind switch
    {
        JsonValueKind.String => "text",
        JsonValueKind.True or JsonValueKind.False => "true or false",
        JsonValueKind.Null => "null",
        JsonValueKind.Array => "a list",
        JsonValueKind.Object => "an object",
        _ => "a number",
    };
}
