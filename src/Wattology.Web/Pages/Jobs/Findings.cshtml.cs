using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Core.Actuator;
using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Findings;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.UnitOpen;
using Wattology.Web.Forms;
using Wattology.Web.UnitOpen;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Findings, their ranking, the confirmed cause and what puts it right.</summary>
public sealed class FindingsModel(SheetServices services) : SheetModel(services)
{
    private const double StrongDecibans = 6;
    private LooksNow? _looks;
    private UnitKind? _kind;
    private IReadOnlyList<PartState>? _parts;
    private IReadOnlyList<string>? _nextLooks;
    private IReadOnlyList<(string At, Remedy Remedy, Item Item, HoldPoint Point)>? _remedied;
    private IReadOnlyDictionary<string, Noted<FindingNoted>>? _said;
    private IReadOnlyDictionary<string, Answered>? _readings;

    /// <summary>On twins, whose findings these are; 0 for the job as a whole.</summary>
    [FromQuery(Name = "unit")]
    public int Unit { get; set; }

    /// <inheritdoc/>
    public override string Drawing => "_Unit";

    /// <summary>How this unit is built.</summary>
    public UnitKind Kind => _kind ??= UnitKind.Of(Job.Context, Unit);

    /// <summary>The parts of the drawn unit, as they stand.</summary>
    public IReadOnlyList<PartState> Parts => _parts ??= [.. UnitParts.Of(Kind).Select(StateOf)];

    /// <summary>The unit as it is drawn now.</summary>
    public UnitDrawing Drawn => new(Kind, Parts, Standing("drain-restricted") == Answer.Present);

    /// <summary>How much of what the customer is asked is answered.</summary>
    public string AskedWords => $"{Asked.Count(f => Standing(f.Id) is not null)} of {Asked.Count} asked";

    /// <summary>What the customer is asked.</summary>
    public IReadOnlyList<ModelFinding> Asked { get; } = [.. CauseModel.Usual.Findings.Where(f => f.Stage == Stage.Ask)];

    /// <summary>Whether a statement says that something is wrong.</summary>
    public static bool IsWrong(ModelFinding finding, Answer answer) => finding.IsFault == (answer == Answer.Present);

    // The looks that come next: the whole set where one set-up pays for them.
    private IReadOnlyList<string> NextLooks => _nextLooks ??= Ranking.Verdict == RankingVerdict.Settled ? [] : Looks.First?.Looks ?? [];

    private PartState StateOf(UnitPart part)
    {
        var findings = part.Findings.Select(f => CauseModel.Usual.Find(f)!).ToArray();
        var said = findings.Select(f => (Finding: f, Answer: Standing(f.Id))).Where(f => f.Answer is not null).ToArray();
        var wrong = said.FirstOrDefault(f => IsWrong(f.Finding, f.Answer!.Value));
        var left = findings.Where(f => Standing(f.Id) is null).ToArray();
        var next = left.Where(f => NextLooks.Contains(f.Id)).ToArray();
        var word = wrong.Finding is not null ? Statements.Of(wrong.Finding.Id)!.Word(wrong.Answer!.Value) : said.Length == 0 ? ""
            : left.Length > 0 ? $"{said.Length} of {findings.Length}" : said.Length == 1 ? Statements.Of(said[0].Finding.Id)!.Word(said[0].Answer!.Value)
            : $"all {said.Length} right";
        return new(part, said.Length, left.Any(f => LooksNow.CanLook(f.Stage, Reached)), left.Length > 0 && left.All(f => f.Stage < Reached
            && !LooksNow.CanLook(f.Stage, Reached)), wrong.Finding is not null, word, next.Length == 0 ? null : $"{next.Sum(f => f.Minutes):0} min")
            { ToDo = RemediesOn(part).Any(r => !r.Item.Settled) };
    }

    /// <summary>What puts the confirmed cause right and is done at a part, as it stands.</summary>
    public IEnumerable<(Remedy Remedy, Item Item, HoldPoint Point)> RemediesOn(UnitPart part) => Remedied.Where(r => r.At == part.Id)
        .Select(r => (r.Remedy, r.Item, r.Point));

    /// <summary>Whether a finding is among the looks that come next.</summary>
    public bool IsNext(string finding) => NextLooks.Contains(finding);

    private IReadOnlyList<(string At, Remedy Remedy, Item Item, HoldPoint Point)> Remedied => _remedied ??= Job.Record.Causes().Count == 0 ? []
        : UnitParts.Of(Kind) is var parts ? [.. new[] { HoldPoint.Release, HoldPoint.Start, HoldPoint.HandOver }.SelectMany(p => RemediesAt(p)
            .Select(r => (RemedyPlaces.Of(r.Remedy, parts).Id, r.Remedy, r.Item, p)))] : [];

    /// <summary>When something that puts a cause right is asked for, in words.</summary>
    public static string Moment(HoldPoint point) => point switch
    {
        HoldPoint.Release => "before release",
        HoldPoint.Start => "before the first start",
        _ => "before hand-over",
    };

    /// <summary>The ranking shown: of one unit, or of the job.</summary>
    public DiagnoseResult Ranking => Job.RankingOf(Unit);

    /// <summary>The answers shown.</summary>
    public IReadOnlyDictionary<string, Answered> Answers => Job.AnswersOf(Unit);

    /// <summary>This sheet for this unit.</summary>
    public string Own => Here + Query("?", AsList);

    /// <summary>The same sheet with its findings the other way: on the drawing, or as a list.</summary>
    public string OtherWay => Here + Query("?", !AsList);

    private string Query(string first, bool list)
    {
        string[] says = [.. Unit == 0 ? Array.Empty<string>() : [$"unit={Unit}"], .. list ? ["list=true"] : Array.Empty<string>()];
        return says.Length == 0 ? "" : first + string.Join('&', says);
    }

    /// <inheritdoc/>
    public override string PostTo(string handler) => $"{base.PostTo(handler)}{Query("&", AsList)}";

    /// <inheritdoc/>
    protected override string Back => Own;

    // What is asked and seen on the machine belongs to the job; what is seen on the unit belongs to that unit.
    private int UnitOf(ModelFinding finding) => finding.Stage is Stage.Bench or Stage.Strip ? Unit : 0;

    /// <inheritdoc/>
    public override string Sheet => "findings";

    /// <inheritdoc/>
    public override string Title => "Findings and cause";

    /// <summary>The remedy a fault belongs to.</summary>
    public string? FaultRemedy { get; private set; }

    /// <summary>Words as a sentence begins.</summary>
    public static string Sentence(string words) => Core.Checks.Question.Sentence(words);

    /// <summary>A chance in words.</summary>
    public static string Strength(double p) => p >= 0.5 ? "strong" : p >= 0.2 ? "fair" : "weak";

    /// <summary>What the confirmed cause asks for at one hold point, as it stands.</summary>
    public IEnumerable<(Remedy Remedy, Item Item)> RemediesAt(HoldPoint point)
        => Job.HoldPoint(point).Items.Select(i => (Remedies.Find(i.Id), i)).Where(r => r.Item1 is not null)!;

    /// <summary>How far the work on this unit has come.</summary>
    public Stage Reached => Job.Record.StageOf(Unit);

    /// <summary>What can be looked at now. What the customer is asked was asked while booking in, and is listed only while it is being asked.</summary>
    public LooksNow Looks => _looks ??= Job.LooksOf(Unit);

    /// <summary>A look as it is offered, with its minutes; several that one set-up pays for, with what they take together.</summary>
    public static string Said(Offer offer) => offer.Looks.Count > 1 ? SetWords.Said(offer)
        : $"{FindingWords.Of(offer.Looks[0]).Title.ToLowerInvariant()}, {offer.Minutes:0} min";

    /// <summary>What a look costs now, in minutes: with its set-up, unless that stands.</summary>
    public double Minutes(string finding) => Looks.Singles.FirstOrDefault(o => o.Looks[0] == finding) is { } offer ? offer.Minutes
        : CauseModel.Usual.Find(finding)!.Minutes;

    /// <summary>Whether a check is lost once the unit comes off.</summary>
    public bool GoneLater(string finding) => CauseModel.Usual.Find(finding)!.Stage == Stage.Vehicle && Reached <= Stage.Vehicle;

    /// <summary>The grade a touch gives: how the finding is usually known; what wants a figure is seen, or felt, without one.</summary>
    public static Known Usually(ModelFinding finding) => finding.Known != Known.Measured ? finding.Known
        : finding.Set == "dial-gauge" ? Known.Felt : Known.Seen;

    /// <summary>What this engine's own closed jobs add to the starting chances.</summary>
    public IReadOnlyList<LearnedPrior> Priors => Job.Priors;

    /// <summary>How many closed jobs on this engine had a cause confirmed.</summary>
    public int FamilyCases => Priors.Sum(p => p.Cases);

    /// <summary>What stands beside the ranking.</summary>
    public CauseBoard Board => Job.BoardOf(Unit);

    /// <summary>A chance in whole per cent.</summary>
    public static string Percent(double chance) => $"{Math.Round(chance * 100):0} %";

    /// <summary>A finding with one of its statements: "Drain pipe: full bore, falls all the way".</summary>
    public static string Said(string finding, Answer answer) => FindingWords.Of(finding).Said(answer);

    /// <summary>The look by which suction is ruled out first: the quicker one nobody took.</summary>
    public static string RulesOutSuction => "filter-blocked";

    /// <summary>How many of the looks that would change the ranking's mind are said.</summary>
    public const int ChangesShown = 3;

    /// <summary>A cause confirmed that one of a pair, or either, is missing beside; null where none is.</summary>
    public string? OtherOfPair => Board.Pair is not { } pair || Job.Record.Causes().Where(c => c.Turbo == Unit).Select(c => c.Cause).ToArray() is not
        { Length: > 0 } stand ? null : stand.Contains(pair.First) && !stand.Contains(pair.Second) ? pair.Second
        : stand.Contains(pair.Second) && !stand.Contains(pair.First) ? pair.First : null;

    /// <summary>Shows the sheet.</summary>
    public IActionResult OnGet()
    {
        if (Unit < 0 || Unit > Job.Machine.Turbos || Job.Machine.Turbos == 1) Unit = 0;
        return Changed ?? Page();
    }

    /// <inheritdoc/>
    protected override IActionResult? Changed => CauseModel.Usual.Findings.FirstOrDefault(f => PartOf(f.Id) == Request.Headers["HX-Target"]) is { } finding
        ? Partial("_Touched", (this, finding)) : null;

    /// <summary>The entry in which a person answered a finding, or null.</summary>
    public Noted<FindingNoted>? Said(string finding) => (_said ??= Job.Record.Findings(Unit)).GetValueOrDefault(finding);

    /// <summary>What a reading answers a finding, or null.</summary>
    public Answered? ReadingOf(string finding) => (_readings ??= Job.ReadingsOf(Unit)).GetValueOrDefault(finding);

    /// <summary>What stands for a finding: what a person said, or what a reading answers; null when nobody looked.</summary>
    public Answer? Standing(string finding) => Said(finding) is { } said ? said.Body.Answer : ReadingOf(finding)?.Answer;

    /// <summary>What was typed with an answer against a reading, just refused.</summary>
    public string? TypedAgainst(string finding, Answer answer) => Form.FaultAt(FindingNoted.FieldOf(finding)) is not null
        && Form.Typed.TryGetValue($"because.{finding}.{JsonForm.WordOf(answer)}", out var typed) ? typed : null;

    /// <summary>The two strongest arguments for and the strongest against, in words.</summary>
    public string ArgumentsFor(string cause)
    {
        string Words(Argument a) => $"{FindingWords.Of(a.Finding).Title.ToLowerInvariant()} "
            + $"({(Answers[a.Finding].Answer == Answer.Present ? FindingWords.Of(a.Finding).Present : FindingWords.Of(a.Finding).Absent)})"
            + (Math.Abs(a.Db) >= StrongDecibans ? ", strongly" : "");
        var own = Ranking.Why.Where(w => w.Cause == cause && Math.Abs(w.Db) >= 1).ToArray();
        var pro = own.Where(w => w.Db > 0).Take(2).Select(Words).ToArray();
        var con = own.Where(w => w.Db < 0).Take(1).Select(Words).ToArray();
        return string.Join(". ", new[] { pro.Length > 0 ? "For it: " + string.Join("; ", pro) : "", con.Length > 0 ? "Against: " + con[0] : "" }
            .Where(t => t.Length > 0));
    }

    /// <summary>Records one finding by its touch, with the entry the person saw standing; against a reading it takes a reason.</summary>
    public async Task<IActionResult> OnPostSayAsync(string finding, string answer, string? saw, string? known, string? figure)
    {
        if (CauseModel.Usual.Find(finding) is not { } one) return NotFound();
        var (said, unit) = (JsonForm.ValueOf<Answer>(answer), UnitOf(one));
        // The box for a reason is there where a reading says otherwise; blank it asks for the reason.
        var because = Request.Form.ContainsKey("because") ? Request.Form["because"].ToString().Trim() : null;
        if (because is not null) Form[$"because.{finding}.{answer}"] = because;
        var measured = (figure ?? "").Trim();
        if (measured.Length > 0 || known is not null) (Form[$"figure.{finding}"], Form[$"known.{finding}"]) = (measured, known ?? "");
        // A figure typed is a measurement, whatever else was touched.
        var grade = measured.Length > 0 ? Known.Measured : JsonForm.ValueOf<Known>(known ?? "") ?? Usually(one);
        var done = await RecordAsync(said is { } against && because is not null ? new FindingOtherwise(unit, finding, against, because)
            : said is { } read && grade == Known.Measured ? new FindingMeasured(unit, finding, read, measured)
            : new FindingNoted(unit, finding, said), $"{FindingWords.Of(finding).Title}: saved.", (grade, ""),
            then: $"{Own}#{PartOf(finding)}", answers: saw ?? "", at: PartOf(finding));
        return done is PageResult ? Changed ?? done : done;
    }

    /// <summary>A unit about to go on to a stage that destroys what nobody looked at yet; null where none is.</summary>
    public (int Turbo, Stage Next)? Going { get; private set; }

    /// <summary>What going on destroys.</summary>
    /// <param name="turbo">Whose unit, from 1.</param>
    /// <param name="next">The stage it would go on to.</param>
    public IEnumerable<QuestionView> LostAt(int turbo, Stage next) => LastLooks.Before(Job, turbo, next).Select(l => new QuestionView(this, l.Question,
        l.Turbo));

    /// <summary>Says how far the work on a unit has come; what that destroys is asked for first, and then it is as the person says.</summary>
    public Task<IActionResult> OnPostReachedAsync(int turbo, string stage, bool sure)
    {
        if (JsonForm.ValueOf<Stage>(stage) is not { } reached) return Task.FromResult<IActionResult>(NotFound());
        if (!sure && Job.Machine.TurboNumbers.Contains(turbo) && LastLooks.Open(Job, turbo, reached).Count > 0)
        {
            Going = (turbo, reached);
            return Task.FromResult<IActionResult>(Page());
        }
        return RecordReachedAsync(turbo, reached);
    }

    private Task<IActionResult> RecordReachedAsync(int turbo, Stage reached)
        => RecordAsync(new UnitReached(turbo, reached), $"{char.ToUpperInvariant(reached.Words()[0])}{reached.Words()[1..]}: saved.", at: StageId);

    /// <summary>The missing pieces, turbo by turbo.</summary>
    public IReadOnlyList<MissingPiece> Missing => MissingPieces.Of(Job.Record);

    /// <summary>A wheel was struck, broken or burst: then every tip and nut is looked for.</summary>
    public bool WheelDamaged => WheelDamage.Any(f => Standing(f) == Answer.Present);

    private static readonly string[] WheelDamage = ["compressor-blades-hit", "turbine-blades-hit", "wheel-burst-or-cracked", "shaft-broken"];

    /// <summary>Says that a piece is missing.</summary>
    public Task<IActionResult> OnPostMissingAsync(int turbo, PieceKind? piece) => piece is not { } what || !Enum.IsDefined(what)
        ? Task.FromResult<IActionResult>(NotFound())
        : RecordAsync(new PieceMissing(turbo, what), $"{Sentence(Pieces.Words(what))}: missing.", (Known.Seen, ""), at: MetalId);

    /// <summary>Says where a missing piece was found.</summary>
    public Task<IActionResult> OnPostPieceFoundAsync(string piece, string? where)
    {
        Form[$"where.{piece}"] = where ?? "";
        return RecordAsync(new PieceFound(piece, (where ?? "").Trim()), "Found.", (Known.Seen, ""), at: MetalId);
    }

    /// <summary>The id of the part of the sheet in which missing pieces stand.</summary>
    public const string MetalId = "missing-pieces";

    /// <summary>The sheet on which a finding is measured, so that the figure answers it; null where it is only looked at, or answered on its card.</summary>
    public string? MeasuredOn(string finding) => CheckList.All.FirstOrDefault(c => c.Answers.Any(a => a.Finding == finding)
        && c.Id is not "travel" and not "comeback" && c.Applies(Job.Context)) is { } check ? SheetUrl(check.Id, check.PerTurbo ? Math.Max(1, Unit) : 0) : null;

    /// <summary>What is asked beside the findings of a part: how far the vanes go.</summary>
    public IEnumerable<QuestionView> AskedAt(UnitPart part) => part.Findings.Contains("vanes-stiff") ? QuestionView.Of(this, TravelCheck.Definition.Questions)
        .Where(a => Unit == 0 || a.Turbo == Unit) : [];

    /// <summary>The id of the part of the sheet in which it is said how far the work has come.</summary>
    public const string StageId = "unit-stage";

    /// <summary>The id of the part of the sheet a finding stands in.</summary>
    public static string PartOf(string finding) => $"finding-{finding}";

    /// <summary>Confirms a cause.</summary>
    public Task<IActionResult> OnPostConfirmAsync([Typed] CauseConfirmed? confirmed)
        => RecordAsync(confirmed, "The cause is confirmed under your name.");

    /// <summary>Confirms a further cause beside the first.</summary>
    public Task<IActionResult> OnPostAlsoAsync([Typed] CauseAlso? also) => RecordAsync(also, "The further cause is confirmed under your name.");

    /// <summary>Records a remedy as done, or open again.</summary>
    public async Task<IActionResult> OnPostRemedyAsync([Typed] RemedyNoted? noted)
    {
        FaultRemedy = Form["remedy"];
        return await RecordAsync(noted, noted?.Done == false ? "It is open again." : "It is settled under your name.");
    }
}
