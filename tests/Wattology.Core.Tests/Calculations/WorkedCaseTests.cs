using System.Text.Json;
using Wattology.Core.Calculations;
using Wattology.Core.Inputs;

namespace Wattology.Core.Tests.Calculations;

/// <summary>Every calculation against cases worked out independently of this code.</summary>
public sealed class WorkedCaseTests
{
    public static TheoryData<string, int> Cases()
    {
        var data = new TheoryData<string, int>();
        foreach (var file in Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "WorkedCases"), "*.json").Order())
            for (var i = 0; i < Load(Path.GetFileNameWithoutExtension(file)).GetArrayLength(); i++)
                data.Add(Path.GetFileNameWithoutExtension(file), i);
        return data;
    }

    [Theory, MemberData(nameof(Cases))]
    public void Agrees_with_the_worked_case(string name, int position)
    {
        var worked = Load(name)[position];
        var calculation = Catalogue.Find(name);
        Assert.NotNull(calculation);
        using var answer = JsonDocument.Parse(Catalogue.Run(calculation, worked.GetProperty("in").GetRawText()));
        AssertAgrees(worked.GetProperty("out"), answer.RootElement, name);
    }

    [Fact]
    public void Every_calculation_has_worked_cases() => Assert.Equal(
        Catalogue.All.Select(c => c.Name).Order(), Cases().Select(c => c.Data.Item1).Distinct().Order());

    private static JsonElement Load(string name)
        => JsonDocument.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "WorkedCases", name + ".json"))).RootElement;

    private static void AssertAgrees(JsonElement expected, JsonElement actual, string path)
    {
        switch (expected.ValueKind)
        {
            case JsonValueKind.Object:
                Assert.Equal(expected.EnumerateObject().Select(p => p.Name).Order(), actual.EnumerateObject().Select(p => p.Name).Order());
                foreach (var p in expected.EnumerateObject()) AssertAgrees(p.Value, actual.GetProperty(p.Name), $"{path}.{p.Name}");
                break;
            case JsonValueKind.Array:
                // Long lists are given by their first rows only.
                Assert.True(path.EndsWith(".why", StringComparison.Ordinal) || path.EndsWith(".next", StringComparison.Ordinal)
                    || path.EndsWith(".sets", StringComparison.Ordinal) || path.EndsWith(".threads", StringComparison.Ordinal)
                    ? actual.GetArrayLength() >= expected.GetArrayLength() : actual.GetArrayLength() == expected.GetArrayLength(), path);
                for (var i = 0; i < expected.GetArrayLength(); i++) AssertAgrees(expected[i], actual[i], $"{path}.{i}");
                break;
            case JsonValueKind.Number:
                double e = expected.GetDouble(), a = actual.GetDouble();
                var allowed = path.EndsWith("_deg", StringComparison.Ordinal) ? 0.05 : Math.Max(1e-3 * Math.Abs(e), 1e-6);
                Assert.True(Math.Abs(e - a) <= allowed, $"{path}: expected {e}, was {a}");
                break;
            default:
                Assert.Equal(expected.ToString(), actual.ToString());
                break;
        }
    }
}
