using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.PartNumbers;
using Wattology.Core.People;
using Wattology.Core.Shop;
using Wattology.Data.Evidence;
using Wattology.Data.Photos;
using Wattology.Data.Traces;
using Wattology.Data.Shop;

namespace Wattology.Data.Jobs;

/// <summary>The shop will not do this; the message says why and what would be right.</summary>
public sealed class RefusedException(string message, string field = "") : Exception(message)
{
    /// <summary>The field it belongs to; empty where it is about the whole.</summary>
    public string Field { get; } = field;
}

/// <summary>A form was sent again with another content under the same token: what stands is that which was recorded first.</summary>
/// <param name="recorded">The entry recorded under the token.</param>
public sealed class SentAgainException(Entry recorded) : Exception("The form was sent before with another content.")
{
    /// <summary>The entry recorded under the token.</summary>
    public Entry Recorded { get; } = recorded;
}

/// <summary>Reads and appends jobs. Every append is one transaction over the entries and the row kept for speed.</summary>
/// <remarks>One store serves one request: it reads the shop's settings once, and a job once.</remarks>
public sealed class JobStore(ShopDb db, RecordCache cache, PhotoFiles files, TraceFiles traces, TimeProvider clock, SteadyClock steady,
    ShopChain chain)
{
    private const int FirstNumber = 1001, LastNumber = 100_000_000;
    private const int MostEntries = 20_000;
    private const char ByteOrderMark = (char)0xFEFF;
    private ShopSettings? _settings;
    private JudgedJob? _judged;
    private ((string Job, string Family) Of, IReadOnlyDictionary<string, int> Cases)? _family;

    /// <summary>The shop's settings.</summary>
    public async Task<ShopSettings> SettingsAsync(CancellationToken cancel = default) => _settings ??= await ShopSettings.LoadAsync(db, cancel);

    /// <summary>A job, or null.</summary>
    /// <param name="job">The job's id; anything else finds nothing.</param>
    /// <param name="cancel">Stops reading.</param>
    public async Task<JudgedJob?> FindAsync(string job, CancellationToken cancel = default)
        => JobId.IsOne(job) && await ReadAsync(job, cancel) is { } record ? await JudgeAsync(record) : null;

    /// <summary>Books a job in under the next free number and answers its id.</summary>
    /// <param name="author">Who.</param>
    /// <param name="draft">The booking-in; its number is set here.</param>
    /// <param name="with">What is recorded with it: what the failed unit's plate said, and what the customer answered.</param>
    /// <exception cref="RefusedException">It may not be recorded, or the same form was sent before with another content.</exception>
    public async Task<string> BookInAsync(Author author, EntryDraft draft, IReadOnlyList<EntryDraft> with)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        if (draft.Once is { Length: > 0 } once && await db.Entries.AsNoTracking().FirstOrDefaultAsync(e => e.Once == once && e.Seq == 1) is { } row)
        {
            var sent = (BookedIn)draft.Body with { Number = "" };
            var stands = new JobRecord(CheckList.Kinds, [row.ToEntry()]).Machine() with { Number = "" };
            if (sent == stands) return row.Job;
            throw new RefusedException($"This form was sent before and recorded then as {stands.Machine}, {stands.Registration}. Open that job and correct its "
                + $"booking-in, or book in anew.");
        }
        if (!author.Role.Allows(Right.BookIn)) throw new RefusedException(
            $"Your place in the shop does not allow this; it takes {Permissions.Holders(Right.BookIn)}.");
        var settings = await SettingsAsync();
        // Numbers that came from elsewhere and lie far out of this shop's own row do not carry it away.
        var highest = await db.Jobs.Where(j => j.Prefix == settings.NumberPrefix && j.Serial < LastNumber).MaxAsync(j => (long?)j.Serial) ?? 0;
        var body = (BookedIn)draft.Body with { Number = $"{settings.NumberPrefix}{Math.Max(FirstNumber, highest + 1)}" };
        var now = clock.GetUtcNow();
        var record = new JobRecord(CheckList.Kinds, [Recording.SealFirst(JobId.New(), now, author, draft with { Body = body })]);
        foreach (var more in with)
        {
            var job = await JudgeAsync(record);
            if (CheckList.Kinds.Of(more.Body.GetType()).Refusal(job.Context, more.Body) is { } refusal) throw new RefusedException(refusal.Message,
                refusal.Field);
            record = record.With([Recording.Seal(job, author, more)]);
        }
        await StoreAsync(await JudgeAsync(record), 0);
        await transaction.CommitAsync();
        cache.Keep(record);
        return record.Id;
    }

    /// <summary>Appends entries in one transaction: refused, judged and sealed one after another on the job as it stands inside it.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="author">Who.</param>
    /// <param name="drafts">What; those recorded before under their token are left out.</param>
    /// <returns>The job with its new entries.</returns>
    /// <exception cref="RefusedException">One may not be recorded; then none is.</exception>
    /// <exception cref="SentAgainException">One was sent before with another content.</exception>
    public Task<JudgedJob> AppendAsync(string job, Author author, params IReadOnlyList<EntryDraft> drafts) => AppendAsync(job, author, null, drafts);

    /// <summary>Appends entries as <see cref="AppendAsync(string, Author, IReadOnlyList{EntryDraft})"/> does, with a second name under them.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="author">Who.</param>
    /// <param name="second">Who signs with them; null when nobody does. That they are who they say is proved before.</param>
    /// <param name="drafts">What.</param>
    public async Task<JudgedJob> AppendAsync(string job, Author author, Author? second, IReadOnlyList<EntryDraft> drafts)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        if (await FindAsync(job) is not { } judged) throw new RefusedException("There is no such job.");
        var before = judged.Record.Entries.Count;
        foreach (var draft in drafts)
        {
            if (RecordedBefore(judged.Record, draft)) continue;
            if (Recording.Refuse(judged, author, draft, second) is { } refusal) throw new RefusedException(refusal.Message, refusal.Field);
            RefuseOutOfBounds(draft);
            judged = await JudgeAsync(judged.Record.With([Recording.Seal(judged, author, draft, second)]));
        }
        if (judged.Record.Entries.Count == before) return judged;
        await StoreAsync(judged, before);
        await transaction.CommitAsync();
        foreach (var entry in judged.Record.Entries.Skip(before)) steady.Note(entry);
        cache.Keep(judged.Record);
        return judged;
    }

    // A form read by the binder was held to the bounds of its record already; what a page puts together by itself is held to them here.
    private static void RefuseOutOfBounds(EntryDraft draft)
    {
        var kind = CheckList.Kinds.Of(draft.Body.GetType());
        var faults = new Faults();
        using var body = JsonDocument.Parse(kind.Write(draft.Body));
        InputReader.ReadAs(body.RootElement, kind.BodyType, faults, "");
        foreach (var (field, message) in faults.ByPath) throw new RefusedException(message, field);
    }

    private static bool RecordedBefore(JobRecord record, EntryDraft draft)
    {
        if (draft.Once is not { Length: > 0 } once || record.Entries.LastOrDefault(e => e.Once == once) is not { } sent) return false;
        var kind = CheckList.Kinds.Of(draft.Body.GetType());
        var same = sent.Kind == kind.Name && sent.Body == kind.Write(draft.Body) && sent.Instrument == (draft.Instrument ?? "")
            && sent.Corrects == (draft.Corrects ?? "")
            && sent.Known == (draft.Known is { } known ? JsonForm.WordOf(known) : "");
        return same ? true : throw new SentAgainException(sent);
    }

    /// <summary>Brings in a job file, or a pack with its pictures, with its chain and its verdicts as they are, and seals after it who brought it
    /// in.</summary>
    /// <param name="file">The file's bytes.</param>
    /// <param name="name">The file's name.</param>
    /// <param name="author">Who brings it in; null for whoever holds the folder itself.</param>
    /// <exception cref="InputRefusedException">The file is not sound.</exception>
    /// <exception cref="RefusedException">The job or its number is here already, or the person may not.</exception>
    public async Task<string> ImportAsync(byte[] file, string name, Author? author = null)
    {
        if (author?.Role.Allows(Right.Import) == false) throw new RefusedException(
            $"Your place in the shop does not allow this; it takes {Permissions.Holders(Right.Import)}.");
        using var pack = new MemoryStream(file);
        var json = JobPack.Is(file) ? await JobPack.ReadAsync(pack, files, traces) : file;
        var record = new JobRecord(CheckList.Kinds, JobFile.Read(Encoding.UTF8.GetString(json).TrimStart(ByteOrderMark)));
        var judged = await JudgeAsync(record);
        ProveShown(await SettingsAsync(), judged);
        var brought = new EntryDraft(new BroughtIn(Path.GetFileName(name), Convert.ToHexStringLower(SHA256.HashData(file))));
        await BringAsync(await JudgeAsync(record.With([Recording.Seal(judged, author ?? Acting.AtConsole, brought)])),
            new ShopState(ShopSubject.BroughtIn, record.Id, ((BroughtIn)brought.Body).Sha256, CheckList.Kinds.Of(typeof(BroughtIn)).Write(brought.Body)));
        return record.Id;
    }

    // A file may be well formed and still say what no job can; better refused whole than shown as a fault for ever.
    private static void ProveShown(ShopSettings settings, JudgedJob job)
    {
        try
        {
            foreach (var entry in job.Record.Entries) CheckList.Kinds.Find(entry.Kind)!.Words(job.Context, entry);
            foreach (var point in Enum.GetValues<HoldPoint>()) job.HoldPoint(point);
            new JobRow().Fill(settings, job.Record);
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            var faults = new Faults();
            faults.Add("entries", "An outcome does not belong to what its entry says; no job recorded by this application looks so.");
            throw new InputRefusedException(faults);
        }
    }

    /// <summary>Keeps a whole sealed job.</summary>
    /// <exception cref="RefusedException">The job or its number is here already.</exception>
    public Task BringAsync(JudgedJob job) => BringAsync(job, null);

    private async Task BringAsync(JudgedJob job, ShopState? from)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        if (job.Record.Entries.Count > MostEntries) throw new RefusedException($"This job has {job.Record.Entries.Count} entries; {MostEntries} are read.");
        if (await db.Jobs.AnyAsync(j => j.Id == job.Record.Id)) throw new RefusedException($"Job {job.Machine.Number} is here already.");
        if (await db.Jobs.AnyAsync(j => j.Number == job.Machine.Number)) throw new RefusedException($"Another job has the number {job.Machine.Number} here.");
        await StoreAsync(job, 0);
        if (from is not null) await chain.NoteAsync(db, from);
        await transaction.CommitAsync();
    }

    /// <summary>The entries of a job as they stream past, in order.</summary>
    public IAsyncEnumerable<Entry> StreamAsync(string job)
        => db.Entries.AsNoTracking().Where(e => e.Job == job).OrderBy(e => e.Seq).AsAsyncEnumerable().Select(e => e.ToEntry());

    private async Task<JobRecord?> ReadAsync(string job, CancellationToken cancel)
    {
        var known = cache.Find(job);
        var (count, head) = (known?.Entries.Count ?? 0, known?.Last.Hash ?? "");
        var rows = await db.Entries.AsNoTracking().Where(e => e.Job == job && e.Seq > count).OrderBy(e => e.Seq).ToListAsync(cancel);
        if (rows.Count == 0) return known;
        if (known is not null && rows[0].Prev != head)
        {
            known = null;
            rows = await db.Entries.AsNoTracking().Where(e => e.Job == job).OrderBy(e => e.Seq).ToListAsync(cancel);
        }
        var more = rows.Select(r => r.ToEntry()).ToArray();
        var record = known?.With(more) ?? new JobRecord(CheckList.Kinds, more);
        cache.Keep(record);
        return record;
    }

    // Within a request the same record is judged once.
    private async Task<JudgedJob> JudgeAsync(JobRecord record) => _judged is not null && _judged.Record == record ? _judged
        : _judged = (await SettingsAsync()).Judge(record, clock.GetUtcNow(), steady.SecondsSince, await FamilyCasesAsync(record));

    // Asked once in a request: what other jobs come to does not change while this one is written.
    private async Task<IReadOnlyDictionary<string, int>> FamilyCasesAsync(JobRecord record)
    {
        var (job, family) = (record.Id, PartNumber.Plain(record.Machine().Engine));
        if (_family is { } known && known.Of == (job, family)) return known.Cases;
        // By its row the job itself is left out without reading any other.
        var own = db.Jobs.Where(j => j.Id == job).Select(j => j.Row);
        var cases = await db.Jobs.AsNoTracking().Where(j => j.Family == family && j.Cause != "" && !own.Contains(j.Row)).GroupBy(j => j.Cause)
            .Select(g => new { g.Key, Count = g.Count() }).ToDictionaryAsync(g => g.Key, g => g.Count);
        _family = ((job, family), cases);
        return cases;
    }

    // One ordinary reading must not make a cut or a rewriting look whole: nothing is added to a record that is not the one the shop signed.
    private async Task ProveUncutAsync(JobRow row, JobRecord record, int before)
    {
        var head = record.Entries[before - 1].Hash;
        var signed = await ShopChain.StateAsync(db, ShopSubject.Job, row.Id);
        if ((row.EntryCount, row.Head) == (before, head) && signed == ShopEntry.StateOfJob(before, head)) return;
        throw new RefusedException($"The record of job {row.Number} is not the one this shop signed: it was changed past the application. "
            + "Nothing is added to it. The owner runs './wattology verify', which names what is wrong, and puts the shop back from a backup.");
    }

    private async Task StoreAsync(JudgedJob job, int before)
    {
        var row = before == 0 ? db.Jobs.Add(new JobRow()).Entity : await db.Jobs.FirstAsync(j => j.Id == job.Record.Id);
        if (before > 0) await ProveUncutAsync(row, job.Record, before);
        row.Fill(await SettingsAsync(), job.Record);
        db.Entries.AddRange(job.Record.Entries.Skip(before).Select(EntryRow.From));
        await db.SaveChangesAsync();
        db.ChangeTracker.Clear();
    }
}
