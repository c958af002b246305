using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Text;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Entries;
using Wattology.Core.Gauge;
using Wattology.Core.Traces;
using Wattology.Data;
using Wattology.Data.Traces;
using Wattology.StandIns.Gauge;
using Wattology.Web.Gauge;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Traces;

public sealed class TracePageTests
{
    // Pressure comes after two seconds, in bar, sampled ten times a second.
    private static readonly string File = "Time;Oil [bar];Engine [rpm]\n" + string.Concat(Enumerable.Range(0, 100).Select(i => string.Create(
        CultureInfo.InvariantCulture, $"{i / 10.0:0.0};{(i < 20 ? 0.02 : 1.8):0.00};{200 + i % 7}\n"))).Replace('.', ',');

    private static readonly (string, string)[] Mapped = [("is.0", "time"), ("is.1", "oil_turbo_kpa"), ("unit.1", "bar"), ("is.2", "engine_rpm"),
        ("unit.2", "rpm"), ("time_in", "seconds"), ("logger", "pocket logger")];

    private static async Task<(Visitor Jory, string Job)> CrankedAsync(ShopServer shop, SetClock clock)
    {
        var jory = await shop.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await CrankAsync(jory, job, clock);
        return (jory, job);
    }

    private static async Task CrankAsync(Visitor jory, string job, SetClock clock)
    {
        await jory.ClearAsync(job);
        await jory.PostAsync(job + "/prime?handler=Burst", ("once", Guid.NewGuid().ToString("n")));
        clock.Now += TimeSpan.FromSeconds(9);
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/prime?handler=End", ("once", Guid.NewGuid().ToString("n")))).Status);
        clock.Now += TimeSpan.FromMinutes(2);
    }

    private static async Task<string> BurstAsync(Visitor jory, string job)
        => (await jory.GetAsync(job + "/traces")).Page.QuerySelector("input[name=of]")!.GetAttribute("value")!;

    private static SetClock Clock() => new(new DateTimeOffset(2030, 5, 1, 8, 0, 0, TimeSpan.Zero));

    [Fact]
    public async Task A_loggers_columns_are_asked_once_and_its_trace_is_kept_charted_and_given_back()
    {
        var clock = Clock();
        await using var shop = await ShopServer.StartAsync(clock: clock);
        var (jory, job) = await CrankedAsync(shop, clock);
        Assert.Contains("No trace is kept yet", (await jory.GetAsync(job + "/traces")).Said(".empty"));
        var of = await BurstAsync(jory, job);
        var asked = await jory.PostAsync(job + "/traces?handler=Logger", ("csv", File), ("of", of));
        Assert.Contains("Asked once", asked.Said(".note"));
        Assert.Equal(["time", "oil_turbo_kpa", "engine_rpm"], asked.Page.QuerySelectorAll("select option[selected]").Select(o => o.GetAttribute("value")));
        Assert.Equal(File.TrimEnd(), asked.Page.QuerySelector("#f-csv")!.TextContent.TrimEnd());
        Assert.Equal(0, (await jory.GetAsync(job + "/record")).Text.Split("pocket logger").Length - 1);

        var kept = await jory.PostAsync(job + "/traces?handler=Logger", [("csv", File), ("of", of), ("once", "a"), .. Mapped]);
        Assert.Equal(HttpStatusCode.Redirect, kept.Status);
        var page = await jory.GetAsync(job + "/traces");
        Assert.Contains("First pressure after 2.0 s.", page.Said(".big"));
        Assert.NotNull(page.Page.QuerySelector(".trace-svg .c-clean"));
        var csv = await jory.GetAsync(page.Page.QuerySelector("a[href$='.csv']")!.GetAttribute("href")!);
        Assert.StartsWith("t_s,oil_turbo_kpa,engine_rpm\n0,2,200\n0.1,2,201\n", csv.Text, StringComparison.Ordinal);
        Assert.Equal(101, csv.Text.Split('\n', StringSplitOptions.RemoveEmptyEntries).Length);
        Assert.Contains("burst-1.csv", csv.Raw.Content.Headers.ContentDisposition!.ToString());
        Assert.Empty(await shop.VerifyAsync());

        // The next file of that logger is read at once, and compared with the one on the other job.
        var other = await jory.BookInAsync();
        await CrankAsync(jory, other, clock);
        var again = File.Replace("1,80", "2,10", StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(other + "/traces?handler=Logger", ("csv", again), ("of", await BurstAsync(jory, other)),
            ("once", "b"))).Status);
        page = await jory.GetAsync(other + "/traces");
        Assert.Contains("Dashed: the last one on this engine", page.Said(".hint"));
        Assert.NotNull(page.Page.QuerySelector(".trace-svg .c-other"));
        var twice = await jory.PostAsync(other + "/traces?handler=Logger", ("csv", again), ("of", await BurstAsync(jory, other)), ("once", "c"));
        Assert.Contains("This very trace is kept here already", twice.Said(".fault-list"));
    }

    [Fact]
    public async Task A_logger_on_the_burst_just_cranked_to_prime_proves_what_a_gauge_would()
    {
        var clock = Clock();
        await using var shop = await ShopServer.StartAsync(clock: clock);
        var jory = await shop.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.ClearAsync(job, "prime");
        await jory.PostAsync(job + "/prime?handler=Oiled", ("turbo", "1"), ("method", "syringe"), ("once", "o"));
        await jory.LookAsync(job, "wheel", "free", 1);
        await jory.LookAsync(job, "oil-level", "between-marks");
        await jory.LookAsync(job, "feed-connected", "tight", 1);
        await jory.LookAsync(job, "drain-connected", "connected", 1);
        await CrankPrimeAsync();
        await jory.PostAsync(job + "/traces?handler=Logger", [("csv", File), ("of", await BurstAsync(jory, job)), ("once", "t"), .. Mapped]);
        Assert.Contains("sound", (await jory.GetAsync(job)).Said("#mark-prime"));
        Assert.Contains("direct gauge, 178 kPa. Oil pressure is proved.", (await jory.GetAsync(job + "/record")).Said(".record"));

        async Task CrankPrimeAsync()
        {
            Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/prime?handler=Burst", ("once", "b"))).Status);
            clock.Now += TimeSpan.FromSeconds(9);
            await jory.PostAsync(job + "/prime?handler=End", ("once", "e"));
        }
    }

    [Fact]
    public async Task What_is_wrong_with_a_file_is_said_and_what_was_pasted_stays()
    {
        var clock = Clock();
        await using var shop = await ShopServer.StartAsync(clock: clock);
        var (jory, job) = await CrankedAsync(shop, clock);
        var of = await BurstAsync(jory, job);
        foreach (var (fields, words) in new ((string, string)[], string)[]
        {
            ([("csv", ""), ("of", of)], "Paste the logger's lines"),
            ([("csv", File)], "Say which burst or run"),
            ([("csv", "1;2\n"), ("of", of)], "At least 5 lines"),
            ([("csv", File), ("of", of), .. Mapped.Where(m => m.Item1 != "logger")], "A logger has a name"),
            ([("csv", File), ("of", of), .. Mapped.Where(m => m.Item1 != "is.0"), ("is.0", "")], "Say which one column is the time"),
            ([("csv", File), ("of", of), .. Mapped.Where(m => m.Item1 != "unit.1"), ("unit.1", "litres")], "is no unit of it"),
            ([("csv", File), ("of", of), .. Mapped.Where(m => m.Item1 != "time_in"), ("time_in", "clock")], "is no time in clock"),
        })
        {
            var refused = await jory.PostAsync(job + "/traces?handler=Logger", fields);
            Assert.Equal((HttpStatusCode.UnprocessableEntity, true), (refused.Status, refused.Said(".fault-list").Contains(words, StringComparison.Ordinal)));
            Assert.Equal(fields.FirstOrDefault(f => f.Item1 == "csv").Item2.Trim(), refused.Page.QuerySelector("#f-csv")!.TextContent.Trim());
        }
        Assert.Contains("No trace is kept yet", (await jory.GetAsync(job + "/traces")).Said(".empty"));
        // A file chosen after it takes the place of what stood in the box.
        var chosen = await jory.UploadAsync(job + "/traces?handler=Logger", [("file", "log.csv", System.Text.Encoding.Unicode.GetPreamble()
            .Concat(System.Text.Encoding.Unicode.GetBytes(File)).ToArray())], null, ("csv", "1;2\n"), ("of", of));
        Assert.Equal(File.TrimEnd(), chosen.Page.QuerySelector("#f-csv")!.TextContent.TrimEnd());
    }

    [Fact]
    public async Task A_changed_or_missing_trace_is_found_and_a_pack_brings_it_whole_or_is_refused()
    {
        var clock = Clock();
        await using var shop = await ShopServer.StartAsync(clock: clock);
        var (jory, job) = await CrankedAsync(shop, clock);
        await jory.PostAsync(job + "/traces?handler=Logger", [("csv", File), ("of", await BurstAsync(jory, job)), ("once", "a"), .. Mapped]);
        var pack = await jory.BytesAsync(job + "/file.zip");
        var file = Directory.GetFiles(Path.Combine(shop.Folder, "traces"), "*", SearchOption.AllDirectories).Single();
        Assert.Equal(Path.GetFileName(file),
            Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(await System.IO.File.ReadAllBytesAsync(file))));

        await using (var elsewhere = await ShopServer.StartAsync())
        {
            await elsewhere.WithAsync(s => s.GetRequiredService<Data.Jobs.JobStore>().ImportAsync(pack, "job.zip"));
            Assert.Empty(await elsewhere.VerifyAsync());
            Assert.Contains("First pressure after 2.0 s.", (await (await elsewhere.VisitAsync("jory")).GetAsync(job + "/traces")).Said(".big"));
        }
        using (var zip = new MemoryStream())
        {
            zip.Write(pack);
            using (var changed = new ZipArchive(zip, ZipArchiveMode.Update, leaveOpen: true))
            {
                var entry = changed.Entries.Single(e => e.FullName.StartsWith("traces/", StringComparison.Ordinal));
                var name = entry.FullName;
                entry.Delete();
                using var other = changed.CreateEntry(name).Open();
                other.Write("another"u8);
            }
            await using var elsewhere = await ShopServer.StartAsync();
            var refused = await Assert.ThrowsAsync<Core.Inputs.InputRefusedException>(() => elsewhere.WithAsync(s
                => s.GetRequiredService<Data.Jobs.JobStore>().ImportAsync(zip.ToArray(), "job.zip")));
            Assert.Contains("This trace is not the one the job names", refused.Message);
        }
        await System.IO.File.WriteAllTextAsync(file, "changed");
        Assert.Contains(await shop.VerifyAsync(), f => f.Contains("(trace): its file", StringComparison.Ordinal) && f.Contains("was changed",
            StringComparison.Ordinal));
        Assert.Contains("missing or damaged", (await jory.GetAsync(job + "/traces")).Said(".note"));
        System.IO.File.Delete(file);
        Assert.Contains(await shop.VerifyAsync(), f => f.EndsWith("is missing.", StringComparison.Ordinal));
    }

    [Fact]
    public async Task What_runs_is_written_as_it_comes_and_goes_on_after_the_server_was_killed()
    {
        var folder = new ShopFolder(Directory.CreateTempSubdirectory("wattology-trace-").FullName);
        var turning = new string('a', 64);
        GaugeSample Sample(double kpa) => new(0, new Dictionary<string, double> { [GaugeChannel.OilTurbo] = kpa });
        var first = RunningTrace.Open(folder, turning, 100_000);
        for (var i = 0; i < 60; i++) first.Take(99_000 + 50 * i, Sample(i));
        // Killed: nothing is disposed; what was flushed within the last second is there, and its last line may be cut.
        var written = RunningTrace.Read(folder, turning)!;
        Assert.InRange(written.Rows.Count, 40, 60);
        first.Dispose();
        await System.IO.File.AppendAllTextAsync(Path.Combine(folder.Traces, "running", turning + ".csv"), "2.0,4");
        using (var second = RunningTrace.Open(folder, turning, 100_000))
        {
            second.Take(101_950, Sample(1));
            for (var i = 0; i < 40; i++) second.Take(105_000 + 50 * i, Sample(200));
        }
        var whole = RunningTrace.Read(folder, turning)!.Read();
        Assert.Equal(100, whole.Rows.Count);
        Assert.Equal([GaugeChannel.OilTurbo], whole.Channels);
        Assert.Equal((-1, 6.95), (whole.Rows[0].TimeS, whole.Rows[^1].TimeS));
        // What was not read while the server stood is a gap, not a line.
        Assert.Contains(Thinning.Of(whole.Pressure, 50).Points, p => p.Value is null);
        RunningTrace.Forget(folder, turning);
        Assert.Null(RunningTrace.Read(folder, turning));
        Directory.Delete(folder.Path, true);
    }

    // A job clear to be cranked in a shop whose line leads to a box.
    private static async Task<(GaugeLink Link, Visitor Jory, string Job)> ReadByAsync(ShopServer shop, GaugeBox box)
    {
        var link = shop.Services.GetRequiredService<GaugeLink>();
        await link.DialAsync($"127.0.0.1:{box.Port}");
        for (var i = 0; i < 2_400 && !link.State.Connected; i++) await Task.Delay(25);
        var jory = await shop.VisitAsync("jory");
        var job = await jory.BookInAsync();
        await jory.ClearAsync(job);
        return (link, jory, job);
    }

    // A disk with so much room left and no more.
    private sealed class FullAfter(int bytes) : MemoryStream
    {
        public override void Write(byte[] buffer, int offset, int count)
        {
            if (Length + count > bytes) throw new IOException("No space left on device");
            base.Write(buffer, offset, count);
        }

        public override void Write(ReadOnlySpan<byte> buffer) => Write(buffer.ToArray(), 0, buffer.Length);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(500)]
    public void A_disk_that_fills_costs_the_rest_of_a_trace_and_nothing_is_thrown_at_whoever_watches(int room)
    {
        using var disk = new FullAfter(room);
        using var trace = new RunningTrace(disk, 100_000);
        for (var i = 0; i < 200; i++) trace.Take(100_000 + 50 * i, new(0, new Dictionary<string, double> { [GaugeChannel.OilTurbo] = 200 }));
        trace.Flush();
        Assert.Equal(room > 0, disk.ToArray().Length > 0);
    }

    [Fact]
    public async Task The_pressure_of_a_burst_is_watched_where_its_trace_cannot_be_written()
    {
        await using var shop = await ShopServer.StartAsync();
        await using var box = new GaugeBox("bench box 6", rateHz: 50, speed: 5);
        var (link, jory, job) = await ReadByAsync(shop, box);
        // Where the traces of what runs would lie, lies something else.
        Directory.CreateDirectory(Path.Combine(shop.Folder, "traces"));
        await System.IO.File.WriteAllTextAsync(Path.Combine(shop.Folder, "traces", "running"), "");
        await jory.PostAsync(job + "/prime?handler=GaugeOn", ("once", "a"));
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/prime?handler=Burst", ("once", "b"))).Status);
        for (var i = 0; i < 2_400 && link.State.Watch != WatchState.Shown; i++) await Task.Delay(25);
        Assert.Equal(WatchState.Shown, link.State.Watch);
        Assert.Equal(HttpStatusCode.Redirect, (await jory.PostAsync(job + "/prime?handler=End", ("once", "c"))).Status);
        Assert.Null(link.State.Watch);
        Assert.Empty(await shop.VerifyAsync());
    }

    [Fact]
    public async Task An_hour_at_twenty_a_second_is_small_and_its_chart_too()
    {
        var folder = new ShopFolder(Directory.CreateTempSubdirectory("wattology-trace-").FullName);
        var random = new Random(5);
        string[] channels = [.. GaugeChannel.All.Select(c => c.Name)];
        var trace = new Trace(channels, [.. Enumerable.Range(0, 72_000).Select(i => new TraceRow(i * 0.05, [.. channels.Select(c => (double?)Math.Round(
            200 + 40 * Math.Sin(i / 400.0) + 2 * random.NextDouble(), 1))]))]);
        var (file, bytes) = await new TraceFiles(folder).KeepAsync(trace);
        Assert.InRange(bytes, 1, 3_000_000);
        var back = (await new TraceFiles(folder).ReadAsync(file))!;
        Assert.Equal(72_000, back.Rows.Count);
        var (svg, thinned) = Wattology.Web.Drawing.TraceDrawing.Draw(new(back, 0, 3_600, 50, [], null), new());
        Assert.InRange(svg.Length, 1_000, 600_000);
        Assert.Contains("of up to 83 samples together", thinned);
        Directory.Delete(folder.Path, true);
    }

    [Fact]
    public async Task What_a_box_read_of_a_burst_is_kept_with_its_end_and_marked_simulated()
    {
        await using var shop = await ShopServer.StartAsync();
        await using var box = new GaugeBox("bench box 5", rateHz: 50, speed: 4);
        var (link, jory, job) = await ReadByAsync(shop, box);
        await jory.PostAsync(job + "/prime?handler=GaugeOn", ("once", "a"));
        await jory.PostAsync(job + "/prime?handler=Burst", ("once", "b"));
        for (var i = 0; i < 2_400 && link.Since(0).Count < 60; i++) await Task.Delay(25);
        await jory.PostAsync(job + "/prime?handler=Mark", ("once", "m"), ("words", "a noise"));
        // A box that watches is not taken elsewhere: what it reads here would be lost.
        var elsewhere = await jory.PostAsync(await jory.BookInAsync() + "/prime?handler=GaugeOn", ("once", "x"));
        Assert.Contains("watches a burst or run on another job", elsewhere.Said(".fault-list"));
        await jory.PostAsync(job + "/prime?handler=End", ("once", "c"));
        var page = await jory.GetAsync(job + "/traces");
        Assert.Contains("bench box 5", page.Said("h3"));
        Assert.Contains("simulated", page.Said("h3 .simulated"));
        Assert.Contains("a noise", page.Said(".trace-markers"));
        Assert.Empty(Directory.GetFiles(Path.Combine(shop.Folder, "traces", "running")));
        Assert.Empty(await shop.VerifyAsync());
        var csv = await jory.GetAsync(page.Page.QuerySelector("a[href$='.csv']")!.GetAttribute("href")!);
        using (var pdf = UglyToad.PdfPig.PdfDocument.Open(await jory.BytesAsync(job + "/file.pdf")))
        {
            Assert.Contains("read on a simulated engine.", string.Join(' ', pdf.GetPage(1).GetWords().Select(w => w.Text)));
            // The trace is drawn on paper as on the screen, with its marks told under it.
            var (drawn, whole) = (page.Page.QuerySelectorAll(".trace-svg text").Select(t => t.TextContent).Where(t => t.Contains(", ",
                StringComparison.Ordinal)),
                string.Join(' ', pdf.GetPages().SelectMany(p => p.GetWords()).Select(w => w.Text)));
            Assert.NotEmpty(drawn);
            // Print joins some letters into one.
            Assert.All(drawn, t => Assert.Contains(t, whole.Replace("\ufb02", "fl", StringComparison.Ordinal)));
            Assert.Matches(@"\d: [\d.]+ s a noise", whole);
        }
        Assert.Contains("simulated.csv", csv.Raw.Content.Headers.ContentDisposition!.ToString());
        Assert.InRange(csv.Text.Split('\n').Length, 10, 4_000);
    }
}
