using System.Globalization;

namespace Wattology.Web.Hosting;

/// <summary>The one place where times meet people: the clock, and the zone the shop stands in. Records keep UTC.</summary>
/// <param name="clock">The clock.</param>
public sealed class ShopTimes(TimeProvider clock)
{
    /// <summary>The time now, UTC.</summary>
    public DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>Today, in the shop's zone.</summary>
    public DateTime Today => InShop(Now).Date;

    /// <summary>A time in the shop's zone.</summary>
    public DateTimeOffset InShop(DateTimeOffset at) => TimeZoneInfo.ConvertTime(at, clock.LocalTimeZone);

    /// <summary>A time of day, as in "10:02".</summary>
    public string Hour(DateTimeOffset at) => Said(at, "HH:mm");

    /// <summary>A day and time, short, as in "4 Mar 10:02".</summary>
    public string Brief(DateTimeOffset at) => Said(at, "d MMM HH:mm");

    /// <summary>A day and time with its year, as in "4 Mar 2031 10:02".</summary>
    public string Full(DateTimeOffset at) => Said(at, "d MMM yyyy HH:mm");

    /// <summary>A day with its year, as in "4 Mar 2031".</summary>
    public string Day(DateTimeOffset at) => Said(at, "d MMM yyyy");

    /// <summary>A time to the second, as the record shows it.</summary>
    public string Exact(DateTimeOffset at) => Said(at, "ddd d MMM yyyy HH:mm:ss");

    /// <summary>A promised time as people say it: "today 16:00", "Friday 12:00", "4 Mar 2031 10:02".</summary>
    public string Promise(DateTimeOffset at)
    {
        var local = InShop(at);
        var day = (local.Date - Today).Days switch
        {
            0 => "today",
            1 => "tomorrow",
            -1 => "yesterday",
            > 1 and < 7 => local.ToString("dddd", CultureInfo.InvariantCulture),
            _ => local.ToString(local.Year == Today.Year ? "ddd d MMM" : "d MMM yyyy", CultureInfo.InvariantCulture),
        };
        return $"{day} {Hour(at)}";
    }

    /// <summary>A time as a box for date and time takes it.</summary>
    public string Box(DateTimeOffset at) => Said(at, "yyyy-MM-dd'T'HH:mm");

    /// <summary>Reads what was typed into such a box, in the shop's zone.</summary>
    public bool TryRead(string text, out DateTimeOffset at)
    {
        // Nothing is promised nor was done in the year 1, and at the ends of time there is no room for a zone.
        var read = DateTime.TryParse(text, CultureInfo.InvariantCulture, DateTimeStyles.None, out var local) && local.Year is >= 2000 and < 2200;
        at = read ? new DateTimeOffset(local, clock.LocalTimeZone.GetUtcOffset(local)) : default;
        return read;
    }

    private string Said(DateTimeOffset at, string format) => InShop(at).ToString(format, CultureInfo.InvariantCulture);
}
