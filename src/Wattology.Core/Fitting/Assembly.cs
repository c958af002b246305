using System.Globalization;
using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.LooseEnds;
using Wattology.Core.Priming;

namespace Wattology.Core.Fitting;

/// <summary>One move of a job, as it stands.</summary>
/// <param name="Step">The move.</param>
/// <param name="Turbo">On which turbo, from 1.</param>
/// <param name="On">The entry with which it was put on; null before, and when it was opened since.</param>
/// <param name="Tight">The latest tightening since; null while it is loose.</param>
/// <param name="Torque">The torque in force for it.</param>
/// <param name="Fixings">How many fixings it has, as counted at stripping or at tightening; null where nobody counted.</param>
/// <param name="Missing">What should be on before it, and is not.</param>
public sealed record AssemblyLine(AssemblyStep Step, int Turbo, Noted<PutOn>? On, Noted<Tightened>? Tight, Limit Torque, int? Fixings,
    IReadOnlyList<string> Missing)
{
    /// <summary>On, and not all its fixings tightened.</summary>
    public bool Loose => On is not null && Tight?.Body.All != true;

    /// <summary>On, and all tightened.</summary>
    public bool Done => On is not null && Tight?.Body.All == true;

    /// <summary>What a fixing gets, N·m: the middle of the torque in force; null where none is known, or it is open to one side.</summary>
    public double? TargetNm => Torque is { Source: not LimitSource.NoneKnown, SoundFrom: { } from, SoundTo: { } to and not Limit.Open } ? (from + to) / 2
        : null;
}

/// <summary>Putting a turbo on: what goes on before what, what is loose, and in which order the joints are drawn home.</summary>
public static class Assembly
{
    /// <summary>Every move on one turbo, in the order in which things go on.</summary>
    public static IReadOnlyList<AssemblyLine> Of(JobContext job, int turbo)
    {
        var record = job.Record;
        var machine = record.Machine();
        var steps = AssemblySteps.For(machine);
        var on = steps.ToDictionary(s => s.Id, s => On(record, machine, s, turbo));
        return [.. steps.Select(s => new AssemblyLine(s, turbo, on[s.Id], on[s.Id] is { } put ? TightenedSince(record, put) : null, job.Limits.Choose(s.Torque),
            Fixings(record, machine, s, turbo), [.. Missing(record, s, turbo, on)]))];
    }

    /// <summary>One move on one turbo; null where the machine has none.</summary>
    public static AssemblyLine? Line(JobContext job, string step, int turbo) => Of(job, turbo).FirstOrDefault(l => l.Step.Id == step);

    /// <summary>What is loose, in the order in which the joints are drawn home: one that somebody called the hardest, then from hard to easy.</summary>
    public static IReadOnlyList<AssemblyLine> Home(JobContext job, int turbo)
    {
        var hardest = job.Record.LatestOf<HardestJoint>(turbo)?.Body.Step;
        return [.. Of(job, turbo).Where(l => l.On is not null).OrderBy(l => l.Step.Id == hardest ? 0 : l.Step.Home)];
    }

    /// <summary>The next move: put on what is not on yet, and tighten at once what is out of reach afterwards; null when all is on.</summary>
    public static AssemblyLine? Next(IReadOnlyList<AssemblyLine> lines) => lines.FirstOrDefault(l => l.On is null || (l.Step.AtOnce && l.Loose));

    /// <summary>The latest tightening of a joint since it was put on; null while it is loose.</summary>
    public static Noted<Tightened>? TightenedSince(JobRecord record, Noted<PutOn> on) => record.Latest<Tightened>(t => t.Step == on.Body.Step
        && t.Turbo == on.Body.Turbo) is { } tight && tight.Entry.Seq > on.Entry.Seq ? tight : null;

    // What was opened or taken off since is not on any more.
    private static Noted<PutOn>? On(JobRecord record, BookedIn machine, AssemblyStep step, int turbo)
    {
        if (record.Latest<PutOn>(p => p.Step == step.Id && p.Turbo == turbo) is not { } on) return null;
        return Off(record, machine, step, turbo) is { } off && off.Seq > on.Entry.Seq ? null : on;
    }

    private static Entry? Off(JobRecord record, BookedIn machine, AssemblyStep step, int turbo)
    {
        if (step.Joint is { } place)
        {
            var opened = record.Latest<JointOpened>(o => o.Joint == $"{place}-{turbo}")?.Entry;
            var caught = step.Id == AssemblySteps.FeedInlet ? LooseEndRegister.FeedOpened(record).LastOrDefault(f => f.Turbo == turbo).Entry : null;
            return (caught?.Seq ?? 0) > (opened?.Seq ?? 0) ? caught : opened;
        }
        var title = AssemblySteps.StrippedTitle(step, machine, turbo);
        return record.Latest<LooseEndOpened>(o => o.Kind == LooseKind.Removed && o.Place == title)?.Entry;
    }

    private static int? Fixings(JobRecord record, BookedIn machine, AssemblyStep step, int turbo)
    {
        if (record.Latest<Tightened>(t => t.Step == step.Id && t.Turbo == turbo) is { } tight) return tight.Body.Of;
        var title = AssemblySteps.StrippedTitle(step, machine, turbo);
        return step.Joint is { } place && record.Latest<JointOpened>(o => o.Joint == $"{place}-{turbo}")?.Body.Note is { } note
            && note.EndsWith(StripLedger.CountWord, StringComparison.Ordinal)
            && int.TryParse(note[..^StripLedger.CountWord.Length], NumberStyles.None, CultureInfo.InvariantCulture, out var counted) ? counted
            : record.Latest<LooseEndOpened>(o => o.Kind == LooseKind.Removed && o.Place == title)?.Body.Left;
    }

    private static IEnumerable<string> Missing(JobRecord record, AssemblyStep step, int turbo, Dictionary<string, Noted<PutOn>?> on)
    {
        foreach (var before in step.After)
            if (on.TryGetValue(before, out var put) && put is null) yield return AssemblySteps.TitleOf(before);
        // The order that is never wrong; a pump driven from outside is the one exception.
        if (step.Id == AssemblySteps.FeedInlet && on[step.Id] is null
            && (record.LatestOf<Oiled>(turbo)?.Entry.Seq ?? 0) <= (record.Latest<JointOpened>(o => o.Joint == $"feed-inlet-{turbo}")?.Entry.Seq ?? 0))
            yield return "oil in by the inlet and the wheel spun by hand (not where the pump is driven from outside)";
    }

    /// <summary>What else a tightening says: the joint is closed again, what came off is on again, and what the touch would be asked for a second
    /// time.</summary>
    /// <param name="job">The job, before it is recorded.</param>
    /// <param name="tight">What is about to be recorded.</param>
    public static IReadOnlyList<EntryBody> AlsoSaid(JobContext job, Tightened tight)
    {
        if (!tight.All || AssemblySteps.Find(tight.Step) is not { } step) return [];
        var record = job.Record;
        var machine = record.Machine();
        var lines = Of(job, tight.Turbo);
        bool Tight(AssemblyStep s) => s.Id == tight.Step || lines.First(l => l.Step.Id == s.Id).Done;
        var said = new List<EntryBody>();
        if (step.Joint is { } place && $"{place}-{tight.Turbo}" is var joint && AssemblySteps.For(machine).Where(s => s.Joint == place).All(Tight)
            && JointWork.StillOpen(record).Any(o => o.Body.Joint == joint)) said.Add(new JointsClosed([joint]));
        if (step.Joint is null && AssemblySteps.StrippedTitle(step, machine, tight.Turbo) is { } title)
            foreach (var line in StripLedger.Of(job).Where(l => l.Back is null && l.Joint is null && l.Place == title))
                said.Add(new LooseEndClosed(line.Off.Hash));
        if (step.Id == AssemblySteps.FeedInlet)
            foreach (var caught in LooseEndRegister.Open(job).Where(l => l.Kind == LooseKind.FeedOpen && l.Implied
                && LooseEndRegister.FeedOpened(record).Any(f => f.Turbo == tight.Turbo && f.Entry == l.Opened))) said.Add(new LooseEndClosed(caught.Key));
        foreach (var (question, answer, steps) in Answered)
        {
            var asked = steps.Select(AssemblySteps.Find).OfType<AssemblyStep>().Where(s => s.Has(machine)).ToArray();
            if (!steps.Contains(tight.Step) || !asked.All(Tight) || question.Read(job, tight.Turbo).Answered || !question.Applies(job, tight.Turbo)) continue;
            // An answer that says "new" is left to whoever used one again.
            if (asked.All(s => lines.First(l => l.Step.Id == s.Id).On!.Body.Seal != SealUsed.UsedAgain))
                said.Add(new Looked(tight.Turbo, question.Id, answer));
        }
        return said;
    }

    /// <summary>What is taken back when a tightening was a touch by mistake: the entry itself, and what the same touch said besides.</summary>
    /// <param name="record">The job.</param>
    /// <param name="tight">An entry of <see cref="Tightened"/>.</param>
    public static IReadOnlyList<EntryBody> TakingBack(JobRecord record, Entry tight) => [.. record.Entries.Skip(tight.Seq).TakeWhile(e => e.At == tight.At
        && e.By == tight.By && e.Kind is Looked.KindName or JointsClosed.KindName or LooseEndClosed.KindName).Where(record.Stands).Append(tight)
        .Select(e => new TakenBack(e.Hash, "touched by mistake: it is loose"))];

    private static readonly (Question Question, string Answer, string[] Steps)[] Answered =
    [
        (FitCheck.Mounted, "mounted", ["manifold"]),
        (FitCheck.DrainConnected, "connected", ["drain-flange", "drain-sump"]),
        (FitCheck.FeedConnected, "tight", ["feed-inlet", "feed-take-off"]),
        (FitCheck.Intake, "closed", ["charge", "intake"]),
        (FitCheck.Exhaust, "secured", ["manifold", "outlet"]),
    ];

    /// <summary>Rounds of tightening again after heat, since the joint was put on, and when the next is due: after which heat cycle, null when none
    /// moved twice running, or when nothing is tight yet.</summary>
    public static (IReadOnlyList<Noted<Retorqued>> Done, int? Next) Retorque(JobContext job, AssemblyLine line)
    {
        if (line.Tight is not { } tight) return ([], null);
        var done = job.Record.All<Retorqued>().Where(r => r.Body.Step == line.Step.Id && r.Body.Turbo == line.Turbo && r.Entry.Seq > tight.Entry.Seq).ToArray();
        return (done, Tightening.NextRetorque([.. done.Select(d => new RetorqueRound(d.Body.HeatCycle, d.Body.MovedDeg))]));
    }

    /// <summary>The item of the first start: every joint that was put on is tightened; not asked where nobody walked the list.</summary>
    internal static ItemState? Item(JobContext job, int turbo)
    {
        var lines = Of(job, turbo).Where(l => l.On is not null).ToArray();
        if (lines.Length == 0) return null;
        if (lines.FirstOrDefault(l => l.Tight?.Outcome is TightenedOutcome { Judgement.Verdict: Verdict.Stop }) is { } wrong)
            return ItemState.Stop($"{wrong.Step.Title}: {((TightenedOutcome)wrong.Tight!.Outcome!).Why}", wrong.Tight.Entry);
        if (lines.Where(l => l.Loose).ToArray() is { Length: > 0 } loose)
        {
            var named = loose.Select(l => l.Step.Title.ToLowerInvariant() + (l.Tight is { } part ? $" ({part.Body.Done} of {part.Body.Of})" : ""));
            return ItemState.NotLooked($"Loose: {string.Join(", ", named)}.", loose[^1].Tight?.Entry ?? loose[^1].On!.Entry);
        }
        var states = lines.SelectMany(l => new[] { State(l.Step, ((PutOnOutcome)l.On!.Outcome!).Judgement.Verdict, "a seal used again.", l.On.Entry),
            State(l.Step, ((TightenedOutcome)l.Tight!.Outcome!).Judgement.Verdict, ((TightenedOutcome)l.Tight.Outcome).Why, l.Tight.Entry) });
        return states.MaxBy(s => s.Standing) is { Settled: false } worst ? worst
            : ItemState.Done("Every one tightened.", lines.Select(l => l.Tight!.Entry).MaxBy(e => e.Seq));
        static ItemState State(AssemblyStep step, Verdict verdict, string why, Entry entry) => ItemState.Of(verdict, $"{step.Title}: {why}", entry);
    }
}
