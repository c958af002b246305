using System.IO.Compression;

namespace Wattology.Data.Evidence;

/// <summary>Members of archives that came from outside.</summary>
internal static class ZipMember
{
    /// <summary>A member's bytes; null where it is longer than may be. What an archive says of a length is not believed: more is read no further.</summary>
    /// <param name="entry">The member.</param>
    /// <param name="most">How long it may be, in bytes.</param>
    /// <param name="cancel">Ends it.</param>
    /// <exception cref="InvalidDataException">The archive is damaged there.</exception>
    public static async Task<byte[]?> ReadAsync(ZipArchiveEntry entry, long most, CancellationToken cancel)
    {
        await using var content = await entry.OpenAsync(cancel);
        using var bytes = new MemoryStream();
        var buffer = new byte[81_920];
        for (int read; (read = await content.ReadAsync(buffer, cancel)) > 0;)
        {
            bytes.Write(buffer, 0, read);
            if (bytes.Length > most) return null;
        }
        return bytes.ToArray();
    }
}
