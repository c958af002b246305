using System.Globalization;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Web.Hosting;

namespace Wattology.Web.Forms;

/// <summary>Reads a posted form into a record of the core. Field names are the record's JSON paths (<c>input.line.id_mm</c>,
/// <c>input.runs.0.ml</c>); values are typed as people say them. All faults come back under the names of the fields.</summary>
/// <param name="form">What was posted.</param>
/// <param name="units">The shop's units.</param>
/// <param name="state">What the form shows; what was typed and every fault go there.</param>
/// <param name="times">The shop's clock and zone.</param>
public sealed class FormReader(IFormCollection form, ShopUnits units, FormState state, ShopTimes times)
{
    /// <summary>Reads a record; null when anything is wrong with it, and then the state says what.</summary>
    /// <param name="record">The record's type.</param>
    /// <param name="given">Parts of the record that are not typed, by JSON name.</param>
    /// <param name="prefix">Where the record stands in the form.</param>
    public object? Read(Type record, JsonObject? given = null, string prefix = "")
    {
        var before = state.Faults.ByPath.Count;
        var tree = Tree(record, prefix, given);
        using var document = JsonDocument.Parse(tree.ToJsonString());
        var faults = new Faults();
        var value = InputReader.ReadAs(document.RootElement, record, faults, prefix);
        foreach (var (path, message) in faults.ByPath)
            state.Faults.Add(path, message == InputReader.Missing ? Needed(Quantity.Of(Measure.Number)) : message);
        return state.Faults.ByPath.Count == before ? value : null;
    }

    /// <summary>A text of the form, trimmed and remembered.</summary>
    public string Text(string name)
    {
        var text = form[name].ToString().Trim();
        if (form.ContainsKey(name)) state[name] = text;
        return text;
    }

    private static string Needed(Quantity quantity)
        => quantity.Unit is null ? "This is needed."
            : $"{("aeiou".Contains(quantity.Name[0]) ? "An" : "A")} {quantity.Name} is needed, such as {quantity.Example}.";

    private JsonObject Tree(Type record, string prefix, JsonObject? given)
    {
        var tree = new JsonObject();
        foreach (var parameter in InputReader.FormOf(record))
        {
            var name = InputReader.NameOf(parameter);
            var where = Faults.Join(prefix, name);
            var type = Nullable.GetUnderlyingType(parameter.ParameterType) ?? parameter.ParameterType;
            if (given?.ContainsKey(name) == true) { tree[name] = given[name]?.DeepClone(); continue; }
            if (type == typeof(double) || type == typeof(int)) Number(tree, name, where, parameter);
            else if (type == typeof(bool)) Flag(tree, name, where, Nullable.GetUnderlyingType(parameter.ParameterType) is not null);
            else if (type == typeof(string)) tree[name] = Text(where);
            else if (type.IsEnum) Word(tree, name, where, parameter);
            else if (type == typeof(DateTimeOffset)) Time(tree, name, where);
            else if (type.IsGenericType) List(tree, name, where, parameter, type.GetGenericArguments()[0]);
            else if (type == typeof(Oil)) tree[name] = OilByGrade(where);
            else if (!parameter.HasDefaultValue || AnyUnder(where)) tree[name] = Tree(type, where, null);
        }
        return tree;
    }

    private bool AnyUnder(string where) => form.Keys.Any(k => k.StartsWith(where + ".", StringComparison.Ordinal) && form[k].ToString().Trim().Length > 0);

    private void Flag(JsonObject tree, string name, string where, bool mayBeOpen)
    {
        // An answer not given stays not given, in the record where it can say so and on the page always: it must not come back as a chosen "no".
        var text = form[where].ToString();
        if (text.Length > 0 || !mayBeOpen) tree[name] = text is "true" or "on";
        state[where] = text;
    }

    private void Word(JsonObject tree, string name, string where, ParameterInfo parameter)
    {
        if (Text(where) is { Length: > 0 } word) tree[name] = word;
        else if (!parameter.HasDefaultValue) state.Faults.Add(where, "Choose one.");
    }

    private void Number(JsonObject tree, string name, string where, ParameterInfo parameter)
    {
        var (text, quantity) = (Text(where), BoundsAttribute.QuantityOf(parameter));
        if (text.Length == 0)
        {
            if (!parameter.HasDefaultValue) state.Faults.Add(where, Needed(quantity));
            return;
        }
        if (Value(text, where, quantity, parameter) is { } value) tree[name] = value;
        // The field is refused already; a figure of its range keeps the other fields' faults coming.
        else tree[name] = parameter.GetCustomAttribute<BoundsAttribute>() is { } bounds ? bounds.Most : 0;
    }

    // A value in the field's own unit; null where it cannot be taken, and then the state says why.
    private double? Value(string text, string where, Quantity quantity, ParameterInfo parameter)
    {
        var usual = BoundsAttribute.UsualOf(parameter);
        var read = TypedValue.Read(text, quantity, units.Of(quantity).Unit, usual);
        string Shown(double value) => units.Show(value, quantity.Measure);
        var fault = read.Value is not { } value ? read.Fault
            : parameter.GetCustomAttribute<BoundsAttribute>() is { } bounds && !bounds.Allows(value)
                ? $"{Shown(value)} cannot be: {(bounds.AboveLeast ? "above" : "from")} {Shown(bounds.Least)} up to {Shown(bounds.Most)} can."
            : usual?.Holds(value) == false && !form[SureField].Contains(text)
                ? $"That is {Shown(value)}; it is usually {Shown(usual.Least)} to {Shown(usual.Most)}. Say that it is so, or type it again." : null;
        if (fault is not null) state.Faults.Add(where, fault);
        return fault is null ? read.Value : null;
    }

    /// <summary>The field in which a value outside its usual band is said to be so: what was typed.</summary>
    public const string SureField = "sure";

    private void Time(JsonObject tree, string name, string where)
    {
        var text = Text(where);
        if (text.Length == 0) return;
        if (times.TryRead(text, out var at)) tree[name] = at;
        else state.Faults.Add(where, $"'{text}' is not a date and time. Type one like 2030-05-01 16:00.");
    }

    // An oil is chosen by its grade, which stands for typical figures, or typed from its data sheet.
    private JsonNode OilByGrade(string where)
    {
        var grade = Text(OilGradeField.Name);
        if (OilGrades.Typical.TryGetValue(grade, out var oil)) return JsonSerializer.SerializeToNode(oil, JsonForm.Options)!;
        if (grade == OilGradeField.Other) return Tree(typeof(Oil), where, null);
        state.Faults.Add(OilGradeField.Name, "Choose the oil's grade.");
        return JsonSerializer.SerializeToNode(OilGrades.Typical.Values.First(), JsonForm.Options)!;
    }

    private void List(JsonObject tree, string name, string where, ParameterInfo parameter, Type item)
    {
        var array = item == typeof(string) || item.IsEnum ? Texts(where) : item == typeof(double) ? Numbers(where, parameter) : Rows(where, item);
        if (array.Count > 0 || !parameter.HasDefaultValue) tree[name] = array;
    }

    private JsonArray Texts(string where)
    {
        var array = new JsonArray();
        foreach (var text in form[where].Select(t => t?.Trim() ?? "").Where(t => t.Length > 0).Distinct())
        {
            state[$"{where}.{array.Count}"] = text;
            array.Add(text);
        }
        return array;
    }

    // Numbers stand in boxes of their own (compression, drills), each with its unit; blank ones close up.
    private JsonArray Numbers(string where, ParameterInfo parameter)
    {
        var array = new JsonArray();
        var quantity = BoundsAttribute.QuantityOf(parameter);
        foreach (var text in form.Keys.Select(k => (Row: FormState.RowOf(where, k), Text: form[k].ToString().Trim()))
            .Where(r => r.Row >= 0 && r.Text.Length > 0).OrderBy(r => r.Row).Select(r => r.Text))
        {
            var at = $"{where}.{array.Count}";
            state[at] = text;
            array.Add(Value(text, at, quantity, parameter) ?? parameter.GetCustomAttribute<BoundsAttribute>()?.Most ?? 0);
        }
        return array;
    }

    private JsonArray Rows(string where, Type item)
    {
        var array = new JsonArray();
        var rows = form.Keys.Where(k => form[k].ToString().Trim().Length > 0).Select(k => FormState.RowOf(where, k)).Where(r => r >= 0).Distinct().Order();
        // Blank rows close up, on the page as in the record, so that a fault's position means the same in both.
        foreach (var row in rows.ToArray())
        {
            var reader = new FormReader(Renamed($"{where}.{row}.", $"{where}.{array.Count}."), units, state, times);
            array.Add(reader.Tree(item, $"{where}.{array.Count}", null));
        }
        return array;
    }

    private FormCollection Renamed(string from, string to)
    {
        var fields = form.Where(f => f.Key.StartsWith(from, StringComparison.Ordinal)).ToDictionary(f => to + f.Key[from.Length..], f => f.Value);
        // "90 ml in 10 s" said in one breath fills both boxes.
        if (fields.TryGetValue(to + "ml", out var ml) && string.IsNullOrWhiteSpace(fields.GetValueOrDefault(to + "seconds"))
            && TypedValue.TrySplitRun(ml.ToString(), out var volume, out var time))
            (fields[to + "ml"], fields[to + "seconds"]) = (volume, time);
        return new FormCollection(fields);
    }
}

/// <summary>The field that stands for an oil's figures.</summary>
public static class OilGradeField
{
    /// <summary>Its name.</summary>
    public const string Name = "grade";

    /// <summary>The choice that says the figures are typed from the oil's data sheet.</summary>
    public const string Other = "other";

    /// <summary>Grades to choose from.</summary>
    public static IEnumerable<KeyValuePair<string, string>> Choices
        => Choice.Plain(OilGrades.Typical.Keys).Append(new(Other, "figures from the oil's data sheet"));

    /// <summary>The choice that stands for a grade recorded before.</summary>
    public static string ChoiceOf(string grade) => OilGrades.Typical.ContainsKey(grade) ? grade : Other;
}
