using System.Net;
using System.Security.Cryptography;
using System.Text.RegularExpressions;

namespace Wattology.Browser.Tests.Hosting;

/// <summary>The shop as the bay's tablets reach it: over HTTPS, under its own names, and onto the home screen.</summary>
public sealed partial class BayNetworkTests
{
    [GeneratedRegex("SHA-256: ([0-9A-F:]+)")]
    private static partial Regex Printed();

    [Fact]
    public async Task A_tablet_gets_in_over_https_with_the_printed_certificate_and_onto_its_home_screen()
    {
        await using var shop = await RunningShop.InTheBayAsync();
        var fingerprint = Printed().Match(shop.Said).Groups[1].Value;
        Assert.Equal(95, fingerprint.Length);
        Assert.Contains("█", shop.Said);

        string? shown = null;
        using var handler = new HttpClientHandler
        {
            ServerCertificateCustomValidationCallback = (_, certificate, _, _) =>
            {
                shown = certificate!.GetCertHashString(HashAlgorithmName.SHA256);
                return true;
            },
            AllowAutoRedirect = false,
        };
        using var client = new HttpClient(handler);
        using var made = new HttpRequestMessage(HttpMethod.Get, shop.Address + "/sign-in") { Headers = { Host = "made-up.example" } };
        Assert.Equal(HttpStatusCode.BadRequest, (await client.SendAsync(made)).StatusCode);
        Assert.Equal(fingerprint.Replace(":", "", StringComparison.Ordinal), shown);
        var plain = new Uri(shop.Address.Replace("https", "http", StringComparison.Ordinal) + "/sign-in");
        await Assert.ThrowsAsync<HttpRequestException>(() => client.GetAsync(plain));

        using var bay = new Bay(shop.Address, 820, 1180, touch: true);
        bay.Open("/");
        bay.See("h1", "Set up this shop");
        foreach (var (name, text) in new[] { ("code", shop.Said.Split("one-time code ")[1][..8]), ("shop", "Bay"), ("name", "Una Brae"), ("user", "una"),
            ("password", "a long enough one") }) bay.Type(name, text);
        bay.PressButton("Make the owner's account");
        bay.See(".empty", "No open job");
        Assert.All(bay.Driver.Manage().Cookies.AllCookies, c => Assert.True(c.Secure && c.IsHttpOnly, c.Name));
        bay.Press("a[href='/tablet']");
        bay.See(".codes code", fingerprint);
        bay.See(".codes .big", "https://");
        Assert.Equal(2, bay.Driver.FindElements(OpenQA.Selenium.By.CssSelector(".codes svg.code path")).Count);

        // What a browser asks before it offers the home screen.
        var manifest = (string)bay.Script("const x = new XMLHttpRequest(); x.open('GET', document.querySelector('link[rel=manifest]').href, false); x.send(); "
            + "return x.responseText;")!;
        using var read = System.Text.Json.JsonDocument.Parse(manifest);
        Assert.Equal(("standalone", "/"), (read.RootElement.GetProperty("display").GetString(), read.RootElement.GetProperty("start_url").GetString()));
        foreach (var icon in read.RootElement.GetProperty("icons").EnumerateArray())
        {
            var size = int.Parse(icon.GetProperty("sizes").GetString()!.Split('x')[0], System.Globalization.CultureInfo.InvariantCulture);
            Assert.Equal(size, Convert.ToInt32(((OpenQA.Selenium.IJavaScriptExecutor)bay.Driver).ExecuteAsyncScript(
                "const done = arguments[1]; const i = new Image(); i.onload = () => done(i.naturalWidth); i.onerror = () => done(0); i.src = arguments[0];",
                icon.GetProperty("src").GetString()), System.Globalization.CultureInfo.InvariantCulture));
        }
        Assert.Empty(bay.Complaints());
    }
}
