using Microsoft.Extensions.DependencyInjection;
using Wattology.Data.Shop;
using Wattology.Web.Tests.Hosting;

namespace Wattology.Web.Tests.Warranty;

/// <summary>A policy as the tests need it.</summary>
internal static class Policies
{
    public const string Mill = """
        {"policy":"wattology-policy-1","id":"mill","name":"Mill cover","giver":"Orvane","version":1,"cover":{"what":"the unit"},
         "proofs":[{"proof":"old-plate","grade":"seen"},{"proof":"catch","grade":"measured","second_best":"seen"}],"voids":["sealant"],"old_parts_days":90}
        """;

    public static Task SetAsync(ShopServer server) => server.WithAsync(s => s.GetRequiredService<PolicyStore>().SetAsync(Mill, "Maren T"));
}
