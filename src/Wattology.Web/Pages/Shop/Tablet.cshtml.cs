using Microsoft.AspNetCore.Mvc.RazorPages;
using Wattology.Web.Hosting;

namespace Wattology.Web.Pages.Shop;

/// <summary>How a tablet comes in: the address, and the fingerprint of the certificate it is shown.</summary>
public sealed class TabletModel(ServedAt at) : PageModel
{
    /// <summary>Where the shop is served.</summary>
    public ServedAt At => at;
}
