using Wattology.Core.Jobs;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A sheet of questions, each answered by a touch.</summary>
/// <param name="services">What every sheet needs.</param>
/// <param name="check">The check it is a sheet of.</param>
public abstract class AskSheetModel(SheetServices services, string check) : SheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => check;

    /// <inheritdoc/>
    public override string Title => CheckList.Find(check)!.Title;

    /// <summary>What is asked here, turbo by turbo.</summary>
    public IEnumerable<QuestionView> Asked => QuestionView.Of(this, CheckList.Find(check)!.Questions);

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => PrepareForm();
}
