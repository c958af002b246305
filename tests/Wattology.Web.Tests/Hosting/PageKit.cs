using Microsoft.AspNetCore.Builder;
using Microsoft.Extensions.DependencyInjection;
using Wattology.Data;
using Wattology.Web.Hosting;

namespace Wattology.Web.Tests.Hosting;

/// <summary>What the framework works out of the pages of this application, once for all servers of a run: most of what a server costs to start.</summary>
internal static class PageKit
{
    // Made over an empty folder and never served.
    private static readonly Lazy<WebApplication> Kit = new(() =>
    {
        var folder = Directory.CreateTempSubdirectory("wattology-web-kit-").FullName;
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(folder, true);
        return ShopHost.Build(new ShopFolder(folder), ServedAt.Loopback(0));
    });

    /// <summary>Puts it in the place of what a server would work out for itself. It holds nothing of any shop: what a request needs comes from the
    /// services of the server it reached.</summary>
    public static void LendTo(IServiceCollection services)
    {
        foreach (var own in services.Where(IsOfPages).GroupBy(d => d.ServiceType).Where(g => g.Count() == 1).Select(g => g.Single()).ToArray())
            services[services.IndexOf(own)] = ServiceDescriptor.Singleton(own.ServiceType, _ => Kit.Value.Services.GetRequiredService(own.ServiceType));
    }

    private static bool IsOfPages(ServiceDescriptor service) => service is { Lifetime: ServiceLifetime.Singleton, IsKeyedService: false, ServiceType:
        { IsGenericTypeDefinition: false, Namespace: { } space } } && space.StartsWith("Microsoft.AspNetCore.Mvc", StringComparison.Ordinal)
        // The description of the programs' door is made from where a server's own doors are.
        && !space.EndsWith("ApiExplorer", StringComparison.Ordinal);
}
