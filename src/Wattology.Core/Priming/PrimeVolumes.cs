using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crank;
using Wattology.Core.Entries;
using Wattology.Core.Fluids;
using Wattology.Core.Inputs;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.Measures;
using Wattology.Core.Numerics;
using Wattology.Core.OilSupply;

namespace Wattology.Core.Priming;

/// <summary>What lies between pump and bearings, and how fast the pump fills it while it is cranked.</summary>
/// <param name="LineIdMm">Bore of the feed pipe, mm.</param>
/// <param name="LineLengthMm">Its length, mm.</param>
/// <param name="FlowLpm">What the pump brings while cranking, l/min.</param>
/// <param name="FilterMl">What the filter holds, ml; nothing where there is none on the way.</param>
/// <param name="FilledMl">What was poured into it before it was fitted, ml.</param>
/// <param name="GalleryMl">What gallery and cooler hold, ml.</param>
/// <param name="HousingMl">What the bearing housing holds, ml.</param>
public sealed record PrimeVolumes([Bounds(Span.Diameter), Usual(1.5, 20)] double LineIdMm, [Bounds(Span.Length), Usual(50, 4_000)] double LineLengthMm,
    [Bounds(Span.Flow)] double FlowLpm, [Bounds(Span.Millilitres)] double? FilterMl = null, [Bounds(Span.Millilitres)] double? FilledMl = null,
    [Bounds(Span.Millilitres)] double? GalleryMl = null, [Bounds(Span.Millilitres)] double? HousingMl = null) : EntryBody, IHasRules
{
    /// <summary>After so many hours open, feed and gallery count as empty.</summary>
    public static readonly LimitKind StoodOpen = LimitKind.UsualPractice("feed-stood-open", "Feed and gallery count as empty after open for", Measure.Hours,
        null, 12);

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<PrimeVolumes, PrimeNeed>("prime-volumes", "What must fill", (job, body) => PrimeNeed.Of(body, job),
        (job, n) => ((PrimeNeed)n.Outcome!).Words(job.Units))
    {
        KnownBy = [Known.Measured, Known.Told, Known.Assumed],
    };

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (FilledMl > (FilterMl ?? 0)) faults.Add(Faults.Join(path, "filled_ml"), FilterMl is { } holds
            ? $"More than the filter holds ({ShopUnits.Digits(holds)} ml): what ran over fills nothing." : "Say what the filter holds.");
    }
}

/// <summary>What is to be filled, and whether the allowed cranking fills it.</summary>
/// <param name="Judgement">Sound where it does; doubtful where it does not.</param>
/// <param name="Empty">What counts as empty, in words, each with why.</param>
/// <param name="ToFillMl">To fill, ml.</param>
/// <param name="CrankSeconds">Cranking that takes, s.</param>
/// <param name="Bursts">Bursts of the longest length allowed; the last may be short.</param>
/// <param name="AllowedSeconds">Cranking allowed, s.</param>
public sealed record PrimeNeed(Judgement Judgement, IReadOnlyList<string> Empty, double ToFillMl, double CrankSeconds, double Bursts, double AllowedSeconds)
    : Outcome, IJudged
{
    private const string Enough = "enough", TooLittle = "too-little";

    /// <summary>Adds up what is empty on a job as its record tells it: a pipe that stood open is empty, a gallery after the hours the shop sets, a
    /// filter when it is new, a housing until it is oiled.</summary>
    public static PrimeNeed Of(PrimeVolumes body, JobContext job)
    {
        var opened = Opened(job);
        var (hours, feeds) = (Longest(opened), opened.Count);
        var stood = hours is { } open && open >= (job.Limits.Choose(PrimeVolumes.StoodOpen).SoundTo ?? double.MaxValue);
        var line = Physics.CircleArea(body.LineIdMm) * body.LineLengthMm / 1_000;
        var newFilter = job.Record.Latest<OilService>() is { Body.Filter: Service.New };
        var volumes = new (string Name, string Why, double Ml, bool Empty)[]
        {
            ("feed pipe", feeds == 2 ? "both were open" : "it was open", line * feeds, feeds > 0),
            ("filter", "new", body.FilterMl ?? 0, newFilter),
            ("gallery", $"open for {hours:0} h", body.GalleryMl ?? 0, stood),
            // What went in by the inlet port lies in the housing it went into, and in no other.
            ("bearing housing", "new unit", job.Record.Machine().TurboNumbers.Where(t => !Plate.PlateCheck.Stays(job, t)).Sum(t => Math.Max(0,
                (body.HousingMl ?? 0) - (job.Record.LatestOf<Oiled>(t)?.Body.OilMl ?? 0))), true),
        };
        var target = PrimeTarget.Compute(new([.. volumes.Select(v => new OilVolume(v.Name, v.Ml, v.Empty))], body.FlowLpm, body.FilledMl ?? 0, "filter"));
        var under = CrankingUnder.Now(job.Limits);
        var fits = target.CrankSeconds <= under.AllowedSeconds + Nearly.Same;
        return new(new Judgement(fits ? Verdict.Sound : Verdict.Doubtful, fits ? Enough : TooLittle), [.. volumes.Where(v => v is { Empty: true, Ml: > 0 })
            .Select(v => $"{v.Name} ({v.Why})")], target.ToFillMl, target.CrankSeconds, Math.Ceiling(target.CrankSeconds / under.BurstMost - Nearly.Same),
            under.AllowedSeconds);
    }

    /// <summary>How long a feed stood open, h: the longest of all, of one still open up to now; null where none was opened.</summary>
    public static double? HoursOpen(JobContext job) => Longest(Opened(job));

    private static double? Longest(Dictionary<int, double> opened) => opened.Count > 0 ? opened.Values.Max() : null;

    // The feeds that were opened, turbo by turbo, each with the longest it stood so, h.
    private static Dictionary<int, double> Opened(JobContext job)
    {
        var opened = new Dictionary<int, DateTimeOffset>();
        var longest = new Dictionary<int, double>();
        void Shut(int turbo, DateTimeOffset at)
        {
            if (opened.Remove(turbo, out var since)) longest[turbo] = Math.Max(longest.GetValueOrDefault(turbo), (at - since).TotalHours);
        }
        var record = job.Record;
        foreach (var entry in record.Entries.Where(record.Stands))
        {
            // What was proved is full, whatever was open before it.
            if (entry.Kind == PressureRead.Kind.Name && record.Read<PressureRead>(entry).Outcome is PressureOutcome { Proves: true })
            {
                opened.Clear();
                longest.Clear();
            }
            else if (entry.Kind == JointOpened.KindName && JointWork.Opens(record, entry, JointList.Feed))
                opened.TryAdd(record.Read<JointOpened>(entry).Body.Turbo, entry.At);
            else if (entry.Kind == CatchTestReading.KindName) opened.TryAdd(record.Read<CatchTestReading>(entry).Body.Turbo, entry.At);
            else if (entry.Kind == Looked.KindName && record.Read<Looked>(entry).Body is var looked)
            {
                if (looked.Question == SupplyChecks.FeedSeen.Id) opened.TryAdd(looked.Turbo, entry.At);
                else if (looked is { Question: JointList.FeedOn, Answer: "tight" }) Shut(looked.Turbo, entry.At);
            }
            else if (entry.Kind == JointsClosed.KindName)
                foreach (var joint in record.Read<JointsClosed>(entry).Body.Joints.Select(JointList.Split).Where(j => JointList.Feed.Contains(j.Place)))
                    Shut(joint.Turbo, entry.At);
        }
        foreach (var turbo in opened.Keys.ToArray()) Shut(turbo, job.Now);
        return longest;
    }

    /// <summary>All it says, in one line.</summary>
    public string Words(ShopUnits units) => $"{units.Show(ToFillMl, Measure.Volume)} to fill{(Empty.Count > 0 ? $": {string.Join(", ", Empty)}" : "")}; "
        + $"{CrankSeconds:0} s of cranking{(Bursts > 1 ? $", {Bursts:0} bursts" : "")}. {Why}";

    /// <inheritdoc/>
    public double? JudgedOf(object body) => null;

    /// <inheritdoc/>
    public string Why => Judgement.Why == Enough ? $"The {AllowedSeconds:0} s allowed fill it."
        : $"More than the {AllowedSeconds:0} s allowed: fill filter and gallery by hand first.";
}
