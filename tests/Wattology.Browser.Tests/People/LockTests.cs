using OpenQA.Selenium;
using Wattology.Browser.Tests.Hosting;
using Wattology.Data.Demo;

namespace Wattology.Browser.Tests.People;

/// <summary>A shared tablet: it locks when nobody touches it, opens with the same person's pin, and shows nobody what another one typed.</summary>
public sealed class LockTests
{
    [Fact]
    public async Task A_tablet_nobody_touched_locks_and_opens_where_it_was_and_the_next_person_sees_no_drafts()
    {
        await using var shop = await RunningShop.DemoAsync();
        using var bay = new Bay(shop.Address, 820, 1180);
        bay.SignInAs("petra");
        var job = DemoJobs.Find(bay, "Mail van");
        bay.Open(job + "/snags");
        bay.Type("words", "the bolt behind the bracket");
        Untouched(bay);
        bay.See("h1", "Locked");
        bay.See(".big", "Petra");
        // Back leads nowhere while it is locked.
        bay.Open(job);
        bay.See("h1", "Locked");
        bay.Open(job + "/snags");
        bay.Type("pin", "0000");
        bay.PressButton("Go on");
        bay.See(".fault-list", "pin");
        bay.Type("pin", DemoWorld.Pin);
        bay.PressButton("Go on");
        bay.See(".note", "What you typed here before is back");
        Assert.Equal("the bolt behind the bracket", bay.Look("[name=words]").GetAttribute("value"));

        // While an engine turns its stop is worth more than the lock.
        bay.Script("const live = document.createElement('p'); live.className = 'instrument'; document.querySelector('main').append(live);");
        Untouched(bay);
        bay.Until("return Number(localStorage.getItem('wattology-touched')) > Date.now() - 60e3");
        bay.Open(job + "/snags");
        bay.See("#sheet-title", "I should have known");

        // Somebody else signs in in her place.
        Untouched(bay);
        bay.See("h1", "Locked");
        bay.PressButton("Somebody else signs in");
        bay.See("h1", "Sign in");
        bay.SignInAs("ines");
        bay.Open(job + "/snags");
        Assert.Equal("", bay.Look("[name=words]").GetAttribute("value"));
        Assert.False(bay.IsThere(".note"));
    }

    // As if the last touch were an hour ago; the page looks every few seconds.
    private static void Untouched(Bay bay) => ((IJavaScriptExecutor)bay.Driver).ExecuteScript(
        "localStorage.setItem('wattology-touched', String(Date.now() - 3600e3));");
}
