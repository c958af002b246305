using System.Text.RegularExpressions;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Fluids;
using Wattology.Core.Heat;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;

namespace Wattology.Core.FollowUp;

/// <summary>A part of the driver's sheet.</summary>
/// <param name="Title">What it is about.</param>
/// <param name="Lines">What the driver is told.</param>
public sealed record DriverPart(string Title, IReadOnlyList<string> Lines);

/// <summary>The driver was given the sheet and signed it.</summary>
/// <param name="Lines">What stood on it.</param>
/// <param name="By">Who signed.</param>
/// <param name="Signature">How they signed on the tablet: strokes as a path, each point from 0 to 1000; blank where they signed on the paper.</param>
/// <param name="OnPaper">They signed on the printed sheet, which the shop keeps.</param>
public sealed record DriverSheetSigned(IReadOnlyList<string> Lines, [Needed("Say who signs.")] string By, string Signature = "", bool OnPaper = false)
    : EntryBody, IHasRules
{
    private const int MostLines = 30, LongestLine = 240, LongestName = 80, LongestSignature = 30_000, ShortestSignature = 20;

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<DriverSheetSigned>("driver-sheet", "Driver's sheet signed",
        (_, n) => $"by {n.Body.By}, {(n.Body.OnPaper ? "on the paper" : "on the tablet")}: {n.Body.Lines.Count} lines")
    {
        Ages = Ages.Lasts,
    };

    /// <summary>Whether a text is the path of a signature.</summary>
    public static bool IsPath(string text) => text.Length <= LongestSignature && Regex.IsMatch(text, @"^(M\d{1,4},\d{1,4}(L\d{1,4},\d{1,4})*)+$",
        RegexOptions.None, TimeSpan.FromSeconds(1));

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Lines.Count is 0 or > MostLines) faults.Add(Faults.Join(path, "lines"), $"From 1 to {MostLines} lines stand on the sheet.");
        if (Lines.Any(l => l.Trim().Length is 0 or > LongestLine)) faults.Add(Faults.Join(path, "lines"), $"A line has 1 to {LongestLine} letters.");
        if (By.Length > LongestName) faults.Add(Faults.Join(path, "by"), $"A name has at most {LongestName} letters.");
        if (OnPaper ? Signature.Length > 0 : Signature.Length < ShortestSignature || !IsPath(Signature))
            faults.Add(Faults.Join(path, "signature"), OnPaper ? "Either on the tablet or on the paper." : "Sign in the box with a finger, or on the paper.");
    }
}

/// <summary>What the driver of this machine is told.</summary>
public static class DriverSheet
{
    /// <summary>The parts of the sheet, as this job makes them.</summary>
    public static IReadOnlyList<DriverPart> Of(JobContext job)
    {
        var (record, machine) = (job.Record, job.Record.Machine());
        var cover = HeatCheck.Cover.Read(job, 0).Answer?.Id;
        var oil = record.Latest<OilService>()?.Body is { Oil: Service.New, Grade.Length: > 0 } service ? service.Grade : null;
        return
        [
            new("Warming up", ["Start it without the throttle and let it idle half a minute; in frost a full minute.",
                "No full load before the oil is warm: about ten minutes."]),
            new("Cooling down", ["After hard work let it idle one to three minutes before it is stopped"
                + (machine.Turbos == 2 ? ": both turbos spin on." : "."),
                "Never rev it and switch it off."]),
            new("What burns off", [cover is "wrapped" or "blanket"
                ? "A new wrap or blanket smokes and smells at first: until about the third hot drive."
                : "Oil spilt while fitting smells and smokes a little at first: until about the third hot drive.",
                "Blue smoke after that, or smoke that grows: stop, and call us."]),
            new("The first week", [$"Every morning the oil between its two marks{(oil is null ? "" : $", topped up with {oil}")}.",
                $"Look under it after each drive: oil, coolant, fuel{(machine.WaterCooled ? "; coolant at its mark, cold" : "")}.",
                "A whistle, a scrape, a lamp or lost pull: stop, do not drive on."]),
            new("Come back", [$"Joints are tightened again after {Days(job, FollowUps.RetorqueDays)}: new joints settle.",
                $"First oil change after {Days(job, FollowUps.OilDays)}."]),
        ];
    }

    private static string Days(JobContext job, LimitKind limit) => job.Limits.Choose(limit).SoundTo is { } days ? $"{days:0} days" : "the shop's word";
}
