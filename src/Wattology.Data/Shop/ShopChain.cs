using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.People;
using Wattology.Core.Shop;

namespace Wattology.Data.Shop;

/// <summary>Who acts in a request; whoever holds the shop's folder where nobody signed in.</summary>
public sealed class Acting
{
    /// <summary>Somebody at the console: whoever can reach the shop's folder.</summary>
    public static readonly Author AtConsole = new("", "whoever holds the shop's folder", Role.Owner);

    /// <summary>Who.</summary>
    public Author Who { get; set; } = AtConsole;
}

/// <summary>Writes the shop's own chain: one signed entry for each row that changed, in the transaction that changes it.</summary>
/// <param name="key">The shop's key.</param>
/// <param name="acting">Who acts.</param>
/// <param name="clock">When.</param>
public sealed class ShopChain(ShopKeyFile key, Acting acting, TimeProvider clock)
{
    /// <summary>What changed that the chain holds, before it is saved.</summary>
    internal static IReadOnlyList<EntityEntry> Changed(ChangeTracker tracker) => [.. tracker.Entries().Where(e =>
        e.State is EntityState.Added or EntityState.Deleted && (e.Entity is PartsTableRow || ShopStates.Of(e.Entity) is not null)
        || e.State == EntityState.Modified && ShopStates.Of(e.Entity) is { } now && ShopStates.Of(e.OriginalValues.ToObject()) != now)];

    /// <summary>Adds an entry for each change that was saved.</summary>
    internal async Task WriteAsync(ShopDb db, IReadOnlyList<(object Row, bool Gone)> changed, CancellationToken cancel)
    {
        var states = changed.Where(c => c.Row is not PartsTableRow).Select(c => (State: ShopStates.Of(c.Row)!, c.Gone))
            .Select(c => c.Gone ? c.State with { State = "", Body = "" } : c.State).ToList();
        if (changed.Any(c => c.Row is PartsTableRow)) states.Add(await ShopStates.PartsAsync(db, cancel));
        await AddAsync(db, states, cancel);
    }

    /// <summary>Adds entries; saved with whatever else changes.</summary>
    internal async Task AddAsync(ShopDb db, IEnumerable<ShopState> states, CancellationToken cancel = default)
    {
        var last = await LastAsync(db, cancel);
        var now = clock.GetUtcNow();
        if (last is null)
            db.ShopEntries.Add(ShopEntryRow.From(last = key.Key.Seal(null, now, acting.Who, ShopSubject.Begun, "", key.Key.Public.Base64, "")));
        foreach (var state in states)
            db.ShopEntries.Add(ShopEntryRow.From(last = key.Key.Seal(last, now, acting.Who, state.Kind, state.Of, state.State, state.Body)));
    }

    /// <summary>Writes down something that took place and is no row.</summary>
    public async Task NoteAsync(ShopDb db, ShopState what, CancellationToken cancel = default)
    {
        await using var own = db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync(cancel) : null;
        await AddAsync(db, [what], cancel);
        await db.SaveChangesAsync(cancel);
        if (own is not null) await own.CommitAsync(cancel);
    }

    /// <summary>Takes over a shop that was at work before it had a chain: everything as it stands now.</summary>
    public async Task BeginAsync(ShopDb db, CancellationToken cancel = default)
    {
        if (await db.ShopEntries.AnyAsync(cancel)) return;
        await using var all = await db.Database.BeginTransactionAsync(cancel);
        var states = new List<ShopState>();
        await foreach (var state in ShopStates.AllAsync(db)) states.Add(state);
        await AddAsync(db, states, cancel);
        await db.SaveChangesAsync(cancel);
        await all.CommitAsync(cancel);
    }

    /// <summary>The chain goes on with the key at hand: the one before was lost, and the entry that says so is signed with the new one.</summary>
    public async Task GoOnWithAsync(ShopDb db, CancellationToken cancel = default)
        => await NoteAsync(db, new ShopState(ShopSubject.Begun, "", key.Key.Public.Base64, ""), cancel);

    /// <summary>The public key the chain is signed with now, base64; null before its first entry.</summary>
    public static Task<string?> PublicKeyAsync(ShopDb db, CancellationToken cancel = default) => StateAsync(db, ShopSubject.Begun, "", cancel);

    /// <summary>The last entry; null before the first.</summary>
    public static async Task<ShopEntry?> LastAsync(ShopDb db, CancellationToken cancel = default)
        => (await db.ShopEntries.AsNoTracking().OrderByDescending(e => e.Seq).FirstOrDefaultAsync(cancel))?.ToEntry();

    /// <summary>What a file of a job carries when it leaves the shop; null where the chain does not hold the job as it stands.</summary>
    /// <param name="db">The database.</param>
    /// <param name="record">The job.</param>
    /// <param name="cancel">Ends it.</param>
    public static async Task<ShopMark?> MarkAsync(ShopDb db, JobRecord record, CancellationToken cancel = default)
    {
        var (kind, job) = (JsonForm.WordOf(ShopSubject.Job), record.Id);
        var held = (await db.ShopEntries.AsNoTracking().Where(e => e.Kind == kind && e.Of == job).OrderByDescending(e => e.Seq).FirstOrDefaultAsync(cancel))
            ?.ToEntry();
        if (held is null || await LastAsync(db, cancel) is not { } last || await PublicKeyAsync(db, cancel) is not { } key) return null;
        var name = (await db.Settings.AsNoTracking().FirstOrDefaultAsync(s => s.Key == "name", cancel))?.Value ?? "";
        var mark = new ShopMark(name, key, last.Head.Code, held);
        return mark.Fault(job, record.Entries.Count, record.Last.Hash) is null ? mark : null;
    }

    /// <summary>The code of the latest entry; empty before the chain has begun.</summary>
    public static async Task<string> CodeAsync(ShopDb db, CancellationToken cancel = default) => (await LastAsync(db, cancel))?.Head.Code ?? "";

    /// <summary>What stands at the foot of a printed page; empty before the chain has begun.</summary>
    public static async Task<string> FootAsync(ShopDb db, CancellationToken cancel = default)
        => await LastAsync(db, cancel) is { } last && await PublicKeyAsync(db, cancel) is { } key ? new ShopMark("", key, last.Head.Code, last).Foot : "";

    /// <summary>How something stands by the chain; null where the chain never held it.</summary>
    public static Task<string?> StateAsync(ShopDb db, ShopSubject kind, string of, CancellationToken cancel = default)
    {
        var word = JsonForm.WordOf(kind);
        return db.ShopEntries.AsNoTracking().Where(e => e.Kind == word && e.Of == of).OrderByDescending(e => e.Seq).Select(e => e.State)
            .FirstOrDefaultAsync(cancel);
    }
}
