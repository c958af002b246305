using System.Diagnostics;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.People;
using Wattology.Core.Shop;
using Wattology.Core.Yard;

namespace Wattology.Core.Tests.Jobs;

/// <summary>A program in another language, written from the description of the job file alone, comes to the same hashes for whatever may stand in
/// one.</summary>
public sealed class JobFileElsewhereTests
{
    // What programs spell differently, or take for the end of a line, or leave out; each alone and among others.
    private static readonly string[] Odd =
    [
        "🔧", "𐐷", "\u2028", "\u2029", "\u00A0", "\u007F", "\u0080", "\u009F", "\u0085", "\uFEFF", "\uFFFD", "\uE000", "\uD7FF", "\u0000", "\u0001", "\b",
        "\t", "\n", "\u000B", "\f", "\r",
        "\u001F", "\"", "\\", "/", "'", "<", ">", "&", "+", "é", "e\u0301", "ß", "漢", "\u200D", "\\u0041", "\\n", "{", "]",
            "  ",
    ];

    private static readonly int Count = Effort.Of(60, 1000);

    [Fact]
    public async Task Entries_of_odd_characters_are_whole_by_a_checker_that_shares_nothing_with_this_program()
    {
        var entries = Made();
        var key = ShopKey.New();
        var begun = key.Seal(null, entries[0].At, new("o", Text(new Random(1)), Role.Owner), ShopSubject.Begun, "", key.Public.Base64, "");
        var mark = new ShopMark(Text(new Random(2)), key.Public.Base64, begun.Head.Code, key.Seal(begun, entries[0].At, new("o", "Ö", Role.Owner),
            ShopSubject.Job, entries[0].Job, $"{entries.Length}:{entries[^1].Hash}", "{}"));
        var file = JobFile.Write(entries, mark);
        Assert.Equal(entries, JobFile.Read(file));
        Assert.Equal((0, $"{Count} entries whole"), await CheckAsync(file));
        // Indenting changes nothing; a character does, wherever it stands.
        Assert.Equal((0, $"{Count} entries whole"), await CheckAsync(file.Replace("\n", "\r\n\t", StringComparison.Ordinal)));
        Assert.Equal((1, "entry 7 was changed"), await CheckAsync(With(entries, 6, e => e with { Reason = e.Reason + "\u00A0" })));
        Assert.Equal((1, $"entry {Count} was changed"), await CheckAsync(With(entries, Count - 1, e => e with { Typed = """{"a": "b  c"}""" })));
        Assert.Equal((1, "entry 2 does not name the entry before it\nentry 2 was changed"), await CheckAsync(With(entries, 1, e => e with { Prev = "" })));
        Assert.Equal((1, "the shop signed another record"), await CheckAsync(JobFile.Write(entries[..(Count - 1)], mark)));
    }

    private static string With(Entry[] entries, int at, Func<Entry, Entry> change) => JobFile.Write([.. entries.Select((e, i) => i == at ? change(e) : e)]);

    private static string Text(Random random) => string.Concat(Enumerable.Range(0, random.Next(1, 12)).Select(_ => random.Next(4) == 0 ? "plain "
        : Odd[random.Next(Odd.Length)]));

    // A name steers neither a terminal nor a page.
    private static string Name(Random random) => "n" + string.Concat(Text(random).Where(c => !char.IsControl(c)));

    private static Entry[] Made()
    {
        var random = new Random(20_417);
        var first = Book.In().Entries[0];
        var entries = new List<Entry> { first };
        while (entries.Count < Count)
        {
            var by = new Author(Name(random), Name(random), (Role)random.Next(3));
            entries.Add(Chain.Seal(first.Job, entries[^1], first.At.AddMilliseconds(random.NextInt64(20L * 365 * 86_400_000)), by,
                CheckList.Kinds.Of(typeof(Waiting)),
                new EntryDraft(new Waiting(WaitsFor.Parts, Text(random)), (Known)random.Next(5), Name(random), null, Text(random), null,
                    new Dictionary<string, string> { [Text(random)] = Text(random), ["note"] = Text(random) }, $"{entries.Count}{Name(random)}"),
                stage: (WorkStage)random.Next(15), second: random.Next(3) == 0 ? by : null));
        }
        return [.. entries];
    }

    private static async Task<(int Code, string Said)> CheckAsync(string file)
    {
        var folder = Directory.CreateTempSubdirectory("wattology-file-").FullName;
        try
        {
            await File.WriteAllTextAsync(Path.Combine(folder, "job.json"), file);
            var start = new ProcessStartInfo("python3") { RedirectStandardOutput = true, RedirectStandardError = true };
            foreach (var argument in new[] { Path.Combine(AppContext.BaseDirectory, "Jobs", "check_job_file.py"), Path.Combine(folder, "job.json") })
                start.ArgumentList.Add(argument);
            using var checker = Process.Start(start)!;
            var (said, wrong) = (checker.StandardOutput.ReadToEndAsync(), checker.StandardError.ReadToEndAsync());
            await checker.WaitForExitAsync();
            return (checker.ExitCode, ((await said) + (await wrong)).Trim().ReplaceLineEndings("\n"));
        }
        finally { Directory.Delete(folder, true); }
    }
}
