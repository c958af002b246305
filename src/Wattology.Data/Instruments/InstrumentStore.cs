using Microsoft.EntityFrameworkCore;
using Wattology.Core.Instruments;
using Wattology.Data.Jobs;

namespace Wattology.Data.Instruments;

/// <summary>The shop's register of instruments. One store serves one request and reads the register once.</summary>
public sealed class InstrumentStore(ShopDb db, TimeProvider clock)
{
    /// <summary>How long a name may be.</summary>
    public const int NameMost = 60;
    private IReadOnlyList<InstrumentRow>? _all;

    /// <summary>Every instrument by name, those out of use last.</summary>
    public async Task<IReadOnlyList<InstrumentRow>> AllAsync()
        => _all ??= await db.Instruments.AsNoTracking().OrderBy(i => i.OutOfUse).ThenBy(i => i.Name).ToListAsync();

    /// <summary>The instruments in use that fit a reading, those first whose kind is named first.</summary>
    /// <param name="kinds">Which kinds fit.</param>
    public async Task<IReadOnlyList<InstrumentRow>> FittingAsync(IReadOnlyList<InstrumentKind> kinds)
        => [.. (await AllAsync()).Where(i => !i.OutOfUse && kinds.Contains(i.Kind)).OrderBy(i => kinds.TakeWhile(k => k != i.Kind).Count())];

    /// <summary>Why an instrument may not join the register, or null.</summary>
    public async Task<string?> RefuseAsync(Instrument instrument)
    {
        if (instrument.Name.Trim().Length == 0) return "Give it the name it is called by, such as ‘oil gauge 3’.";
        if (instrument.Name.Length > NameMost) return $"A name has {NameMost} letters at most.";
        if (instrument.Name.Contains(';')) return "A name has no semicolon: in a reading, names are parted by it.";
        return (await AllAsync()).Any(i => string.Equals(i.Name, instrument.Name.Trim(), StringComparison.OrdinalIgnoreCase))
            ? $"‘{instrument.Name.Trim()}’ is in the register already." : null;
    }

    /// <summary>Adds an instrument to the register.</summary>
    /// <exception cref="RefusedException">Its name is missing, or taken.</exception>
    public async Task AddAsync(Instrument instrument, string by)
    {
        if (await RefuseAsync(instrument) is { } refused) throw new RefusedException(refused, "name");
        db.Instruments.Add(new InstrumentRow
        {
            Name = instrument.Name.Trim(), Kind = instrument.Kind, Range = instrument.Range.Trim(), CalibratedUntil = instrument.CalibratedUntil, SetBy = by,
            SetAtMs = clock.GetUtcNow().ToUnixTimeMilliseconds(),
        });
        _all = null;
        try { await db.SaveChangesAsync(); }
        catch (DbUpdateException e) when (e.IsTaken())
        {
            // Somebody added one of that name between the question and the answer.
            db.ChangeTracker.Clear();
            throw new RefusedException($"‘{instrument.Name.Trim()}’ is in the register already.", "name");
        }
    }

    /// <summary>Changes until when an instrument is calibrated, or whether it is in use.</summary>
    /// <returns>Whether there is such an instrument.</returns>
    public async Task<bool> ChangeAsync(int id, DateOnly? calibratedUntil, bool outOfUse, string by)
    {
        if (await db.Instruments.FindAsync(id) is not { } row) return false;
        (row.CalibratedUntil, row.OutOfUse, row.SetBy, row.SetAtMs) = (calibratedUntil, outOfUse, by, clock.GetUtcNow().ToUnixTimeMilliseconds());
        await db.SaveChangesAsync();
        _all = null;
        return true;
    }
}
