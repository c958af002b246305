using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.UnitOpen;

/// <summary>Whole inspections on the upright tablet, each from booking in to a confirmed cause, on units of different kinds.</summary>
public sealed class InspectionTests(DemoShopFixture demo)
{
    private static void Say(Bay bay, string finding, string answer)
    {
        bay.Press($"#finding-{finding} button[value='{answer}']");
        bay.See($"#finding-{finding} .said", "saved");
    }

    private Bay Tablet()
    {
        var bay = new Bay(demo.Shop.Address, 820, 1180, touch: true);
        bay.SignInAs("jory");
        return bay;
    }

    private static void Go(Bay bay, string stage)
    {
        bay.Touch($"#unit-stage [value='{stage}']");
        bay.Touch(".last-looks[open] [name='sure'] ~ button");
        bay.See("#unit-stage", "saved");
    }

    [Fact]
    public void Electric_vanes_to_the_makers_spec_a_wheel_struck_and_a_nut_that_is_found()
    {
        using var bay = Tablet();
        var job = bay.BookIn("Vane van", control: "vanes-electric", water: "true");
        bay.Open(job + "/findings");
        bay.See(".unit-svg", "motor");
        bay.See(".unit-svg", "vane ring");
        bay.See(".unit-svg", "water");
        Go(bay, "bench");
        Say(bay, "compressor-blades-hit", "present");
        Say(bay, "filter-open", "present");
        bay.See("#ranking", "Object through the intake");
        bay.Confirm("object-intake", "A clip fell into the intake when the filter was changed.");

        // What is missing stands as a stop until it is found.
        bay.Press("#missing-pieces button[value='Nut']");
        bay.See("#missing-pieces .open", "not found");
        bay.Open(job + "/release");
        bay.See(".hold-items .open", "Nut of the compressor wheel: not found.");
        bay.Open(job + "/findings");
        bay.Press("#missing-pieces button[value='in the charge cooler']");
        bay.See("#missing-pieces .closed", "in the charge cooler");
        bay.Touch("#missing-pieces .said button");
        bay.See("#missing-pieces .open", "not found");
        bay.Press("#missing-pieces button[value='in the charge pipe']");
        bay.See("#missing-pieces .closed", "in the charge pipe");
        bay.Open(job + "/release");
        Assert.DoesNotContain("not found", bay.Look("#sheet").Text);
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void On_a_twin_each_unit_has_its_own_drawing_findings_and_cause()
    {
        using var bay = Tablet();
        var job = bay.BookIn("Twin tug", turbos: "2");
        bay.Open(job + "/findings?unit=2");
        Go(bay, "strip");
        Say(bay, "shaft-blued", "present");
        Say(bay, "bearings-scored", "present");
        bay.See(".unit-svg a[data-card='shaft']", "blued");
        // The second one lies the other way round.
        bay.Press("#ask-unit-lies-2 button[value='left']");
        bay.See(".seen-from", "on the left");
        Assert.Equal(true, bay.Script("""
            const at = c => document.querySelector(`.unit-svg a[data-card='${c}'] .hit`).getBoundingClientRect().left;
            return at('compressor-wheel') < at('turbine-wheel');
            """));
        // The dial's sheet and the job's own drawing turn over with it.
        bay.Open(job + "/play/2");
        Assert.Equal(true, bay.Script("""
            const at = end => document.querySelector(`[data-on='dial radial ${end}']`).getBoundingClientRect().left;
            return at('compressor') < at('turbine');
            """));
        bay.Open(job);
        Assert.Equal("turbine compressor compressor turbine", bay.Script("""
            return [...document.querySelectorAll('.job-drawing.wide text')].map(t => [t.textContent.trim(), t.getBoundingClientRect()])
                .filter(t => t[0] === 'turbine' || t[0] === 'compressor').sort((a, b) => Math.round((a[1].top - b[1].top) / 300) || a[1].left - b[1].left)
                .map(t => t[0]).join(' ');
            """));
        bay.Open(job + "/findings?unit=2");
        bay.Confirm("starved", "Its banjo bolt was the blind one.");
        bay.Open(job + "/findings?unit=1");
        bay.See(".seen-from", "on the right");
        Assert.DoesNotContain("blued", bay.Look(".unit-svg a[data-card='shaft']").Text);
        Assert.DoesNotContain("Lack of oil", bay.Look("#ranking").Text.Split('\n')[1]);
        bay.See(".latest", "Lack of oil, turbo 2");
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void A_first_fitment_has_its_own_drawing_and_figures_by_cylinder()
    {
        using var bay = Tablet();
        var job = bay.BookIn("First dumper", kind: "first-fitment");
        bay.Open(job + "/boost-fit");
        bay.Touch(".unit-svg a[data-card='compression'] .hit");
        bay.Touch("#card-compression .figures > summary");
        foreach (var (cylinder, text) in new[] { (0, "12 bar"), (1, "9.2 bar"), (2, "12.1 bar"), (3, "11.9 bar") }) bay.Type($"kpa.{cylinder}", text);
        bay.See("#preview", "24 % apart, cylinder 2 lowest");
        bay.Choose("known", "measured");
        bay.Type("instrument", "gauge 5");
        bay.PressButton("Record the compression");
        bay.See(".unit-svg a[data-card='compression']", "stop");
        bay.Open(job + "/release");
        bay.See(".hold-items .open", "cylinder 2 lowest");
        bay.Open(job + "/boost-fit");
        bay.Touch("#sheet [data-card='kit']");
        bay.Answer("boost-kit", "fit", "");
        bay.See(".unit-svg a[data-card='kit']", "fit");
        bay.See("#card-kit", "complete, by its list");
        Assert.True(bay.Look("#card-kit").Displayed);
        Assert.Empty(bay.Complaints());
    }

    [Fact]
    public void A_sound_turbo_is_said_to_be_sound_before_one_is_ordered()
    {
        using var bay = Tablet();
        var job = bay.BookIn("Sound sweeper");
        bay.Open(job + "/findings");
        Say(bay, "charge-air-leak", "present");
        Say(bay, "filter-blocked", "present");
        bay.See("#ranking", "Suction at the intake draws oil past sound seals");
        Go(bay, "bench");
        Say(bay, "spins-free-and-clean", "present");
        Say(bay, "wheel-rubbed", "absent");
        Say(bay, "radial-play-high", "absent");
        bay.See("#ranking", "The turbo is probably sound");
        bay.Open(job + "/parts");
        bay.See("#sheet .note", "probably sound");
        bay.Open(job + "/findings");
        bay.Confirm("elsewhere", "Split charge hose and a choked filter.");
        bay.See("#sheet", "The real fault cured");
    }

    [Fact]
    public void A_comeback_shows_what_the_earlier_job_left_behind_and_answers_for_itself()
    {
        using var bay = Tablet();
        var first = bay.BookIn("Back crawler", registration: "BC 77");
        bay.Open(first + "/findings");
        Say(bay, "drain-restricted", "present");
        bay.Confirm("drain", "Hose turned uphill at the last service.");
        bay.Open(first);
        var number = bay.Look(".job-head h1 a").Text;
        var again = bay.BookIn("Back crawler", registration: "BC 77");
        bay.See(".earlier", "Hose turned uphill at the last service.");
        bay.Press(".plain-list form button[name='of']");
        bay.See(".note", $"Comeback of {number}");
        bay.Open(again + "/findings");
        bay.See(".told", "Hose turned uphill");
        bay.See("#unit-asked", "1 of 11 asked");
        bay.Touch(".unit-says [data-card]");
        bay.See("#finding-soon-after-work", "comeback reading: soon after work on the engine");
        bay.Open("/");
        bay.See("table.yard", $"comeback of {number}");
    }
}
