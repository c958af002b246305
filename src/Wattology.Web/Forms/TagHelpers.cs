using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using Microsoft.AspNetCore.Razor.TagHelpers;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Web.Forms;

/// <summary>A page with a form on it.</summary>
public interface IHasForm
{
    /// <summary>What is typed and what is wrong.</summary>
    FormState Form { get; }

    /// <summary>The shop's units.</summary>
    ShopUnits Units { get; }

    /// <summary>The records the page's forms are read into, from which a box takes what it measures.</summary>
    IReadOnlyList<Type> Records { get; }
}

/// <summary>Makes elements whose text and attributes are encoded by construction.</summary>
internal static class Html
{
    public static TagBuilder Tag(string name, string? style = null, params (string Name, string? Value)[] attributes)
    {
        var tag = new TagBuilder(name);
        if (name is "input") tag.TagRenderMode = TagRenderMode.SelfClosing;
        if (style is not null) tag.AddCssClass(style);
        foreach (var (attribute, value) in attributes)
            if (value is not null) tag.Attributes[attribute] = value;
        return tag;
    }

    public static TagBuilder With(this TagBuilder tag, params object?[] children)
    {
        foreach (var child in children)
        {
            if (child is IHtmlContent html) tag.InnerHtml.AppendHtml(html);
            else if (child is string text) tag.InnerHtml.Append(text);
        }
        return tag;
    }
}

/// <summary>What the field helpers share: label, hint, fault and what was typed.</summary>
public abstract class FieldHelper : TagHelper
{
    /// <summary>Where the field stands.</summary>
    [HtmlAttributeNotBound, ViewContext]
    public ViewContext ViewContext { get; set; } = null!;

    /// <summary>The field's name: its path in the record.</summary>
    public string Name { get; set; } = "";

    /// <summary>Its label.</summary>
    public string Label { get; set; } = "";

    /// <summary>A line under it.</summary>
    public string? Hint { get; set; }

    /// <summary>The page it stands on.</summary>
    protected IHasForm Page => (IHasForm)ViewContext.ViewData.Model!;

    /// <summary>Its id.</summary>
    protected string Id => IdOf(Name);

    /// <summary>What is wrong with it, or null.</summary>
    protected string? Fault => Page.Form.FaultAt(Name);

    /// <summary>Ids of what describes it.</summary>
    protected string Described => (Hint is null ? "" : $"{Id}-hint ") + $"{Id}-fault";

    /// <summary>The id of a field by its name.</summary>
    public static string IdOf(string name) => "f-" + name.Replace('.', '-').Replace('_', '-');

    /// <summary>Its label, with a word behind it where it may stay empty.</summary>
    protected TagBuilder LabelTag(string? optional = null)
        => Html.Tag("label", null, ("for", Id)).With(Label, optional is null ? null : " ", optional is null ? null : Html.Tag("span", "opt").With(optional));

    /// <summary>Sets the field around its control.</summary>
    protected void Wrap(TagHelperOutput output, string tag, string? style, params object?[] body)
    {
        Page.Form.Labels[Name] = Label;
        output.TagName = tag;
        output.TagMode = TagMode.StartTagAndEndTag;
        output.Attributes.SetAttribute("class", "field" + (style is null ? "" : " " + style) + (Fault is null ? "" : " wrong"));
        foreach (var part in body)
            if (part is IHtmlContent html) output.Content.AppendHtml(html);
        if (Hint is not null) output.Content.AppendHtml(Html.Tag("p", "hint", ("id", $"{Id}-hint")).With(Hint));
        output.Content.AppendHtml(Html.Tag("p", "fault", ("id", $"{Id}-fault")).With(Fault ?? ""));
    }
}

/// <summary>One box that takes a value and unit as people say them, and shows what it understood.</summary>
[HtmlTargetElement("value-field")]
public sealed class ValueFieldHelper : FieldHelper
{
    /// <summary>Whether it may stay empty.</summary>
    public bool Optional { get; set; }

    /// <summary>Whether a volume and its time may be said in one breath, <c>90 ml in 10 s</c>.</summary>
    public bool Run { get; set; }

    // Which keys the number pad has beside the digits; see pad.js.
    private string PadKeys(Quantity quantity)
    {
        var own = Page.Units.Of(quantity).Symbol;
        var units = quantity.Keys.Contains(own) ? quantity.Keys.Where(k => k != own).Prepend(own) : quantity.Keys;
        var marks = Run ? new[] { "in", "s" } : quantity.Measure switch
        {
            Measure.Length => ["fraction", "and"],
            Measure.Angle or Measure.Seconds => [":"],
            _ => [],
        };
        return string.Join('|', units.Concat(marks));
    }

    /// <inheritdoc/>
    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var quantity = Page.Records.Select(r => FieldPath.Find(r, Name)).FirstOrDefault(p => p is not null) is { } parameter
            ? BoundsAttribute.QuantityOf(parameter) : throw new InvalidOperationException($"No record of this page has a field '{Name}'.");
        var usual = BoundsAttribute.UsualOf(parameter);
        var query = string.Create(System.Globalization.CultureInfo.InvariantCulture, $"/understand?measure={JsonForm.WordOf(quantity.Measure)}&field={
            Uri.EscapeDataString(Name)}{(usual is null ? "" : $"&least={usual.Least}&most={usual.Most}")}");
        var read = Fault is null || Page.Form[Name].Length == 0 ? null : TypedValue.Read(Page.Form[Name], quantity, Page.Units.Of(quantity).Unit, usual);
        var input = Html.Tag("input", null, ("id", Id), ("name", Name), ("value", Page.Form[Name]), ("autocomplete", "off"), ("inputmode", "text"),
            ("data-pad", PadKeys(quantity)),
            ("aria-describedby", $"{Described} {Id}-echo"), ("aria-invalid", Fault is null ? null : "true"), ("hx-get", query),
            ("hx-trigger", "input changed delay:250ms"), ("hx-target", $"#{Id}-echo"), ("hx-swap", "innerHTML"), ("hx-push-url", "false"));
        Wrap(output, "div", null, LabelTag(Optional ? "if known" : null),
            Html.Tag("div", "value-box").With(input, Html.Tag("span", "unit").With(Page.Units.Of(quantity).Symbol)),
            Html.Tag("output", "echo", ("id", $"{Id}-echo"), ("for", Id)),
            read is { Offers.Count: > 0 } ? Offers.Tag(read.Offers, Page.Units, quantity.Measure) : null,
            // Unusual and possible: asked once, and taken when it is said to be so.
            read?.Value is { } value && usual?.Holds(value) == false ? Html.Tag("label", "choice").With(Html.Tag("input", null, ("type", "checkbox"),
                ("name", FormReader.SureField), ("value", Page.Form[Name])), Html.Tag("span").With("it is so")) : null);
    }
}

/// <summary>A line or a box of text.</summary>
[HtmlTargetElement("text-field")]
public sealed class TextFieldHelper : FieldHelper
{
    /// <summary>Whether it may stay empty.</summary>
    public bool Optional { get; set; }

    /// <summary>How many lines it shows.</summary>
    public int Rows { get; set; } = 1;

    /// <summary>The kind of input.</summary>
    public string Type { get; set; } = "text";

    /// <summary>What the browser may fill in.</summary>
    public string? Autocomplete { get; set; }

    /// <summary>Whether it takes digits only, such as a pin.</summary>
    public bool Digits { get; set; }

    /// <inheritdoc/>
    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var typed = Type == "password" ? "" : Page.Form[Name];
        var control = Html.Tag(Rows > 1 ? "textarea" : "input", null, ("id", Id), ("name", Name), ("aria-describedby", Described),
            ("autocomplete", Autocomplete ?? "off"), ("data-pad", Digits ? "digits" : null), ("inputmode", Digits ? "numeric" : null),
            ("aria-invalid", Fault is null ? null : "true"), ("rows", Rows > 1 ? Rows.ToString(System.Globalization.CultureInfo.InvariantCulture) : null),
            ("type", Rows > 1 ? null : Type), ("value", Rows > 1 ? null : typed));
        // A browser drops the first line break of a text box.
        if (Rows > 1) control.With("\n" + typed);
        Wrap(output, "div", Rows > 1 ? "wide" : null, LabelTag(Optional ? "if any" : null), control);
    }
}

/// <summary>A tick.</summary>
[HtmlTargetElement("tick-field")]
public sealed class TickFieldHelper : FieldHelper
{
    /// <inheritdoc/>
    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var box = Html.Tag("input", null, ("type", "checkbox"), ("id", Id), ("name", Name), ("value", "true"),
            ("checked", Page.Form[Name] == "true" ? "checked" : null), ("aria-describedby", Described));
        Wrap(output, "div", null, Html.Tag("label", "tick", ("for", Id)).With(box, Html.Tag("span").With(Label)));
    }
}

/// <summary>One of a few, each a touch.</summary>
[HtmlTargetElement("choice-field")]
public sealed class ChoiceFieldHelper : FieldHelper
{
    /// <summary>Value and words of each.</summary>
    public IEnumerable<KeyValuePair<string, string>> Choices { get; set; } = [];

    /// <inheritdoc/>
    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var options = Html.Tag("div", "choices");
        foreach (var (choice, first) in Choices.Select((c, i) => (c, i == 0)))
        {
            var radio = Html.Tag("input", null, ("type", "radio"), ("name", Name), ("value", choice.Key), ("id", first ? Id : null),
                ("checked", Page.Form[Name] == choice.Key ? "checked" : null), ("aria-describedby", Described));
            options.With(Html.Tag("label", "choice").With(radio, Html.Tag("span").With(choice.Value)));
        }
        Wrap(output, "fieldset", "wide", Html.Tag("legend").With(Label), options);
    }
}

/// <summary>What the enter key does in a form with several buttons. Left to itself a browser takes the first of them, whatever it says.</summary>
[HtmlTargetElement("form", Attributes = "on-enter")]
public sealed class OnEnterHelper : TagHelper
{
    /// <summary>Nothing is sent: which of the buttons is meant, a touch says.</summary>
    public const string Nothing = "nothing";

    /// <summary>The form is recorded.</summary>
    public const string Record = "record";

    /// <summary><see cref="Nothing"/>, <see cref="Record"/>, or the button that is meant, as "name=value".</summary>
    public string OnEnter { get; set; } = Nothing;

    /// <inheritdoc/>
    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var button = OnEnter.Split('=', 2);
        output.PreContent.AppendHtml(Html.Tag("button", null, ("hidden", "hidden"), ("disabled", OnEnter == Nothing ? "disabled" : null),
            ("name", button.Length == 2 ? button[0] : null), ("value", button.Length == 2 ? button[1] : null)));
    }
}

/// <summary>A list to choose from.</summary>
[HtmlTargetElement("select-field")]
public sealed class SelectFieldHelper : FieldHelper
{
    /// <summary>Value and words of each.</summary>
    public IEnumerable<KeyValuePair<string, string>> Choices { get; set; } = [];

    /// <inheritdoc/>
    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var select = Html.Tag("select", null, ("id", Id), ("name", Name), ("aria-describedby", Described));
        foreach (var choice in Choices) select.With(Html.Tag("option", null, ("value", choice.Key),
            ("selected", Page.Form[Name] == choice.Key ? "selected" : null)).With(choice.Value));
        Wrap(output, "div", null, LabelTag(), select);
    }
}

/// <summary>A verdict as word, shape and colour.</summary>
[HtmlTargetElement("verdict-mark", TagStructure = TagStructure.WithoutEndTag)]
public sealed class VerdictMarkHelper : TagHelper
{
    /// <summary>Which verdict.</summary>
    public Verdict Of { get; set; }

    /// <summary>A word that says it better.</summary>
    public string? Word { get; set; }

    /// <summary>Who took it by name, if anyone.</summary>
    public string? Accepted { get; set; }

    /// <inheritdoc/>
    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var mark = VerdictMark.Of(Of);
        output.TagName = "span";
        output.TagMode = TagMode.StartTagAndEndTag;
        output.Attributes.SetAttribute("class", "verdict " + mark.Style);
        output.Content.AppendHtml(Html.Tag("svg", null, ("viewBox", "0 0 16 16"), ("aria-hidden", "true"))
            .With(Html.Tag("path", mark.Filled ? "fill" : null, ("d", mark.Path))));
        output.Content.Append((string.IsNullOrEmpty(Word) ? mark.Word : Word) + (string.IsNullOrEmpty(Accepted) ? "" : $", taken by {Accepted}"));
    }
}

/// <summary>The small drawing of what an answer says, from those that ship; nothing where it has none. The words beside it say the same.</summary>
[HtmlTargetElement("look-drawing", TagStructure = TagStructure.WithoutEndTag)]
public sealed class LookDrawingHelper : TagHelper
{
    /// <summary>Its name.</summary>
    public string? Name { get; set; }

    /// <inheritdoc/>
    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        output.TagName = null;
        if (!string.IsNullOrEmpty(Name)) output.Content.AppendHtml(Html.Tag("svg", "look", ("viewBox", "0 0 64 64"), ("aria-hidden", "true"))
            .With(Html.Tag("use", null, ("href", $"/img/statements.svg#{Name}"))));
    }
}

/// <summary>Words for enum choices.</summary>
public static class Choice
{
    /// <summary>Choices from an enum and words for each value.</summary>
    public static IEnumerable<KeyValuePair<string, string>> Of<T>(params (T Value, string Words)[] choices) where T : struct, Enum
        => choices.Select(c => KeyValuePair.Create(JsonForm.WordOf(c.Value), c.Words));

    /// <summary>Choices that are their own words.</summary>
    public static IEnumerable<KeyValuePair<string, string>> Plain(IEnumerable<string> choices) => choices.Select(c => KeyValuePair.Create(c, c));
}
