namespace Wattology.Web.Pages.Jobs;

/// <summary>Whether an engine that had no turbo is fit for boost, and what is planned.</summary>
public sealed class BoostFitModel(SheetServices services) : AskSheetModel(services, "boost-fit");
