using Wattology.Core.BookIn;
using Wattology.Core.Checks;
using Wattology.Core.Crank;
using Wattology.Core.Crankcase;
using Wattology.Core.Drain;
using Wattology.Core.Entries;
using Wattology.Core.Fitting;
using Wattology.Core.Fluids;
using Wattology.Core.Limits;
using Wattology.Core.OilSupply;
using Wattology.Core.Plate;
using Wattology.Core.Priming;

namespace Wattology.Core.Jobs;

/// <summary>What is done at a step of priming.</summary>
public enum PrimeAct
{
    /// <summary>A question is answered by a touch.</summary>
    Ask,
    /// <summary>The engine is made unable to fire.</summary>
    Unable,
    /// <summary>What it is cranked for is said, and that everybody is clear.</summary>
    Clear,
    /// <summary>Oil goes in by the inlet port.</summary>
    Oil,
    /// <summary>Cranked into a container, and looked at what comes.</summary>
    Catch,
    /// <summary>Cranked in bursts until pressure shows.</summary>
    Crank,
    /// <summary>Pressure is read, with the pump driven from outside.</summary>
    Pressure,
    /// <summary>What was disabled is put back.</summary>
    PutBack,
}

/// <summary>One step of priming.</summary>
/// <param name="Id">Its name in addresses.</param>
/// <param name="Title">Its name on the page.</param>
/// <param name="Act">What is done.</param>
/// <param name="Done">It is done, and nothing reopened it.</param>
/// <param name="Turbo">Which turbo; 0 for the engine.</param>
/// <param name="Question">The question it asks; null where it asks none.</param>
public sealed record PrimeStep(string Id, string Title, PrimeAct Act, bool Done, int Turbo = 0, Question? Question = null);

/// <summary>The way a job is primed, step by step: one path for each school, and a short one where it is cranked for something else.</summary>
/// <param name="Method">By which school; null where it is not cranked to prime.</param>
/// <param name="Steps">The steps in their order.</param>
public sealed record PrimePath(PrimeMethod? Method, IReadOnlyList<PrimeStep> Steps)
{
    /// <summary>The first step that is not done; null when all are.</summary>
    public PrimeStep? Next => Steps.FirstOrDefault(s => !s.Done);

    /// <summary>The path of a job as it stands.</summary>
    public static PrimePath Of(JudgedJob job)
    {
        var (context, cranking) = (job.Context, Cranking.Of(job.Context));
        var (method, _) = PrimeChosen.On(context);
        var asked = Bursts.Purpose.Read(context, 0).Noted;
        var purpose = asked?.Body.Answer;
        var turbos = job.Machine.TurboNumbers.Where(t => !PlateCheck.Stays(context, t)).ToArray();
        var caught = turbos.All(Flows);
        var point = job.HoldPoint(HoldPoint.Crank);
        var items = point.Items.ToDictionary(i => i.Id, i => i.Settled);

        // What is proved needs no step any more; whatever unproves it opens the path again.
        bool Settled(string item) => cranking.PressureProved || items.GetValueOrDefault(item);
        bool Good(Question question, int turbo) => question.Read(context, turbo).Answer is { Verdict: not (Verdict.Stop or Verdict.NotLookedAt) };
        bool Flows(int turbo) => Good(SupplyChecks.FeedSeen, turbo) || job.Record.LatestOf<CatchTestReading>(turbo)?.Outcome is CatchTestOutcome
            { Judgement.Verdict: not Verdict.Stop };
        // What it was cranked for is known since: the starter is free for the next thing.
        bool Over() => (purpose == Bursts.ToCatch ? job.Record.Latest<Looked>(l => l.Question == SupplyChecks.FeedSeen.Id)?.Entry.Seq
            is { } looked && looked > asked!.Entry.Seq || job.Record.Latest<CatchTestReading>()?.Entry.Seq > asked!.Entry.Seq
            : job.Record.Latest<CompressionReading>()?.Entry.Seq > asked!.Entry.Seq);
        string Title(string title, int turbo) => job.Machine.Named(title, turbo);
        PrimeStep Ask(Question question, string title, int turbo = 0, bool? done = null) => new(turbo > 0 ? $"{question.Id}-{turbo}" : question.Id,
            Title(title, turbo), PrimeAct.Ask, cranking.PressureProved || (done ?? (Good(question, turbo) || Passed(question, turbo))), turbo, question);
        // What was passed under a name is not asked again on the way: it stands on the file's first page.
        bool Passed(Question question, int turbo) => point.Passed && items.ContainsKey(turbo > 0 ? $"{question.Id}-{turbo}" : question.Id);
        PrimeStep Unable() => new("unable", "Unable to fire", PrimeAct.Unable, Settled("disabled"));
        PrimeStep Clear(string id, string wanted, bool over = false) => new(id, "All clear", PrimeAct.Clear, over || (cranking.PressureProved && wanted
            == Bursts.ToPrime) || (purpose == wanted && items.GetValueOrDefault(Bursts.Clear.Id)));
        PrimeStep Oil(int turbo) => new($"oil-{turbo}", Title("Oil in", turbo), PrimeAct.Oil, cranking.PressureProved || !cranking.NotOiled.Contains(turbo),
            turbo);
        PrimeStep Wheel(int turbo) => Ask(PrimeQuestions.Wheel, "Wheel by hand", turbo);
        PrimeStep FeedOn(int turbo) => Ask(FitCheck.FeedConnected, "Feed on", turbo);
        PrimeStep DrainOn(int turbo) => Ask(FitCheck.DrainConnected, "Drain on", turbo);
        PrimeStep Level() => Ask(FluidsCheck.OilLevel, "Oil level");
        PrimeStep Caught(int turbo) => new($"feed-{turbo}", Title("Oil into the container", turbo), PrimeAct.Catch, cranking.PressureProved || Flows(turbo),
            turbo, SupplyChecks.FeedSeen);
        PrimeStep Crank() => new("crank", "Crank until pressure", PrimeAct.Crank, cranking.PressureProved);
        IEnumerable<PrimeStep> PutBack() => Firing.LastTaken(job.Record) is null ? []
            : [new("put-back", "All back", PrimeAct.PutBack, cranking.PressureProved && Firing.Open(job.Record).Count == 0)];
        bool OilCame(int turbo) => PrimeQuestions.PumpDriven.Read(context, 0).Noted is { } pumped && Good(DrainCheck.End, turbo)
            && DrainCheck.End.Read(context, turbo).Noted!.Entry.Seq > pumped.Entry.Seq;

        // Cranked for something else: no school asks for more than that.
        if (purpose is not (null or Bursts.ToPrime) && !Over() && !(method == PrimeMethod.BucketFirst && purpose == Bursts.ToCatch))
            return new(null, [Unable(), Clear("clear", purpose), purpose == Bursts.ToCatch ? Caught(turbos.FirstOrDefault(1)) with { Done = false }
                : new("crank", "Crank", PrimeAct.Crank, false)]);
        IEnumerable<PrimeStep> first = asked is null ? [new(Bursts.Purpose.Id, "What for", PrimeAct.Ask, false, 0, Bursts.Purpose)] : [];
        return new(method, [.. first, .. (method switch
        {
            PrimeMethod.PumpDriven => (PrimeStep[])
            [
                .. turbos.SelectMany(t => new[] { Oil(t), Wheel(t), FeedOn(t) }), Level(),
                Ask(PrimeQuestions.PumpDriven, "Drive the pump", done: cranking.Cranked),
                .. turbos.Select(t => Ask(DrainCheck.End, "Oil out of the drain", t, OilCame(t))),
                new("pressure", "Pressure", PrimeAct.Pressure, cranking.PressureProved),
                // Open until oil came out of it: proved pressure closes neither the drain nor the hole the drive came out of.
                .. turbos.Select(t => DrainOn(t) with { Done = Good(FitCheck.DrainConnected, t) }),
                new(PrimeQuestions.DriveBack.Id, "Drive back", PrimeAct.Ask, Good(PrimeQuestions.DriveBack, 0), 0, PrimeQuestions.DriveBack),
                .. PutBack(),
            ],
            PrimeMethod.BucketFirst =>
            [
                Unable(), Clear("clear-catch", Bursts.ToCatch, caught), .. turbos.Select(Caught),
                .. turbos.SelectMany(t => new[] { DrainOn(t), Oil(t), Wheel(t), FeedOn(t) }), Level(),
                Clear("clear", Bursts.ToPrime), Crank(), .. PutBack(),
            ],
            _ =>
            [
                .. turbos.SelectMany(t => new[] { DrainOn(t), Oil(t), Wheel(t), FeedOn(t) }), Level(),
                Unable(), Clear("clear", Bursts.ToPrime), Crank(), .. PutBack(),
            ],
        })]);
    }
}
