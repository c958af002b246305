using System.Collections.Concurrent;
using Wattology.Core.Entries;

namespace Wattology.Data.Jobs;

/// <summary>When entries were made, by a clock nobody can set; known for entries made since the program was started.</summary>
/// <param name="clock">Where the steady time comes from.</param>
public sealed class SteadyClock(TimeProvider clock)
{
    private const int Most = 20_000;
    private readonly ConcurrentDictionary<string, long> _made = new(StringComparer.Ordinal);

    /// <summary>Notes that an entry was made just now.</summary>
    public void Note(Entry entry)
    {
        // What runs, rests or cools is minutes old; everything older may be forgotten.
        if (_made.Count >= Most) _made.Clear();
        _made[entry.Hash] = clock.GetTimestamp();
    }

    /// <summary>Seconds since an entry was made; null when it was made before the program was started.</summary>
    public double? SecondsSince(Entry entry) => _made.TryGetValue(entry.Hash, out var made) ? clock.GetElapsedTime(made).TotalSeconds : null;
}
