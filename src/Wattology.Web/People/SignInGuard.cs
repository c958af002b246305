namespace Wattology.Web.People;

/// <summary>Slows guessing down: by sign-in name and address together, so that nobody is kept out of their own account from somewhere else, and by address
/// alone, so that many names are not tried in its place.</summary>
/// <remarks>A try is counted before it is looked at: forty sent at once get no further than forty in a row.</remarks>
/// <param name="clock">The clock nobody sets.</param>
public sealed class SignInGuard(TimeProvider clock)
{
    /// <summary>How many wrong tries cost no time.</summary>
    public const int Free = 5;

    private const int FreeOfAddress = 40, MostKept = 20_000, LongestName = 100;
    private static readonly TimeSpan First = TimeSpan.FromSeconds(2), Longest = TimeSpan.FromMinutes(10), Forgotten = TimeSpan.FromHours(2);
    private readonly Dictionary<(string Name, string Address), (int Tries, long From)> _tries = [];
    private readonly Lock _lock = new();

    /// <summary>Counts a try, and answers how long to wait where it is one too many; then it is not looked at.</summary>
    /// <param name="name">The sign-in name as typed, of somebody or of nobody.</param>
    /// <param name="address">Where it comes from.</param>
    public TimeSpan? Enter(string name, string address)
    {
        lock (_lock)
        {
            if (_tries.Count > MostKept) Sweep();
            var keys = new[] { (Key(name, address), Free), (Key("", address), FreeOfAddress) };
            foreach (var (key, free) in keys)
                if (_tries.TryGetValue(key, out var tries) && Delay(tries.Tries, free) - clock.GetElapsedTime(tries.From) is { Ticks: > 0 } left) return left;
            foreach (var (key, _) in keys) _tries[key] = (_tries.GetValueOrDefault(key).Tries + 1, clock.GetTimestamp());
            return null;
        }
    }

    /// <summary>The try was right: nothing of it counts any more.</summary>
    public void Right(string name, string address)
    {
        lock (_lock)
        {
            _tries.Remove(Key(name, address));
            if (_tries.TryGetValue(Key("", address), out var all)) _tries[Key("", address)] = (Math.Max(0, all.Tries - 1), all.From);
        }
    }

    /// <summary>Whether somebody waits, from wherever.</summary>
    public bool Waits(string name)
    {
        lock (_lock) return _tries.Any(t => t.Key.Name == Key(name, "").Name && Delay(t.Value.Tries, Free) > clock.GetElapsedTime(t.Value.From));
    }

    /// <summary>Lets somebody try again at once, from wherever.</summary>
    public void Open(string name)
    {
        lock (_lock) foreach (var key in _tries.Keys.Where(k => k.Name == Key(name, "").Name).ToArray()) _tries.Remove(key);
    }

    private static TimeSpan Delay(int tries, int free) => tries < free ? TimeSpan.Zero
        : TimeSpan.FromTicks(Math.Min(Longest.Ticks, First.Ticks << Math.Min(20, tries - free)));

    // As accounts are found, so that no other spelling of a name counts anew; and no longer than any name is.
    private static (string Name, string Address) Key(string name, string address)
    {
        var plain = name.Trim();
        if (plain.Length > LongestName) plain = plain[..LongestName];
        return (plain.IsNormalized() ? plain.ToUpperInvariant() : plain.Normalize().ToUpperInvariant(), address);
    }

    private void Sweep()
    {
        foreach (var key in _tries.Where(t => clock.GetElapsedTime(t.Value.From) > Forgotten).Select(t => t.Key).ToArray()) _tries.Remove(key);
        if (_tries.Count > MostKept) _tries.Clear();
    }
}
