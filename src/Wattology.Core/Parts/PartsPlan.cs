using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Fluids;
using Wattology.Core.OilSupply;
using Wattology.Core.PartNumbers;
using Wattology.Core.Plate;

namespace Wattology.Core.Parts;

/// <summary>How a part is had just now.</summary>
public enum PartStanding
{
    /// <summary>Nobody said anything of it: it may lie on the shelf.</summary>
    NotSaid,
    /// <summary>It should lie in the unit's box, and is to be counted.</summary>
    InTheBox,
    /// <summary>It is owed.</summary>
    Ordered,
    /// <summary>It should have been here.</summary>
    Late,
    /// <summary>It is missing, and nobody ordered it.</summary>
    Missing,
    /// <summary>It is here.</summary>
    Here,
    /// <summary>It is on, or stays off by somebody's word.</summary>
    Decided,
}

/// <summary>One part of a job's plan.</summary>
/// <param name="Need">The part.</param>
/// <param name="Standing">How it is had.</param>
/// <param name="Said">What was said of it last; null when nobody did.</param>
/// <param name="Order">Its latest order; null when there is none.</param>
/// <param name="Count">How many lie in the unit's box; 0 where the box's list does not name it.</param>
/// <param name="Words">How it stands, in words.</param>
/// <param name="Renewed">It was renewed, and where that is recorded is said in its words.</param>
public sealed record PartLine(PartNeed Need, PartStanding Standing, Noted<PartNoted>? Said, Order? Order, int Count, string Words, bool Renewed = false)
{
    /// <summary>It stops its step: it was asked for, and is not here.</summary>
    public bool Stops => Standing is PartStanding.Ordered or PartStanding.Late or PartStanding.Missing;
}

/// <summary>What a job needs, what of it is here, and what each missing part stops.</summary>
/// <param name="Lines">Every part, in the order in which it is needed.</param>
public sealed record PartsPlan(IReadOnlyList<PartLine> Lines)
{
    /// <summary>The parts a step waits for.</summary>
    public IReadOnlyList<PartLine> Stopping(WorkStage step) => [.. Lines.Where(l => l.Stops && l.Need.Step == step)];

    /// <summary>The plan of a job as it stands.</summary>
    public static PartsPlan Of(JobContext job)
    {
        var machine = job.Record.Machine();
        var orders = Orders.Of(job.Record).ToLookup(o => o.Noted.Body.Part ?? "");
        var number = NumberOf(job);
        var kit = number.Length == 0 ? [] : job.Parts.KitOf(number);
        var unitHere = machine.TurboNumbers.All(t => PartsCheck.IsHere(job, t));
        return new([.. PartNeeds.For(machine).Select(need => Line(job, need, orders[need.Id].LastOrDefault(), kit.FirstOrDefault(k
            => Plain(k.Part) == Plain(need.Title) || k.Part == need.Id)?.Count ?? 0, unitHere))]);
    }

    private static string Plain(string text) => PartNumber.Plain(text);

    /// <summary>The number of the unit that is to go on: the new unit's where it is read, else what stands today for the failed one's.</summary>
    public static string NumberOf(JobContext job) => PlateCheck.New(job.Record, 1)?.Body.MakerNumber is { Length: > 0 } fitted ? fitted
        : job.Record.Plate(1, PlateOf.Old)?.Body.MakerNumber is { Length: > 0 } old ? job.Parts.Current(old)
        : job.Parts.UnitsOf(job.Record.Machine().Engine).Select(job.Parts.Current).Distinct().ToArray() is [var only] ? only : "";

    private static PartLine Line(JobContext job, PartNeed need, Order? order, int inBox, bool unitHere)
    {
        var said = job.Record.Latest<PartNoted>(p => p.Part == need.Id);
        PartLine Of(PartStanding standing, string words, bool renewed = false) => new(need, standing, said, order, inBox, words, renewed);
        if (need.IsUnit && unitHere) return Of(PartStanding.Here, "here, its plate read");
        // What came and went back is not here, whatever was said of it before.
        var back = need.IsUnit ? job.Record.Machine().TurboNumbers.Max(t => UnitSentBack.Since(job.Record, t)) : 0;
        if (back > 0 && (order is null || order.Noted.Entry.Seq < back)) return Of(PartStanding.Missing, "went back, and no other is ordered");
        if (Elsewhere(job, need) is { } done) return Of(PartStanding.Decided, done.Words, done.Renewed);
        // What came after an order, or was said after it, is newer than the order itself.
        var came = order?.Came is { } c && c.Entry.Seq > (said?.Entry.Seq ?? 0) ? c : null;
        if (came is { Body.Missing.Length: > 0 }) return Of(PartStanding.Missing, $"came without {came.Body.Missing}");
        if (came is not null) return Of(PartStanding.Here, "here");
        if (said is not null && said.Entry.Seq > (order?.Noted.Entry.Seq ?? 0))
            return Of(said.Body.State switch
            {
                PartState.Here or PartState.FromCustomer => PartStanding.Here,
                PartState.Missing => PartStanding.Missing,
                _ => PartStanding.Decided,
            }, $"{PartNoted.Said(said.Body.State)}{(said.Body.Because.Length > 0 ? $": {said.Body.Because}" : "")}", said.Body.State == PartState.Renewed);
        if (order is not null) return Of(order.IsLate(job.Now) ? PartStanding.Late : PartStanding.Ordered, $"on its way from {order.Noted.Body.From}");
        return inBox > 0 ? Of(unitHere ? PartStanding.InTheBox : PartStanding.NotSaid, $"{inBox} in the unit's box{(unitHere ? ": count them" : "")}")
            : Of(PartStanding.NotSaid, "");
    }

    // Oil, filter and feed pipe have sheets of their own, and the start asks for them there.
    private static (string Words, bool Renewed)? Elsewhere(JobContext job, PartNeed need)
    {
        if (need.Id is PartNeeds.Oil or PartNeeds.OilFilter && job.Record.Latest<OilService>()?.Body is { } service)
            return (need.Id == PartNeeds.Oil ? service.Oil : service.Filter) == Service.New ? ("renewed", true) : ($"kept: {service.Because}", false);
        if (need.Id != PartNeeds.FeedPipe) return null;
        var pipes = job.Record.Machine().TurboNumbers.Select(t => job.Record.LatestOf<FeedPipeReading>(t)?.Body).ToArray();
        return pipes.Any(p => p is null) ? null : (string.Join(", ", pipes.Select(p => p!.Brief).Distinct()), pipes.All(p =>
            p!.State == FeedPipeState.Renewed));
    }
}
