namespace Wattology.Browser.Tests.Hosting;

/// <summary>What is done at the desk.</summary>
public static class Desk
{
    /// <summary>Books a job in and stands on it.</summary>
    /// <returns>Its address.</returns>
    public static string BookIn(this Bay bay, string machine, string fuel = "diesel", string turbos = "1", string registration = "",
        string control = "wastegate-canister", string kind = "makers-spec", string water = "false",
        string engine = "Brannock D4")
    {
        bay.Open("/book-in");
        foreach (var (name, text) in new[] { ("customer", "Walk"), ("complaint", "Smokes."), ("registration", registration.Length > 0 ? registration : machine),
            ("machine", machine), ("engine", engine), ("run_hours", "900") }) bay.Type(name, text);
        if (kind != "first-fitment") bay.Type("plate.maker_number", "OV-77-01");
        foreach (var (name, value) in new[] { ("fuel", fuel), ("kind", kind), ("control", control), ("turbos", turbos), ("water_cooled", water),
            ("closed_breather", "false") }) bay.Choose(name, value);
        bay.PressButton("Book in");
        bay.See(".job-head", machine);
        return bay.At;
    }

    /// <summary>Confirms a cause on the findings sheet, with its second why.</summary>
    public static void Confirm(this Bay bay, string cause, string why)
    {
        bay.Select("cause", cause);
        bay.Type("second_why", why);
        if (bay.IsThere("[name=disagreement]")) bay.Type("disagreement", "Seen with both eyes.");
        bay.PressButton("Confirm under my name");
        bay.See(".latest", why);
    }
}
