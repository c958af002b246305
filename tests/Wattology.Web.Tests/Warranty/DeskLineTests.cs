using System.Net;
using Microsoft.Extensions.DependencyInjection;
using Wattology.StandIns.Warranty;
using Wattology.Web.Tests.Hosting;
using Wattology.Web.Warranty;

namespace Wattology.Web.Tests.Warranty;

/// <summary>Claims over the line to a simulated desk that is well, slow, down, answers twice, or contradicts itself.</summary>
public sealed class DeskLineTests
{
    private static Task<(ShopServer Server, Visitor Desk, string Job)> StartAsync(WarrantyDesk desk, TimeSpan? patience = null)
        => StartAsync(desk.Address, s => s.AddHttpClient(DeskLine.Client, c => c.Timeout = patience ?? TimeSpan.FromSeconds(8)));

    private static async Task<(ShopServer Server, Visitor Desk, string Job)> StartAsync(Uri desk, Action<IServiceCollection> line)
    {
        var server = await ShopServer.StartAsync(with: line);
        server.Services.GetRequiredService<LentDesk>().Lend(desk);
        await Policies.SetAsync(server);
        var wyn = await server.VisitAsync("wyn");
        var job = await wyn.BookInAsync();
        await wyn.GetAsync(job + "/claim");
        await wyn.PostAsync(job + "/claim?handler=Policy", ("policy", "mill"), ("complaint", "broken"), ("once", "p1"));
        return (server, wyn, job);
    }

    private static Task<Answer> SendAsync(Visitor wyn, string job, string once) => wyn.PostAsync(job + "/claim?handler=Send", ("once", once));

    private static Task<Answer> FetchAsync(Visitor wyn, string job) => wyn.PostAsync(job + "/claim?handler=Fetch");

    private static async Task<string> StateAsync(Visitor wyn, string job) => (await wyn.GetAsync(job
        + "/claim")).Said("h3").Split("The claim: ")[1].Split(" |")[0];

    [Fact]
    public async Task A_claim_is_sent_answered_and_paid()
    {
        await using var desk = await WarrantyDesk.StartAsync(DeskScenario.Accepts);
        var (server, wyn, job) = await StartAsync(desk);
        await using var _ = server;
        Assert.Equal("to complete", await StateAsync(wyn, job));
        Assert.Equal(HttpStatusCode.Redirect, (await SendAsync(wyn, job, "s1")).Status);
        Assert.Equal("sent", await StateAsync(wyn, job));
        await FetchAsync(wyn, job);
        Assert.Equal("accepted", await StateAsync(wyn, job));
        await wyn.PostAsync(job + "/claim?handler=Paid", ("amount", "900"), ("once", "m1"));
        Assert.Equal("paid", await StateAsync(wyn, job));
        Assert.Contains("WD-0001", (await wyn.GetAsync(job + "/claim")).Said(".plain-list"));
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task A_slow_desk_is_asked_again_and_takes_the_claim_once()
    {
        await using var desk = await WarrantyDesk.StartAsync(DeskScenario.Slow, late: TimeSpan.FromSeconds(60));
        var (server, wyn, job) = await StartAsync(desk, TimeSpan.FromSeconds(3));
        await using var _ = server;
        Assert.Equal(HttpStatusCode.Redirect, (await SendAsync(wyn, job, "s1")).Status);
        Assert.Equal("sent", await StateAsync(wyn, job));
        Assert.Equal(1, desk.Taken);
    }

    [Fact]
    public async Task Where_the_desk_is_down_the_pack_is_kept_and_goes_out_unchanged_when_it_is_up()
    {
        WarrantyDesk down = await WarrantyDesk.StartAsync(DeskScenario.Down), up = await WarrantyDesk.StartAsync(DeskScenario.Accepts);
        await using var a = down;
        await using var b = up;
        var (server, wyn, job) = await StartAsync(down);
        await using var _ = server;
        var refused = await SendAsync(wyn, job, "s1");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Contains("it answered 503", refused.Said(".fault-list"));
        Assert.Equal("to complete", await StateAsync(wyn, job));
        var kept = Directory.GetFiles(Path.Combine(server.Folder, "packs"), "*", SearchOption.AllDirectories).Order().ToArray();
        server.Services.GetRequiredService<LentDesk>().Lend(up.Address);
        await SendAsync(wyn, job, "s2");
        Assert.Equal("sent", await StateAsync(wyn, job));
        Assert.Equal(kept, Directory.GetFiles(Path.Combine(server.Folder, "packs"), "*", SearchOption.AllDirectories).Order());
    }

    [Fact]
    public async Task A_pack_that_was_made_and_is_gone_is_made_anew()
    {
        WarrantyDesk down = await WarrantyDesk.StartAsync(DeskScenario.Down), up = await WarrantyDesk.StartAsync(DeskScenario.Accepts);
        await using var a = down;
        await using var b = up;
        var (server, wyn, job) = await StartAsync(down);
        await using var _ = server;
        await SendAsync(wyn, job, "s1");
        foreach (var file in Directory.GetFiles(Path.Combine(server.Folder, "packs"), "*", SearchOption.AllDirectories))
            if (new FileInfo(file).Length > 1000) File.Delete(file);
        server.Services.GetRequiredService<LentDesk>().Lend(up.Address);
        await SendAsync(wyn, job, "s2");
        Assert.Equal("sent", await StateAsync(wyn, job));
        Assert.Empty(await server.VerifyAsync());
    }

    [Fact]
    public async Task An_answer_given_twice_is_recorded_once_and_two_that_contradict_are_said()
    {
        await using var twice = await WarrantyDesk.StartAsync(DeskScenario.Twice);
        var (server, wyn, job) = await StartAsync(twice);
        await using var _ = server;
        await SendAsync(wyn, job, "s1");
        await FetchAsync(wyn, job);
        await FetchAsync(wyn, job);
        Assert.Contains("No new answer yet", (await wyn.GetAsync(job + "/claim")).Said(".said"));
        Assert.Single((await wyn.GetAsync(job + "/record")).Page.QuerySelectorAll(".record > li"), l => l.TextContent.Contains("Claim answered",
            StringComparison.Ordinal));

        await using var contradicts = await WarrantyDesk.StartAsync(DeskScenario.Contradicts);
        var (second, desk, other) = await StartAsync(contradicts);
        await using var __ = second;
        await SendAsync(desk, other, "s1");
        await FetchAsync(desk, other);
        Assert.Equal("accepted", await StateAsync(desk, other));
        Assert.Contains("Ask which holds", (await desk.GetAsync(other + "/claim")).Said(".fault"));
    }

    [Fact]
    public async Task A_question_is_answered_by_a_later_pack_under_the_same_receipt()
    {
        await using var desk = await WarrantyDesk.StartAsync(DeskScenario.Asks);
        var (server, wyn, job) = await StartAsync(desk);
        await using var _ = server;
        await SendAsync(wyn, job, "s1");
        await FetchAsync(wyn, job);
        Assert.Equal("asked", await StateAsync(wyn, job));
        await SendAsync(wyn, job, "s2");
        await FetchAsync(wyn, job);
        Assert.Equal("accepted", await StateAsync(wyn, job));
        Assert.Equal(2, desk.Taken);
        Assert.DoesNotContain("WD-0002", (await wyn.GetAsync(job + "/claim")).Said(".plain-list"));
    }

    [Fact]
    public async Task A_refusal_stands_with_its_reason_on_the_sheet_and_in_the_list()
    {
        await using var desk = await WarrantyDesk.StartAsync(DeskScenario.Refuses);
        var (server, wyn, job) = await StartAsync(desk);
        await using var _ = server;
        await SendAsync(wyn, job, "s1");
        await FetchAsync(wyn, job);
        Assert.Contains("crankcase pressure as it came", (await wyn.GetAsync(job + "/claim")).Said("p"));
        Assert.Contains("crankcase pressure as it came", (await wyn.GetAsync("/claims?state=refused")).Said("table"));
    }

    // A desk that answers whatever it is told to, in letters no one has.
    private sealed class Says(string receipt, string answers) : HttpMessageHandler
    {
        protected override Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken cancel)
        {
            var content = new ByteArrayContent(System.Text.Encoding.UTF8.GetBytes(request.Method == HttpMethod.Post ? receipt : answers));
            content.Headers.TryAddWithoutValidation("Content-Type", "application/json; charset=none-such");
            return Task.FromResult(new HttpResponseMessage { Content = content });
        }
    }

    [Theory]
    [InlineData("[]")]
    [InlineData("no json")]
    [InlineData("""{"receipt": 7}""")]
    [InlineData("""{"receipt": "\ud800"}""")]
    [InlineData("""{"receipt": "a\u0000b"}""")]
    [InlineData("""{"ticket": "WD-7"}""")]
    public async Task A_receipt_that_cannot_be_read_is_said_and_the_claim_is_not_called_sent(string said)
    {
        var (server, wyn, job) = await StartAsync(new("http://desk.test/"), s => s.AddHttpClient(DeskLine.Client)
            .ConfigurePrimaryHttpMessageHandler(() => new Says(said, "")));
        await using var _ = server;
        var refused = await SendAsync(wyn, job, "s1");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.Status);
        Assert.Contains("gave no receipt that can be read", refused.Said(".fault-list"));
        Assert.Equal("to complete", await StateAsync(wyn, job));
    }

    [Theory]
    [InlineData("7")]
    [InlineData("""{"answers": {}}""")]
    [InlineData("""{"answers": [{"number": 1, "answer": "perhaps"}]}""")]
    [InlineData("""{"answers": [{"number": 1, "answer": "accepted", "words": "\udc00"}]}""")]
    public async Task An_answer_that_cannot_be_read_is_said_and_nothing_of_it_is_recorded(string said)
    {
        var (server, wyn, job) = await StartAsync(new("http://desk.test/"), s => s.AddHttpClient(DeskLine.Client)
            .ConfigurePrimaryHttpMessageHandler(() => new Says("""{"receipt": "WD-7"}""", said)));
        await using var _ = server;
        await SendAsync(wyn, job, "s1");
        Assert.Contains("The desk's answer is not understood", (await FetchAsync(wyn, job)).Said(".fault-list"));
        Assert.Equal("sent", await StateAsync(wyn, job));
    }
}
