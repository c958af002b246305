using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Checks;
using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.FollowUp;
using Wattology.Core.HandOver;
using Wattology.Web.Forms;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Handing the job over, with the file that proves it.</summary>
public sealed class HandOverModel(SheetServices services) : HoldPointSheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "hand-over";

    /// <inheritdoc/>
    public override string Title => "Hand over";

    /// <inheritdoc/>
    public override HoldPoint Point => HoldPoint.HandOver;

    /// <inheritdoc/>
    public override string PointTitle => "Before hand-over";

    /// <summary>What is due since it was handed over.</summary>
    public IReadOnlyList<DueLine> Due => FollowUps.Of(Job.Context);

    /// <summary>Something that was due was seen to.</summary>
    public async Task<IActionResult> OnPostFollowedAsync([Typed] FollowedUp? followed)
    {
        PrepareForm();
        return await RecordAsync(followed, followed is null ? "" : $"{FollowUps.TitleOf(followed.Kind)}: seen to.");
    }

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>Records the hand-over.</summary>
    public Task<IActionResult> OnPostAsync([Typed] HandedOver? over) => RecordAsync(over, "Handed over.");

    /// <summary>Records that the job ends in another way.</summary>
    public async Task<IActionResult> OnPostEndAsync([Typed] JobEnded? ended)
    {
        PrepareForm();
        return await RecordAsync(ended, "The job has ended.");
    }

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        base.PrepareForm();
        Form.Suggest("told_driver", Job.Record.Latest<Looked>(l => l.Question == AfterRunCheck.DriverTold.Id)?.Body.Because);
        Form.Suggest("to", Job.Machine.Customer);
    }
}
