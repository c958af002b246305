using Microsoft.EntityFrameworkCore;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.PartNumbers;

namespace Wattology.Data.Jobs;

/// <summary>What the shop's other jobs know: of a machine, of its engine, or of what was recorded last anywhere.</summary>
public sealed class EarlierJobs(ShopDb db, JobStore jobs, RecordCache cache, TimeProvider clock)
{
    private const int LeastOfMachine = 2, MachinesMost = 5, EarlierMost = 5, OnEngineMost = 30;

    /// <summary>Machines that were here before and whose registration begins so, each by its last job, the one that came last first; at most five.</summary>
    /// <param name="registration">As far as it is typed; under two letters and digits nothing is looked for.</param>
    /// <param name="cancel">Ends it.</param>
    public async Task<IReadOnlyList<JobRow>> MachinesAsync(string registration, CancellationToken cancel = default)
    {
        var plain = BookedIn.PlainOf(registration);
        if (plain.Length < LeastOfMachine) return [];
        // From here to there in the index of registrations.
        var end = plain + char.MaxValue;
        var last = db.Jobs.Where(j => string.Compare(j.PlainRegistration, plain) >= 0 && string.Compare(j.PlainRegistration, end) < 0)
            .GroupBy(j => j.PlainRegistration).Select(g => g.Max(j => j.Row)).OrderByDescending(r => r).Take(MachinesMost);
        return await db.Jobs.AsNoTracking().Where(j => last.Contains(j.Row)).OrderByDescending(j => j.Row).ToListAsync(cancel);
    }

    /// <summary>Earlier jobs on the same machine, by its registration, the last ones first; at most five.</summary>
    public async Task<IReadOnlyList<EarlierJob>> OnMachineAsync(JudgedJob job)
    {
        var plain = job.Machine.PlainRegistration;
        if (plain.Length < JobFinder.LeastInside) return [];
        var rows = await db.Jobs.AsNoTracking().Where(j => j.PlainRegistration == plain && j.Id != job.Record.Id).OrderByDescending(j => j.Row)
            .Take(EarlierMost).Select(j => new { j.Id, j.Head }).ToListAsync();
        if (rows.Count == 0) return [];
        var records = rows.ToDictionary(r => r.Id, r => cache.Find(r.Id) is { } record && record.Last.Hash == r.Head ? record : null);
        var unread = records.Where(r => r.Value is null).Select(r => r.Key).ToArray();
        if (unread.Length > 0)
            foreach (var entries in (await db.Entries.AsNoTracking().Where(e => unread.Contains(e.Job)).OrderBy(e => e.Seq).ToListAsync()).GroupBy(e => e.Job))
                cache.Keep(records[entries.Key] = new JobRecord(CheckList.Kinds, [.. entries.Select(e => e.ToEntry())]));
        var settings = await jobs.SettingsAsync();
        return Readable.Of(rows, r => EarlierJob.Of(settings.Judge(records[r.Id]!, clock.GetUtcNow())));
    }

    /// <summary>Entries of one kind on other jobs with the same engine, the last jobs first; those corrected or taken back are left out. At most
    /// thirty.</summary>
    public async Task<IReadOnlyList<Noted<T>>> OnEngineAsync<T>(JudgedJob job) where T : EntryBody
    {
        var (id, family, kind) = (job.Record.Id, PartNumber.Plain(job.Machine.Engine), CheckList.Kinds.Of(typeof(T)).Name);
        var rows = await (from j in db.Jobs.AsNoTracking()
                          where j.Family == family && j.Id != id
                          join e in db.Entries.AsNoTracking() on j.Id equals e.Job
                          where e.Kind == kind && !db.Entries.Any(c => c.Job == e.Job && (c.Corrects == e.Hash
                              || c.Kind == TakenBack.Kind.Name && c.Body.Contains(e.Hash)))
                          orderby j.Row descending, e.Seq descending
                          select e).Take(OnEngineMost).ToListAsync();
        return Readable.Of(rows, r => CheckList.Kinds.Read<T>(r.ToEntry()));
    }

    /// <summary>The last entries of one kind on any job, the newest first, also those corrected since.</summary>
    /// <param name="most">At most so many.</param>
    public async Task<IReadOnlyList<Noted<T>>> LastAsync<T>(int most) where T : EntryBody
    {
        var kind = CheckList.Kinds.Of(typeof(T)).Name;
        return Readable.Of(await db.Entries.AsNoTracking().Where(e => e.Kind == kind).OrderByDescending(e => e.AtMs).Take(most).ToListAsync(),
            r => CheckList.Kinds.Read<T>(r.ToEntry()));
    }
}
