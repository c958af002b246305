using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using Microsoft.AspNetCore.Razor.TagHelpers;
using Wattology.Core;
using Wattology.Core.Calculations;
using Wattology.Core.Measures;

namespace Wattology.Web.Forms;

/// <summary>A page with a form on it.</summary>
public interface IHasForm
{
    /// <summary>What is typed and what is wrong.</summary>
    FormState Form { get; }

    /// <summary>The shop's units.</summary>
    ShopUnits Units { get; }
}

/// <summary>What the field helpers share: label, hint, fault and what was typed.</summary>
public abstract class FieldHelper : TagHelper
{
    [HtmlAttributeNotBound, ViewContext]
    public ViewContext ViewContext { get; set; } = null!;

    /// <summary>The field's name: its path in the record.</summary>
    public string Name { get; set; } = "";

    public string Label { get; set; } = "";

    public string? Hint { get; set; }

    protected IHasForm Page => (IHasForm)ViewContext.ViewData.Model!;

    protected string Id => "f-" + Name.Replace('.', '-').Replace('_', '-');

    protected static string Encode(string text) => HtmlEncoder.Default.Encode(text);

    protected string? Fault => Page.Form.FaultAt(Name);

    protected string Described => (Hint is null ? "" : $"{Id}-hint ") + $"{Id}-fault";

    protected string Tail => (Hint is null ? "" : $"<p class=\"hint\" id=\"{Id}-hint\">{Encode(Hint)}</p>") + $"<p class=\"fault\" id=\"{Id}-fault\">{Encode(Fault ?? "")}</p>";

    protected void Wrap(TagHelperOutput output, string tag, string body, string? extra = null)
    {
        output.TagName = tag;
        output.TagMode = TagMode.StartTagAndEndTag;
        output.Attributes.SetAttribute("class", "field" + (extra is null ? "" : " " + extra) + (Fault is null ? "" : " wrong"));
        output.Content.SetHtmlContent(body);
    }
}

/// <summary>One box that takes a value and unit as people say them, and shows what it understood.</summary>
[HtmlTargetElement("value-field")]
public sealed class ValueFieldHelper : FieldHelper
{
    public bool Optional { get; set; }

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var quantity = Quantity.OfField(Name);
        var symbol = Page.Units.Of(quantity).Symbol;
        Wrap(output, "div", $"""
            <label for="{Id}">{Encode(Label)}{(Optional ? " <span class=\"opt\">if known</span>" : "")}</label>
            <div class="value-box"><input id="{Id}" name="{Name}" value="{Encode(Page.Form[Name])}" autocomplete="off" inputmode="text" aria-describedby="{Described} {Id}-echo"{(Fault is null ? "" : " aria-invalid=\"true\"")} hx-get="/understand?field={Name}" hx-trigger="input changed delay:250ms" hx-target="#{Id}-echo" hx-swap="innerHTML" hx-push-url="false"><span class="unit">{Encode(symbol)}</span></div>
            <output class="echo" id="{Id}-echo" for="{Id}"></output>{Tail}
            """);
    }
}

/// <summary>A line or a box of text.</summary>
[HtmlTargetElement("text-field")]
public sealed class TextFieldHelper : FieldHelper
{
    public bool Optional { get; set; }
    public int Rows { get; set; } = 1;
    public string Type { get; set; } = "text";
    public string? Autocomplete { get; set; }

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var typed = Type == "password" ? "" : Encode(Page.Form[Name]);
        var shared = $"id=\"{Id}\" name=\"{Name}\" aria-describedby=\"{Described}\" autocomplete=\"{Autocomplete ?? "off"}\"{(Fault is null ? "" : " aria-invalid=\"true\"")}";
        Wrap(output, "div", $"<label for=\"{Id}\">{Encode(Label)}{(Optional ? " <span class=\"opt\">if any</span>" : "")}</label>"
            + (Rows > 1 ? $"<textarea {shared} rows=\"{Rows}\">\n{typed}</textarea>" : $"<input {shared} type=\"{Type}\" value=\"{typed}\">") + Tail, Rows > 1 ? "wide" : null);
    }
}

/// <summary>A tick.</summary>
[HtmlTargetElement("tick-field")]
public sealed class TickFieldHelper : FieldHelper
{
    public override void Process(TagHelperContext context, TagHelperOutput output)
        => Wrap(output, "div", $"<label class=\"tick\" for=\"{Id}\"><input type=\"checkbox\" id=\"{Id}\" name=\"{Name}\" value=\"true\"{(Page.Form[Name] == "true" ? " checked" : "")} aria-describedby=\"{Described}\"><span>{Encode(Label)}</span></label>{Tail}");
}

/// <summary>One of a few, each a touch.</summary>
[HtmlTargetElement("choice-field")]
public sealed class ChoiceFieldHelper : FieldHelper
{
    /// <summary>Value and words of each.</summary>
    public IEnumerable<KeyValuePair<string, string>> Choices { get; set; } = [];

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var options = string.Concat(Choices.Select((c, i) =>
            $"<label class=\"choice\"><input type=\"radio\" name=\"{Name}\" value=\"{Encode(c.Key)}\"{(i == 0 ? $" id=\"{Id}\"" : "")}{(Page.Form[Name] == c.Key ? " checked" : "")} aria-describedby=\"{Described}\"><span>{Encode(c.Value)}</span></label>"));
        Wrap(output, "fieldset", $"<legend>{Encode(Label)}</legend><div class=\"choices\">{options}</div>{Tail}", "wide");
    }
}

/// <summary>A list to choose from.</summary>
[HtmlTargetElement("select-field")]
public sealed class SelectFieldHelper : FieldHelper
{
    public IEnumerable<KeyValuePair<string, string>> Choices { get; set; } = [];

    public override void Process(TagHelperContext context, TagHelperOutput output)
        => Wrap(output, "div", $"<label for=\"{Id}\">{Encode(Label)}</label><select id=\"{Id}\" name=\"{Name}\" aria-describedby=\"{Described}\">"
            + string.Concat(Choices.Select(c => $"<option value=\"{Encode(c.Key)}\"{(Page.Form[Name] == c.Key ? " selected" : "")}>{Encode(c.Value)}</option>")) + $"</select>{Tail}");
}

/// <summary>A verdict as word, shape and colour.</summary>
[HtmlTargetElement("verdict-mark", TagStructure = TagStructure.WithoutEndTag)]
public sealed class VerdictMarkHelper : TagHelper
{
    public Verdict Of { get; set; }

    /// <summary>Who took it by name, if anyone.</summary>
    public string? Accepted { get; set; }

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var mark = VerdictMark.Of(Of);
        output.TagName = "span";
        output.TagMode = TagMode.StartTagAndEndTag;
        output.Attributes.SetAttribute("class", "verdict " + mark.Style);
        output.Content.SetHtmlContent($"<svg viewBox=\"0 0 16 16\" aria-hidden=\"true\"><path d=\"{mark.Path}\"{(mark.Filled ? " class=\"fill\"" : "")}/></svg>{mark.Word}{(string.IsNullOrEmpty(Accepted) ? "" : $", taken by {HtmlEncoder.Default.Encode(Accepted)}")}");
    }
}

/// <summary>Words for enum choices.</summary>
public static class Choice
{
    /// <summary>Choices from an enum and words for each value.</summary>
    public static IEnumerable<KeyValuePair<string, string>> Of<T>(params (T Value, string Words)[] choices) where T : struct, Enum
        => choices.Select(c => KeyValuePair.Create(InputReader.WordOf(c.Value), c.Words));

    /// <summary>Choices that are their own words.</summary>
    public static IEnumerable<KeyValuePair<string, string>> Plain(IEnumerable<string> choices) => choices.Select(c => KeyValuePair.Create(c, c));
}
