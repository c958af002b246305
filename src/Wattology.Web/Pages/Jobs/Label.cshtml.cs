using Microsoft.AspNetCore.Mvc;
using Wattology.Core.Evidence;
using Wattology.Web.Hosting;

namespace Wattology.Web.Pages.Jobs;

/// <summary>The label of an old part, to be printed and tied on.</summary>
public sealed class LabelModel(SheetServices services, ServedAt at, ShopName shop) : SheetModel(services)
{
    /// <summary>Hash of the entry that tagged the part.</summary>
    [FromRoute]
    public string Tagged { get; set; } = "";

    /// <inheritdoc/>
    public override string Sheet => OldParts.Check.Id;

    /// <inheritdoc/>
    public override string Title => "Label";

    /// <summary>The part.</summary>
    public KeptPart? Part => OldParts.Of(Job.Record).FirstOrDefault(p => p.Tagged.Entry.Hash == Tagged);

    /// <summary>Where a scan of the label leads.</summary>
    public string Address => $"{at.Urls[0]}/jobs/{Id}/old-parts#tag-{Tagged[..12]}";

    /// <summary>The shop's name.</summary>
    public Task<string> ShopAsync() => shop.GetAsync();

    /// <inheritdoc/>
    protected override bool IsThere => Part is not null;

    /// <summary>Shows it.</summary>
    public void OnGet() { }
}
