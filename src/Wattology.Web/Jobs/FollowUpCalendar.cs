using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using Wattology.Core.FollowUp;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;
using Wattology.Data.Yard;
using Wattology.Web.Hosting;

namespace Wattology.Web.Jobs;

/// <summary>What is due after the hand-over, as a calendar to take away: of one job, and of the shop.</summary>
public static class FollowUpCalendar
{
    private const int AheadDays = 400;

    /// <summary>Maps both.</summary>
    public static void MapFollowUps(this WebApplication app)
    {
        app.MapGet("/jobs/{id}/follow-up.ics", async (string id, JobStore jobs, ShopDb db, ShopTimes times, CancellationToken cancel)
            => await jobs.FindAsync(id, cancel) is { } job ? File(Of(job, times), $"{job.Machine.Number}.ics", await ShopChain.FootAsync(db, cancel))
                : Results.NotFound()).ExcludeFromDescription();
        app.MapGet("/follow-up.ics", async (YardRows yard, ShopDb db, ShopTimes times, CancellationToken cancel) =>
        {
            var until = times.Now.AddDays(AheadDays);
            return File((await yard.DueAsync(until, cancel)).SelectMany(r => r.FollowUp.Where(d => d.AtMs <= until.ToUnixTimeMilliseconds()).Select(d
                => Event(r.Id, r.Number, r.Machine, r.Customer, r.Contact, JsonForm.ValueOf<FollowUpKind>(d.What) ?? FollowUpKind.Levels,
                    DateTimeOffset.FromUnixTimeMilliseconds(d.AtMs), "", times))), "follow-up.ics", await ShopChain.FootAsync(db, cancel));
        }).ExcludeFromDescription();
    }

    private static IEnumerable<CalendarEvent> Of(JudgedJob job, ShopTimes times) => FollowUps.Of(job.Context).Select(d => Event(job.Record.Id,
        job.Machine.Number, job.Machine.Machine, job.Machine.Customer, job.Machine.Contact, d.Kind, d.Due, d.Why, times));

    // A whole day: nobody is held to the minute of a hand-over.
    private static CalendarEvent Event(string id, string number, string machine, string customer, string contact, FollowUpKind kind, DateTimeOffset due,
        string why, ShopTimes times) => new()
    {
        Uid = $"{id}-{JsonForm.WordOf(kind)}@wattology",
        Summary = $"{number}: {FollowUps.TitleOf(kind)}, {machine}",
        Description = string.Join("\n", new[] { why, customer, contact }.Where(t => t.Length > 0)),
        Start = new CalDateTime(DateOnly.FromDateTime(times.InShop(due).DateTime)),
        DtStamp = new CalDateTime(times.Now.UtcDateTime, "UTC"),
    };

    private static IResult File(IEnumerable<CalendarEvent> events, string name, string foot)
    {
        var calendar = new Calendar { ProductId = "-//Wattology//follow-up//EN" };
        calendar.AddProperty("X-SHOP-CODE", foot);
        calendar.Events.AddRange(events);
        return Results.File(System.Text.Encoding.UTF8.GetBytes(new CalendarSerializer().SerializeToString(calendar)!), "text/calendar", name);
    }
}
