using System.Net;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.Mvc.Infrastructure;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Web.Pages.Jobs;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Forms;

/// <summary>What a page never sends is sent to every handler of every page: nothing at all, blanks, and what is no answer.</summary>
public sealed class EveryHandlerTests
{
    private static readonly string[] Odd = ["x", "", "-1", JobForms.NoHash];

    private sealed record Handler(string Path, bool Posts, string Name, IReadOnlyList<string> Fields, IReadOnlyList<string?> Values);

    private static async Task<IReadOnlyList<Handler>> AllAsync(ShopServer server, string job)
    {
        var loader = server.Services.GetRequiredService<PageLoader>();
        var (all, asked) = (new List<Handler>(), new HashSet<string>());
        foreach (var page in server.Services.GetRequiredService<IActionDescriptorCollectionProvider>().ActionDescriptors.Items.OfType<PageActionDescriptor>())
        {
            var path = JobForms.PathOf(page.AttributeRouteInfo!.Template!, job);
            // Signing out and locking end the session that asks.
            if (path is "/sign-out" or "/locked" or "/trouble") continue;
            var compiled = await loader.LoadAsync(page, EndpointMetadataCollection.Empty);
            foreach (var handler in compiled.HandlerMethods)
            {
                // What all sheets share is asked on each of them in a long run, and on one of them otherwise.
                var shared = handler.MethodInfo.DeclaringType == typeof(SheetModel);
                if (shared && !Effort.IsLong && !asked.Add(handler.MethodInfo.Name)) continue;
                all.Add(new(path, HttpMethods.IsPost(handler.HttpMethod), handler.Name ?? "", [.. Fields(compiled, handler)],
                    [null, .. Effort.IsLong && !shared ? Odd : [Odd[all.Count % Odd.Length]]]));
            }
        }
        return all;
    }

    // What the handler takes, what the page binds, and the fields of what it records, as its form names them.
    private static IEnumerable<string> Fields(CompiledPageActionDescriptor page, HandlerMethodDescriptor handler)
        => handler.MethodInfo.GetParameters().SelectMany(p => typeof(EntryBody).IsAssignableFrom(p.ParameterType)
            ? p.ParameterType.GetConstructors()[0].GetParameters().SelectMany(f => new[] { f.Name!, $"{p.Name}.{f.Name}" }) : [p.Name!])
        .Concat(page.BoundProperties.Select(b => b.Name)).Concat(["known", "once", "corrects", "saw", "open", "entry", "why", "reason"]).Distinct();

    // A twin just booked in, and one far on.
    [Theory]
    [InlineData("")]
    [InlineData("PILOT 2")]
    public async Task Each_answers_with_words_or_not_at_all_and_nothing_of_it_hurts_the_shop(string demo)
    {
        await using var server = await ShopServer.StartAsync(demo: demo.Length > 0);
        var visitor = demo.Length > 0 ? await server.VisitDemoAsync("maren") : await server.VisitAsync("maren");
        var job = demo.Length > 0 ? (await visitor.GetAsync($"/?q={Uri.EscapeDataString(demo)}")).Page.QuerySelector("a.num")!.GetAttribute("href")!
            : await visitor.BookInAsync(other: ("turbos", "2"));
        await visitor.GetAsync(job);
        var handlers = await AllAsync(server, job);
        Assert.True(handlers.Count(h => h.Posts) > (Effort.IsLong ? 300 : 100), $"{handlers.Count(h => h.Posts)} handlers");
        var failed = new List<string>();
        foreach (var handler in handlers)
            foreach (var value in handler.Values)
            {
                (string, string)[] fields = value is null ? [] : [.. handler.Fields.Select(f => (JsonForm.NameOf(f), value))];
                var at = handler.Name.Length > 0 ? $"{handler.Path}?handler={handler.Name}" : handler.Path;
                var answer = handler.Posts ? await visitor.PostAsync(at, fields)
                    : await visitor.GetAsync($"{handler.Path}?handler={handler.Name}{string.Concat(fields.Select(f => $"&{f.Item1}={f.Item2}"))}");
                if (answer.Status >= HttpStatusCode.InternalServerError)
                    failed.Add($"{(handler.Posts ? "post" : "get")} {at} with {value ?? "nothing"}: {(int)answer.Status}");
            }
        Assert.True(failed.Count == 0, string.Join('\n', failed));
        Assert.Empty(await server.VerifyAsync());
        Assert.Equal(HttpStatusCode.OK, (await visitor.GetAsync("/")).Status);
    }
}
