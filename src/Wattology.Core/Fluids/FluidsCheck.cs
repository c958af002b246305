using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.Measures;

namespace Wattology.Core.Fluids;

/// <summary>What became of the engine's oil, or of its filter.</summary>
public enum Service
{
    /// <summary>New.</summary>
    New,
    /// <summary>Kept, for a reason.</summary>
    Kept,
}

/// <summary>Oil and filter were changed, or kept.</summary>
/// <param name="Oil">The oil.</param>
/// <param name="Filter">Its filter.</param>
/// <param name="Grade">Its grade; needed for new oil.</param>
/// <param name="Litres">How much went in, l.</param>
/// <param name="Because">Why oil or filter is kept; needed then.</param>
public sealed record OilService(Service Oil, Service Filter, string Grade = "", [Bounds(0, 500), In(Measure.Number)] double? Litres = null, string Because = "")
    : EntryBody, IHasRules
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "oil-service";

    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<OilService>(KindName, "Oil and filter", (_, n) => n.Body.Words)
    {
        Ages = Ages.Lasts, Correction = Correction.ByTakingBack,
    };

    /// <summary>All it says, in one line.</summary>
    public string Words => string.Join(", ", new[]
    {
        Oil == Service.New ? $"oil new, {Grade}{(Litres is { } l ? $", {ShopUnits.Digits(l)} l" : ", litres not noted")}" : "oil kept",
        Filter == Service.New ? "filter new" : "filter kept",
        Because,
    }.Where(t => t.Length > 0));

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Oil == Service.New && string.IsNullOrWhiteSpace(Grade)) faults.Add(Faults.Join(path, "grade"), "Which grade went in is needed, such as 5W-30.");
        if ((Oil == Service.Kept || Filter == Service.Kept) && string.IsNullOrWhiteSpace(Because))
            faults.Add(Faults.Join(path, "because"), "Say why it is kept: old oil carries what wore the last turbo.");
    }
}

/// <summary>Oil, filter and coolant before the first start.</summary>
public static class FluidsCheck
{
    /// <summary>Oil level before the engine is fired.</summary>
    public static readonly Question OilLevel = new("oil-level", "Oil level between the marks",
    [
        new("between-marks", "between both marks") { Drawing = "oil-between" },
        new("under", "under the lower mark", Verdict.Stop) { Drawing = "oil-under-mark" },
        new("over", "over the upper mark", Verdict.Stop) { Drawing = "oil-over-mark" },
    ]) { ReopenedBy = [new(OilService.KindName, "oil or filter were changed")] };

    /// <summary>Coolant before the engine is fired.</summary>
    public static readonly Question Coolant = new("coolant", "Coolant filled and bled",
    [
        new("filled-and-bled", "filled, bled, both hoses on") { Drawing = "coolant-at-mark" },
        new("not-opened", "not opened, level right") { Drawing = "coolant-shut" },
        new("low", "low, or not bled", Verdict.Stop) { Drawing = "coolant-low" },
    ])
    {
        Applies = (job, _) => job.Record.Machine().WaterCooled || CoolantOpened(job.Record),
        ReopenedBy = [new(JointOpened.KindName, "a water joint was opened", (job, e) => JointWork.Opens(job.Record, e, ["water"]))],
        Caution = new("Coolant under pressure scalds: open it cold only."),
    };

    /// <summary>The check.</summary>
    public static readonly CheckDefinition Definition = new("fluids", "Oil, filter, coolant", DrawnPart.Sump, Read)
    {
        Questions = [OilLevel, Coolant],
        Kinds = [OilService.Kind, OilDrained.Kind],
        Items =
        [
            new(HoldPoint.Start, "oil-service", "Oil and filter new, or kept because", (context, _) => context.Job.Record.Latest<OilService>() is { } noted
                ? ItemState.Done($"{noted.Body.Words}.", noted.Entry) : ItemState.NotLooked("Not answered yet.")),
            ItemDefinition.Asked(HoldPoint.Crank, OilLevel, "Oil level seen", (context, _) => Crank.Bursts.IsToPrime(context.Job)),
            ItemDefinition.Asked(HoldPoint.Start, OilLevel),
            ItemDefinition.Asked(HoldPoint.Start, Coolant),
        ],
        Paper = null,
    };

    private static bool CoolantOpened(JobRecord record) => record.All<JointOpened>().Any(o => JointList.Split(o.Body.Joint).Place == "water");

    private static Found Read(JobContext job, int turbo)
    {
        var oil = job.Record.Latest<OilService>();
        var level = OilLevel.Read(job, 0);
        if (level.Answer is { Verdict: Verdict.Stop }) return new(Verdict.Stop, level.Words, "The oil level is not between the marks.", level.Noted!.Entry);
        return oil is null ? Found.NotYet : new(level.Answered ? Verdict.Sound : Verdict.ReadingOnly, oil.Body.Words, level.Answered
            ? "Oil, filter and level are seen to."
            : "The oil level is not looked at since.", oil.Entry);
    }
}
