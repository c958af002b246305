using Wattology.Core.Checks;
using Wattology.Core.Jobs;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A question as it stands on a sheet.</summary>
/// <param name="Sheet">The sheet.</param>
/// <param name="Question">The question.</param>
/// <param name="Turbo">Which turbo; 0 for the engine.</param>
/// <param name="Plain">Without its title, where that stands above already.</param>
public sealed record QuestionView(SheetModel Sheet, Question Question, int Turbo, bool Plain = false)
{
    /// <summary>How it stands.</summary>
    public LookState State { get; } = Question.Read(Sheet.Job.Context, Turbo);

    /// <summary>Its title, with the turbo where there are two.</summary>
    public string Title => Sheet.Job.Machine.Named(Question.Title, Turbo);

    /// <summary>The id of the part of the sheet a question stands in.</summary>
    public static string IdOf(string question, int turbo) => $"ask-{question}{(turbo > 0 ? $"-{turbo}" : "")}";

    /// <summary>The id of the part of the sheet it stands in.</summary>
    public string Id => IdOf(Question.Id, Turbo);

    /// <summary>What is wrong with the answer just given.</summary>
    public string? Fault => Sheet.Form.FaultAt($"look.{Question.Id}") is { } fault && Sheet.Form.Typed.Keys.Any(k => k.StartsWith(
        $"look.{Question.Id}.{Turbo}.", StringComparison.Ordinal)) ? fault : null;

    /// <summary>What was typed with an answer just refused.</summary>
    public string Typed(LookAnswer answer) => Sheet.Form[$"look.{Question.Id}.{Turbo}.{answer.Id}"];

    /// <summary>Whether an answer is the one just refused.</summary>
    public bool Wrong(LookAnswer answer) => Fault is not null && Sheet.Form.Typed.ContainsKey($"look.{Question.Id}.{Turbo}.{answer.Id}");

    /// <summary>An item's question, where a touch settles it; null where it takes more.</summary>
    public static QuestionView? Of(SheetModel sheet, Item item)
        => CheckList.FindQuestion(item.Turbo > 0 ? item.Id[..item.Id.LastIndexOf('-')] : item.Id) is { } question
            ? new QuestionView(sheet, question, question.PerTurbo ? item.Turbo : 0, Plain: true) : null;

    /// <summary>The questions of a check that are asked on a job, turbo by turbo.</summary>
    public static IEnumerable<QuestionView> Of(SheetModel sheet, IEnumerable<Question> questions)
        => from question in questions
           from turbo in question.PerTurbo ? sheet.Job.Machine.TurboNumbers : [0]
           where question.Applies(sheet.Job.Context, turbo)
           select new QuestionView(sheet, question, turbo);
}
