using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Limits;

namespace Wattology.Core.Checks;

/// <summary>One answer a technician gives in a touch, standing at the machine.</summary>
/// <param name="Id">Its name in records.</param>
/// <param name="Words">What is said.</param>
/// <param name="Verdict">What it comes to.</param>
/// <param name="Known">How it is known.</param>
/// <param name="Asks">The label of the words it needs with it; null when the touch is all.</param>
public sealed record LookAnswer(string Id, string Words, Verdict Verdict = Verdict.Sound, Known Known = Known.Seen, string? Asks = null)
{
    /// <summary>Standing so, no name and no reason passes the item: only work and a new look do.</summary>
    public bool Barred { get; init; }

    /// <summary>The words it asks for may stay blank.</summary>
    public bool Optional { get; init; }

    /// <summary>The name of a small drawing of what is there when it is answered so; null where words say it best.</summary>
    public string? Drawing { get; init; }
}

/// <summary>A question answered by one touch. It is not answered until somebody answers it: nothing is filled in.</summary>
/// <param name="Id">Its name in records; never given to another question.</param>
/// <param name="Title">Its name on pages.</param>
/// <param name="Answers">What can be answered.</param>
public sealed record Question(string Id, string Title, IReadOnlyList<LookAnswer> Answers)
{
    /// <summary>There is one for each turbo.</summary>
    public bool PerTurbo { get; init; }

    /// <summary>Whether it is asked of this job; the number is the turbo's, 0 for the engine.</summary>
    public Func<JobContext, int, bool> Applies { get; init; } = (_, _) => true;

    /// <summary>What reopens it.</summary>
    public IReadOnlyList<Reopening> ReopenedBy { get; init; } = [];

    /// <summary>The hold point that must be free before it is answered.</summary>
    public HoldPoint? Needs { get; init; }

    /// <summary>Why it may not be answered so just now, or null.</summary>
    public Func<JobContext, Looked, string?> Refuse { get; init; } = (_, _) => null;

    /// <summary>Why an answer may not be taken back any more, or null: something was done under it that counts as it was.</summary>
    public Func<JobContext, Entry, string?> RefuseTakingBack { get; init; } = (_, _) => null;

    /// <summary>What an answer comes to when it is recorded, where that is more than the answer's own verdict: what a limit in force asks besides.</summary>
    public Func<JobContext, Looked, Verdict?> Judge { get; init; } = (_, _) => null;

    /// <summary>What becomes of an answer when the job lies still.</summary>
    public Ages Ages { get; init; }

    /// <summary>Its answer holds for the moment it is given, and is never sent later than that.</summary>
    public bool Momentary { get; init; }

    /// <summary>Why it matters, in a line; null when the title says all.</summary>
    public string? Hint { get; init; }

    /// <summary>What can hurt somebody here, before the touch.</summary>
    public Caution? Caution { get; init; }

    /// <summary>The answer with that id, or null.</summary>
    public LookAnswer? Find(string answer) => Answers.FirstOrDefault(a => a.Id == answer);

    /// <summary>How it stands on a job.</summary>
    /// <param name="job">The job.</param>
    /// <param name="turbo">Which turbo; 0 for the engine.</param>
    public LookState Read(JobContext job, int turbo)
    {
        var noted = job.Record.Latest<Looked>(l => l.Question == Id && l.Turbo == turbo);
        if (noted is null) return new(this, null, null);
        var state = new LookState(this, noted, Reopening.Since(ReopenedBy, job, turbo, noted.Entry));
        return state.Item.Settled && EarlierPass.Of(job, noted.Entry) is { } told ? state with { Reopened = told } : state;
    }

    /// <summary>What a look says on the drawing, where the question stands for a whole check.</summary>
    public Found Found(JobContext job, int turbo)
    {
        var state = Read(job, turbo);
        return state.Noted is not { Outcome: LookedOutcome outcome } noted ? Checks.Found.NotYet : new(outcome.Judgement.Verdict, state.Words, outcome.Judgement
            .Verdict == Verdict.Sound ? $"{Sentence(state.Words)}, {Plain(noted.Entry)}." : $"{Sentence(state.Words)}.", noted.Entry,
            outcome.Judgement.Verdict == Verdict.Sound ? $"sound, {Plain(noted.Entry)}" : null);
    }

    private static string Plain(Entry entry) => entry.Known.Replace('-', ' ');

    /// <summary>Words as a sentence begins.</summary>
    public static string Sentence(string words) => words.Length == 0 ? words : char.ToUpperInvariant(words[0]) + words[1..];
}

/// <summary>How a question stands.</summary>
/// <param name="Question">The question.</param>
/// <param name="Noted">The latest answer that stands; null when nobody answered.</param>
/// <param name="Reopened">What reopened it since.</param>
public sealed record LookState(Question Question, Noted<Looked>? Noted, Reopened? Reopened)
{
    /// <summary>The answer; null when nobody answered, or it was reopened.</summary>
    public LookAnswer? Answer => Reopened is null && Noted is not null ? Question.Find(Noted.Body.Answer) : null;

    /// <summary>What was answered, in words; empty when nobody did.</summary>
    public string Words => Noted is null ? "" : Looked.Words(Question, Noted.Body);

    /// <summary>Whether it is answered and nothing reopened it.</summary>
    public bool Answered => Answer is not null;

    /// <summary>The latest entry among the answers to several questions; null when nobody answered any.</summary>
    public static Entry? Last(IEnumerable<LookState> states) => states.Select(s => s.Noted?.Entry).OfType<Entry>().MaxBy(e => e.Seq);

    /// <summary>What several questions say together: the first stop, else the first doubt, else how many are answered yet, else that all is well.</summary>
    /// <param name="states">The questions, in their order.</param>
    /// <param name="value">What it comes to in a word when all is well.</param>
    /// <param name="why">The same in a sentence.</param>
    public static Found Together(IReadOnlyList<LookState> states, string value, string why)
    {
        // What reopens an answer does not clear a stop: only a new look does.
        if (states.FirstOrDefault(s => s.Noted is { } noted && s.Question.Find(noted.Body.Answer)?.Verdict == Verdict.Stop) is { } stop)
            return Bad(Verdict.Stop, stop);
        if (states.FirstOrDefault(s => s.Answer?.Verdict == Verdict.Doubtful) is { } doubt) return Bad(Verdict.Doubtful, doubt);
        Found Bad(Verdict verdict, LookState bad) => new(verdict, bad.Words, $"{bad.Question.Title}: {bad.Words}.", bad.Noted!.Entry);
        var last = Last(states);
        return states.FirstOrDefault(s => !s.Answered) is { } open ? new(last is null ? Verdict.NotLookedAt : Verdict.ReadingOnly,
            last is null ? "" : $"{states.Count(s => s.Answered)} of {states.Count}", $"{open.Question.Title}: not answered yet.", last)
            : states.FirstOrDefault(s => s.Answer!.Verdict == Verdict.ReadingOnly) is { } bare ? new(Verdict.ReadingOnly, bare.Words,
                $"{bare.Question.Title}: {bare.Words}.", last) : new(Verdict.Sound, value, why, last);
    }

    /// <summary>As an item of a hold point.</summary>
    public ItemState Item
    {
        get
        {
            if (Noted is null) return ItemState.NotLooked("Not answered yet.");
            if (Reopened is not null) return ItemState.Of(Reopened);
            var words = $"{Question.Sentence(Words)}.";
            return Answer is { Barred: true } ? ItemState.Barred(words, Noted.Entry) : ItemState.Of(Noted.Outcome is LookedOutcome outcome
                ? outcome.Judgement.Verdict : Verdict.ReadingOnly, words, Noted.Entry);
        }
    }
}

/// <summary>A question was answered.</summary>
/// <param name="Turbo">Which turbo, from 1; 0 for the engine.</param>
/// <param name="Question">Which question.</param>
/// <param name="Answer">Which answer.</param>
/// <param name="Because">The words that go with it: why, where, who.</param>
public sealed record Looked([Bounds(0, 2)] int Turbo, string Question, string Answer, string Because = "") : EntryBody, IOfTurbo
{
    /// <summary>The kind's name in records.</summary>
    public const string KindName = "looked";

    /// <summary>An answer in words; its bare id where it is not known any more.</summary>
    public static string Words(Question? question, Looked looked)
    {
        var said = question?.Find(looked.Answer)?.Words ?? looked.Answer.Replace('-', ' ');
        return looked.Because.Length > 0 ? $"{said}: {looked.Because}" : said;
    }

    /// <summary>The kind of entry.</summary>
    /// <param name="find">A question by its id.</param>
    /// <param name="which">"turbo 2: " before what is said of one of two.</param>
    public static EntryKind KindOf(Func<string, Question?> find, Func<JobContext, int, string> which) => new EntryKind<Looked, LookedOutcome>(KindName,
        "Looked",
        (job, body) => new LookedOutcome(new Judgement(find(body.Question)!.Judge(job, body) ?? find(body.Question)!.Find(body.Answer)!.Verdict, body.Answer)),
        (job, n) => $"{which(job, n.Body.Turbo)}{find(n.Body.Question)?.Title ?? n.Body.Question.Replace('-', ' ')}: {Words(find(n.Body.Question), n.Body)}")
    {
        // A touch by mistake is taken back, and what was answered before stands again.
        Correction = Correction.ByTakingBack,
        RefuseTakingBack = (job, entry) => find(job.Record.Read<Looked>(entry).Body.Question)?.RefuseTakingBack(job, entry),
        Question = (record, body) => (record.Latest<Looked>(l => l.Question == body.Question && l.Turbo == body.Turbo)?.Entry, $"look.{body.Question}"),
        Guard = body => find(body.Question)?.Needs,
        AgesBy = body => find(body.Question)?.Ages ?? Ages.LookAgain,
        Refuse = (job, body) =>
        {
            if (find(body.Question) is not { } question) return new("There is no such question.", "question");
            if (question.Find(body.Answer) is not { } answer) return new("There is no such answer.", "answer");
            if (question.PerTurbo ? body.Turbo < 1 : body.Turbo != 0) return new("Say which turbo this is about.", "turbo");
            if (answer is { Asks: { } asks, Optional: false } && string.IsNullOrWhiteSpace(body.Because))
                return new($"{question.Title}, ‘{answer.Words}’: {char.ToLowerInvariant(asks[0])}{asks[1..]} is needed.", $"look.{question.Id}");
            return question.Refuse(job, body) is { } refused ? new(refused, $"look.{question.Id}") : null;
        },
    };
}

/// <summary>What a look came to.</summary>
/// <param name="Judgement">The answer's verdict.</param>
public sealed record LookedOutcome(Judgement Judgement) : Outcome;
