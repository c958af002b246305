using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Core.Warranty;
using Wattology.Data;
using Wattology.Data.Evidence;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Forms;
using Wattology.Web.People;
using Wattology.Web.Warranty;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The claim of a job: what the warranty giver would say of it today, while what is missing can still be had; and how it goes on once it is
/// out.</summary>
public sealed class ClaimModel(SheetServices services, PolicyStore policies, ClaimPacks packs, PackFiles files, DeskLine line, LentDesk desks, ShopDb db)
    : SheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => Rehearsal.Sheet;

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}/{Sheet}";

    /// <inheritdoc/>
    public override string Title => "Claim";

    /// <inheritdoc/>
    public override string? PhotoPlace => null;

    /// <inheritdoc/>
    public override IReadOnlyList<Type> Records => [typeof(PolicyNamed), typeof(PaperKept), typeof(ClaimExpected), typeof(AnsweredHere), typeof(ClaimPaid)];

    /// <summary>The claim; null where the job is under no policy.</summary>
    public Claim? Claim => Claim.Of(Job.Context);

    /// <summary>The policies offered.</summary>
    public IReadOnlyList<WarrantyPolicy> Offered { get; private set; } = [];

    /// <summary>Whether a pack that went out lies here still; one sent on paper in its day does not.</summary>
    public bool Keeps(string pack) => files.Has(pack);

    /// <summary>Whether the person may write here.</summary>
    public bool MayFile => User.May(Right.BookIn);

    /// <summary>The proofs by the move after which they can be had no more.</summary>
    public IEnumerable<IGrouping<ProofGone, RehearsedProof>> Moves => Claim!.Rehearsal.Lines.GroupBy(l => l.Kind.Gone);

    /// <summary>Reasons a giver may name: what it wants, and what takes cover away; each with whether it stands against the claim today.</summary>
    public IEnumerable<(string Code, string Title, bool Missing)> Reasons => Claim!.Rehearsal.Policy.Proofs.Select(p => p.Proof).Distinct()
        .Select(p => (Code: p, Missing: Claim.Rehearsal.Lines.Any(l => l.Kind.Id == p && l.Refuses)))
        .Concat(Claim.Rehearsal.Policy.Voids.Select(v => (Code: JsonForm.WordOf(v), Missing: Job.Record.Latest<VoidSeen>(s => s.Void == v) is {
            Body.Found: true })))
        .Select(r => (r.Code, ClaimAnswered.ReasonTitle(r.Code), r.Missing));

    /// <summary>What is covered, from when until when, and how far of how far; what nobody said the beginning of stands last.</summary>
    public string CoverWords
    {
        get
        {
            var (named, cover, open) = (Claim!.Rehearsal.Named.Body, Claim.Rehearsal.Policy.Cover, new List<string>());
            string? Gone(double? most, double? since, double? now, Measure measure)
            {
                if (most is not { } far) return null;
                if (since is { } from && now is { } at) return $"{Units.Show(at - from, measure)} gone of {Units.Show(far, measure)}";
                open.Add(Units.Show(far, measure));
                return null;
            }
            if (named.Since is null && cover.Days is { } days) open.Add($"{days:0} days");
            string?[] said = [cover.What, named.Since is { } began ? $"from {Times.Day(began)}{(cover.Days is { } lasts
                ? $" until {Times.Day(began.AddDays(lasts))}" : "")}" : null, Gone(cover.DistanceKm, named.SinceKm, Job.Machine.DistanceKm, Measure.Distance),
                Gone(cover.Hours, named.SinceHours, Job.Machine.RunHours, Measure.Hours)];
            return string.Join("; ", said.OfType<string>().Concat(open.Count > 0 ? [$"{string.Join(", ", open)}, and nobody said from where"] : []));
        }
    }

    /// <summary>Whether a paper is wanted and not there.</summary>
    public bool Lacks(PaperKind paper) => Claim!.Rehearsal.Lines.Any(l => l.Refuses && l.Kind.Id == JsonForm.WordOf(paper));

    // Where an answer stands in its form: its words are not the letter's.
    private sealed record AnsweredHere(ClaimAnswered Answered);

    /// <summary>Letters and answers, the latest first.</summary>
    public IEnumerable<Entry> Letters => Job.Record.Entries.Where(e => Job.Record.Stands(e) && e.Kind is "claim-letter" or "claim-answered" or "claim-paid"
        or ClaimSent.KindName or "claim-expected").Reverse();

    /// <summary>Shows the sheet.</summary>
    public async Task OnGetAsync()
    {
        await LoadAsync();
        // Only where it is shown: what nobody typed must not be recorded as typed.
        if (Claim is { Expected: { } expected }) Form.Suggest("answered.amount", expected.ToString("0.##", CultureInfo.InvariantCulture));
        if (Claim is null) Form.Suggest("policy", Offered.Count == 0 ? "none" : "");
    }

    /// <summary>Names the policy, or none.</summary>
    public async Task<IActionResult> OnPostPolicyAsync(string? policy)
    {
        await LoadAsync();
        Form["policy"] = policy ?? "";
        if (policy == "none") return await RecordAsync(new PolicyNamed(), "No claim is made on this job.");
        if (Offered.FirstOrDefault(p => p.Id == policy) is not { } named)
        {
            Form.Faults.Add("policy", "Choose one, or none.");
            return Refused();
        }
        var body = (PolicyNamed?)new FormReader(Request.Form, Units, Form, Times).Read(typeof(PolicyNamed), Given(named));
        return await RecordAsync(body, $"Under {named.Words}.");
    }

    /// <summary>The part of a <see cref="PolicyNamed"/> that nobody types.</summary>
    internal static JsonObject Given(WarrantyPolicy policy) => new() { ["policy"] = JsonSerializer.SerializeToNode(policy, JsonForm.Options) };

    /// <summary>Keeps a paper.</summary>
    public async Task<IActionResult> OnPostPaperAsync(string? paper, [Typed] PaperKept? kept)
    {
        await LoadAsync();
        return await RecordAsync(kept, $"{(kept is null ? "" : PaperKept.TitleOf(kept.Paper))}: kept.");
    }

    /// <summary>Says whether something was found that takes cover away.</summary>
    public async Task<IActionResult> OnPostVoidAsync(string what, bool found, string? words)
    {
        await LoadAsync();
        if (JsonForm.ValueOf<CoverVoid>(what) is not { } one) return Refused();
        Form[$"void.{what}"] = words ?? "";
        var body = new VoidSeen(one, found, (words ?? "").Trim());
        body.Check(Form.Faults, $"void.{what}");
        return await RecordAsync(Form.Faults.None ? body : null, "Saved.", (Known.Seen, ""), at: $"void-{what}");
    }

    /// <summary>Offers a second best.</summary>
    public async Task<IActionResult> OnPostOfferAsync(string proof, int turbo, string? why)
    {
        await LoadAsync();
        Form[$"offer.{proof}.{turbo}"] = why ?? "";
        if (string.IsNullOrWhiteSpace(why)) Form.Faults.Add($"offer.{proof}.{turbo}", "Say why the better proof is not there.");
        return await RecordAsync(Form.Faults.None ? new SecondBestOffered(proof, turbo, why!.Trim()) : null, "Offered as second best.",
            at: $"proof-{proof}-{turbo}");
    }

    /// <summary>Says how much is expected.</summary>
    public async Task<IActionResult> OnPostExpectedAsync([Typed] ClaimExpected? expected)
    {
        await LoadAsync();
        return await RecordAsync(expected, "Saved.", at: "money");
    }

    /// <summary>Sends the claim to the desk; or says that it was sent in another way.</summary>
    public async Task<IActionResult> OnPostSendAsync(string? way, string? to, CancellationToken cancel)
    {
        await LoadAsync();
        if (Claim is not { } claim || !MayFile) return StatusCode(403);
        var byHand = way == "by-hand";
        Form["to"] = to?.Trim() ?? "";
        if (byHand && Form["to"].Length == 0) Form.Faults.Add("to", "Say to whom it went, and how.");
        if (!byHand && Desk is null) Form.Faults.Add("to", "No desk is set. Send the pack in another way, and say to whom.");
        if (!Form.Faults.None) return Refused();
        var pack = await packs.FreezeAsync(Job, claim, cancel);
        var receipt = "";
        if (!byHand)
        {
            // The key is the record's own state: until something is recorded it is the same sending.
            try
            {
                receipt = await line.SendAsync(Desk!, await System.IO.File.ReadAllBytesAsync(files.PathOf(pack), cancel), Job.Record.Last.Hash,
                    claim.Sent is [.., { } before] ? before.Body.Receipt : "", cancel);
            }
            catch (RefusedException refused) { Form.Faults.Add("", refused.Message); return Refused(); }
        }
        Security.Note(HttpContext, "claim sent", User.Author().Name, $"{Job.Machine.Number}: {pack[..16]}");
        return await RecordAsync(new ClaimSent(claim.Rehearsal.Policy.Words, pack, Job.Record.Entries.Count, byHand ? ClaimWay.ByHand : ClaimWay.Desk,
            byHand ? Form["to"] : claim.Rehearsal.Policy.Giver, receipt), byHand ? "Kept as it went out." : $"Sent. Receipt {receipt}.");
    }

    /// <summary>Fetches what the desk answered.</summary>
    public async Task<IActionResult> OnPostFetchAsync(CancellationToken cancel)
    {
        await LoadAsync();
        if (Claim?.Sent.LastOrDefault(s => s.Body.Receipt.Length > 0) is not { } sent || Desk is null || !MayFile) return StatusCode(403);
        try
        {
            var heard = Job.Record.Entries.Where(e => e.Kind == ClaimAnswered.Kind.Name).Select(e => Job.Record.Read<ClaimAnswered>(e).Body).ToHashSet();
            var fresh = (await line.AnswersAsync(Desk, sent.Body.Receipt, cancel)).Where(a => !heard.Contains(a)).ToArray();
            if (fresh.Length == 0)
            {
                TempData["Said"] = "No new answer yet.";
                return Redirect(Here);
            }
            return await RecordDraftsAsync([.. fresh.Select(a => new EntryDraft(a, Known.Told))], $"The desk answered: {fresh[^1].Said}.");
        }
        catch (RefusedException refused) { Form.Faults.Add("", refused.Message); return Refused(); }
    }

    /// <summary>Enters an answer by hand.</summary>
    public async Task<IActionResult> OnPostAnswerAsync()
    {
        await LoadAsync();
        // What would be granted stands ready in its box, and counts only where it is.
        var accepted = Request.Form["answered.answer"] == JsonForm.WordOf(ClaimAnswer.Accepted);
        var answered = (ClaimAnswered?)new FormReader(Request.Form, Units, Form, Times).Read(typeof(ClaimAnswered),
            accepted ? null : new JsonObject { ["amount"] = null }, "answered");
        return await RecordAsync(answered, "The answer is recorded.", (Known.Told, ""));
    }

    /// <summary>Says that money came.</summary>
    public async Task<IActionResult> OnPostPaidAsync([Typed] ClaimPaid? paid)
    {
        await LoadAsync();
        return await RecordAsync(paid, "Recorded.", at: "money");
    }

    /// <summary>Keeps a letter.</summary>
    public async Task<IActionResult> OnPostLetterAsync([Typed] ClaimLetter? letter)
    {
        await LoadAsync();
        return await RecordAsync(letter, "Kept.");
    }

    /// <summary>Where the claim can be sent over the line; null where no desk is set.</summary>
    public Uri? Desk { get; private set; }

    /// <summary>The desk is a simulated one.</summary>
    public bool DeskIsSimulated { get; private set; }

    private async Task LoadAsync()
    {
        if (await desks.FindAsync(db) is { } found) (Desk, DeskIsSimulated) = found;
        Offered = await policies.OfferedAsync();
    }
}
