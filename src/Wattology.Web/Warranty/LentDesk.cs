using Microsoft.EntityFrameworkCore;
using Wattology.Data;

namespace Wattology.Web.Warranty;

/// <summary>The warranty desk the shop's claims go to: the one the owner set, otherwise the one the demo brings with it.</summary>
public sealed class LentDesk
{
    private Uri? _lent;

    /// <summary>Brings one along.</summary>
    public void Lend(Uri desk) => _lent = desk;

    /// <summary>Whether a text is an address a claim may go to.</summary>
    public static bool IsAddress(string text, out Uri? desk) => Uri.TryCreate(text.EndsWith('/') ? text : text + "/", UriKind.Absolute, out desk)
        && desk.Scheme is "http" or "https" && desk.UserInfo.Length == 0;

    /// <summary>Where claims go; null where no desk is set.</summary>
    public async Task<(Uri Desk, bool Simulated)?> FindAsync(ShopDb db, CancellationToken cancel = default)
    {
        var set = (await db.Settings.AsNoTracking().FirstOrDefaultAsync(s => s.Key == DeskLine.AddressKey, cancel))?.Value ?? "";
        return set.Length > 0 && IsAddress(set, out var desk) ? (desk!, false) : _lent is null ? null : (_lent, true);
    }
}
