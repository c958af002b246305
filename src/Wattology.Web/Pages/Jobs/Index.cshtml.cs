using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Checks;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.People;
using Wattology.Core.Yard;
using Wattology.Data.People;
using Wattology.Web.Forms;
using Wattology.Web.People;

namespace Wattology.Web.Pages.Jobs;

/// <summary>A job's home: the next move beside the drawing, who has it in hand, and what it waits for.</summary>
public sealed class OverviewModel(SheetServices services, UserManager<Person> users) : SheetModel(services)
{
    private IReadOnlyList<Author>? _hands;

    /// <inheritdoc/>
    public override string Sheet => "overview";

    /// <inheritdoc/>
    public override string Here => $"/jobs/{Id}";

    /// <inheritdoc/>
    public override string Title => "This job";

    /// <summary>Who can take a job in hand: whoever is signed in first, then the others by name.</summary>
    public async Task<IReadOnlyList<Author>> HandsAsync() => _hands ??= [.. (await users.Users.AsNoTracking().Where(p => !p.Disabled).OrderBy(p => p.Name)
        .Take(60).ToListAsync()).Where(p => p.Role.Allows(Right.Record)).OrderByDescending(p => p.Id == User.Author().Id)
        .Select(p => new Author(p.Id, p.Name, p.Role))];

    /// <summary>What was passed, short: a look's answer, a reading's value.</summary>
    public string Before(Entry pass)
    {
        if (pass.Kind == Looked.KindName && Job.Record.Read<Looked>(pass).Body is var looked)
            return Looked.Words(CheckList.FindQuestion(looked.Question), looked);
        return Job.Checks.FirstOrDefault(c => c.Found.Since?.Hash == pass.Hash) is { } check ? check.Value : Job.Words(pass);
    }

    /// <summary>Shows the sheet.</summary>
    public void OnGet() => PrepareForm();

    /// <summary>Records what the job waits for.</summary>
    public Task<IActionResult> OnPostAsync([Typed] Waiting? waiting) => RecordAsync(waiting, "Recorded.", then: $"/jobs/{Id}");

    /// <summary>Puts the job into somebody's hands.</summary>
    public async Task<IActionResult> OnPostHandsAsync(string person)
    {
        var note = Text("hands_note");
        var who = (await HandsAsync()).FirstOrDefault(p => p.Id == person);
        if (who is null) Form.Faults.Add("", "Choose who takes it in hand.");
        PrepareForm();
        return await RecordAsync(who is null ? null : new InHand(who.Id, who.Name, note), $"In hand: {who?.Name}.", then: $"/jobs/{Id}");
    }

    /// <summary>Says that the job is a comeback of an earlier one.</summary>
    public Task<IActionResult> OnPostComebackAsync(string of, string number) => RecordAsync(new ComebackOf(of, number), "Marked as a comeback.",
        then: $"/jobs/{Id}");

    /// <inheritdoc/>
    protected override void PrepareForm()
    {
        var waiting = Job.Record.Waiting();
        Form.Suggest("for", JsonForm.WordOf(waiting.For));
        Form.Suggest("note", waiting.Note);
        if (Job.Record.Promised() is { } promised) Form.Suggest("promised", Times.Box(promised));
    }
}
