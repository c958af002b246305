using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Wattology.Core.Calculations;
using Wattology.Core.Measures;

namespace Wattology.Web.Forms;

/// <summary>Reads a posted form into a record of the core. Field names are the record's JSON paths (<c>line.id_mm</c>, <c>runs.0.ml</c>);
/// values are typed as people say them and their unit follows from the name. All faults come back under the names of the fields.</summary>
public sealed class FormReader(IFormCollection form, ShopUnits units, FormState state)
{
    /// <summary>Reads a record; null when anything is wrong with it, and then the state says what.</summary>
    /// <param name="given">Parts of the record that are not typed, by JSON name.</param>
    /// <param name="prefix">Where the record stands in the form.</param>
    public T? Read<T>(JsonObject? given = null, string prefix = "") where T : class
    {
        var before = state.Faults.ByPath.Count;
        var tree = Tree(typeof(T), prefix, given);
        using var document = JsonDocument.Parse(tree.ToJsonString());
        var faults = new Faults();
        var value = InputReader.Read<T>(document.RootElement, faults, prefix);
        foreach (var (path, message) in faults.ByPath)
            state.Faults.Add(path, message == InputReader.Missing ? Needed(path) : message);
        return state.Faults.ByPath.Count == before ? value : null;
    }

    /// <summary>A text of the form, trimmed and remembered.</summary>
    public string Text(string name)
    {
        var text = form[name].ToString().Trim();
        if (form.ContainsKey(name)) state[name] = text;
        return text;
    }

    private static string Needed(string path)
    {
        var quantity = Quantity.OfField(path);
        return quantity == Quantity.Number ? $"{Said(path)}: this is needed." : $"{Said(path)}: a {quantity.Name} is needed, such as {quantity.Example}.";
    }

    // A fault is also read in the list at the head of the page, away from its label.
    private static string Said(string path)
    {
        var words = string.Join(' ', path.Split('.').Select(p => int.TryParse(p, out var position) ? (position + 1).ToString(CultureInfo.InvariantCulture) : p)).Split('_');
        var plain = string.Join(' ', words.Length > 1 && Quantity.OfField(path) != Quantity.Number ? words[..^1] : words);
        return char.ToUpperInvariant(plain[0]) + plain[1..];
    }

    private JsonObject Tree(Type record, string prefix, JsonObject? given)
    {
        var tree = new JsonObject();
        foreach (var parameter in InputReader.FormOf(record))
        {
            var name = InputReader.NameOf(parameter);
            var where = Faults.Join(prefix, name);
            var type = Nullable.GetUnderlyingType(parameter.ParameterType) ?? parameter.ParameterType;
            if (given?.ContainsKey(name) == true) { tree[name] = given[name]!.DeepClone(); continue; }
            if (type == typeof(double) || type == typeof(int)) Number(tree, name, where, parameter.HasDefaultValue);
            else if (type == typeof(bool))
            {
                // An answer not given stays not given on the page: it must not come back as a chosen "no".
                tree[name] = form[where].ToString() is "true" or "on";
                state[where] = form[where].ToString();
            }
            else if (type == typeof(string)) tree[name] = Text(where);
            else if (type.IsEnum) { if (Text(where) is { Length: > 0 } word) tree[name] = word; else if (!parameter.HasDefaultValue) state.Faults.Add(where, $"{Said(where)}: choose one."); }
            else if (type == typeof(DateTimeOffset)) Time(tree, name, where);
            else if (type.IsGenericType) List(tree, name, where, type.GetGenericArguments()[0], parameter.HasDefaultValue);
            else if (!parameter.HasDefaultValue || form.Keys.Any(k => k.StartsWith(where + ".", StringComparison.Ordinal) && form[k].ToString().Trim().Length > 0))
                tree[name] = Tree(type, where, null);
        }
        return tree;
    }

    private void Number(JsonObject tree, string name, string where, bool optional)
    {
        var text = Text(where);
        if (text.Length == 0)
        {
            if (!optional) state.Faults.Add(where, Needed(where));
            return;
        }
        var quantity = Quantity.OfField(where);
        if (SpokenValue.TryRead(text, quantity, units.Of(quantity).Unit, out var value, out var fault)) tree[name] = value;
        else
        {
            state.Faults.Add(where, fault!);
            tree[name] = 0;
        }
    }

    private void Time(JsonObject tree, string name, string where)
    {
        var text = Text(where);
        if (text.Length == 0) return;
        if (DateTime.TryParse(text, CultureInfo.InvariantCulture, DateTimeStyles.None, out var at)) tree[name] = new DateTimeOffset(at, TimeZoneInfo.Local.GetUtcOffset(at));
        else state.Faults.Add(where, $"'{text}' is not a date and time. Type one like 2030-05-01 16:00.");
    }

    private void List(JsonObject tree, string name, string where, Type item, bool optional)
    {
        var array = new JsonArray();
        if (item == typeof(string))
        {
            var position = 0;
            foreach (var text in form[where].Select(t => t?.Trim() ?? "").Where(t => t.Length > 0).Distinct())
            {
                array.Add(text);
                state[$"{where}.{position++}"] = text;
            }
        }
        else
        {
            var rows = form.Keys.Where(k => k.StartsWith(where + ".", StringComparison.Ordinal) && form[k].ToString().Trim().Length > 0)
                .Select(k => k[(where.Length + 1)..].Split('.')[0]).Distinct().Select(r => int.TryParse(r, out var i) ? i : -1).Where(i => i >= 0).Order().ToArray();
            // Blank rows close up, on the page as in the record, so that a fault's position means the same in both.
            for (var position = 0; position < rows.Length; position++)
            {
                var row = new FormReader(Renamed($"{where}.{rows[position]}.", $"{where}.{position}."), units, state);
                array.Add(row.Tree(item, $"{where}.{position}", null));
            }
        }
        if (array.Count > 0 || !optional) tree[name] = array;
    }

    private FormCollection Renamed(string from, string to)
    {
        var fields = form.Where(f => f.Key.StartsWith(from, StringComparison.Ordinal)).ToDictionary(f => to + f.Key[from.Length..], f => f.Value);
        // "90 ml in 10 s" said in one breath fills both boxes.
        if (fields.TryGetValue(to + "ml", out var ml) && string.IsNullOrWhiteSpace(fields.GetValueOrDefault(to + "seconds")) && SpokenValue.TrySplitRun(ml.ToString(), out var volume, out var time))
            (fields[to + "ml"], fields[to + "seconds"]) = (volume, time);
        return new FormCollection(fields);
    }
}
