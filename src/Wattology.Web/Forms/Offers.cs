using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc.Rendering;
using Wattology.Core.Measures;

namespace Wattology.Web.Forms;

/// <summary>The ways a typed value may be meant, each to be touched: the box then holds that one.</summary>
public static class Offers
{
    /// <summary>Each as a button of its own.</summary>
    internal static TagBuilder Tag(IReadOnlyList<Offer> offers, ShopUnits units, Measure measure)
    {
        var row = Forms.Html.Tag("span", "offers");
        foreach (var offer in offers)
        {
            var means = units.Show(offer.Value, measure);
            row.With(Forms.Html.Tag("button", "offer", ("type", "button"), ("data-take", offer.Typed)).With(means == offer.Typed ? offer.Typed
                : $"{offer.Typed} = {means}"));
        }
        return row;
    }

    /// <summary>The same as text of a page; empty where there is none.</summary>
    public static string Html(IReadOnlyList<Offer> offers, ShopUnits units, Measure measure)
    {
        if (offers.Count == 0) return "";
        using var text = new StringWriter();
        Tag(offers, units, measure).WriteTo(text, System.Text.Encodings.Web.HtmlEncoder.Default);
        return text.ToString();
    }
}
