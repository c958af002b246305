using System.Net;
using System.Net.Sockets;
using System.Text.Json;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Cli;

/// <summary>The command line as a script would use it.</summary>
public sealed class CommandTests(DemoShopFixture demo)
{
    [Fact]
    public async Task Calc_reads_standard_input_and_refuses_on_standard_error_alone()
    {
        var sound = await RunningShop.RunToEndAsync("""[{"now_deg":280,"want_deg":148,"step_deg":60}]""", "calc", "turn");
        Assert.Equal((0, "", "[{\"turn_deg\":-120,\"left_deg\":-12,\"steps\":-2}]"), (sound.Code, sound.Error, sound.Out.Trim()));

        var refused = await RunningShop.RunToEndAsync("""[{"now_deg":1,"want_deg":2},{"now_deg":1}]""", "calc", "turn");
        Assert.Equal((2, ""), (refused.Code, refused.Out));
        Assert.Contains("missing", JsonDocument.Parse(refused.Error).RootElement.GetProperty("errors").GetProperty("1.want_deg").GetString());
        Assert.Equal(2, (await RunningShop.RunToEndAsync("", "calc", "turn")).Code);
        Assert.Equal(2, (await RunningShop.RunToEndAsync("{}", "calc", "no-such")).Code);
        var half = await RunningShop.RunToEndAsync("""{"findings":{"low-power":"\ud800"}}""", "calc", "diagnose");
        Assert.Equal((2, ""), (half.Code, half.Out));
        Assert.Contains("findings.low-power", half.Error);
    }

    [Fact]
    public async Task A_taken_port_and_a_folder_without_a_shop_are_clear_errors()
    {
        using var taken = new TcpListener(IPAddress.Loopback, 0);
        taken.Start();
        var port = ((IPEndPoint)taken.LocalEndpoint).Port.ToString(System.Globalization.CultureInfo.InvariantCulture);
        var served = await RunningShop.RunToEndAsync(null, "demo", "--port", port, "--data", Path.Combine(Path.GetTempPath(), Path.GetRandomFileName()));
        Assert.Equal((2, true), (served.Code, served.Error.Contains($"Port {port} on 127.0.0.1 is taken", StringComparison.Ordinal)));
        var verified = await RunningShop.RunToEndAsync(null, "verify", "--data", Path.Combine(Path.GetTempPath(), Path.GetRandomFileName()));
        Assert.Equal((2, true), (verified.Code, verified.Error.Contains("There is no shop in", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task A_real_shop_is_never_wiped_and_a_folder_being_served_is_left_alone()
    {
        var real = Directory.CreateTempSubdirectory("wattology-real-").FullName;
        var file = Path.Combine(real, "job.json");
        await File.WriteAllTextAsync(file, (await RunningShop.RunToEndAsync(null, "export", "SQ-1004", "--data", demo.Shop.Folder)).Out);
        Assert.Equal(0, (await RunningShop.RunToEndAsync(null, "import", file, "--data", real)).Code);
        foreach (var fresh in new[] { new[] { "--fresh" }, [] })
        {
            var refused = await RunningShop.RunToEndAsync(null, ["demo", "--port", RunningShop.FreePort(), "--data", real, .. fresh]);
            Assert.Equal((2, true), (refused.Code, refused.Error.Contains("holds a real shop, not the demo", StringComparison.Ordinal)));
        }
        Assert.Contains("1 job, ", (await RunningShop.RunToEndAsync(null, "verify", "--data", real)).Out);
        Directory.Delete(real, true);

        foreach (var command in new[] { new[] { "demo", "--fresh" }, ["demo"], ["serve"] })
        {
            var second = await RunningShop.RunToEndAsync(null, [.. command, "--port", RunningShop.FreePort(), "--data", demo.Shop.Folder]);
            Assert.Equal(2, second.Code);
            Assert.Contains($"is served on {demo.Shop.Address} by process ", second.Error);
        }
        Assert.Contains("every chain is whole", (await RunningShop.RunToEndAsync(null, "verify", "--job", "SQ-1004", "--data", demo.Shop.Folder)).Out);
        Assert.Contains("There is no job SQ-1", (await RunningShop.RunToEndAsync(null, "verify", "--job", "SQ-1", "--data", demo.Shop.Folder)).Error);
    }

    [Fact]
    public async Task Export_and_import_carry_a_job_with_its_chain_and_a_real_shop_is_no_demo()
    {
        Assert.Contains("Jory Askeld, technician", demo.Shop.Said);
        var exported = await RunningShop.RunToEndAsync(null, "export", "SQ-1003", "--data", demo.Shop.Folder);
        var folder = Directory.CreateTempSubdirectory("wattology-cli-").FullName;
        var file = Path.Combine(folder, "job.json");
        await File.WriteAllTextAsync(file, exported.Out);
        var imported = await RunningShop.RunToEndAsync(null, "import", file, "--data", folder);
        var entries = JsonDocument.Parse(exported.Out).RootElement.GetProperty("entries");
        Assert.Contains(entries[entries.GetArrayLength() - 1].GetProperty("hash").GetString()!, imported.Out);
        Assert.Equal(2, (await RunningShop.RunToEndAsync(null, "import", file, "--data", folder)).Code);
        await File.WriteAllTextAsync(file, exported.Out.Replace("\"seq\": 2", "\"seq\": 3", StringComparison.Ordinal));
        Assert.Contains("entries.", (await RunningShop.RunToEndAsync(null, "import", file, "--data", folder)).Error);
        Assert.Contains("1 jobs rebuilt", (await RunningShop.RunToEndAsync(null, "rebuild", "--data", folder)).Out);
        Directory.Delete(folder, true);
    }
}
