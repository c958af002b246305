using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;
using System.Security.Cryptography.X509Certificates;
using Wattology.Data.Jobs;

namespace Wattology.Web.Hosting;

/// <summary>Where a shop is served, and under which names it answers.</summary>
/// <param name="Address">The address it listens on; loopback unless somebody says otherwise.</param>
/// <param name="Port">The port.</param>
/// <param name="Names">Names beside the addresses under which it is reached; every other one is refused.</param>
/// <param name="Certificate">The certificate it shows; null where it speaks plain HTTP, which it does on loopback only.</param>
/// <param name="BehindProxy">A proxy on this machine stands in front, and says who asks and how.</param>
public sealed record ServedAt(IPAddress Address, int Port, IReadOnlyList<string> Names, X509Certificate2? Certificate = null, bool BehindProxy = false)
{
    /// <summary>On loopback, plainly: nobody but this machine.</summary>
    public static ServedAt Loopback(int port) => new(IPAddress.Loopback, port, []);

    /// <summary>Whether it is reached over HTTPS, by itself or through its proxy.</summary>
    public bool Secure => Certificate is not null || BehindProxy;

    /// <summary>Whether it is reached from this machine alone.</summary>
    public bool OnlyHere => IPAddress.IsLoopback(Address) && !BehindProxy;

    /// <summary>The addresses of this machine it is reached by.</summary>
    public IReadOnlyList<IPAddress> Addresses => Address.Equals(IPAddress.Any) || Address.Equals(IPAddress.IPv6Any) ? Local() : [Address];

    /// <summary>The addresses to type, the one that is shown first.</summary>
    public IReadOnlyList<string> Urls => BehindProxy ? [.. Names.Select(n => $"https://{n}")]
        : [.. Names.Concat(Addresses.Select(Literal)).Select(n => $"{(Certificate is null ? "http" : "https")}://{n}:{Port}")];

    /// <summary>The hosts it answers to.</summary>
    public IReadOnlyList<string> Hosts => [.. Names.Concat(Addresses.Select(Literal)).Concat(["127.0.0.1", "localhost", "[::1]"]).Distinct()];

    /// <summary>The SHA-256 of the certificate in pairs of digits; empty where there is none.</summary>
    public string Fingerprint => Certificate is null ? "" : string.Join(':', Convert.ToHexString(Certificate.GetCertHash(
        System.Security.Cryptography.HashAlgorithmName.SHA256)).Chunk(2).Select(p => new string(p)));

    /// <summary>Reads what was asked for on the command line.</summary>
    /// <exception cref="RefusedException">An address, name or certificate that cannot be used.</exception>
    public static ServedAt Read(string address, int port, IReadOnlyList<string> names, FileInfo? certificate, bool behindProxy, Func<ServedAt,
        X509Certificate2> make)
    {
        if (!IPAddress.TryParse(address, out var at))
            throw new RefusedException($"'{address}' is not an address of this machine. Give one like 192.168.1.20, or 0.0.0.0 for all of them.");
        foreach (var name in names)
            if (Uri.CheckHostName(name) == UriHostNameType.Unknown) throw new RefusedException($"'{name}' is not a host's name. Give one like tablet.shop.lan, "
                + "without a scheme or a port.");
        if (behindProxy && names.Count == 0) throw new RefusedException("Behind a proxy, say with --host under which name the shop is reached.");
        if (behindProxy && !IPAddress.IsLoopback(at)) throw new RefusedException("Behind a proxy the shop stays on loopback; the proxy faces the network.");
        var plain = new ServedAt(at, port, names, null, behindProxy);
        if (behindProxy || (IPAddress.IsLoopback(at) && certificate is null)) return plain;
        return plain with { Certificate = certificate is null ? make(plain) : ShopCertificate.Load(certificate) };
    }

    private static string Literal(IPAddress address) => address.AddressFamily == AddressFamily.InterNetworkV6 ? $"[{address}]" : address.ToString();

    private static IPAddress[] Local() => [.. NetworkInterface.GetAllNetworkInterfaces().Where(n => n.OperationalStatus == OperationalStatus.Up)
        .SelectMany(n => n.GetIPProperties().UnicastAddresses).Select(a => a.Address)
        .Where(a => a.AddressFamily == AddressFamily.InterNetwork && !IPAddress.IsLoopback(a)).DefaultIfEmpty(IPAddress.Loopback)];
}
