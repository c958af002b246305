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
using Wattology.Core.Measures;
using Wattology.Core.Plate;
using Wattology.Web.Drawing;
using Wattology.Web.Forms;
using Wattology.Web.Hosting;

namespace Wattology.Web.Jobs;

/// <summary>The job file as PDF: what was wrong, why, what was done and read, and the whole record with its chain.</summary>
public static class JobPdf
{
    /// <summary>Writes the file.</summary>
    /// <param name="job">The job.</param>
    /// <param name="shop">The shop's name.</param>
    /// <param name="times">The shop's clock and zone.</param>
    public static byte[] Write(JudgedJob job, string shop, ShopTimes times)
    {
        using var stream = new MemoryStream();
        var (machine, record) = (job.Machine, job.Record);
        var footer = $"{shop} · job {machine.Number} · {machine.Registration} · made {times.Full(times.Now)} · chain ends in {record.Last.Hash[..16]}";
        using (var flow = new PaperFlow(stream, $"Job {machine.Number}", footer, times.Now.UtcDateTime))
        {
            flow.Title($"Job {machine.Number}  {machine.Machine}");
            flow.Paragraph(record.HandedOver() is { } over ? $"{shop}. Handed over to {over.Body.To} on {times.Full(over.Entry.At)}."
                : $"{shop}. Not handed over yet: this is an interim file.", quiet: true);
            Machine(flow, job);
            var drawing = Draw(job);
            flow.Heading("The job as drawn", PaperFlow.HeightOf(drawing) + 14);
            flow.Picture(drawing);
            Cause(flow, job, times);
            flow.Heading("Readings");
            foreach (var check in job.Checks.Where(c => c.Check.Paper is not null))
                flow.Fact(machine.Named(check.Title, check.Turbo),
                    $"{check.Word ?? VerdictMark.Of(check.Verdict).Word}{(check.AcceptedBy is { } by ? $", taken by {by}" : "")}: "
                        + $"{check.Check.Paper!(check)}");
            Passed(flow, job, times);
            Record(flow, job, times);
            flow.Close();
        }
        return stream.ToArray();
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
            flow.Fact(machine.Named("Replacement", turbo), job.Record.Plate(turbo, PlateOf.New)?.Body.Words ?? "plate not recorded");
        }
    }

    private static void Cause(PaperFlow flow, JudgedJob job, ShopTimes times)
    {
        flow.Heading("Cause");
        if (job.Record.Cause() is { } cause)
        {
            flow.Fact("Cause", $"{Remedies.Title(cause.Body.Cause)}, confirmed by {cause.Entry.By} on {times.Day(cause.Entry.At)}");
            flow.Fact("What produced it", cause.Body.SecondWhy);
            if (cause is { Body.Disagreement.Length: > 0, Outcome: RankingThen then })
                flow.Fact("Against the ranking", $"The ranking had {Remedies.Title(then.Leader).ToLowerInvariant()} first. {cause.Body.Disagreement}");
            foreach (var point in Enum.GetValues<HoldPoint>())
                foreach (var item in job.HoldPoint(point).Items.Where(i => Remedies.Find(i.Id) is not null)) flow.Fact(item.Settled ? "Put right"
                    : "Open", $"{item.Title}. {item.Because}");
        }
        else flow.Paragraph("No cause is confirmed yet.");
        foreach (var (finding, answered) in job.Answers.OrderBy(a => a.Value.Entry.Seq))
        {
            var words = FindingWords.Of(finding);
            flow.Fact(words.Title, answered.Answer == Answer.Present ? words.Present : words.Absent);
        }
    }

    private static void Passed(PaperFlow flow, JudgedJob job, ShopTimes times)
    {
        flow.Heading("Hold points");
        var any = false;
        foreach (var passed in job.Record.All<HoldPointPassed>())
        {
            any = true;
            var open = passed.Body.Open.Count == 0 ? "" : $" Open at the time: "
                + $"{string.Join(", ", passed.Body.Open.Select(i => HoldPoints.TitleOf(job.Machine.Turbos, i)))}.";
            flow.Fact(HoldPointPassed.NameOf(passed.Body.Point), $"passed by {passed.Entry.By}, {times.Brief(passed.Entry.At)}: {passed.Body.Reason}{open}");
        }
        if (!any) flow.Paragraph("None passed yet.", quiet: true);
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
            flow.Paragraph($"{entry.By}, {times.Exact(entry.At)}{known}, {entry.Hash}", 7.5f, quiet: true, indent: 14);
        }
    }

    private static SKPicture Draw(JudgedJob job)
    {
        var svg = new SKSvg();
        svg.Settings.TypefaceProviders!.Insert(0, new PaperTypefaces());
        return svg.FromSvg(new JobDrawing(job, paper: true).Render()) ?? throw new InvalidOperationException("The drawing could not be set on paper.");
    }

    /// <summary>Gives the drawing the shipped condensed face, whatever the machine has.</summary>
    private sealed class PaperTypefaces : ITypefaceProvider
    {
        public SKTypeface FromFamilyName(string fontFamily, SKFontStyleWeight fontWeight, SKFontStyleWidth fontWidth, SKFontStyleSlant fontStyle)
            => PaperFonts.Narrow;
    }
}
