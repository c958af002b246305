using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Jobs;

/// <summary>What one claim was refused for is had on the next job of that engine, while it still can be.</summary>
public sealed class ClaimWalkTests(DemoShopFixture demo)
{
    [Fact]
    public async Task From_a_refused_claim_to_the_reading_that_was_missing_on_the_next_job_of_that_engine()
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("wyn");
        // Over time says what was missing, and leads to the jobs.
        bay.Open("/over-time");
        bay.See("#refused .lead", "crankcase pressure as it came");
        bay.Script("document.querySelector('#refused .lead a').click()");
        bay.See("main", "Narrowed to claim: crankcase before");
        bay.See("main table", "Brannock D4 150");

        // The next machine with that engine is booked in under the same policy.
        bay.Open("/book-in");
        foreach (var (field, text) in new[] { ("customer", "Island Council"), ("complaint", "No power."), ("registration", "COUNCIL 15"), ("machine",
            "Gritter"),
            ("engine", "Brannock D4 150"), ("run_hours", "900"), ("plate.maker_number", "OV-51170-02"), ("cover.on", "the unit of spring") }) bay.Type(field,
                text);
        foreach (var (field, value) in new[] { ("fuel", "diesel"), ("kind", "makers-spec"), ("control", "wastegate-canister"), ("turbos", "1"), ("water_cooled",
            "false"), ("closed_breather", "false"), ("cover_policy", "orvane-strict"), ("cover.complaint", "low-power") }) bay.Choose(field, value);
        bay.Press("form .acts .go");
        bay.See(".refused-before", "a claim was refused for want of crankcase pressure as it came");
        var job = new Uri(bay.Driver.Url).AbsolutePath;
        bay.SignOut();

        // The technician goes from the word to the sheet, reads it, and the rehearsal has it.
        bay.SignInAs("ines");
        bay.Open(job);
        bay.Script("[...document.querySelectorAll('.refused-before a')].find(a => a.textContent.includes('can still be had')).click()");
        bay.See("#sheet-title", "Crankcase");
        bay.Open(job + "/claim");
        bay.See("#proof-crankcase-before-0", "missing");
        bay.Open(job + "/crankcase");
        bay.Choose("running", "idle");
        bay.Type("pressure_kpa", "0,6 kPa");
        bay.PressButton("done");
        bay.Choose("known", "measured");
        bay.Type("instrument", "gauge 7");
        bay.PressButton("Record the pressure");
        bay.See(".latest", "0.6 kPa");
        bay.Open(job + "/claim");
        bay.See("#proof-crankcase-before-0", "there");
        bay.Open(job);
        bay.See(".refused-before", "Here it is there");

        // What goes next stands first.
        bay.Open(job + "/claim");
        bay.See("#rehearsal", "First to go: Checks on the vehicle, before anything comes off");
        Assert.Empty(bay.Complaints());

        // The pack goes out of the house, and a stranger's command line says whether it is whole.
        var file = Path.Combine(Directory.CreateTempSubdirectory("wattology-pack-").FullName, "claim.zip");
        var pack = Convert.FromBase64String((string)((OpenQA.Selenium.IJavaScriptExecutor)bay.Driver).ExecuteAsyncScript("""
            const done = arguments[1];
            fetch(arguments[0] + '/claim.zip').then(r => r.arrayBuffer())
                .then(b => done(btoa([...new Uint8Array(b)].map(c => String.fromCharCode(c)).join(''))));
            """, job)!);
        await File.WriteAllBytesAsync(file, pack);
        var whole = await RunningShop.RunToEndAsync(null, "verify", file);
        Assert.Contains("claim.zip: whole. Job SQ-", whole.Out);
        Assert.Equal(0, whole.Code);
        pack[pack.Length / 2] ^= 0x10;
        await File.WriteAllBytesAsync(file, pack);
        var damaged = await RunningShop.RunToEndAsync(null, "verify", file);
        Assert.Equal(1, damaged.Code);
        Assert.Contains("fault", damaged.Out);
        Directory.Delete(Path.GetDirectoryName(file)!, true);
    }
}
