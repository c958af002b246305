using System.Text.Json;
using System.Text.Json.Nodes;
using Wattology.Core.Calculations;
using Wattology.Core.OilSupply;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The oil on a form: a grade with typical figures, or the oil maker's own.</summary>
internal static class OilForm
{
    public const string Other = "other";

    /// <summary>Grades to choose from.</summary>
    public static IEnumerable<KeyValuePair<string, string>> Grades => Choice.Plain(OilGrades.Typical.Keys).Append(new(Other, "figures from the oil's data sheet"));

    /// <summary>The choice that stands for a grade recorded before.</summary>
    public static string ChoiceOf(string grade) => OilGrades.Typical.ContainsKey(grade) ? grade : Other;

    /// <summary>What to give the reader for the field "oil": the grade's typical figures, or nothing when they are typed.</summary>
    public static (string Grade, JsonObject Given) Read(FormReader reader, FormState form)
    {
        var grade = reader.Text("grade");
        if (OilGrades.Typical.TryGetValue(grade, out var oil)) return (grade, new JsonObject { ["oil"] = JsonSerializer.SerializeToNode(oil, InputReader.Json) });
        if (grade != Other) form.Faults.Add("grade", "Choose the oil's grade.");
        return ("data sheet", grade == Other ? [] : new JsonObject { ["oil"] = JsonSerializer.SerializeToNode(OilGrades.Typical["5W-30"], InputReader.Json) });
    }
}
