using OpenQA.Selenium;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.BookIn;

/// <summary>A machine that was here before is booked in again, with the keyboard alone.</summary>
public sealed class ReturningMachineTests(DemoShopFixture demo)
{
    [Fact]
    public void Taken_over_from_a_few_letters_of_its_registration_it_keeps_what_was_typed_and_outlives_a_reload()
    {
        using var bay = new Bay(demo.Shop.Address);
        bay.SignInAs("wyn");
        bay.Open("/book-in");
        bay.Type("complaint", "Whines since Monday.");
        bay.Script("document.querySelector('[name=registration]').focus()");
        bay.Keys("t", "r", "a", "c", "t");
        bay.See("#known-machines", "Lifeboat tractor, Lifeboat station");
        bay.Keys(Keys.Tab, Keys.Enter);
        bay.See(".taken-over", "TRACTOR 1, is taken over from SQ-1053");
        Assert.Equal(("Whines since Monday.", "TRACTOR 1", "Ilmari 6H 240"), (bay.ValueOf("complaint"), bay.ValueOf("registration"), bay.ValueOf("engine")));
        bay.Until("return document.activeElement.classList.contains('taken-over')");
        Assert.False(bay.IsThere("#known-machines a"));

        bay.Open("/book-in");
        bay.See("#booking .note", "is back; it is not recorded yet");
        Assert.Equal(("Whines since Monday.", "TRACTOR 1"), (bay.ValueOf("complaint"), bay.ValueOf("registration")));
        Assert.True(bay.IsThere("[name=control]:checked"));
        bay.Type("run_hours", "4100");
        bay.Type("plate.maker_number", "HL 6.20.118");
        bay.Script("document.querySelector('#booking .go').focus()");
        bay.Keys(Keys.Enter);
        bay.See(".job-head", "Lifeboat tractor");
        bay.See("main", "This machine was here before");
        bay.Open("/book-in");
        Assert.Equal("", bay.ValueOf("complaint"));
        Assert.Empty(bay.Complaints());
    }
}
