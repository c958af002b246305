using Microsoft.EntityFrameworkCore;
using Wattology.Data;

namespace Wattology.Web.Hosting;

/// <summary>The shop's name for the head of every page; read once.</summary>
public sealed class ShopName(IServiceScopeFactory scopes)
{
    private string? _name;

    /// <summary>The name; empty until the shop is set up.</summary>
    public async Task<string> GetAsync()
    {
        if (_name is not null) return _name;
        await using var scope = scopes.CreateAsyncScope();
        var set = await scope.ServiceProvider.GetRequiredService<ShopDb>().Settings.AsNoTracking().FirstOrDefaultAsync(s => s.Key == "name");
        return _name = set?.Value ?? "";
    }

    /// <summary>It was changed.</summary>
    public void Forget() => _name = null;
}
