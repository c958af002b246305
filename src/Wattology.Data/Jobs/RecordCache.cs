using Microsoft.Extensions.Caching.Memory;
using Wattology.Core.Entries;

namespace Wattology.Data.Jobs;

/// <summary>Jobs read lately. Entries are only ever added, so what was read once stays true and only what came since is read again.</summary>
public sealed class RecordCache : IDisposable
{
    /// <summary>How many entries are kept at most, over all jobs.</summary>
    private const int MostEntries = 100_000;

    private readonly MemoryCache _records = new(new MemoryCacheOptions { SizeLimit = MostEntries });

    /// <summary>The job as it was when it was last read, or null.</summary>
    public JobRecord? Find(string job) => _records.Get<JobRecord>(job);

    /// <summary>Keeps a job as it stands in the database.</summary>
    public void Keep(JobRecord record) => _records.Set(record.Id, record,
        new MemoryCacheEntryOptions { Size = record.Entries.Count, SlidingExpiration = TimeSpan.FromHours(1) });

    /// <summary>Forgets everything.</summary>
    public void Dispose() => _records.Dispose();
}
