using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Entries;
using Wattology.Core.Gauge;
using Wattology.Core.Inputs;
using Wattology.Core.Priming;
using Wattology.Core.Traces;
using Wattology.Data.Jobs;
using Wattology.Data.Traces;
using Wattology.Web.Drawing;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Traces of this job's bursts and runs: charted, compared with the last job on that engine, taken away as text; and a logger's file brought
/// in.</summary>
public sealed class TracesModel(SheetServices services, TraceFiles files) : SheetModel(services)
{
    private const int ShownRows = 4;

    /// <inheritdoc/>
    public override string Sheet => "traces";

    /// <inheritdoc/>
    public override string Title => "Traces";

    /// <summary>Every trace that stands, the latest first.</summary>
    public IReadOnlyList<Noted<TraceKept>> Kept => [.. Job.Record.All<TraceKept>().Reverse()];

    /// <summary>The trace that is charted; null where none is kept.</summary>
    public Noted<TraceKept>? Shown { get; private set; }

    /// <summary>What is drawn of it; null where its file is missing or damaged.</summary>
    public TraceView? View { get; private set; }

    /// <summary>The trace of another job it is compared with; null where there is none.</summary>
    public Noted<TraceKept>? Other { get; private set; }

    /// <summary>The bursts and runs a logger's file can be of, the latest first.</summary>
    public IReadOnlyList<Entry> Turned => [.. Turnings.Of(Job.Record).Where(t => Turnings.EndOf(Job.Record, t) is not null).Reverse()];

    /// <summary>A logger's file whose columns nobody has said yet.</summary>
    public LoggerTable? Table { get; private set; }

    /// <summary>The first rows of it.</summary>
    public IEnumerable<IReadOnlyList<string>> FirstRows => Table!.Rows.Take(ShownRows);

    /// <summary>What pressure must reach while cranking, kPa.</summary>
    public double? EnoughKpa => Job.Context.Limits.Choose(PressureLimits.Cranking).SoundFrom;

    /// <summary>The name of a burst or run, as a sentence begins.</summary>
    public string NameOf(string turning) => Core.Checks.Question.Sentence(Turnings.Title(Job.Record, turning));

    /// <summary>What a column probably is: as was said of it, else by its name.</summary>
    public (string Channel, string Unit) Proposed(int column) => Form.Typed.TryGetValue($"is.{column}", out var said) ? (said, Form[$"unit.{column}"])
        : column > 0 && LoggerCsv.Guess(Table!.Head[column]) is var (channel, unit) && Enumerable.Range(1, column - 1).All(c => LoggerCsv.Guess(Table.Head[c])
            ?.Channel != channel) ? (channel.Name, unit) : (column == 0 ? "time" : "", "");

    /// <summary>Shows a trace.</summary>
    /// <param name="trace">Which, by the hash of its entry; the latest when null.</param>
    /// <param name="from">From when, s; from its beginning when null.</param>
    /// <param name="to">To when, s; to its end when null.</param>
    public Task OnGetAsync(string? trace, double? from, double? to) => ShowAsync(trace, from, to);

    private async Task ShowAsync(string? hash = null, double? from = null, double? to = null)
    {
        Shown = Kept.FirstOrDefault(k => k.Entry.Hash == hash) ?? (Kept.Count > 0 ? Kept[0] : null);
        if (Shown is not { Body: var body } || await files.ReadAsync(body.File) is not { Rows.Count: > 1 } trace) return;
        Other = (await OnEngineAsync<TraceKept>()).FirstOrDefault(o => o.Body.Of == body.Of && files.Has(o.Body.File));
        var (first, last) = (trace.Rows[0].TimeS, trace.Rows[^1].TimeS);
        var (begin, end) = (Math.Clamp(from ?? first, first, last), Math.Clamp(to ?? last, first, last));
        if (end <= begin) (begin, end) = (first, last);
        View = TraceView.Whole(Job, body, trace) with { FromS = begin, ToS = end, Other = Other is null ? null : await files.ReadAsync(Other.Body.File) };
    }

    /// <summary>Brings in a logger's file: read at once where its columns are known, else they are asked.</summary>
    public async Task<IActionResult> OnPostLoggerAsync(IFormFile? file)
    {
        await ShowAsync();
        var text = Text("csv");
        if (file is { Length: > 0 }) Form["csv"] = text = await UploadedText.ReadAsync(file, HttpContext.RequestAborted);
        if (Turnings.Find(Job.Record, Text("of")) is not { } turning) Form.Faults.Add("of", "Say which burst or run the file is of.");
        if (text.Length == 0) Form.Faults.Add("csv", "Paste the logger's lines, or choose its file.");
        var faults = new Faults();
        var table = text.Length == 0 ? null : LoggerCsv.Table(text, faults);
        Take(faults);
        if (table is null || !Form.Faults.None) return Refused();
        var known = (await TraceStore.LoggersAsync()).FirstOrDefault(m => m.Fits(table));
        if (Request.Form.ContainsKey("is.0")) known = Said(table);
        else if (known is null)
        {
            Table = table;
            return Page();
        }
        if (known is null || LoggerCsv.Read(table, known, faults) is not { } trace)
        {
            Take(faults);
            Table = table;
            return Refused();
        }
        await TraceStore.KeepLoggerAsync(known);
        return await KeepAsync(Turnings.Find(Job.Record, Form["of"])!, trace, known.Name.Trim());
    }

    private async Task<IActionResult> KeepAsync(Entry turning, Trace trace, string logger)
    {
        var kept = new EntryDraft(await TraceStore.BodyAsync(turning, trace, logger, simulated: false, EnoughKpa ?? 0));
        var shows = Data.Traces.TraceStore.Shows(trace, EnoughKpa ?? 0);
        // A logger on the burst just cranked is a gauge that was read: its level proves what a gauge's figure would.
        if (Turnings.OfWhat(turning) == TraceOf.Burst && Turned[0] == turning && shows is { FirstS: not null, SteadyKpa: { } level }
            && !shows.DropOuts.Any(d => d.ToEnd))
            return await RecordDraftsAsync([kept, new EntryDraft(new PressureRead(PressureBy.DirectGauge, Math.Round(level, 1)), Known.Measured, logger)],
                $"Kept. {shows.Words} {logger} read {Units.ShowPressure(level)}.", Here);
        return await RecordDraftsAsync([kept], $"Kept. {shows?.Words}".TrimEnd(), Here);
    }

    private void Take(Faults faults)
    {
        foreach (var (path, message) in faults.ByPath) Form.Faults.Add(path, message);
    }

    // What each column is, as the person said it beside the first rows.
    private LoggerMap? Said(LoggerTable table)
    {
        var columns = Enumerable.Range(0, table.Head.Count).Select(i => (Column: i, Is: Text($"is.{i}"), Unit: Text($"unit.{i}"))).ToArray();
        var times = columns.Where(c => c.Is == "time").ToArray();
        var time = JsonForm.ValueOf<LoggerTime>(Text("time_in"));
        if (times.Length != 1) Form.Faults.Add("time_in", "Say which one column is the time.");
        if (time is null) Form.Faults.Add("time_in", "Say how the time is written.");
        var name = Text("logger");
        var map = new LoggerMap(name, table.Head, times.Length == 1 ? times[0].Column : 0, time ?? LoggerTime.Seconds, [.. columns.Where(c => c.Is.Length > 0
            && c.Is != "time").Select(c => new LoggerColumn(c.Column, c.Is, c.Unit))]);
        var faults = new Faults();
        map.Check(faults, "");
        foreach (var (path, message) in faults.ByPath) Form.Faults.Add(path == "name" ? "logger" : path == "columns" ? "csv" : path, message);
        return Form.Faults.None ? map : null;
    }

    /// <summary>What a column can be.</summary>
    public static IEnumerable<KeyValuePair<string, string>> Columns => [new("", "not read"), new("time", "the time"),
        .. GaugeChannel.All.Select(c => KeyValuePair.Create(c.Name, c.Title))];

    /// <summary>A stretch of the trace shown, as an address.</summary>
    public string Stretch(double from, double to) => string.Create(CultureInfo.InvariantCulture,
        $"{Here}?trace={Shown!.Entry.Hash}&from={from:0.##}&to={to:0.##}");
}
