using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Everything recorded on the job, newest first, a page at a time.</summary>
public sealed class RecordModel(SheetServices services) : SheetModel(services)
{
    private const int AtATime = 100;

    /// <inheritdoc/>
    public override string Sheet => "record";

    /// <inheritdoc/>
    public override string Title => "Everything recorded";

    /// <summary>Entries before this position are shown; 0 for the newest.</summary>
    [BindProperty(SupportsGet = true)]
    public int Before { get; set; }

    /// <summary>The entries of this page.</summary>
    public IReadOnlyList<Entry> Entries { get; private set; } = [];

    /// <summary>The position before which older entries lie; 0 when there are none.</summary>
    public int Older => Entries.Count > 0 && Entries[^1].Seq > 1 ? Entries[^1].Seq : 0;

    /// <summary>What an entry says.</summary>
    public string Words(Entry entry) => CheckList.Kinds.Find(entry.Kind)!.Words(Job.Context, entry);

    /// <summary>Whether the entry is an act that may be taken back.</summary>
    public bool MayTakeBack(Entry entry) => MayRecord && Job.Record.Stands(entry)
        && CheckList.Kinds.Find(entry.Kind) is { Correction: Correction.ByTakingBack } kind
        && kind.RefuseTakingBack(Job.Context, entry) is null;

    /// <summary>What an entry reopened, in words; empty where it reopened nothing that is not looked at since.</summary>
    /// <param name="entry">The entry.</param>
    /// <param name="told">What counts as told since then, instead.</param>
    public string Reopens(Entry entry, bool told) => string.Join(", ", (_reopened ??= ReadReopened())[(entry.Hash, told)]);

    private ILookup<(string, bool), string>? _reopened;

    private ILookup<(string, bool), string> ReadReopened()
    {
        var checks = Job.Checks.Select(c => (c.Reopened, Name: Job.Machine.Named(c.Title, c.Turbo)));
        var questions = CheckList.Questions.SelectMany(q => (q.PerTurbo ? Job.Machine.TurboNumbers : [0]).Where(t => q.Applies(Job.Context, t))
            .Select(t => (q.Read(Job.Context, t).Reopened, Name: Job.Machine.Named(q.Title, t))));
        return checks.Concat(questions).Where(r => r.Reopened is not null)
            .ToLookup(r => (r.Reopened!.By.Hash, r.Reopened.Told), r => r.Name.ToLowerInvariant());
    }

    /// <summary>Shows the record.</summary>
    public void OnGet() => PrepareForm();

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        var all = Job.Record.Entries;
        var end = Before > 0 ? Math.Min(Before - 1, all.Count) : all.Count;
        Entries = [.. all.Skip(Math.Max(0, end - AtATime)).Take(Math.Min(AtATime, end)).Reverse()];
    }
}
