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
    public static PrimePath Of(JudgedJob job) => new Way(job).Path();

    private sealed class Way
    {
        private readonly JudgedJob _job;
        private readonly JobContext _context;
        private readonly Cranking _cranking;
        private readonly PrimeMethod _method;
        private readonly Noted<Looked>? _asked;
        private readonly int[] _turbos;
        private readonly HoldPointState _point;
        private readonly Dictionary<string, bool> _settled;

        public Way(JudgedJob job)
        {
            (_job, _context, _cranking) = (job, job.Context, Cranking.Of(job.Context));
            (_method, _) = PrimeChosen.On(_context);
            _asked = Bursts.Purpose.Read(_context, 0).Noted;
            _turbos = [.. job.Machine.TurboNumbers.Where(t => !PlateCheck.Stays(_context, t))];
            _point = job.HoldPoint(HoldPoint.Crank);
            _settled = _point.Items.ToDictionary(i => i.Id, i => i.Settled);
        }

        public PrimePath Path()
        {
            // Cranked for something else: no school asks for more than that.
            if (Purpose is not (null or Bursts.ToPrime) && !IsOver && !(_method == PrimeMethod.BucketFirst && Purpose == Bursts.ToCatch))
                return new(null, [Unable, Clear("clear", Purpose), Purpose == Bursts.ToCatch ? Caught(_turbos.FirstOrDefault(1)) with { Done = false }
                    : new("crank", "Crank", PrimeAct.Crank, false)]);
            IEnumerable<PrimeStep> first = _asked is null ? [new(Bursts.Purpose.Id, "What for", PrimeAct.Ask, false, 0, Bursts.Purpose)] : [];
            return new(_method, [.. first, .. _method switch
            {
                PrimeMethod.PumpDriven => PumpDriven(),
                PrimeMethod.BucketFirst => BucketFirst(),
                _ => BySyringe(),
            }]);
        }

        private IEnumerable<PrimeStep> PumpDriven() =>
        [
            .. _turbos.SelectMany(t => new[] { Oil(t), Wheel(t), FeedOn(t) }), Level,
            Ask(PrimeQuestions.PumpDriven, "Drive the pump", done: _cranking.Cranked),
            .. _turbos.Select(t => Ask(DrainCheck.End, "Oil out of the drain", t, OilCame(t))),
            new("pressure", "Pressure", PrimeAct.Pressure, Proved),
            // Open until oil came out of it: proved pressure closes neither the drain nor the hole the drive came out of.
            .. _turbos.Select(t => DrainOn(t) with { Done = IsGood(FitCheck.DrainConnected, t) }),
            new(PrimeQuestions.DriveBack.Id, "Drive back", PrimeAct.Ask, IsGood(PrimeQuestions.DriveBack, 0), 0, PrimeQuestions.DriveBack),
            .. PutBack,
        ];

        private IEnumerable<PrimeStep> BucketFirst() =>
        [
            Unable, Clear("clear-catch", Bursts.ToCatch, _turbos.All(Flows)), .. _turbos.Select(Caught), .. OilIn, Clear("clear", Bursts.ToPrime), Crank,
            .. PutBack,
        ];

        private IEnumerable<PrimeStep> BySyringe() => [.. OilIn, Unable, Clear("clear", Bursts.ToPrime), Crank, .. PutBack];

        // The order that is never wrong, turbo by turbo.
        private IEnumerable<PrimeStep> OilIn => [.. _turbos.SelectMany(t => new[] { DrainOn(t), Oil(t), Wheel(t), FeedOn(t) }), Level];

        // What is proved needs no step any more; whatever unproves it opens the path again.
        private bool Proved => _cranking.PressureProved;

        private string? Purpose => _asked?.Body.Answer;

        // What it was cranked for is known since: the starter is free for the next thing.
        private bool IsOver => Purpose == Bursts.ToCatch
            ? IsSince(_job.Record.Latest<Looked>(l => l.Question == SupplyChecks.FeedSeen.Id)?.Entry) || IsSince(_job.Record.Latest<CatchTestReading>()?.Entry)
            : IsSince(_job.Record.Latest<CompressionReading>()?.Entry);

        private bool IsSince(Entry? entry) => entry?.Seq > _asked!.Entry.Seq;

        private bool IsSettled(string item) => Proved || _settled.GetValueOrDefault(item);

        private bool IsGood(Question question, int turbo)
            => question.Read(_context, turbo).Answer is { Verdict: not (Verdict.Stop or Verdict.NotLookedAt) };

        private bool Flows(int turbo) => IsGood(SupplyChecks.FeedSeen, turbo) || _job.Record.LatestOf<CatchTestReading>(turbo)?.Outcome is CatchTestOutcome
            { Judgement.Verdict: not Verdict.Stop };

        private bool OilCame(int turbo) => PrimeQuestions.PumpDriven.Read(_context, 0).Noted is { } pumped && IsGood(DrainCheck.End, turbo)
            && DrainCheck.End.Read(_context, turbo).Noted!.Entry.Seq > pumped.Entry.Seq;

        // What was passed under a name is not asked again on the way: it stands on the file's first page.
        private bool IsPassed(Question question, int turbo) => _point.Passed && _settled.ContainsKey(IdOf(question, turbo));

        private static string IdOf(Question question, int turbo) => turbo > 0 ? $"{question.Id}-{turbo}" : question.Id;

        private string Title(string title, int turbo) => _job.Machine.Named(title, turbo);

        private PrimeStep Ask(Question question, string title, int turbo = 0, bool? done = null) => new(IdOf(question, turbo), Title(title, turbo),
            PrimeAct.Ask, Proved || (done ?? (IsGood(question, turbo) || IsPassed(question, turbo))), turbo, question);

        private PrimeStep Unable => new("unable", "Unable to fire", PrimeAct.Unable, IsSettled("disabled"));

        private PrimeStep Clear(string id, string wanted, bool over = false) => new(id, "All clear", PrimeAct.Clear, over || (Proved && wanted
            == Bursts.ToPrime) || (Purpose == wanted && _settled.GetValueOrDefault(Bursts.Clear.Id)));

        private PrimeStep Oil(int turbo) => new($"oil-{turbo}", Title("Oil in", turbo), PrimeAct.Oil, Proved || !_cranking.NotOiled.Contains(turbo), turbo);

        private PrimeStep Wheel(int turbo) => Ask(PrimeQuestions.Wheel, "Wheel by hand", turbo);

        private PrimeStep FeedOn(int turbo) => Ask(FitCheck.FeedConnected, "Feed on", turbo);

        private PrimeStep DrainOn(int turbo) => Ask(FitCheck.DrainConnected, "Drain on", turbo);

        private PrimeStep Level => Ask(FluidsCheck.OilLevel, "Oil level");

        private PrimeStep Caught(int turbo) => new($"feed-{turbo}", Title("Oil into the container", turbo), PrimeAct.Catch, Proved || Flows(turbo), turbo,
            SupplyChecks.FeedSeen);

        private PrimeStep Crank => new("crank", "Crank until pressure", PrimeAct.Crank, Proved);

        private IEnumerable<PrimeStep> PutBack => Firing.LastTaken(_job.Record) is null ? []
            : [new("put-back", "All back", PrimeAct.PutBack, Proved && Firing.Open(_job.Record).Count == 0)];
    }
}
