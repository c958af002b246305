namespace Wattology.Web.Hosting;

/// <summary>Requests somebody else sent on.</summary>
public static class Forwarding
{
    private static readonly HashSet<string> Headers = new(StringComparer.OrdinalIgnoreCase) { "X-Forwarded-For", "X-Original-For", "Forwarded", "Via" };

    /// <summary>Whether a request came through a proxy: then its address says nothing of where it began.</summary>
    public static bool IsForwarded(HttpRequest request) => request.Headers.Keys.Any(Headers.Contains);
}
