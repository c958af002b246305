using System.Runtime.CompilerServices;
using System.Text.RegularExpressions;
using Wattology.Core.Entries;

namespace Wattology.Core.Tests;

public sealed partial class LayoutTests
{
    private static readonly string[] GroundFloor = ["Numerics", "Measures", "Inputs", "Limits", "People", "PartNumbers", "Instruments", "Entries", "Checks"];
    private static readonly string[] Roof = ["Jobs", "Drawing", "Calculations"];

    [GeneratedRegex(@"Wattology\.Core\.(\w+)")]
    private static partial Regex FullName();

    [Fact]
    public void The_core_knows_neither_web_nor_database()
        => Assert.DoesNotContain(typeof(Entry).Assembly.GetReferencedAssemblies(), a => a.Name!.Contains("AspNetCore", StringComparison.Ordinal)
            || a.Name.Contains("EntityFramework", StringComparison.Ordinal) || a.Name.Contains("Sqlite", StringComparison.Ordinal)
            || a.Name.StartsWith("Wattology", StringComparison.Ordinal));

    [Fact]
    public void No_two_folders_of_the_core_use_each_other()
    {
        var uses = Uses();
        Assert.True(uses.Count > 20 && uses["Drain"].Contains("OilSupply"), "the sources were read");
        foreach (var folder in uses.Keys)
        {
            var path = Circle(uses, folder, folder, []);
            Assert.True(path is null, $"a circle: {string.Join(" uses ", path ?? [])}");
        }
    }

    [Fact]
    public void The_ground_floor_knows_no_subject_and_nothing_knows_the_job_as_a_whole()
    {
        var uses = Uses();
        foreach (var folder in GroundFloor) Assert.Subset(GroundFloor.ToHashSet(), uses[folder]);
        foreach (var folder in uses.Keys.Except(Roof)) Assert.Empty(uses[folder].Intersect(Roof));
    }

    private static List<string>? Circle(Dictionary<string, HashSet<string>> uses, string from, string to, HashSet<string> seen)
    {
        foreach (var next in uses[from])
        {
            if (next == to) return [from, to];
            if (seen.Add(next) && Circle(uses, next, to, seen) is { } rest) return [from, .. rest];
        }
        return null;
    }

    // A folder is its namespace; using directives, full names and names from the enclosing namespace all count.
    private static Dictionary<string, HashSet<string>> Uses([CallerFilePath] string here = "")
    {
        var core = Path.GetFullPath(Path.Combine(Path.GetDirectoryName(here)!, "../../src/Wattology.Core"));
        var folders = Directory.GetDirectories(core).Select(d => Path.GetFileName(d)!).Where(d => d is not ("bin" or "obj")).ToArray();
        return folders.ToDictionary(f => f, folder => Directory.GetFiles(Path.Combine(core, folder), "*.cs").SelectMany(file =>
        {
            var code = Regex.Replace(File.ReadAllText(file), @"//.*", "");
            var named = FullName().Matches(code).Select(m => m.Groups[1].Value);
            var relative = folders.Where(f => Regex.IsMatch(code, $@"(?<![\w.]){f}\.[A-Z]\w*[.( <>,)\]?]") && f != folder && !IsMember(code, f));
            return named.Concat(relative).Where(n => folders.Contains(n) && n != folder);
        }).ToHashSet());
    }

    // A property or parameter of the same name as a folder hides it.
    private static bool IsMember(string code, string name) => Regex.IsMatch(code, $@"[\w>\]?] {name}( =>| =|,|\)| {{)");
}
