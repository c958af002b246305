using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using Wattology.Data;
using Wattology.Data.Jobs;

namespace Wattology.Web.Hosting;

/// <summary>The certificate a shop shows in the bay: from a file, or made once and kept in the shop's folder.</summary>
public static class ShopCertificate
{
    /// <summary>The environment variable with the password of a certificate file.</summary>
    public const string PasswordVariable = "WATTOLOGY_CERTIFICATE_PASSWORD";

    // Browsers refuse server certificates that hold longer.
    private const int Days = 820;
    private const int RenewDays = 30;

    /// <summary>Loads a certificate with its key: PFX, or PEM with the key in the same file.</summary>
    /// <exception cref="RefusedException">It cannot be read, has no key, or has expired.</exception>
    public static X509Certificate2 Load(FileInfo file)
    {
        if (!file.Exists) throw new RefusedException($"There is no certificate {file.FullName}.");
        try
        {
            var read = file.Extension.Equals(".pem", StringComparison.OrdinalIgnoreCase) ? X509Certificate2.CreateFromPemFile(file.FullName)
                : X509CertificateLoader.LoadPkcs12FromFile(file.FullName, Environment.GetEnvironmentVariable(PasswordVariable));
            if (!read.HasPrivateKey) throw new RefusedException($"{file.FullName} holds no key; a PFX file does, or a PEM file with the key in it.");
            if (read.NotAfter < DateTime.Now) throw new RefusedException($"The certificate {file.FullName} expired on {read.NotAfter:yyyy-MM-dd}.");
            return read;
        }
        catch (CryptographicException e)
        {
            throw new RefusedException($"{file.FullName} cannot be read as a certificate with its key ({e.Message}). A password is taken from "
                + $"{PasswordVariable}.");
        }
    }

    /// <summary>The shop's own certificate, made where it is missing, soon expires, or does not name where the shop is served now.</summary>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="at">Where it is served.</param>
    public static X509Certificate2 Own(ShopFolder folder, ServedAt at)
    {
        var file = Path.Combine(folder.Path, "certificate.pfx");
        if (File.Exists(file))
        {
            var kept = X509CertificateLoader.LoadPkcs12FromFile(file, null);
            if (kept.NotAfter > DateTime.Now.AddDays(RenewDays) && at.Hosts.All(h => kept.MatchesHostname(h.Trim('[', ']')))) return kept;
            kept.Dispose();
        }
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var request = new CertificateRequest("CN=Wattology in this shop", key, HashAlgorithmName.SHA256);
        var names = new SubjectAlternativeNameBuilder();
        foreach (var host in at.Hosts)
        {
            if (IPAddress.TryParse(host.Trim('[', ']'), out var address)) names.AddIpAddress(address);
            else names.AddDnsName(host);
        }
        request.CertificateExtensions.Add(names.Build());
        request.CertificateExtensions.Add(new X509BasicConstraintsExtension(false, false, 0, true));
        request.CertificateExtensions.Add(new X509KeyUsageExtension(X509KeyUsageFlags.DigitalSignature, true));
        request.CertificateExtensions.Add(new X509EnhancedKeyUsageExtension([new Oid("1.3.6.1.5.5.7.3.1")], false));
        using var made = request.CreateSelfSigned(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(Days));
        var bytes = made.Export(X509ContentType.Pfx);
        var partial = file + ".new";
        File.WriteAllBytes(partial, bytes);
        if (!OperatingSystem.IsWindows()) File.SetUnixFileMode(partial, UnixFileMode.UserRead | UnixFileMode.UserWrite);
        File.Move(partial, file, true);
        return X509CertificateLoader.LoadPkcs12(bytes, null);
    }
}
