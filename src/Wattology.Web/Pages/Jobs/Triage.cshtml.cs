namespace Wattology.Web.Pages.Jobs;

/// <summary>What is looked at on the machine before anything comes off.</summary>
public sealed class TriageModel(SheetServices services) : AskSheetModel(services, "triage");
