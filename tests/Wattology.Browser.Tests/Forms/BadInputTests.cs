using OpenQA.Selenium;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Forms;

/// <summary>Bad input on every form: a clear word at the place, what was typed stays, nothing is half-saved.</summary>
public sealed class BadInputTests(DemoShopFixture demo)
{
    private sealed record Bad(string Sheet, string Button, string Fault, (string Name, string Text)[] Typed, (string Name, string Value)[]? Chosen = null);

    [Fact]
    public void Every_form_of_a_job_says_what_is_wrong_and_keeps_what_was_typed()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("ines");
        var job = DemoJobs.Find(bay, "Forage harvester, red");
        var before = DemoJobs.Entries(bay, job);
        AllRefused(bay, job,
        [
            new("/plate/1", "Record the plate", "Type any one of model", [("maker", "Hellis")], [("plate", "new")]),
            new("/plate/1", "Record the plate", "A number is typed, so the plate was readable", [("model", "K5")],
                [("plate", "old"), ("not_readable", "true")]),
            new("/findings", "Confirm under my name", "Say what produced this", [("disagreement", "because I say so")]),
            new("/oil-supply/1", "Record the catch test", "'lots' is not a volume",
                [("input.runs.0.ml", "40"), ("input.runs.0.seconds", "10"), ("input.runs.1.ml", "lots"), ("input.runs.1.seconds", "10"),
                    ("input.line.id_mm", "4,5"), ("input.line.length_mm", "600"), ("input.oil_temp_c", "20"), ("instrument", "jug")], [("known", "measured")]),
            new("/oil-supply/1", "Record the catch test", "'psj' is not a unit of pressure",
                [("input.gallery_kpa", "12 psj"), ("input.oil_temp_c", "20"), ("instrument", "jug")]),
            new("/restrictor/1", "Record the restrictor", "A restrictor is fitted: measure its hole", [("instrument", "pins")], [("fitted", "true"), ("clear",
                "true")]),
            new("/restrictor/1", "Record the restrictor", "Hole and gauze: Say whether hole and gauze are clear", [("hole_mm", "1,3")], [("fitted", "true"),
                ("known", "seen")]),
            new("/drain/1", "Record the drain", "Measured: Say whether it was measured as installed", [("input.id_mm", "19")], [("known", "seen")]),
            new("/drain/1", "Record the drain", "cannot fall or climb more than its length",
                [("input.segments.0.length_mm", "100"), ("input.segments.0.fall_mm", "180"), ("input.id_mm", "19"), ("input.exit_above_oil_mm", "30"),
                    ("instrument", "tape")]),
            new("/drain/1", "Record the drain", "'1,200' can be read two ways",
                [("input.segments.0.length_mm", "100"), ("input.segments.0.fall_mm", "80"), ("input.id_mm", "19"), ("input.exit_above_oil_mm", "1,200"),
                    ("instrument", "tape")]),
            new("/drain/1", "Record the drain", "it is usually 6 mm to 60 mm",
                [("input.segments.0.length_mm", "100"), ("input.segments.0.fall_mm", "80"), ("input.id_mm", "190"), ("instrument", "tape")]),
            new("/crankcase", "Record the pressure", "1200 kPa cannot be", [("pressure_kpa", "12 bar"), ("instrument", "gauge")], [("running", "idle")]),
            new("/crankcase", "Make it due after the first start", "Say why it cannot be measured", [("why", "   ")]),
            new("/clocking/1", "Record the clocking", "Name the instrument", [("input.oil_inlet_deg", "12"), ("instrument", "")], [("known", "measured")]),
            new("/clocking/1", "Record the clocking", "oil inlet: An angle is needed", [("instrument", "gauge")], [("known", "measured")]),
            new("/clocking/1", "Record the clocking", "95° cannot be", [("input.compressor_up_deg", "95"), ("instrument", "angle gauge")]),
        ]);
        Assert.Equal(before, DemoJobs.Entries(bay, job));

        var whole = DemoJobs.Find(bay, "Fish lorry");
        before = DemoJobs.Entries(bay, whole);
        AllRefused(bay, whole,
        [
            new("/prime?step=unable", "Record as disabled", "Name at least one thing", []),
            new("/prime?step=oil-1", "Record it oiled", "4000000 ml cannot be", [("oil_ml", "4000 l")]),
            new("/prime", "Prime this job so", "Say why this job differs", [], [("method", "bucket-first")]),
            new("/prime?step=crank", "Work it out", "More than the filter holds", [("line_id_mm", "6"), ("line_length_mm", "500"), ("flow_lpm", "0.6"),
                ("filter_ml", "400"), ("filled_ml", "500")], [("volumes_known", "measured")]),
            new("/prime?step=crank", "Record the pressure", "what is told or assumed proves nothing", [("pressure_kpa", "180")], [("by", "own-gauge"),
                ("known", "told")]),
            new("/prime?step=crank", "Record the pressure", "Say how you know", [("pressure_kpa", "180")], [("by", "direct-gauge")]),
        ]);
        Assert.Equal(before, DemoJobs.Entries(bay, whole));
    }

    private static void AllRefused(Bay bay, string job, IEnumerable<Bad> all)
    {
        foreach (var bad in all)
        {
            bay.Open(job + bad.Sheet);
            foreach (var (name, value) in bad.Chosen ?? []) bay.Choose(name, value);
            foreach (var (name, text) in bad.Typed) bay.Type(name, text);
            bay.PressButton(bad.Button);
            Faulted(bay, bad.Fault);
            foreach (var (name, text) in bad.Typed.Where(t => t.Text.Trim().Length > 0)) Assert.Equal(text, bay.ValueOf(name));
            foreach (var (name, value) in bad.Chosen ?? []) Assert.True(bay.Look($"[name='{name}'][value='{value}']").Selected, $"{name} on {bad.Sheet}");
            bay.Script("localStorage.clear()");
        }
    }

    [Fact]
    public void What_may_be_meant_in_two_ways_is_settled_by_a_touch()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("ines");
        bay.Open(DemoJobs.Find(bay, "Forage harvester, red") + "/drain/1");
        bay.Type("input.exit_above_oil_mm", "1,200");
        bay.See("#f-input-exit-above-oil-mm-echo", "can be read two ways");
        bay.Look("#f-input-exit-above-oil-mm-echo [data-take='1.2000']").Click();
        bay.See("#f-input-exit-above-oil-mm-echo", "= 1.2 mm");
        Assert.Equal("1.2000", bay.ValueOf("input.exit_above_oil_mm"));
        bay.Script("localStorage.clear()");
    }

    [Fact]
    public void Hold_points_want_a_reason_and_some_things_no_reason_passes()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("petra");
        var job = DemoJobs.Find(bay, "Wheel loader", "Prime");
        var before = DemoJobs.Entries(bay, job);

        // The whole screen is the stop; only a reading on a direct gauge clears it.
        bay.Open(job + "/prime");
        bay.See(".instrument.stopped", "No oil pressure within the allowed cranking");
        bay.Type("pressure_kpa", "much");
        bay.Type("instrument", "oil gauge 3");
        bay.PressButton("Record the reading");
        Faulted(bay, "'much' is not a pressure");
        Assert.Equal("much", bay.ValueOf("pressure_kpa"));
        bay.Type("done", "filled the filter");
        bay.PressButton("Record it; the starter cools");
        Faulted(bay, "Say what was found");
        Assert.Equal("filled the filter", bay.ValueOf("done"));
        bay.Open(job + "/start");
        bay.See(".hold-point", "no name and no reason passes that");
        Assert.False(bay.IsThere("[name='pass_reason']"));
        Assert.Equal(before, DemoJobs.Entries(bay, job));

        bay.Open(job + "/prime");
        bay.Type("pressure_kpa", "1,9 bar");
        bay.Type("instrument", "oil gauge 3");
        bay.PressButton("Record the reading");
        bay.See("#spot-prime", "sound");

        var other = DemoJobs.Find(bay, "Road sweeper", "Parts");
        bay.Open(other + "/release");
        bay.Type("pass_reason", " ");
        bay.PressButton("Pass with items open");
        Faulted(bay, "Passing takes a reason");
    }

    [Fact]
    public void Forms_beside_the_job_keep_what_was_typed_too()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.Open("/sign-in");
        bay.Type("user", "nobody");
        bay.Type("password", "wrong password");
        bay.PressButton("Sign in");
        bay.See(".fault", "do not belong together");
        Assert.Equal("nobody", bay.ValueOf("user"));
        bay.SignInAs("maren");

        bay.Open("/book-in");
        bay.Type("customer", "Half Typed");
        bay.Type("distance_km", "far");
        bay.PressButton("Book in");
        Faulted(bay, "'far' is not a distance");
        Faulted(bay, "Control of boost: Choose one.");
        Faulted(bay, "A registration or asset number is needed");
        Assert.Equal(("Half Typed", "far"), (bay.ValueOf("customer"), bay.ValueOf("distance_km")));

        bay.Open("/limits?set=crankcase-open");
        bay.Type("sound_to", "2 kPa");
        bay.Type("doubt_to", "1 kPa");
        bay.PressButton("Set the limit");
        Faulted(bay, "Name the sheet");
        Faulted(bay, "reaches at least as far");
        Assert.Equal("2 kPa", bay.ValueOf("sound_to"));

        bay.Open("/people");
        bay.Type("name", "Jory Askeld");
        bay.Type("user", "jory2");
        bay.Type("password", "short");
        bay.Choose("role", "desk");
        bay.PressButton("Add");
        bay.See(".fault", "signs with that name already");
        Assert.Equal("jory2", bay.ValueOf("user"));

        var file = Path.Combine(Directory.CreateTempSubdirectory("wattology-bad-").FullName, "other.json");
        File.WriteAllText(file, "{\"format\":\"something\"}");
        bay.Open("/import");
        bay.Look("#file").SendKeys(file);
        bay.PressButton("Bring in");
        Faulted(bay, "not a job file");

        bay.Open("/?q=half");
        bay.See("main", "Nothing found");
    }

    [Fact]
    public void What_was_typed_survives_a_reload_until_it_is_recorded()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("tam");
        var job = DemoJobs.Find(bay, "Brewery van");
        bay.Open(job + "/crankcase");
        bay.Type("pressure_kpa", "0,7");
        bay.Choose("running", "mid");
        bay.Choose("known", "measured");
        bay.Open(job + "/crankcase");
        bay.See("form .note", "is back");
        Assert.Equal("0,7", bay.ValueOf("pressure_kpa"));
        bay.Type("instrument", "low-pressure gauge 1");
        bay.PressButton("Record the pressure");
        bay.See(".latest", "0.7 kPa");
        // What is recorded is nobody's draft any more.
        bay.Open(job + "/crankcase");
        bay.See(".latest", "0.7 kPa");
        Assert.Equal("", bay.ValueOf("pressure_kpa"));
        Assert.False(bay.IsThere("form .note"));

        // A correction names the old reading, which stays in the record, struck through.
        bay.Press(".latest a");
        bay.See(".correcting", "This corrects entry");
        bay.Type("pressure_kpa", "0,9");
        bay.PressButton("Record the pressure");
        Faulted(bay, "A correction needs its reason");
        Assert.Equal("0,9", bay.ValueOf("pressure_kpa"));
        bay.Type("reason", "Read at the wrong end of the hose.");
        bay.PressButton("Record the pressure");
        bay.See(".latest", "0.9 kPa");
        bay.Open(job + "/record");
        bay.See(".record .struck", "0.7 kPa");
        bay.See(".record", "Read at the wrong end of the hose.");
    }

    private static void Faulted(Bay bay, string fault)
    {
        bay.See(".fault-list", fault);
        Assert.True(bay.Driver.FindElements(By.CssSelector(".fault-list")).Count == 1, "one list of faults");
    }
}
