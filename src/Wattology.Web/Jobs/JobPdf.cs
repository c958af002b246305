using System.Globalization;
using SkiaSharp;
using Svg.Skia;
using Svg.Skia.TypefaceProviders;
using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.HandOver;
using Wattology.Core.Jobs;
using Wattology.Core.LooseEnds;
using Wattology.Core.Measures;
using Wattology.Core.Parts;
using Wattology.Core.FollowUp;
using Wattology.Core.Photos;
using Wattology.Core.Plate;
using Wattology.Core.Traces;
using Wattology.Core.Warranty;
using Wattology.Web.Drawing;
using Wattology.Web.Forms;
using Wattology.Web.Hosting;
using Wattology.Web.Pages.Jobs;

namespace Wattology.Web.Jobs;

/// <summary>The job file as PDF: what was wrong, why, what was done and read, and the whole record with its chain.</summary>
public static class JobPdf
{
    /// <summary>Writes the file.</summary>
    /// <param name="job">The job.</param>
    /// <param name="shop">The shop's name.</param>
    /// <param name="times">The shop's clock and zone.</param>
    /// <param name="copies">Where the copy of each photo lies, by the file's hash; a photo without one is named and not shown.</param>
    /// <param name="traces">The traces that are drawn, by the file's hash; one that is not here is named in words.</param>
    /// <param name="foot">The shop's code, for the foot of each page.</param>
    /// <param name="cancel">Ends it.</param>
    public static byte[] Write(JudgedJob job, string shop, ShopTimes times, IReadOnlyDictionary<string, string> copies,
        IReadOnlyDictionary<string, Trace> traces, string foot, CancellationToken cancel)
    {
        using var stream = new MemoryStream();
        var (machine, record) = (job.Machine, job.Record);
        var footer = $"{shop} · job {machine.Number} · {machine.Registration} · made {times.Full(times.Now)} · chain ends in {record.Last.Hash[..16]}";
        using (var flow = new PaperFlow(stream, $"Job {machine.Number}", [footer, foot], times.Now.UtcDateTime, cancel))
        {
            flow.Title($"Job {machine.Number}  {machine.Machine}");
            flow.Paragraph(record.HandedOver() is { } over ? $"{shop}. Handed over to {over.Body.To} on {times.Full(over.Entry.At)}."
                : record.Ended() is { } ended ? $"{shop}. {job.Words(ended.Entry)}. {times.Full(ended.Entry.At)}."
                : $"{shop}. Not handed over yet: this is an interim file.", quiet: true);
            if (SimulatedEntries.Words(record) is { Length: > 0 } simulated)
            {
                flow.Heading("Simulated");
                flow.Paragraph(simulated, strong: true);
            }
            if (Claim.Of(job.Context) is { } claim) Case(flow, job, claim);
            Passed(flow, job, times);
            Machine(flow, job);
            var drawing = Picture(new JobDrawing(job, paper: true).Render());
            flow.Heading("The job as drawn", PaperFlow.HeightOf(drawing) + 14);
            flow.Picture(drawing);
            Cause(flow, job, times);
            flow.Heading("Readings");
            foreach (var check in job.Checks.Where(c => c.Check.Paper is not null)) flow.Fact(machine.Named(check.Title, check.Turbo), Reading(check, times));
            Parts(flow, job);
            Answers(flow, job);
            LooseEnds(flow, job);
            Driver(flow, job, times);
            Photos(flow, job, times, copies);
            Traces(flow, job, times, traces);
            Corrections(flow, job, times);
            Record(flow, job, times);
            flow.Close();
        }
        return stream.ToArray();
    }

    private static string Reading(CheckReading check, ShopTimes times)
    {
        var how = check.Found.Since is { Known.Length: > 0 } since && check.Word is null
            ? $", {since.Known.Replace('-', ' ')}{(since.Instrument.Length > 0 ? $" with {since.Instrument}" : "")}" : "";
        var word = $"{check.Word ?? VerdictMark.Of(check.Verdict).Word}{how}{(check.AcceptedBy is { } by ? $", taken by {by}" : "")}";
        return check.Reopened is { } again ? $"{word}: {check.Value}. {again.WordsAt(times.Full(again.By.At))}" : $"{word}: {check.Check.Paper!(check)}";
    }

    private static void Machine(PaperFlow flow, JudgedJob job)
    {
        var machine = job.Machine;
        flow.Heading("Machine and complaint");
        flow.Fact("Customer", machine.Customer);
        flow.Fact("Registration", machine.Registration);
        flow.Fact("Engine", $"{machine.Engine}, {machine.Fuel.ToString().ToLowerInvariant()}, "
            + $"{(machine.Turbos == 2 ? "two turbos" : "one turbo")}{(machine.WaterCooled ? ", water-cooled" : "")}");
        flow.Fact("Run", string.Join(", ", new[]
        {
            machine.DistanceKm is { } km ? job.Units.Show(km, Measure.Distance) : "",
            machine.RunHours is { } h ? $"{h:0} h" : "",
        }.Where(t => t.Length > 0)));
        flow.Fact("Kind of job", machine.Kind switch
        {
            JobKind.MakersSpec => "to maker's spec: settings sealed",
            JobKind.FirstFitment => "first fitment: the engine had no turbo",
            _ => "custom: settings are the fitter's decisions",
        });
        flow.Fact("Complaint", machine.Complaint);
        foreach (var turbo in machine.TurboNumbers)
        {
            if (machine.Kind != JobKind.FirstFitment) flow.Fact(machine.Named("Failed unit", turbo), job.Record.Plate(turbo, PlateOf.Old)?.Body.Words
                ?? "plate not recorded");
            flow.Fact(machine.Named("New unit", turbo), PlateCheck.New(job.Record, turbo)?.Body.Words ?? "plate not recorded");
        }
    }

    private static void Cause(PaperFlow flow, JudgedJob job, ShopTimes times)
    {
        flow.Heading("Cause");
        foreach (var cause in job.Record.Causes())
        {
            flow.Fact(job.Machine.Named("Cause", cause.Turbo),
                $"{Remedies.Title(cause.Cause)}, confirmed by {cause.Entry.Signer} on {times.Day(cause.Entry.At)}");
            flow.Fact("What produced it", cause.SecondWhy);
            if (cause.Entry.Kind == "cause" && job.Record.Read<CauseConfirmed>(cause.Entry) is { Body.Disagreement.Length: > 0,
                Outcome: RankingThen then } noted)
                flow.Fact("Against the ranking", $"The ranking had {Remedies.Title(then.Leader).ToLowerInvariant()} first. {noted.Body.Disagreement}");
        }
        if (job.Record.Causes().Count == 0) flow.Paragraph(job.Machine.Kind == JobKind.FirstFitment ? "A first fitment: no unit failed, no cause is asked for."
            : "No cause is confirmed yet.");
        foreach (var point in Enum.GetValues<HoldPoint>())
            foreach (var item in job.HoldPoint(point).Items.Where(i => Remedies.Find(i.Id) is not null)) flow.Fact(item.Settled ? "Put right"
                : "Open", $"{item.Title}. {item.Because}");
        foreach (var pair in ProofOfCure.Of(job).SelectMany(p => p.Pairs).Distinct().Where(p => p is { Before: not null, After: not null }))
            flow.Fact("Proof of cure", $"{pair.Title}, {pair.Words}{(pair.Changed.Count > 0 ? $". Between: {string.Join(", ", pair.Changed.Select(job.TitleOf)
                .Distinct().Select(t => t.ToLowerInvariant()))}" : "")}");
        foreach (var (finding, answered) in job.Answers.OrderBy(a => a.Value.Entry.Seq))
        {
            var words = FindingWords.Of(finding);
            var how = answered.Entry.Known.Length == 0 ? "" : $" ({answered.Entry.Known.Replace('-', ' ')}"
                + $"{(job.Record.FigureOf(answered.Entry) is { } figure ? $", {figure}" : "")})";
            flow.Fact(words.Title, (answered.Answer == Answer.Present ? words.Present : words.Absent) + how);
        }
    }

    private const int MostMissing = 6;

    // Half a page that a clerk reads: what was wrong, why, what cured it, and what is proved.
    private static void Case(PaperFlow flow, JudgedJob job, Claim claim)
    {
        var rehearsal = claim.Rehearsal;
        flow.Heading("The case");
        flow.Fact("Complaint", $"{Question.Sentence(ComplaintWords.Of(rehearsal.Named.Body.Complaint!.Value))}. {job.Machine.Complaint}");
        foreach (var cause in job.Record.Causes())
        {
            var arguments = job.RankingOf(cause.Turbo).Why.Where(a => a.Cause == cause.Cause && a.Db > 0).Take(3).Select(a => FindingWords.Of(a.Finding)
                is var words && job.Answers.TryGetValue(a.Finding, out var said) && said.Answer == Answer.Present
                ? $"{words.Title.ToLowerInvariant()}: {words.Present}" : $"{words.Title.ToLowerInvariant()}: {words.Absent}").ToArray();
            flow.Fact(job.Machine.Named("Cause", cause.Turbo), $"{Remedies.Title(cause.Cause)}{(arguments.Length > 0 ? $", since {string.Join("; ", arguments)}"
                : "")}");
            flow.Fact("What produced it", cause.SecondWhy);
        }
        var cured = Enum.GetValues<HoldPoint>().SelectMany(p => job.HoldPoint(p).Items).Where(i => Remedies.Find(i.Id) is not null && i.Settled).ToArray();
        if (cured.Length > 0) flow.Fact("What cured it", string.Join("; ", cured.Select(i => $"{i.Title.ToLowerInvariant()} ({i.Because.TrimEnd('.')})")));
        foreach (var pair in ProofOfCure.Of(job).SelectMany(p => p.Pairs).Distinct().Where(p => p is { Before: not null, After: not null }).Take(3))
            flow.Fact("Before and after", $"{pair.Title}, {pair.Words}");
        flow.Fact("Policy", $"{rehearsal.Policy.Words}, {rehearsal.Policy.Giver}"
            + (rehearsal.Named.Body.On.Length > 0 ? $", on {rehearsal.Named.Body.On}" : ""));
        flow.Fact("Proofs", $"{rehearsal.Lines.Count(l => !l.Refuses)} of {rehearsal.Lines.Count} wanted are there"
            + $"{(rehearsal.Holds ? "." : $". {string.Join(" ", rehearsal.Against)}{(rehearsal.Missing.Count > 0
                ? $"{(rehearsal.Against.Count > 0 ? " " : "")}Missing: "
                    + string.Join(", ", rehearsal.Missing.Take(MostMissing).Select(m => m.Title.ToLowerInvariant()))
                    + $"{(rehearsal.Missing.Count > MostMissing ? $" and {rehearsal.Missing.Count - MostMissing} more, see the letter" : "")}." : "")}")}");
    }

    private static void Traces(PaperFlow flow, JudgedJob job, ShopTimes times, IReadOnlyDictionary<string, Trace> traces)
    {
        var kept = job.Record.All<TraceKept>().ToArray();
        if (kept.Length == 0) return;
        flow.Heading("Traces");
        foreach (var one in kept)
        {
            flow.Fact(times.Full(one.Entry.At), $"{job.Words(one.Entry)}. File {one.Body.File}");
            if (!traces.TryGetValue(one.Body.File, out var trace) || trace.Rows.Count < 2) continue;
            var view = TraceView.Whole(job, one.Body, trace);
            flow.Picture(Picture(TraceDrawing.Draw(view, job.Units, paper: true).Svg));
            if (view.Markers.Count > 0) flow.Paragraph(string.Join("; ", view.Markers.Select((m, i) => string.Create(CultureInfo.InvariantCulture,
                $"{i + 1}: {m.TimeS:0.0} s {m.Words}"))), 9, quiet: true);
        }
    }

    private static void Corrections(PaperFlow flow, JudgedJob job, ShopTimes times)
    {
        var corrected = job.Record.Entries.Where(e => e.Corrects.Length > 0).ToArray();
        if (corrected.Length == 0) return;
        flow.Heading("Corrections");
        foreach (var entry in corrected)
            flow.Fact(times.Full(entry.At),
                $"Entry {entry.Seq} corrects entry {job.Record.Find(entry.Corrects)?.Seq}, {job.TitleOf(entry).ToLowerInvariant()}: "
                + $"{entry.Reason} ({entry.Signer})");
    }

    // What was passed, by whom and why, stands on the first page: passing is never silent.
    private static void Passed(PaperFlow flow, JudgedJob job, ShopTimes times)
    {
        var passed = job.Record.All<HoldPointPassed>().Where(p => p.Body.Open.Count > 0).ToArray();
        flow.Heading("Passed by name");
        foreach (var one in passed)
            flow.Fact(HoldPointPassed.NameOf(one.Body.Point), $"{string.Join(", ", one.Body.Open.Select(i => HoldPoints.TitleOf(job.Machine.Turbos, i)))}. "
                + $"Open when {one.Entry.Signer}{(one.Entry.Second.Length > 0 ? $" and {one.Entry.Second}" : "")} passed it, {times.Full(one.Entry.At)}: "
                + $"{one.Body.Reason}");
        if (passed.Length == 0) flow.Paragraph("Nothing: no hold point was passed with an item open.", quiet: true);
    }

    private static void Answers(PaperFlow flow, JudgedJob job)
    {
        var answered = job.Record.All<Looked>().GroupBy(l => (l.Body.Question, l.Body.Turbo)).Select(g => g.Last()).ToArray();
        if (answered.Length == 0) return;
        flow.Heading("Looked at and answered");
        foreach (var look in answered)
            flow.Fact(job.Machine.Named(CheckList.FindQuestion(look.Body.Question)?.Title ?? look.Body.Question.Replace('-', ' '), look.Body.Turbo),
                $"{Looked.Words(CheckList.FindQuestion(look.Body.Question), look.Body)} ({look.Entry.Signer}{(look.Entry.Known.Length > 0
                    ? $", {look.Entry.Known}" : "")})");
    }

    private static void Parts(PaperFlow flow, JudgedJob job)
    {
        var lines = PartsPlan.Of(job.Context).Lines.Where(l => l.Standing is PartStanding.Decided or PartStanding.Here || l.Stops).ToArray();
        if (lines.Length == 0) return;
        flow.Heading("Parts, renewed or not");
        foreach (var line in lines) flow.Fact(line.Need.Title, line.Words.Length > 0 ? Question.Sentence(line.Words) + "." : "");
    }

    private static void Photos(PaperFlow flow, JudgedJob job, ShopTimes times, IReadOnlyDictionary<string, string> copies)
    {
        var photos = job.Record.Photos().ToArray();
        if (photos.Length == 0) return;
        flow.Heading("Photos", 200);
        flow.Paragraph("Copies without what the camera wrote into them; each is named by the SHA-256 of its sealed file.", quiet: true);
        flow.Pictures([.. photos.Select(p => new PaperPicture(copies.GetValueOrDefault(p.Body.File), JobPhotos.MarksOn(job.Record, p.Entry.Hash),
            $"{job.Machine.Named(PhotosModel.TitleOf(p.Body.Place), p.Body.Turbo)}{(p.Body.Note.Length > 0 ? $": {p.Body.Note}" : "")}",
            $"{p.Entry.Signer}, {times.Full(p.Entry.At)}{(p.Body.TakenAt.Length > 0 ? $", taken {p.Body.TakenAt} by the camera's clock" : "")}",
                p.Body.File))]);
    }

    private static void LooseEnds(PaperFlow flow, JudgedJob job)
    {
        var open = LooseEndRegister.Open(job.Context);
        if (open.Count == 0) return;
        flow.Heading("Loose ends still open");
        foreach (var loose in open) flow.Fact(LooseWords.Said(loose.Blocks), $"{loose.Words} ({loose.Opened.Signer})");
    }

    private static void Record(PaperFlow flow, JudgedJob job, ShopTimes times)
    {
        flow.Heading("Everything recorded");
        foreach (var entry in job.Record.Entries)
        {
            var corrects = entry.Corrects.Length > 0 ? $"  (corrects entry {job.Record.Find(entry.Corrects)?.Seq}: {entry.Reason})" : "";
            flow.Paragraph($"{entry.Seq}  {job.TitleOf(entry)}{(job.Record.Stands(entry) ? "" : "  (corrected later)")}{corrects}", 9.5f, strong: true);
            if (job.Words(entry) is { Length: > 0 } words) flow.Paragraph(words, 9.5f, indent: 14);
            var known = $"{(entry.Known.Length > 0 ? $", {entry.Known}" : "")}{(entry.Instrument.Length > 0 ? $" ({entry.Instrument})" : "")}";
            flow.Paragraph($"{entry.Signer}{(entry.Second.Length > 0 ? $" and {entry.Second}" : "")}, {times.Exact(entry.At)}{known}, {entry.Hash}", 7.5f,
                quiet: true, indent: 14);
        }
    }

    private static void Driver(PaperFlow flow, JudgedJob job, ShopTimes times)
    {
        if (job.Record.Latest<DriverSheetSigned>() is not { } signed) return;
        flow.Heading("Driver's sheet");
        foreach (var line in signed.Body.Lines) flow.Paragraph(line);
        flow.Fact("Signed", $"{signed.Body.By}, {times.Full(signed.Entry.At)}{(signed.Body.OnPaper ? ", on the printed sheet" : "")}");
        if (signed.Body.Signature.Length > 0) flow.Picture(Signature(signed.Body.Signature));
    }

    private static SKPicture Signature(string path)
    {
        using var recorder = new SKPictureRecorder();
        var canvas = recorder.BeginRecording(new SKRect(0, 0, 900, 90));
        using var drawn = SKPath.ParseSvgPathData(path);
        using var paint = new SKPaint { Style = SKPaintStyle.Stroke, StrokeWidth = 6, IsAntialias = true, StrokeCap = SKStrokeCap.Round };
        canvas.Scale(0.24f, 0.09f);
        canvas.DrawPath(drawn, paint);
        return recorder.EndRecording();
    }

    private static SKPicture Picture(string drawing)
    {
        var svg = new SKSvg();
        svg.Settings.TypefaceProviders!.Insert(0, new PaperTypefaces());
        return svg.FromSvg(drawing) ?? throw new InvalidOperationException("The drawing could not be set on paper.");
    }

    /// <summary>Gives a drawing the shipped condensed face, whatever the machine has.</summary>
    private sealed class PaperTypefaces : ITypefaceProvider
    {
        public SKTypeface FromFamilyName(string fontFamily, SKFontStyleWeight fontWeight, SKFontStyleWidth fontWidth, SKFontStyleSlant fontStyle)
            => PaperFonts.Narrow;
    }
}
