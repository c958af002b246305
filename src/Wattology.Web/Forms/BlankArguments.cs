using System.Collections.Concurrent;
using System.Reflection;
using Microsoft.AspNetCore.Mvc.Filters;

namespace Wattology.Web.Forms;

/// <summary>What a form did not send, or sent blank, reaches a handler that wants a text as an empty one, never as null: the handler says in words what is
/// wanted.</summary>
public sealed class BlankArguments : IAsyncPageFilter
{
    private static readonly ConcurrentDictionary<MethodInfo, string[]> Wanted = new();

    /// <inheritdoc/>
    public Task OnPageHandlerSelectionAsync(PageHandlerSelectedContext context) => Task.CompletedTask;

    /// <inheritdoc/>
    public Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (context.HandlerMethod is { } handler)
            foreach (var name in Wanted.GetOrAdd(handler.MethodInfo, Texts))
                if (!context.HandlerArguments.TryGetValue(name, out var sent) || sent is null) context.HandlerArguments[name] = "";
        return next();
    }

    private static string[] Texts(MethodInfo method)
    {
        var nulls = new NullabilityInfoContext();
        return [.. method.GetParameters().Where(p => p.ParameterType == typeof(string) && nulls.Create(p).WriteState == NullabilityState.NotNull)
            .Select(p => p.Name!)];
    }
}
