using System.Security.Cryptography;

namespace Wattology.Core.Shop;

/// <summary>The public half of a shop's key: proves what the shop signed.</summary>
/// <remarks>ECDSA over the NIST curve P-256 (FIPS 186-4), the signature as r and s of 32 bytes each; the key as SubjectPublicKeyInfo.</remarks>
public sealed class ShopPublicKey
{
    private readonly ECDsa _key;
    private readonly byte[] _spki;

    /// <summary>Reads a key.</summary>
    /// <param name="base64">SubjectPublicKeyInfo as base64.</param>
    /// <exception cref="FormatException">It is no such key.</exception>
    public ShopPublicKey(string base64)
    {
        _key = ECDsa.Create();
        try
        {
            _spki = Convert.FromBase64String(base64);
            _key.ImportSubjectPublicKeyInfo(_spki, out _);
        }
        catch (CryptographicException e) { throw new FormatException("This is no public key.", e); }
    }

    /// <summary>The key as base64.</summary>
    public string Base64 => Convert.ToBase64String(_spki);

    /// <summary>The first 16 hex digits of its SHA-256, in fours: enough to compare by eye with a paper.</summary>
    public string Fingerprint => string.Join('-', Convert.ToHexStringLower(SHA256.HashData(_spki))[..16].Chunk(4).Select(c => new string(c)));

    /// <summary>Whether the shop signed a hash.</summary>
    /// <param name="hash">The hash, in hex digits.</param>
    /// <param name="signature">The signature, base64.</param>
    public bool Proves(string hash, string signature)
    {
        Span<byte> bytes = stackalloc byte[64];
        return Convert.TryFromBase64String(signature, bytes, out var written) && written == bytes.Length && hash.Length == 64 &&
            hash.All(char.IsAsciiHexDigitLower)
            && _key.VerifyHash(Convert.FromHexString(hash), bytes, DSASignatureFormat.IeeeP1363FixedFieldConcatenation);
    }
}

/// <summary>A shop's key: signs every entry of its chain. It lies beside the database, never in it.</summary>
public sealed class ShopKey
{
    private readonly ECDsa _key;

    private ShopKey(ECDsa key) => (_key, Public) = (key, new ShopPublicKey(Convert.ToBase64String(key.ExportSubjectPublicKeyInfo())));

    /// <summary>Its public half.</summary>
    public ShopPublicKey Public { get; }

    /// <summary>A new key.</summary>
    public static ShopKey New() => new(ECDsa.Create(ECCurve.NamedCurves.nistP256));

    /// <summary>Reads a key.</summary>
    /// <param name="pem">PKCS #8 as PEM.</param>
    /// <exception cref="FormatException">It is no such key.</exception>
    public static ShopKey Read(string pem)
    {
        var key = ECDsa.Create();
        try { key.ImportFromPem(pem); }
        catch (Exception e) when (e is CryptographicException or ArgumentException) { throw new FormatException("This is no private key.", e); }
        return new ShopKey(key);
    }

    /// <summary>The key as PEM, PKCS #8.</summary>
    public string Pem => _key.ExportPkcs8PrivateKeyPem();

    /// <summary>The shop's signature over a hash, base64; see <see cref="ShopPublicKey.Proves"/>.</summary>
    /// <param name="hash">The hash, 64 small hex digits.</param>
    public string Sign(string hash)
    {
        lock (_key) return Convert.ToBase64String(_key.SignHash(Convert.FromHexString(hash), DSASignatureFormat.IeeeP1363FixedFieldConcatenation));
    }

    /// <summary>Seals the next entry of the chain.</summary>
    /// <param name="before">The entry before; null for the first.</param>
    /// <param name="at">When.</param>
    /// <param name="by">Who.</param>
    /// <param name="kind">What it is about.</param>
    /// <param name="of">Which one.</param>
    /// <param name="state">How it stands from here on.</param>
    /// <param name="body">The same for people, as JSON.</param>
    public ShopEntry Seal(ShopEntry? before, DateTimeOffset at, People.Author by, ShopSubject kind, string of, string state, string body)
    {
        var entry = new ShopEntry((before?.Seq ?? 0) + 1, DateTimeOffset.FromUnixTimeMilliseconds(at.ToUnixTimeMilliseconds()), by.Name, by.Id,
            Inputs.JsonForm.WordOf(by.Role), Inputs.JsonForm.WordOf(kind), of, state, body, before?.Hash ?? "", "", "");
        var hash = entry.ComputeHash();
        return entry with { Hash = hash, Signature = Sign(hash) };
    }
}
