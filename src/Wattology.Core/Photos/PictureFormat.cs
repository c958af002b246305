namespace Wattology.Core.Photos;

/// <summary>What a picture's file is, told by its first bytes: a name or what a browser says of it proves nothing.</summary>
/// <param name="Media">Its media type.</param>
/// <param name="Extension">How such a file's name ends.</param>
/// <param name="Shown">Whether it can be shown here; what cannot is kept sealed.</param>
public sealed record PictureFormat(string Media, string Extension, bool Shown = true)
{
    /// <summary>How many bytes are looked at.</summary>
    public const int Looked = 16;

    /// <summary>The greatest file that is kept, in bytes: 25 MB.</summary>
    public const int MostBytes = 25 * 1024 * 1024;

    /// <summary>What is taken, in words.</summary>
    public const string Taken = "JPEG, PNG and WebP are shown; HEIC is kept sealed";

    private static readonly PictureFormat Jpeg = new("image/jpeg", ".jpg"), Png = new("image/png", ".png"), WebP = new("image/webp", ".webp"),
        Heic = new("image/heic", ".heic", Shown: false);

    private static readonly string[] HeicBrands = ["heic", "heix", "hevc", "hevx", "heim", "heis", "mif1", "msf1"];

    /// <summary>Every format that is taken.</summary>
    public static readonly IReadOnlyList<PictureFormat> All = [Jpeg, Png, WebP, Heic];

    /// <summary>The format of a media type, or null.</summary>
    public static PictureFormat? Find(string media) => All.FirstOrDefault(f => f.Media == media);

    /// <summary>The format of a file, or null where it is none that is taken.</summary>
    /// <param name="first">Its first <see cref="Looked"/> bytes, or all of a shorter one.</param>
    public static PictureFormat? Of(ReadOnlySpan<byte> first) => first switch
    {
        [0xFF, 0xD8, 0xFF, ..] => Jpeg,
        [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A, ..] => Png,
        [(byte)'R', (byte)'I', (byte)'F', (byte)'F', _, _, _, _, (byte)'W', (byte)'E', (byte)'B', (byte)'P', ..] => WebP,
        [_, _, _, _, (byte)'f', (byte)'t', (byte)'y', (byte)'p', var a, var b, var c, var d, ..]
            when HeicBrands.Contains($"{(char)a}{(char)b}{(char)c}{(char)d}") => Heic,
        _ => null,
    };
}
