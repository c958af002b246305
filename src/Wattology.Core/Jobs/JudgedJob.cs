using System.Runtime.CompilerServices;
using Wattology.Core.BookIn;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.HandOver;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;

namespace Wattology.Core.Jobs;

/// <summary>A job with everything that is computed from it: checks, hold points, order of work, ranking. Each is computed once, when first asked for.</summary>
/// <param name="context">The job with what is needed to judge it.</param>
public sealed class JudgedJob(JobContext context)
{
    private static readonly ConditionalWeakTable<JobContext, JudgedJob> Judged = [];

    /// <summary>The job judged in a context; whoever asks with the same context gets the same, so that nothing is computed twice.</summary>
    public static JudgedJob Of(JobContext context) => Judged.GetValue(context, c => new JudgedJob(c));

    private readonly Dictionary<int, IReadOnlyDictionary<string, Answered>> _answers = [];
    private readonly Dictionary<(string Check, int Turbo), CheckReading> _readings = [];
    private readonly Dictionary<int, DiagnoseResult> _rankings = [];
    private readonly Dictionary<int, CauseBoard> _boards = [];

    private StrongBox<WorkStep?>? _next;

    private HoldPoints Points => field ??= new HoldPoints(Context, Check);

    /// <summary>The job with what is needed to judge it.</summary>
    public JobContext Context { get; } = context;

    /// <summary>Its entries.</summary>
    public JobRecord Record => Context.Record;

    /// <summary>The shop's units.</summary>
    public ShopUnits Units => Context.Units;

    /// <summary>The booking-in that stands.</summary>
    public BookedIn Machine => field ??= Record.Machine();

    /// <summary>Every check that applies, in the order of the work; turbo by turbo where there is one for each.</summary>
    public IReadOnlyList<CheckReading> Checks => field ??=
    [
        .. CheckList.All.Where(c => c.Applies(Context)).SelectMany(c => c.PerTurbo ? Machine.TurboNumbers.Select(t => (Check: c, Turbo: t)) : [(c, 0)])
            .Select(c => ReadingOf(c.Check, c.Turbo)),
    ];

    /// <summary>One check.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="turbo">Which turbo; does not matter for a check of the engine.</param>
    /// <exception cref="InvalidOperationException">It does not apply to this job.</exception>
    public CheckReading Check(string id, int turbo) => CheckList.Find(id) is { } check && check.Applies(Context) && (!check.PerTurbo
        || Machine.TurboNumbers.Contains(turbo)) ? ReadingOf(check, check.PerTurbo ? turbo : 0)
        : throw new InvalidOperationException($"{id} is no check of this job.");

    // Each is read when it is first asked for: whoever wants to know the next step reads no more than stands before it.
    private CheckReading ReadingOf(CheckDefinition check, int turbo) => _readings.TryGetValue((check.Id, turbo), out var known) ? known
        : _readings[(check.Id, turbo)] = CheckReading.Of(check, Context, turbo);

    /// <summary>What the application made of an entry; null where it made nothing.</summary>
    public Outcome? OutcomeOf(Entry entry) => Record.Kinds.Find(entry.Kind)?.OutcomeOf(Record, entry);

    /// <summary>What an entry says, as it was said.</summary>
    /// <exception cref="KeyNotFoundException">Its kind is not known any more.</exception>
    public EntryBody BodyOf(Entry entry) => Record.Kinds.Find(entry.Kind)?.BodyOf(Record, entry) ?? throw new KeyNotFoundException(entry.Kind);

    /// <summary>What an entry says, in one line for people.</summary>
    public string Words(Entry entry) => Record.Kinds.Find(entry.Kind)?.Words(Context, entry) ?? "";

    /// <summary>An entry's kind in words; its bare name where it is not known any more.</summary>
    public string TitleOf(Entry entry) => Record.Kinds.Find(entry.Kind)?.Title ?? entry.Kind;

    /// <summary>A hold point as it stands.</summary>
    public HoldPointState HoldPoint(HoldPoint point) => Points.Judge(point);

    /// <summary>The turbo is found sound: nothing else is confirmed as a cause.</summary>
    public bool IsSoundTurbo => Record.Causes() is { Count: > 0 } causes && causes.All(c => c.Cause == CauseModel.Elsewhere);

    /// <summary>The unit was off, or its feed or drain was opened: then it is primed and started like a new one.</summary>
    public bool WasOpened => Record.All<Joints.JointOpened>().Any() || Record.All<OilSupply.CatchTestReading>().Any()
        || Record.All<Looked>().Any(l => l.Body.Question == OilSupply.SupplyChecks.FeedSeen.Id || l.Body.Question == Fitting.FitCheck.Mounted.Id);

    /// <summary>The order of work.</summary>
    public WorkOrder Work => field ??= WorkOrder.Of(this);

    /// <summary>The next step, by which an entry is filed; see <see cref="WorkOrder.Next"/>.</summary>
    public WorkStep? Next => (_next ??= new(WorkOrder.NextOf(this))).Value;

    /// <summary>What each finding brought: what a person said last, and where nobody did, what a reading answers.</summary>
    public IReadOnlyDictionary<string, Answered> Answers => AnswersOf(0);

    /// <summary>The ranking of causes; causes this unit cannot have are left out.</summary>
    public DiagnoseResult Ranking => RankingOf(0);

    /// <summary>The same for one turbo of two, with what is said of the job as a whole; of all of them when 0.</summary>
    public IReadOnlyDictionary<string, Answered> AnswersOf(int turbo) => _answers.TryGetValue(turbo, out var known) ? known
        : _answers[turbo] = ReadAnswers(turbo);

    /// <summary>The ranking of causes of one turbo; of the job when 0.</summary>
    public DiagnoseResult RankingOf(int turbo) => _rankings.TryGetValue(turbo, out var known) ? known : _rankings[turbo] = Diagnosis.Compute(CauseModel.Usual,
        InputOf(turbo));

    /// <summary>What can be looked at now for one turbo, by how far its unit has come; for the job when 0.</summary>
    public LooksNow LooksOf(int turbo) => LooksNow.At(CauseModel.Usual, InputOf(turbo), Record.StageOf(turbo));

    /// <summary>What stands beside the ranking of one turbo; of the job when 0.</summary>
    public CauseBoard BoardOf(int turbo) => _boards.TryGetValue(turbo, out var known) ? known
        : _boards[turbo] = CauseBoard.Of(CauseModel.Usual, InputOf(turbo), RankingOf(turbo), Record.StageOf(turbo));

    /// <summary>The starting chances: the model's, with what closed jobs on this engine add to them.</summary>
    public IReadOnlyList<LearnedPrior> Priors => field ??= Learning.Learn(CauseModel.Usual, Context.FamilyCases);

    // What the customer says is asked while booking in: the set-up of a set that is open, or of a unit that lies opened, is paid.
    private DiagnoseInput InputOf(int turbo) => new(AnswersOf(turbo).ToDictionary(a => a.Key, a => new Said(a.Value.Answer, a.Value.Known)),
        Context.FamilyCases.Count == 0 ? null : Priors.ToDictionary(p => p.Cause, p => p.Learned), Machine.ExcludedCauses,
        Open: Record.StageOf(turbo) == Stage.Strip ? [CauseModel.UnitOpen] : null);

    /// <summary>What counts as told since the job lay still or was brought in, and a look settles again: items of the hold points ahead, each once.</summary>
    public IReadOnlyList<Item> ToLookAgain => field ??= Record.IsEnded() ? [] : [.. new[] { Entries.HoldPoint.Release, Entries.HoldPoint.Crank,
        Entries.HoldPoint.Start, Entries.HoldPoint.HandOver }.SelectMany(p => HoldPoint(p).Open).Where(i => i.State.Pass is not null)
        .DistinctBy(i => i.State.Pass!.Hash)];

    /// <summary>What readings answer, of one turbo with the engine or of all when 0, whatever a person says of it.</summary>
    public IReadOnlyDictionary<string, Answered> ReadingsOf(int turbo)
    {
        var answers = new Dictionary<string, Answered>();
        foreach (var reading in Checks.Where(c => turbo == 0 || c.Turbo == 0 || c.Turbo == turbo))
            foreach (var answered in reading.Check.Answers)
                // What counts as told was found all the same: it is told evidence, not none.
                if (answered.Present(reading.Reopened is { Told: true } ? reading with { Reopened = null } : reading) is { } present
                    && reading.Found.Since is { } since && (present || !answers.ContainsKey(answered.Finding)))
                    answers[answered.Finding] = new(present ? Answer.Present : Answer.Absent, since, reading);
        return answers;
    }

    private Dictionary<string, Answered> ReadAnswers(int turbo)
    {
        var answers = new Dictionary<string, Answered>(ReadingsOf(turbo));
        foreach (var (finding, noted) in Record.Findings(turbo))
        {
            answers.Remove(finding);
            if (noted.Body.Answer is { } answer) answers[finding] = new(answer, noted.Entry, null);
        }
        return answers;
    }
}

/// <summary>What a finding brought, and where that comes from.</summary>
/// <param name="Answer">What it brought.</param>
/// <param name="Entry">The entry that says so.</param>
/// <param name="Reading">The check whose reading answers it; null when a person said it.</param>
public sealed record Answered(Answer Answer, Entry Entry, CheckReading? Reading)
{
    /// <summary>How it is known; null where the entry does not say.</summary>
    public Known? Known => Reading?.Reopened is { Told: true } ? Entries.Known.Told : JsonForm.ValueOf<Known>(Entry.Known);
}
