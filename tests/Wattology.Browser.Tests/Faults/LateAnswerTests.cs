using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Faults;

/// <summary>An answer that comes when what asked for it is gone already, since another answer took its place.</summary>
public sealed class LateAnswerTests(DemoShopFixture demo)
{
    [Theory]
    [InlineData("0.4", "0.4 kPa", "")]
    [InlineData("99", "not looked at", "Not recorded: ")]
    public void Whoever_went_on_stays_there_when_an_earlier_answer_comes_late(string typed, string stands, string said)
    {
        using var bay = new Bay(demo.Shop.Address, 820, 1180);
        bay.SignInAs("ines");
        var job = bay.BookIn($"Slow line {typed}");
        bay.Open(job + "/crankcase");
        // The reading takes two seconds on its way.
        bay.Script("""
            const { open, send } = XMLHttpRequest.prototype;
            XMLHttpRequest.prototype.open = function (verb, url, ...rest) {
                if (verb.toUpperCase() === 'POST' && url.endsWith('/crankcase')) window.late = this;
                return open.call(this, verb, url, ...rest);
            };
            XMLHttpRequest.prototype.send = function (body) { setTimeout(() => send.call(this, body), this === window.late ? 2000 : 0); };
            """);
        bay.Type("pressure_kpa", typed);
        bay.Choose("running", "idle");
        bay.Choose("known", "seen");
        bay.PressButton("Record the pressure");
        bay.Press("#mark-drain-1");
        bay.See("#sheet-title", "Drain");
        bay.Until("return window.late && window.late.readyState === 4");
        if (said.Length > 0) bay.See("#lost", said);
        bay.See("#mark-crankcase", stands);
        bay.See("#sheet-title", "Drain");
        Assert.Equal(job + "/drain/1", bay.At);
        Assert.Empty(bay.Complaints());
    }

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
