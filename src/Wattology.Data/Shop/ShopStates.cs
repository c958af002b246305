using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Inputs;
using Wattology.Core.Shop;
using Wattology.Data.Instruments;
using Wattology.Data.Jobs;
using Wattology.Data.People;

namespace Wattology.Data.Shop;

/// <summary>How something the shop's chain holds stands.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Of">Which one.</param>
/// <param name="State">How it stands, as a hash or a count and a hash.</param>
/// <param name="Body">The same for people, as JSON; nothing secret.</param>
public sealed record ShopState(ShopSubject Kind, string Of, string State, string Body);

/// <summary>What the shop's chain holds: for each row that decides anything, how it stands. The one list, for writing the chain and for proving it.</summary>
public static class ShopStates
{
    /// <summary>How a row stands; null for one the chain does not hold by itself.</summary>
    public static ShopState? Of(object row) => row switch
    {
        JobRow j => new(ShopSubject.Job, j.Id, ShopEntry.StateOfJob(j.EntryCount, j.Head), Body(new { j.Number })),
        LimitRow l => Row(ShopSubject.Limit, l.Id, Body(new { l.Key, l.Source, l.Reference, l.Scope, l.SetBy, l.SetAtMs, l.Withdrawn, l.SoundFrom, l.SoundTo,
            l.DoubtFrom, l.DoubtTo })),
        SchoolRow s => Row(ShopSubject.School, s.Id, Body(new { s.Key, s.Source, s.Reference, s.Scope, s.SetBy, s.SetAtMs, s.Withdrawn, s.Choice })),
        SettingRow s => new(ShopSubject.Setting, s.Key, Sha(s.Value), Body(new { s.Value })),
        InstrumentRow i => Row(ShopSubject.Instrument, i.Id, Body(new { i.Name, i.Kind, i.Range, i.CalibratedUntil, i.OutOfUse, i.SetBy, i.SetAtMs })),
        PolicyRow p => Row(ShopSubject.Policy, p.Id, Body(new { p.Name, p.Version, p.File, p.SetBy, p.SetAtMs, p.Withdrawn })),
        RetiredSnagRow r => new(ShopSubject.SnagRetired, r.Hash, Sha(Body(new { r.By, r.AtMs, r.Why })), Body(new { r.By, r.Why })),
        ComputeKeyRow k => new(ShopSubject.ComputeKey, Number(k.Id), Sha(Body(new { k.Name, k.Hash, k.By, k.AtMs, k.WithdrawnMs })),
            Body(new { k.Name, k.By, Withdrawn = k.WithdrawnMs is not null })),
        // What proves them is in the state and not in the body: a changed password is seen, and not to be guessed at from here.
        Person p => new(ShopSubject.Person, p.Id, Sha(Body(new { p.UserName, p.Name, p.Role, p.Disabled, p.PasswordHash, p.PinHash, p.CodeHash,
            p.CodeUntilMs })),
            Body(new { User = p.UserName, p.Name, p.Role, p.Disabled })),
        _ => null,
    };

    /// <summary>How the parts table stands as a whole.</summary>
    public static async Task<ShopState> PartsAsync(ShopDb db, CancellationToken cancel = default)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var count = 0;
        await foreach (var row in db.Parts.AsNoTracking().OrderBy(p => p.Id).AsAsyncEnumerable().WithCancellation(cancel))
        {
            hash.AppendData(Encoding.UTF8.GetBytes(Body(row.ToRow()) + "\n"));
            count++;
        }
        return new(ShopSubject.PartsTable, "", Convert.ToHexStringLower(hash.GetHashAndReset()), Body(new { Rows = count }));
    }

    /// <summary>How everything stands that the chain holds, as it streams past.</summary>
    public static async IAsyncEnumerable<ShopState> AllAsync(ShopDb db)
    {
        foreach (var rows in new IQueryable<object>[] { db.Settings, db.Users, db.Limits, db.Schools, db.Instruments, db.Policies, db.RetiredSnags,
            db.ComputeKeys })
            await foreach (var row in rows.AsNoTracking().AsAsyncEnumerable()) yield return Of(row)!;
        yield return await PartsAsync(db);
        await foreach (var job in db.Jobs.AsNoTracking().OrderBy(j => j.Row).Select(j => new JobRow { Id = j.Id, Number = j.Number, EntryCount = j.EntryCount,
            Head = j.Head }).AsAsyncEnumerable()) yield return Of(job)!;
    }

    /// <summary>Whether something of this subject stands as a row, or took place once and stays.</summary>
    public static bool IsHeld(ShopSubject kind) => kind is not (ShopSubject.Begun or ShopSubject.BroughtIn or ShopSubject.Backup or ShopSubject.Restored
        or ShopSubject.ClockStep);

    /// <summary>What something is, in words, for a finding.</summary>
    public static string Words(ShopState of) => of.Kind switch
    {
        ShopSubject.PartsTable => "The parts table",
        ShopSubject.Job => $"Job {(of.Body.Length > 0 ? JsonDocument.Parse(of.Body).RootElement.GetProperty("number").GetString() : of.Of)}",
        ShopSubject.Person => $"Person {(of.Body.Length > 0 ? JsonDocument.Parse(of.Body).RootElement.GetProperty("name").GetString() : of.Of)}",
        ShopSubject.Setting => $"Setting '{of.Of}'",
        ShopSubject.SnagRetired => $"The retiring of {of.Of[..Math.Min(8, of.Of.Length)]}",
        var kind => $"{char.ToUpperInvariant(JsonForm.Plain(kind)[0])}{JsonForm.Plain(kind)[1..]} {of.Of}",
    };

    private static ShopState Row(ShopSubject kind, int id, string body) => new(kind, Number(id), Sha(body), body);

    private static string Number(int id) => id.ToString(CultureInfo.InvariantCulture);

    private static string Body(object of) => JsonSerializer.Serialize(of, of.GetType(), JsonForm.Options);

    private static string Sha(string text) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)));
}
