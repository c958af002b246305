using System.Globalization;

namespace Wattology.Core.Parts;

/// <summary>Parts that come by themselves, every week: a boat, a van.</summary>
/// <param name="Name">What people call it.</param>
/// <param name="Day">On which day.</param>
/// <param name="At">At what time, by the shop's clock.</param>
public sealed record Delivery(string Name, DayOfWeek Day, TimeOnly At)
{
    private const char Between = ';', Within = '|';

    /// <summary>When it comes next.</summary>
    /// <param name="now">The time now, by the shop's clock.</param>
    public DateTime Next(DateTime now)
    {
        var on = now.Date.AddDays(((int)Day - (int)now.DayOfWeek + 7) % 7) + At.ToTimeSpan();
        return on > now ? on : on.AddDays(7);
    }

    /// <summary>Reads what <see cref="Write"/> wrote; what is not understood is left out.</summary>
    public static IReadOnlyList<Delivery> ReadAll(string text) => [.. text.Split(Between,
        StringSplitOptions.RemoveEmptyEntries).Select(Read).OfType<Delivery>()];

    /// <summary>Several in one text.</summary>
    public static string Write(IEnumerable<Delivery> all) => string.Join(Between, all.Select(d => string.Create(CultureInfo.InvariantCulture,
        $"{d.Name}{Within}{d.Day}{Within}{d.At:HH:mm}")));

    private static Delivery? Read(string text) => text.Split(Within) is [var name, var day, var at] && Enum.TryParse<DayOfWeek>(day, true, out var on)
        && Enum.IsDefined(on) && TimeOnly.TryParseExact(at, "HH:mm", CultureInfo.InvariantCulture, DateTimeStyles.None, out var time)
            ? new(name.Trim(), on, time) : null;
}
