using SkiaSharp;
using Svg.Skia;
using Svg.Skia.TypefaceProviders;
using Wattology.Core.Causes;
using Wattology.Core.Evidence;
using Wattology.Core.Findings;
using Wattology.Core.Gates;
using Wattology.Core.Identity;
using Wattology.Web.Drawing;
using Wattology.Web.Forms;

namespace Wattology.Web.Evidence;

/// <summary>The job file as PDF: what was wrong, why, what was done and read, and the whole record with its chain.</summary>
public static class JobPdf
{
    /// <summary>Writes the file.</summary>
    public static byte[] Write(JobView view, string shop, DateTimeOffset made)
    {
        var job = view.Job;
        var state = view.State;
        using var stream = new MemoryStream();
        using (var flow = new PaperFlow(stream, $"Job {job.Number}", $"{shop} · job {job.Number} · {job.Registration} · made {made:d MMM yyyy HH:mm} · chain ends in {state.Entries[^1].Hash[..16]}", made.UtcDateTime))
        {
            flow.Title($"Job {job.Number}  {job.Machine}");
            flow.Paragraph(state.HandedOver is { } over ? $"{shop}. Handed over to {over.Body.To} on {over.Entry.At.ToLocalTime():d MMM yyyy HH:mm}." : $"{shop}. Not handed over yet: this is an interim file.", quiet: true);
            flow.Heading("Machine and complaint");
            flow.Fact("Customer", job.Customer);
            flow.Fact("Registration", job.Registration);
            flow.Fact("Engine", $"{job.Engine}, {job.Fuel.ToString().ToLowerInvariant()}, {(job.Turbos == 2 ? "two turbos" : "one turbo")}{(job.WaterCooled ? ", water-cooled" : "")}");
            flow.Fact("Run", string.Join(", ", new[] { job.DistanceKm is { } km ? view.Units.Show(km, Core.Measures.Quantity.Distance) : "", job.RunHours is { } h ? $"{h:0} h" : "" }.Where(t => t.Length > 0)));
            flow.Fact("Kind of job", job.Kind == JobKind.MakersSpec ? "to maker's spec: settings sealed" : "custom: settings are the fitter's decisions");
            flow.Fact("Complaint", job.Complaint);
            foreach (var unit in job.Units)
            {
                flow.Fact(view.Named("Failed unit", unit), state.Plate(unit, PlateOf.Old)?.Body.Words ?? "plate not recorded");
                flow.Fact(view.Named("Replacement", unit), state.Plate(unit, PlateOf.New)?.Body.Words ?? "plate not recorded");
            }
            var drawing = Draw(view);
            flow.Heading("The job as drawn", PaperFlow.HeightOf(drawing) + 14);
            flow.Picture(drawing);
            Cause(flow, view);
            flow.Heading("Readings");
            foreach (var spot in view.Spots.Where(s => s.Id is not "findings"))
                flow.Fact(view.Named(spot.Title, spot.Unit), $"{VerdictMark.Of(spot.Verdict).Word}{(spot.AcceptedBy is { } by ? $", taken by {by}" : "")}{(spot.Value.Length > 0 ? $": {spot.Value}" : "")}. {spot.Why}");
            flow.Heading("Gates");
            foreach (var passed in state.All<GatePassed>())
                flow.Fact(passed.Body.Gate switch { GateKind.Release => "Release", GateKind.Crank => "Cranking", GateKind.Start => "First start", _ => "Hand-over" },
                    $"passed by {passed.Entry.By}, {passed.Entry.At.ToLocalTime():d MMM HH:mm}: {passed.Body.Reason}{(passed.Body.Open.Count > 0 ? $" Open at the time: {string.Join(", ", passed.Body.Open)}." : "")}");
            if (!state.All<GatePassed>().Any()) flow.Paragraph("None passed yet.", quiet: true);
            flow.Heading("Everything recorded");
            foreach (var entry in state.Entries)
            {
                flow.Paragraph($"{entry.Seq}  {EntryKinds.TitleOf(entry.Kind)}{(state.Stands(entry) ? "" : "  (corrected later)")}{(entry.Corrects.Length > 0 ? $"  (corrects entry {state.Entries.First(e => e.Hash == entry.Corrects).Seq}: {entry.Reason})" : "")}", 9.5f, strong: true);
                if (EntryWords.Of(entry, state, view.Units) is { Length: > 0 } words) flow.Paragraph(words, 9.5f, indent: 14);
                flow.Paragraph($"{entry.By}, {entry.At.ToLocalTime():d MMM yyyy HH:mm:ss}{(entry.How.Length > 0 ? $", {entry.How.Replace('-', ' ')}" : "")}{(entry.Instrument.Length > 0 ? $" ({entry.Instrument})" : "")}, {entry.Hash}", 7.5f, quiet: true, indent: 14);
            }
            flow.Close();
        }
        return stream.ToArray();
    }

    private static void Cause(PaperFlow flow, JobView view)
    {
        flow.Heading("Cause");
        if (view.State.Cause is { } cause)
        {
            flow.Fact("Cause", $"{Remedies.Title(cause.Body.Cause)}, confirmed by {cause.Entry.By} on {cause.Entry.At.ToLocalTime():d MMM yyyy}");
            flow.Fact("What produced it", cause.Body.SecondWhy);
            if (cause.Body.Disagreement.Length > 0) flow.Fact("Against the ranking", $"The ranking had {Remedies.Title(cause.Body.Leader).ToLowerInvariant()} first. {cause.Body.Disagreement}");
            foreach (var moment in Enum.GetValues<Moment>())
                foreach (var line in view.Remedies(moment)) flow.Fact(line.Closed ? "Put right" : "Open", $"{line.Text}. {line.Because}");
        }
        else flow.Paragraph("No cause is confirmed yet.");
        foreach (var look in view.State.Looks.Values.Where(l => l.Body.Look != Look.NotLooked))
            flow.Fact(FindingWords.ById[look.Body.Finding].Title, look.Body.Look == Look.Seen ? $"seen: {FindingWords.ById[look.Body.Finding].Seen}" : $"not there: {FindingWords.ById[look.Body.Finding].NotThere}");
    }

    private static SKPicture Draw(JobView view)
    {
        var svg = new SKSvg();
        svg.Settings.TypefaceProviders!.Insert(0, new PaperTypefaces());
        return svg.FromSvg(new JobDrawing(view, paper: true).Render()) ?? throw new InvalidOperationException("The drawing could not be set on paper.");
    }

    /// <summary>Gives the drawing the shipped condensed face, whatever the machine has.</summary>
    private sealed class PaperTypefaces : ITypefaceProvider
    {
        public SKTypeface FromFamilyName(string fontFamily, SKFontStyleWeight fontWeight, SKFontStyleWidth fontWidth, SKFontStyleSlant fontStyle) => PaperFonts.Narrow;
    }
}
