using System.Globalization;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;
using Wattology.Core.People;
using Wattology.Core.Warranty;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Web.Forms;
using Wattology.Web.Hosting;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Warranty;

/// <summary>The bench a policy is made on: every proof that can be wanted, each a touch, by the move after which it can be had no more.</summary>
public sealed class PolicyBenchModel(PolicyStore policies, JobStore jobs, FormState form, ShopTimes times) : PageModel, IHasForm
{
    /// <summary>What the form shows.</summary>
    public FormState Form => form;

    /// <summary>The shop's units.</summary>
    public ShopUnits Units { get; private set; } = new();

    /// <inheritdoc/>
    public IReadOnlyList<Type> Records { get; } = [typeof(WarrantyPolicy)];

    /// <summary>The policy whose next version is made; null where a new one is.</summary>
    [FromQuery(Name = "of")]
    public string? Of { get; set; }

    /// <summary>The policy whose latest version the bench began with; null for a new one.</summary>
    public WarrantyPolicy? Before { get; private set; }

    /// <summary>A row of the bench: a proof that is wanted or could be. Its number is the same whatever is chosen, so that a draft finds its place
    /// again.</summary>
    /// <param name="Number">Where its fields stand in the form.</param>
    /// <param name="Kind">The proof.</param>
    public sealed record Row(int Number, ProofKind Kind)
    {
        /// <summary>The name of one of its fields.</summary>
        public string Field(string name) => string.Create(CultureInfo.InvariantCulture, $"{List}.{Number}.{name}");
    }

    /// <summary>The rows, in the order in which the proofs can be had no more.</summary>
    public IEnumerable<IGrouping<ProofGone, Row>> Moves => Rows.GroupBy(r => r.Kind.Gone).OrderBy(g => g.Key);

    /// <summary>How many proofs are wanted as it stands.</summary>
    public int Wanted => Rows.Count(r => Form[r.Field(Grade)].Length > 0);

    /// <summary>The grades that can be wanted of a proof, the best first. A photo is there or is not: one alone is offered of it, beside what a file
    /// says.</summary>
    public IEnumerable<string> GradesOf(Row row) => Enum.GetValues<Known>().Where(k => k >= row.Kind.Best && k <= Known.Told)
        .Select((k, i) => (Word: JsonForm.WordOf(k), First: i == 0))
        .Where(g => g.First || !row.Kind.Id.StartsWith(Proofs.PhotoOf, StringComparison.Ordinal) || g.Word == Form[row.Field(Grade)]
            || g.Word == Form[row.Field(SecondBest)]).Select(g => g.Word);

    /// <summary>What stands beside a row's grade, in words: "oil leak, noise; or seen, with a reason; within 400 days".</summary>
    public string Words(Row row)
    {
        var some = Complaints.Where(c => IsFor(row, c)).Select(c => JsonForm.Plain(c)).ToArray();
        string?[] parts = [some.Length == 0 ? "every complaint" : string.Join(", ", some),
            Form[row.Field(SecondBest)] is { Length: > 0 } second ? $"or {second}, with a reason" : null,
            Form[row.Field("within_days")] is { Length: > 0 } days ? $"within {days} days" : null,
            Form[row.Field("within_km")] is { Length: > 0 } far ? $"within {far}" : null];
        return string.Join("; ", parts.OfType<string>());
    }

    /// <summary>Whether a row is wanted for a complaint by name.</summary>
    public bool IsFor(Row row, ComplaintKind complaint) => Form[row.Field($"for.{JsonForm.WordOf(complaint)}")].Length > 0;

    /// <summary>Whether anything of a row is wrong.</summary>
    public bool Wrong(Row row) => Form.Faults.ByPath.Keys.Any(k => FormState.RowOf(List, k) == row.Number);

    /// <summary>The complaints that can be told apart.</summary>
    public static IReadOnlyList<ComplaintKind> Complaints { get; } = Enum.GetValues<ComplaintKind>();

    private IReadOnlyList<Row> Rows { get; set; } = [.. Proofs.All.Select((kind, i) => new Row(i, kind))];

    private const string List = "proofs";

    private const string Grade = "grade";

    private const string SecondBest = "second_best";

    /// <inheritdoc/>
    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (!User.May(Right.ChangeLimits)) { context.Result = StatusCode(403); return; }
        Units = (await jobs.SettingsAsync()).Units;
        if (Of is { Length: > 0 } && (Before = await policies.LastAsync(Of)) is null) { context.Result = NotFound(); return; }
        await next();
    }

    /// <summary>Shows the policy as it stands, or an empty one. The query's <c>like</c> names one to begin a new one with.</summary>
    public async Task OnGetAsync(string? like)
    {
        if ((Before ?? (like is null ? null : await policies.FindAsync(like))) is { } from) Show(from);
        if (Before is null) (Form["id"], Form["name"]) = ("", "");
        Form["version"] = Next(Before);
    }

    /// <summary>Puts it in force.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        var numbers = Request.Form.Keys.Select(k => FormState.RowOf(List, k)).Where(n => n >= 0 && Request.Form[$"{List}.{n}.{Grade}"].ToString().Length > 0)
            .Distinct().Order().ToArray();
        Keep();
        // What is read are the rows that are wanted, one after the other; its faults go back to where each row stands.
        var (read, wanted) = (new FormState(), new FormCollection(Request.Form.Where(f => FormState.RowOf(List, f.Key) is var n && (n < 0
            || numbers.Contains(n)))
            .ToDictionary(f => f.Key, f => f.Value)));
        var given = new JsonObject { ["policy"] = WarrantyPolicy.FormName };
        if (Before is not null) given["id"] = Before.Id;
        var policy = (WarrantyPolicy?)new FormReader(wanted, Units, read, times).Read(typeof(WarrantyPolicy), given);
        foreach (var row in Rows) Form.Labels[row.Field(Grade)] = Form.Labels[row.Field(SecondBest)] = row.Kind.Title;
        foreach (var (path, fault) in read.Faults.ByPath) Form.Faults.Add(Placed(path, numbers), fault);
        try
        {
            if (policy is not null && Form.Faults.None)
            {
                var set = await policies.SetAsync(policy.Write(), User.Author().Name);
                TempData["Said"] = $"{set.Words} is in force. Jobs that named an earlier version keep it.";
                TempData["SavedForm"] = DraftKey;
                return Redirect($"/policies?of={set.Id}");
            }
        }
        catch (InputRefusedException refused) { foreach (var (path, fault) in refused.Faults.ByPath) Form.Faults.Add(Placed(path, numbers), fault); }
        catch (RefusedException refused)
        {
            // Somebody was faster: what stands here is kept, and goes in force over theirs only when it is sent once more.
            Form.Faults.Add(Before is null ? "id" : "", Before is null
                ? $"{Form["id"]} is a policy here already. Choose another name, or make its next version."
                : $"{refused.Message} Look at it; sent once more, this one goes in force in its place.");
            if (Before is not null) Form["version"] = Next(await policies.LastAsync(Before.Id));
        }
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Where what is chosen here is kept until it is in force.</summary>
    public string DraftKey => $"/policies/bench?{Before?.Words}";

    private static string Next(WarrantyPolicy? before) => ((before?.Version ?? 0) + 1).ToString(CultureInfo.InvariantCulture);

    // A policy may want one proof twice, for different complaints: the second stands in a row of its own behind the others.
    private void Show(WarrantyPolicy policy)
    {
        var read = new FormState();
        new FormFill(read, Units, times).Into(policy);
        var (numbers, taken) = (new int[policy.Proofs.Count], new HashSet<int>());
        for (var i = 0; i < numbers.Length; i++)
        {
            var kind = Rows.First(r => r.Kind.Id == policy.Proofs[i].Proof);
            numbers[i] = taken.Add(kind.Number) ? kind.Number : Another(kind.Kind);
        }
        foreach (var (name, text) in read.Typed)
            if (name.LastIndexOf('.') is var dot and > 0 && int.TryParse(name[(dot + 1)..], NumberStyles.None, CultureInfo.InvariantCulture, out _))
                Form[Placed($"{name[..dot]}.{text}", numbers)] = text;
            else Form[Placed(name, numbers)] = text;
    }

    // What was posted stands again as it was posted; what was ticked stands under its own word.
    private void Keep()
    {
        foreach (var (name, values) in Request.Form)
            if (name.EndsWith(".for", StringComparison.Ordinal) || name == "voids") foreach (var value in values) Form[$"{name}.{value}"] = value ?? "";
            else Form[name] = values.ToString();
        foreach (var n in Request.Form.Keys.Select(k => FormState.RowOf(List, k)).Where(n => n >= Proofs.All.Count).Distinct().Order())
            if (Proofs.Find(Form[$"{List}.{n}.proof"]) is { } kind) Rows = [.. Rows, new(n, kind)];
    }

    private int Another(ProofKind kind)
    {
        Rows = [.. Rows, new(Rows.Count, kind)];
        return Rows.Count - 1;
    }

    private static string Placed(string path, int[] numbers) => FormState.RowOf(List, path) is >= 0 and var row && row < numbers.Length
        ? string.Create(CultureInfo.InvariantCulture,
            $"{List}.{numbers[row]}{path[(path.IndexOf('.', List.Length + 1) is > 0 and var dot ? dot : path.Length)..]}")
        : path;
}
