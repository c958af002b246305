using System.Globalization;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Instruments;
using Wattology.Data.Instruments;
using Wattology.Data.Jobs;
using Wattology.Web.Hosting;

namespace Wattology.Web.Forms;

/// <summary>How a reading is known, as its form says it: measured with instruments of the register or another, or in another way.</summary>
/// <param name="instruments">The shop's register.</param>
/// <param name="form">What the form shows.</param>
/// <param name="times">The shop's clock and zone.</param>
public sealed class HowKnown(InstrumentStore instruments, FormState form, ShopTimes times)
{
    private Instrument? _joins;

    /// <summary>Today in the shop.</summary>
    public DateOnly Today => DateOnly.FromDateTime(times.Today);

    /// <summary>The instruments in use that fit a reading.</summary>
    /// <param name="kinds">Which kinds fit.</param>
    public Task<IReadOnlyList<InstrumentRow>> FittingAsync(IReadOnlyList<InstrumentKind> kinds) => instruments.FittingAsync(kinds);

    /// <summary>Reads it; what is wrong goes to the form.</summary>
    /// <param name="posted">What was posted.</param>
    /// <returns>How it is known, null where nobody said; and by which instruments, each with its calibration as it stands today.</returns>
    public async Task<(Known? Known, string Instrument)> ReadAsync(IFormCollection posted)
    {
        var (other, known) = (Text(posted, "instrument"), JsonForm.ValueOf<Known>(Text(posted, "known")));
        var touched = (await instruments.AllAsync()).Where(i => posted["with"].Contains(i.Id.ToString(CultureInfo.InvariantCulture)) || IsNamed(i, other))
            .ToArray();
        foreach (var instrument in touched) form[$"with.{instrument.Id}"] = "true";
        var names = touched.Select(i => i.ToInstrument().NamedOn(Today)).ToList();
        if (other.Length > 0 && !touched.Any(i => IsNamed(i, other))) names.Add((await ReadNewAsync(posted, other))?.NamedOn(Today) ?? other);
        if (names.Count > 0) known ??= Known.Measured;
        if (known is null) form.Faults.Add("known", "Say how you know.");
        else if (known != Known.Measured && touched.Length > 0)
            form.Faults.Add("known", $"Measured with {touched[0].Name}, or {JsonForm.Plain(known)}: one of them.");
        else if (known == Known.Measured && names.Count == 0) form.Faults.Add("instrument", "Name the instrument: which gauge, which jug.");
        return (known, string.Join("; ", names));
    }

    /// <summary>Keeps in the register what a reading brought with it, once that is recorded.</summary>
    /// <param name="by">Who.</param>
    public async Task KeepNewAsync(string by)
    {
        if (_joins is null) return;
        try { await instruments.AddAsync(_joins, by); }
        catch (RefusedException) { /* Somebody else brought it meanwhile: it is there, which is what was wanted. */ }
    }

    // Another instrument joins the register where its kind is said.
    private async Task<Instrument?> ReadNewAsync(IFormCollection posted, string name)
    {
        var (kind, range, until) = (JsonForm.ValueOf<InstrumentKind>(Text(posted, "instrument_kind")), Text(posted, "instrument_range"),
            Text(posted, "instrument_until"));
        if (kind is not { } of) return null;
        DateOnly? day = DateOnly.TryParseExact(until, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var read) ? read : null;
        if (until.Length > 0 && day is null) form.Faults.Add("instrument_until", $"'{until}' is not a day. Type one like 2030-05-31.");
        _joins = new Instrument(name, of, range, day);
        if (await instruments.RefuseAsync(_joins) is { } refused) form.Faults.Add("instrument", refused);
        return _joins;
    }

    private static bool IsNamed(InstrumentRow row, string name) => string.Equals(row.Name, name, StringComparison.OrdinalIgnoreCase);

    private string Text(IFormCollection posted, string name)
    {
        var text = posted[name].ToString().Trim();
        if (posted.ContainsKey(name)) form[name] = text;
        return text;
    }
}
