using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Entries;
using Wattology.Core.Instruments;
using Wattology.Core.Jobs;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A sheet on which one kind of reading is typed, corrected and recorded; the reading's record is its form.</summary>
/// <param name="services">What every sheet needs.</param>
/// <param name="check">The check it is a sheet of.</param>
/// <param name="recorded">What the page says afterwards.</param>
public abstract class ReadingSheetModel<TReading>(SheetServices services, string check, string recorded) : SheetModel(services) where TReading : EntryBody
{
    private int _rowsAsked;

    /// <inheritdoc/>
    public override string Sheet => check;

    /// <inheritdoc/>
    public override string Title => Named(CheckList.Find(check)!.Title);

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(TReading)];

    /// <inheritdoc/>
    public override IReadOnlyList<InstrumentKind> MeasuredWith => CheckList.Kinds.Of(typeof(TReading)).MeasuredWith;

    /// <summary>The latest reading, of this turbo where there is one for each.</summary>
    public Noted<TReading>? Latest => Job.Record.Latest<TReading>(r => r is not IOfTurbo of || of.Turbo == Turbo);

    /// <summary>Shows the sheet, or an entry under correction.</summary>
    public void OnGet()
    {
        if (!FillFromCorrected()) PrepareForm();
    }

    /// <summary>Records the reading, or shows one more row of a list.</summary>
    public async Task<IActionResult> OnPostAsync([Typed] TReading? reading)
    {
        if (Request.Form["add"].ToString() is { Length: > 0 } list) return WithAnotherRow(list);
        foreach (var (field, need) in Answered)
            if (Text(field).Length == 0) Form.Faults.Add(field, need);
        return await RecordAsync(reading is null ? null : AsWritten(reading), recorded, await ReadKnownAsync());
    }

    /// <summary>What was typed, as the shop writes it.</summary>
    protected virtual TReading AsWritten(TReading reading) => reading;

    /// <summary>Whether the figures stand unfolded: something is typed into them, or corrected, or wrong.</summary>
    public virtual bool FiguresOpen => Corrects is not null || !Form.Faults.None || _rowsAsked > 0;

    /// <summary>What the values typed so far would come to; nothing is recorded.</summary>
    public IActionResult OnPostPreview([Typed] TReading? reading) => PreviewOf(reading is null ? null : AsWritten(reading));

    /// <summary>Answers that must be given: one that is not given is not a no.</summary>
    protected virtual IEnumerable<(string Field, string Need)> Answered => [];

    /// <summary>How many rows of a list the form shows: also those that stood blank on the page as it was sent.</summary>
    protected int RowsShown(string list, int fewest) => Math.Max(Math.Max(fewest, RowsSent(list)), Math.Max(Form.RowsOf(list), _rowsAsked));

    private int RowsSent(string list) => Request.HasFormContentType ? Request.Form.Keys.Select(k => FormState.RowOf(list, k)).Where(r => r >= 0).Distinct()
        .Count() : 0;

    // The form as it was sent, nothing recorded, with one more row.
    private PageResult WithAnotherRow(string list)
    {
        _rowsAsked = 1 + RowsSent(list);
        return AsSent();
    }

    /// <summary>The form as it was sent, without faults: nothing was to be recorded.</summary>
    protected PageResult AsSent()
    {
        Form.ForgetFaults();
        foreach (var name in new[] { "known", "instrument", "instrument_kind", "instrument_range", "instrument_until" }) Text(name);
        foreach (var id in Request.Form["with"]) Form[$"with.{id}"] = "true";
        return Page();
    }

    /// <summary>Suggests what cannot have changed since the reading before: the part itself. What is measured on it is measured anew.</summary>
    /// <param name="part">Whether a field says what the part is.</param>
    protected void SuggestPart(Func<string, bool> part)
    {
        if (Latest is not { } latest) return;
        var filled = new FormState();
        new FormFill(filled, Units, Times).Into(latest.Body, TypedOf(latest.Entry));
        foreach (var (field, text) in filled.Typed.Where(t => part(t.Key))) Form.Suggest(field, text);
    }
}
