using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Measures;
using Wattology.Core.Parts;
using Wattology.Core.Photos;
using Wattology.Core.Plate;
using Wattology.Core.Yard;
using Wattology.Data.Jobs;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Parts and plan: what each step needs, what is here, owed or missing, what that stops, and when the job could be ready.</summary>
public sealed class PartsModel(SheetServices services, JobStore jobs) : HoldPointSheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "parts";

    /// <inheritdoc/>
    public override string Title => "Parts and plan";

    /// <inheritdoc/>
    public override HoldPoint Point => HoldPoint.Order;

    /// <inheritdoc/>
    public override string PointTitle => "Ordering before the cause is named";

    /// <inheritdoc/>
    public override string? PhotoPlace => PhotoPlaces.AsReceived;

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(Ordered), typeof(OrderMoved), typeof(UnitSentBack)];

    /// <summary>The plan of parts.</summary>
    public PartsPlan Plan => PartsPlan.Of(Job.Context);

    /// <summary>Every order.</summary>
    public IReadOnlyList<Order> AllOrders => Orders.Of(Job.Record);

    /// <summary>What is left, and when it could be ready.</summary>
    public Outlook Outlook => Outlook.Of(Job, Times.InShop(Now).DateTime, at => Times.InShop(at).DateTime);

    /// <summary>The promised time by the shop's clock; null where none was given.</summary>
    public DateTime? Promised => Job.Record.Promised() is { } at ? Times.InShop(at).DateTime : null;

    /// <summary>Steps that can be done now.</summary>
    public IEnumerable<WorkStep> Possible => Job.Work.Steps.Where(s => s is { Done: false, Held: null, Stage: not WorkStage.HandOver });

    /// <summary>When parts come by themselves, and when that is next, as a box for date and time takes it.</summary>
    public async Task<IReadOnlyList<(string Name, string Box)>> DeliveriesAsync() => [.. (await jobs.SettingsAsync()).Deliveries
        .Select(d => (d, Next: d.Next(Times.InShop(Now).DateTime))).OrderBy(d => d.Next)
        .Select(d => (d.d.Name, d.Next.ToString("yyyy-MM-dd'T'HH:mm", System.Globalization.CultureInfo.InvariantCulture)))];

    // So far back it is looked from whom parts were ordered.
    private const int OrdersLookedAt = 60, SuppliersMost = 3;

    /// <summary>From whom parts were ordered last, beside what comes by itself: on this job, then anywhere in the shop.</summary>
    /// <param name="boats">What comes by itself.</param>
    public async Task<IReadOnlyList<string>> SuppliersAsync(IReadOnlyList<(string Name, string Box)> boats)
        => [.. AllOrders.Reverse().Select(o => o.Noted.Body.From).Concat((await LastAsync<Ordered>(OrdersLookedAt)).Select(o => o.Body.From))
            .Distinct(StringComparer.CurrentCultureIgnoreCase).Except(boats.Select(b => b.Name), StringComparer.CurrentCultureIgnoreCase)
            .Take(SuppliersMost)];

    /// <summary>Whether a line's part is still to be ordered, or ordered again.</summary>
    public bool ToOrder(PartLine line) => MayRecord && Held.Free && line.Standing is PartStanding.NotSaid or PartStanding.InTheBox or PartStanding.Missing;

    /// <summary>Orders a part of the plan by a touch: with what comes by itself it is due when that comes next; else nobody knows.</summary>
    /// <param name="part">The part's id.</param>
    /// <param name="with">With what, or from whom.</param>
    public async Task<IActionResult> OnPostOrderPartAsync(string part, string with)
    {
        PrepareForm();
        if (Plan.Lines.FirstOrDefault(l => l.Need.Id == part) is not { Need: var need })
        {
            Form.Faults.Add("", "There is no such part in the plan.");
            return Refused();
        }
        var (from, due) = (with.Trim(), (DateTimeOffset?)null);
        if ((await DeliveriesAsync()).FirstOrDefault(d => d.Name == from) is { Box: { } box } && Times.TryRead(box, out var at)) due = at;
        if (from.Length == 0) Form.Faults.Add("", "Say from whom.");
        return await RecordAsync(Form.Faults.None ? new Ordered(need.Title, from, due, need.Id) : null, due is null ? "Ordered; nobody knows yet when it comes."
            : $"Ordered, due {Times.Promise(due.Value)}.", at: $"part-{part}");
    }

    /// <summary>A time by the shop's clock as people say it.</summary>
    public string Said(DateTime local) => Times.TryRead(local.ToString("s", System.Globalization.CultureInfo.InvariantCulture), out var at) ?
        Times.Promise(at) : "";

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>Records an order.</summary>
    public async Task<IActionResult> OnPostOrderAsync([Typed] Ordered? ordered)
    {
        PrepareForm();
        return await RecordAsync(ordered is { Part.Length: 0 } ? ordered with { Part = null } : ordered, "The order is recorded.");
    }

    /// <summary>Records that an order comes at another time.</summary>
    public Task<IActionResult> OnPostMovedAsync([Typed] OrderMoved? moved) => RecordAsync(moved, "Recorded: it comes at another time. See what that moves.",
        at: "outlook");

    /// <summary>Takes an order in.</summary>
    public Task<IActionResult> OnPostCameAsync(string order, string? missing) => RecordAsync(new OrderCame(order, (missing ?? "").Trim()),
        string.IsNullOrWhiteSpace(missing) ? "It is here, whole." : "Taken in; what is missing stands in the plan.",
            at: $"order-{order[..Math.Min(12, order.Length)]}");

    private string? _noted;

    /// <summary>Whether what was said of a part just now was refused: it stays where it was typed.</summary>
    public bool IsRefused(string part) => part == _noted && !Form.Faults.None;

    /// <summary>Says how a part stands.</summary>
    public async Task<IActionResult> OnPostPartAsync(string part, string state)
    {
        if (JsonForm.ValueOf<PartState>(state) is not { } how) { Form.Faults.Add("", "Say how it stands."); return Refused(); }
        _noted = part;
        var body = new PartNoted(part, how, Text("because"));
        body.Check(Form.Faults, $"part.{part}");
        // What is here was taken in with its order.
        if (how == PartState.Here && Orders.OpenFor(Job.Record, part) is { } order)
            return await RecordAsync(new OrderCame(order.Noted.Entry.Hash), "It is here.", at: $"part-{part}");
        return await RecordAsync(Form.Faults.None ? body : null, "Saved.", answers: Saw,
            at: $"part-{part}");
    }

    /// <summary>A wait begins.</summary>
    public async Task<IActionResult> OnPostWaitAsync(string kind)
    {
        if (JsonForm.ValueOf<WaitKind>(kind) is not { } runs) { Form.Faults.Add("", "Say what runs."); return Refused(); }
        var typed = Text("takes");
        // A bare number of a wait is minutes; nobody waits for seconds.
        var read = TypedValue.Read(typed.All(char.IsAsciiDigit) ? $"{typed} min" : typed, Quantity.Of(Measure.Seconds));
        if (typed.Length > 0 && read.Value is not (>= 60 and <= 259_200)) Form.Faults.Add("takes", read.Fault ??
            "A wait takes from a minute up to three days.");
        return await RecordAsync(new WaitBegun(runs, typed.Length == 0 ? WaitBegun.Usual(runs) : (read.Value ?? 0) / 60, Text("note")),
            "It runs; other work goes on.", at: "waits");
    }

    /// <summary>A wait is over.</summary>
    public Task<IActionResult> OnPostOverAsync(string wait) => RecordAsync(new WaitOver(wait), "Over.", at: "waits");

    /// <summary>Promises another time.</summary>
    public Task<IActionResult> OnPostPromiseAsync()
    {
        var ready = Outlook.Ready;
        Times.TryRead(ready.ToString("s", System.Globalization.CultureInfo.InvariantCulture), out var at);
        return RecordAsync(Job.Record.Waiting() with { Promised = at }, $"Promised for {Said(ready)}: tell the customer.", at: "outlook");
    }

    /// <summary>Records that the new unit went back.</summary>
    public async Task<IActionResult> OnPostSendBackAsync([Typed] UnitSentBack? sent)
    {
        PrepareForm();
        if (sent is null || !Form.Faults.None) return Refused();
        return await RecordTogetherAsync([sent, new Waiting(WaitsFor.Parts, $"Another unit: {sent.Why}")],
            "Recorded: the unit went back. The job waits for another, and what can be done meanwhile goes on.");
    }

    /// <summary>How a part is had, as a verdict shows it.</summary>
    public static Core.Limits.Verdict VerdictOf(PartStanding standing) => standing switch
    {
        PartStanding.Here or PartStanding.Decided => Core.Limits.Verdict.Sound,
        PartStanding.Late or PartStanding.Missing => Core.Limits.Verdict.Stop,
        PartStanding.Ordered => Core.Limits.Verdict.Doubtful,
        PartStanding.InTheBox => Core.Limits.Verdict.ReadingOnly,
        _ => Core.Limits.Verdict.NotLookedAt,
    };

    /// <summary>The same in a word.</summary>
    public static string WordOf(PartStanding standing) => standing switch
    {
        PartStanding.Here => "here", PartStanding.Decided => "settled", PartStanding.Late => "late", PartStanding.Missing => "missing",
        PartStanding.Ordered => "owed", PartStanding.InTheBox => "count it", _ => "not said",
    };
}
