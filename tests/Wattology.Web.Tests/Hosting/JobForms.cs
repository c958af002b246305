namespace Wattology.Web.Tests.Hosting;

/// <summary>Jobs as a test needs them, made through the pages.</summary>
internal static class JobForms
{
    public static readonly (string, string)[] BookingIn =
    [
        ("customer", "Mill Lane Saws"), ("complaint", "Smokes blue."), ("registration", "SAW 4"), ("machine", "Saw mill engine"), ("engine", "Brannock D3"),
            ("run_hours", "1200"), ("fuel", "diesel"), ("kind", "makers-spec"),
        ("control", "wastegate-canister"), ("turbos", "1"), ("water_cooled", "false"), ("closed_breather", "false"), ("plate.maker_number", "OV-77-01"),
    ];

    public static readonly (string, string)[] CatchTest =
    [
        ("grade", "5W-30"), ("input.oil_temp_c", "20"), ("input.gallery_kpa", "160"), ("input.line.id_mm", "4.5"), ("input.line.length_mm", "600"),
            ("input.runs.0.ml", "95"), ("input.runs.0.seconds", "10"), ("input.runs.1.ml", "96"), ("input.runs.1.seconds", "10"),
        ("known", "measured"), ("instrument", "jug"),
    ];

    public static readonly (string, string)[] Drain =
    [
        ("grade", "5W-30"), ("input.oil_temp_c", "90"), ("input.flow_lpm", "1.6"), ("input.id_mm", "19"), ("input.exit_above_oil_mm", "30"), ("known",
            "seen"), ("as_installed", "true"),
        ("input.segments.0.length_mm", "140"), ("input.segments.0.fall_mm", "100"),
    ];

    /// <summary>The booking-in with other answers in it.</summary>
    public static (string, string)[] Booking(params (string Name, string Value)[] other)
        => [.. BookingIn.Where(f => other.All(o => o.Name != f.Item1)), .. other];

    /// <summary>Makes the engine unable to fire.</summary>
    public static Task<Answer> DisableAsync(this Visitor visitor, string job) => visitor.PostAsync(job + "/prime?handler=Disable", ("fuel", "Injection fuse"));

    /// <summary>Answers a question by a touch.</summary>
    public static Task<Answer> LookAsync(this Visitor visitor, string job, string question, string answer, int turbo = 0, string because = "")
        => visitor.PostAsync(job + "/prime?handler=Look", ("question", question), ("answer", answer),
            ("turbo", turbo.ToString(System.Globalization.CultureInfo.InvariantCulture)), ("because", because));

    /// <summary>Makes a job's engine safe to crank, for something.</summary>
    public static async Task ClearAsync(this Visitor visitor, string job, string purpose = "compression")
    {
        await visitor.DisableAsync(job);
        await visitor.LookAsync(job, "crank-purpose", purpose);
        await visitor.LookAsync(job, "crank-clear", "nobody-near");
    }

    /// <summary>A hash of nothing that is on any job.</summary>
    public static readonly string NoHash = new('0', 64);

    /// <summary>A page's address on a job, by its route; a photo or label it names beside the job is on none.</summary>
    public static string PathOf(string route, string job) => "/" + new[] { ("{id}", job.Split('/')[2]), ("{turbo:int=1}", "1"), ("{photo}", NoHash),
        ("{tagged}", NoHash), ("{plain}", "X1"), ("{key}", "crank-burst") }.Aggregate(route, (at, part) => at.Replace(part.Item1, part.Item2,
        StringComparison.Ordinal));

    /// <summary>Books a job in and answers its address.</summary>
    public static async Task<string> BookInAsync(this Visitor visitor, string once = "", params (string Name, string Value)[] other)
    {
        await visitor.GetAsync("/book-in");
        var answer = await visitor.PostAsync("/book-in", [.. Booking(other), ("once", once.Length > 0 ? once : Guid.NewGuid().ToString("n"))]);
        Assert.True(answer.Status == System.Net.HttpStatusCode.Redirect, answer.Said(".fault-list"));
        return answer.Location!.ToString();
    }

    /// <summary>How many entries the job's record shows.</summary>
    public static async Task<int> EntriesAsync(this Visitor visitor, string job)
        => (await visitor.GetAsync(job + "/record")).Page.QuerySelectorAll(".record > li").Length;
}
