using System.Collections;
using System.Globalization;
using Wattology.Core.Calculations;
using Wattology.Core.Measures;

namespace Wattology.Web.Forms;

/// <summary>Puts a record back into the form it was typed in.</summary>
public static class FormFill
{
    /// <summary>Fills every field from the record, in the shop's units; what was typed then stands where it is known.</summary>
    public static void Into(FormState form, object record, ShopUnits units, IReadOnlyDictionary<string, string>? typed = null, string prefix = "")
    {
        foreach (var parameter in InputReader.FormOf(record.GetType()))
        {
            var name = Faults.Join(prefix, InputReader.NameOf(parameter));
            var value = record.GetType().GetProperty(parameter.Name!)!.GetValue(record);
            switch (value)
            {
                case null: break;
                case string text: form[name] = text; break;
                case bool flag: form[name] = flag ? "true" : "false"; break;
                case Enum word: form[name] = InputReader.WordOf(word); break;
                case double number: form[name] = Said(number, name, units); break;
                case int whole: form[name] = whole.ToString(CultureInfo.InvariantCulture); break;
                case DateTimeOffset at: form[name] = at.ToLocalTime().ToString("yyyy-MM-dd'T'HH:mm", CultureInfo.InvariantCulture); break;
                case IEnumerable list:
                    var i = 0;
                    foreach (var item in list)
                    {
                        if (item is string s) form[$"{name}.{i}"] = s;
                        else Into(form, item, units, typed, $"{name}.{i}");
                        i++;
                    }
                    break;
                default: Into(form, value, units, typed, name); break;
            }
        }
        if (prefix.Length == 0)
            foreach (var (name, text) in typed ?? new Dictionary<string, string>()) form[name] = text;
    }

    private static string Said(double number, string name, ShopUnits units)
    {
        var quantity = Quantity.OfField(name);
        return quantity == Quantity.Number ? number.ToString("0.######", CultureInfo.InvariantCulture) : units.Show(number, quantity);
    }
}
