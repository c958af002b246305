using System.Security.Cryptography;
using System.Text;

namespace Wattology.Core.Shop;

/// <summary>The shop's signature over a claim's pack: over the list of its members with their hashes, so that nothing in it can be changed, added or left
/// out.</summary>
/// <param name="Pack">The form of the pack: <see cref="FormName"/>.</param>
/// <param name="Job">The job's number.</param>
/// <param name="Entries">How many entries of the job are in it.</param>
/// <param name="Head">The hash of the last of them.</param>
/// <param name="Sums">SHA-256 of the list of members.</param>
/// <param name="Shop">The shop's name.</param>
/// <param name="PublicKey">The public half of its key, base64.</param>
/// <param name="Code">The shop's code when the pack was made.</param>
/// <param name="Signature">The signature, base64.</param>
public sealed record PackSeal(string Pack, string Job, int Entries, string Head, string Sums, string Shop, string PublicKey, string Code, string Signature)
{
    /// <summary>The form every pack names.</summary>
    public const string FormName = "wattology-claim-1";

    /// <summary>What is signed: SHA-256 over the UTF-8 of the fields but the signature, each on a line of its own.</summary>
    public string Hash() => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\n', Pack, Job,
        Entries.ToString(System.Globalization.CultureInfo.InvariantCulture), Head, Sums, Shop, PublicKey, Code))));

    /// <summary>Seals a pack.</summary>
    public static PackSeal Of(ShopKey key, string job, int entries, string head, string sums, string shop, string code)
    {
        var seal = new PackSeal(FormName, job, entries, head, sums, shop, key.Public.Base64, code, "");
        return seal with { Signature = key.Sign(seal.Hash()) };
    }

    /// <summary>What is wrong with the signature; null where the key beside it made it.</summary>
    public string? Fault()
    {
        if (Pack != FormName) return $"Its form is not known: {FormName} is.";
        try
        {
            return new ShopPublicKey(PublicKey).Proves(Hash(), Signature) ? null
                : "The signature is not made with the key beside it, or a field beside it was changed.";
        }
        catch (FormatException) { return "The public key beside the signature is none."; }
    }
}
