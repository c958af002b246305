using System.Net;
using System.Security.Cryptography.X509Certificates;
using Wattology.Data;
using Wattology.Data.Jobs;
using Wattology.Web.Hosting;

namespace Wattology.Web.Tests.Hosting;

/// <summary>Where a shop is served: plainly on its own machine, over HTTPS in the bay, and to nobody under a made-up name.</summary>
public sealed class ServedAtTests
{
    private static ServedAt Read(string address, string[]? names = null, FileInfo? certificate = null, bool proxy = false, ShopFolder? folder = null)
        => ServedAt.Read(address, 5080, names ?? [], certificate, proxy, plain => ShopCertificate.Own(folder ?? throw new InvalidOperationException("made one"),
            plain));

    private static ShopFolder Folder() => new(Directory.CreateTempSubdirectory("wattology-served-").FullName);

    [Fact]
    public void On_its_own_machine_it_speaks_plainly_and_beyond_it_never()
    {
        var here = Read("127.0.0.1");
        Assert.True(here is { Secure: false, OnlyHere: true, Certificate: null });
        Assert.Equal(["http://127.0.0.1:5080"], here.Urls);
        var folder = Folder();
        var bay = Read("192.168.9.20", ["tablet.shop.lan"], folder: folder);
        Assert.True(bay is { Secure: true, OnlyHere: false });
        Assert.Equal(["https://tablet.shop.lan:5080", "https://192.168.9.20:5080"], bay.Urls);
        Assert.True(bay.Certificate!.MatchesHostname("tablet.shop.lan") && bay.Certificate.MatchesHostname("192.168.9.20") && bay.Certificate.HasPrivateKey);
        Assert.Matches("^([0-9A-F]{2}:){31}[0-9A-F]{2}$", bay.Fingerprint);
        Assert.Equal(["tablet.shop.lan", "192.168.9.20", "127.0.0.1", "localhost", "[::1]"], bay.Hosts);
        // The same one the next time, and a new one where another name is asked for.
        Assert.Equal(bay.Fingerprint, Read("192.168.9.20", ["tablet.shop.lan"], folder: folder).Fingerprint);
        Assert.NotEqual(bay.Fingerprint, Read("192.168.9.20", ["other.shop.lan"], folder: folder).Fingerprint);
        if (!OperatingSystem.IsWindows())
            Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(Path.Combine(folder.Path, "certificate.pfx")));
    }

    [Fact]
    public void A_certificate_of_ones_own_is_shown_and_a_wrong_one_is_refused_with_words()
    {
        var folder = Folder();
        var made = Read("10.1.1.1", folder: folder);
        var pem = new FileInfo(Path.Combine(folder.Path, "own.pem"));
        File.WriteAllText(pem.FullName, made.Certificate!.ExportCertificatePem() + "\n" + made.Certificate.GetECDsaPrivateKey()!.ExportPkcs8PrivateKeyPem());
        Assert.Equal(made.Fingerprint, Read("10.1.1.1", certificate: pem).Fingerprint);
        File.WriteAllText(pem.FullName, made.Certificate.ExportCertificatePem());
        Assert.Throws<RefusedException>(() => Read("10.1.1.1", certificate: pem));
        var junk = new FileInfo(Path.Combine(folder.Path, "junk.pfx"));
        File.WriteAllText(junk.FullName, "nothing of the kind");
        Assert.Contains("cannot be read as a certificate", Assert.Throws<RefusedException>(() => Read("10.1.1.1", certificate: junk)).Message);
        Assert.Contains("There is no certificate", Assert.Throws<RefusedException>(() => Read("10.1.1.1", certificate: new FileInfo("/no/where.pfx"))).Message);
        Assert.Contains("is not an address of this machine", Assert.Throws<RefusedException>(() => Read("bay", folder: folder)).Message);
        Assert.Contains("is not a host's name", Assert.Throws<RefusedException>(() => Read("127.0.0.1", ["https://x/"])).Message);
        Assert.Contains("say with --host", Assert.Throws<RefusedException>(() => Read("127.0.0.1", proxy: true)).Message);
        Assert.Contains("stays on loopback", Assert.Throws<RefusedException>(() => Read("10.1.1.1", ["shop.lan"], proxy: true)).Message);
        Assert.Equal(["https://shop.lan"], Read("127.0.0.1", ["shop.lan"], proxy: true).Urls);
    }

    [Fact]
    public async Task A_made_up_host_is_refused_and_one_touch_signs_in_from_this_machine_only()
    {
        await using var server = await ShopServer.StartAsync(demo: true);
        var client = await server.VisitAsync();
        Assert.Contains("as-jory", (await client.GetAsync("/sign-in")).Text);
        Assert.Equal(HttpStatusCode.BadRequest, (await client.GetAsync("http://made-up.example/sign-in")).Status);
        foreach (var header in new[] { "X-Forwarded-For", "Forwarded", "Via" })
        {
            Assert.DoesNotContain("as-jory", (await client.GetAsync("/sign-in", with: (header, "10.0.0.9"))).Text);
        }
    }

    [Fact]
    public async Task Behind_its_proxy_cookies_are_secure_and_the_one_who_asks_is_not_this_machine()
    {
        await using var server = await ShopServer.StartAsync(demo: true, at: new ServedAt(IPAddress.Loopback, 0, ["localhost"], null, true));
        var client = await server.VisitAsync();
        var page = await client.GetAsync("/sign-in", with: ("X-Forwarded-Proto", "https"));
        Assert.Equal(HttpStatusCode.OK, page.Status);
        Assert.All(page.Raw.Headers.GetValues("Set-Cookie"), c => Assert.Contains("secure", c));
        var past = await client.GetAsync("/sign-in");
        Assert.Equal((HttpStatusCode.BadRequest, "This shop is reached through its proxy, over HTTPS."), (past.Status, past.Text));
    }
}
