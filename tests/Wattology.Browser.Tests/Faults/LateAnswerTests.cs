using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Faults;

/// <summary>An answer that comes when what asked for it is gone already, since another answer took its place.</summary>
public sealed class LateAnswerTests(DemoShopFixture demo)
{
    [Fact]
    public void A_late_answer_changes_the_whole_page_with_its_sheet()
    {
        using var bay = new Bay(demo.Shop.Address, 1280, 800);
        bay.SignInAs("ines");
        var job = DemoJobs.Find(bay, "Hill-climb");
        bay.Open(job + "/crankcase");
        bay.See("#sheet-title", "Crankcase");
        bay.Script("""
            document.querySelector('#work').dataset.old = 'yes';
            const link = document.createElement('a');
            for (const [name, value] of [['hx-get', arguments[0]], ['hx-target', '#sheet'], ['hx-push-url', 'true']]) link.setAttribute(name, value);
            document.getElementById('sheet').append(link);
            htmx.process(link);
            link.click();
            link.remove();
            """, job + "/heat");
        bay.See("#sheet-title", "Heat");
        Assert.Equal(job + "/heat", bay.At);
        // The order of work and the drawing came with it.
        bay.Until("return !document.querySelector('#work').dataset.old");
        Assert.Empty(bay.Complaints());
        // And the page goes on as ever.
        bay.Open(job);
        bay.See("#work", "Cause");
    }
}
