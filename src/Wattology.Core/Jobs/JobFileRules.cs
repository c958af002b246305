using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.People;

namespace Wattology.Core.Jobs;

/// <summary>What the entries of a job file keep to beside their shapes and their chain: all that an application that records jobs would never have
/// written.</summary>
internal static class JobFileRules
{
    private const int LongestName = 200, LongestId = 100;
    private static readonly DateTimeOffset First = new(2000, 1, 1, 0, 0, 0, TimeSpan.Zero), Last = new(2200, 1, 1, 0, 0, 0, TimeSpan.Zero);

    /// <summary>Adds a fault, by path, for whatever no shop can have recorded.</summary>
    public static void Check(IReadOnlyList<Entry> entries, Faults faults)
    {
        var (hashes, sent, taken) = (new Dictionary<string, Entry>(), new HashSet<string>(), new HashSet<string>());
        for (var i = 0; i < entries.Count; i++)
        {
            var (entry, path) = (entries[i], $"entries.{i}");
            foreach (var (field, text, most) in new[] { ("by", entry.By, LongestName), ("by_id", entry.ById, LongestId), ("second", entry.Second, LongestName),
                ("second_id", entry.SecondId, LongestId), ("once", entry.Once, LongestName), ("instrument", entry.Instrument, InputReader.LongestText) })
                if (text.Length > most || text.Any(c => char.IsControl(c) && c is not '\n')) faults.Add($"{path}.{field}",
                    $"At most {most} characters, and none that steer a terminal or a page.");
            if (entry.By.Length == 0) faults.Add($"{path}.by", "Somebody wrote this; their name is missing.");
            if (JsonForm.ValueOf<Role>(entry.Role) is null) faults.Add($"{path}.role", "There is no such place in a shop.");
            if (JsonForm.ValueOf<WorkStage>(entry.Stage) is null) faults.Add($"{path}.stage", "There is no such step of the work.");
            if (entry.Known.Length > 0 && JsonForm.ValueOf<Known>(entry.Known) is null) faults.Add($"{path}.known", "Nothing is known in that way.");
            if (entry.At < First || entry.At >= Last) faults.Add($"{path}.at", "No job was recorded then: 2000 to 2199 is understood.");
            if (entry.Once.Length > 0 && !sent.Add(entry.Once)) faults.Add($"{path}.once", "The same form is recorded twice.");
            if (entry.Corrects.Length > 0 && (!hashes.TryGetValue(entry.Corrects, out var target) || target.Kind != entry.Kind))
                faults.Add($"{path}.corrects", "It corrects no earlier entry of its kind.");
            if (entry.Corrects.Length > 0) taken.Add(entry.Corrects);
            if (entry.Kind == TakenBack.Kind.Name && CheckList.Kinds.Read<TakenBack>(entry).Body.Entry is var back)
            {
                if (!hashes.ContainsKey(back)) faults.Add($"{path}.body.entry", "It takes back no earlier entry.");
                taken.Add(back);
            }
            if (entry.Kind == BookedIn.EntryKind.Name && !JobNumber.IsOne(CheckList.Kinds.Read<BookedIn>(entry).Body.Number))
                faults.Add($"{path}.body.number", JobNumber.Wanted);
            hashes[entry.Hash] = entry;
        }
        if (!entries.Any(e => e.Kind == BookedIn.EntryKind.Name && !taken.Contains(e.Hash)))
            faults.Add("entries", "No booking-in of this job stands any more.");
    }
}
