using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.PartNumbers;

namespace Wattology.Core.Tests.Jobs;

/// <summary>Job files written once, one for each kind of machine and job, which every later version must read for ever.</summary>
internal static class Golden
{
    private static string Folder => Path.Combine(AppContext.BaseDirectory, "GoldenJobs");

    public static IEnumerable<string> Files() => Directory.GetFiles(Folder, "*.json").Select(f => Path.GetFileNameWithoutExtension(f)).Order();

    public static string Text(string file) => File.ReadAllText(Path.Combine(Folder, file + ".json"));

    public static JudgedJob Read(string file) => new(new JobContext(new JobRecord(CheckList.Kinds, JobFile.Read(Text(file))), LimitBook.Usual,
        new ShopUnits(), PartsTable.Empty, Book.Morning.AddYears(1)));
}
