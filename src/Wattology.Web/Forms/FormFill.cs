using System.Collections;
using System.Globalization;
using System.Reflection;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Web.Hosting;

namespace Wattology.Web.Forms;

/// <summary>Puts a record back into the form it was typed in.</summary>
/// <param name="form">The form.</param>
/// <param name="units">The shop's units.</param>
/// <param name="times">The shop's clock and zone.</param>
public sealed class FormFill(FormState form, ShopUnits units, ShopTimes times)
{
    /// <summary>Fills every field from the record, in the shop's units; what was typed then stands where it is known.</summary>
    /// <param name="record">The record.</param>
    /// <param name="typed">What was typed, by field.</param>
    /// <param name="prefix">Where the record stands in the form.</param>
    public void Into(object record, IReadOnlyDictionary<string, string>? typed = null, string prefix = "")
    {
        Fill(record, prefix);
        foreach (var (name, text) in typed ?? new Dictionary<string, string>()) form[name] = text;
    }

    private void Fill(object record, string prefix)
    {
        foreach (var parameter in InputReader.FormOf(record.GetType()))
            Fill(record.GetType().GetProperty(parameter.Name!)!.GetValue(record), parameter, Faults.Join(prefix, InputReader.NameOf(parameter)));
    }

    private void Fill(object? value, ParameterInfo parameter, string name)
    {
        switch (value)
        {
            case null: break;
            case string text: form[name] = text; break;
            case bool flag: form[name] = flag ? "true" : "false"; break;
            case Enum word: form[name] = JsonForm.WordOf(word); break;
            case double number: form[name] = Said(number, BoundsAttribute.QuantityOf(parameter)); break;
            case int whole: form[name] = whole.ToString(CultureInfo.InvariantCulture); break;
            case DateTimeOffset at: form[name] = times.Box(at); break;
            case IEnumerable list:
                var i = 0;
                foreach (var item in list)
                {
                    if (item is string or double or Enum) Fill(item, parameter, $"{name}.{i}");
                    else Fill(item, $"{name}.{i}");
                    i++;
                }
                break;
            default: Fill(value, name); break;
        }
    }

    private string Said(double number, Quantity quantity)
        => quantity.Unit is null ? number.ToString("0.######", CultureInfo.InvariantCulture) : units.Show(number, quantity.Measure);
}
