namespace Wattology.Data.Jobs;

/// <summary>What can be read of several jobs.</summary>
/// <remarks>A record that is damaged is named by its own page and by verify. What lists things of many jobs leaves it out, so that nobody is kept from working
/// on another.</remarks>
internal static class Readable
{
    /// <summary>Reads each, and leaves out what cannot be read.</summary>
    public static List<TRead> Of<TRow, TRead>(IEnumerable<TRow> rows, Func<TRow, TRead> read)
    {
        var all = new List<TRead>();
        foreach (var row in rows)
        {
            try { all.Add(read(row)); }
            catch (Exception e) when (e is not OutOfMemoryException) { /* named where it is looked for */ }
        }
        return all;
    }
}
