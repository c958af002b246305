using SkiaSharp;
using Wattology.Core.Entries;
using Wattology.Core.Photos;

namespace Wattology.Data.Photos;

/// <summary>How large a copy is.</summary>
public enum CopySize
{
    /// <summary>For a list.</summary>
    Thumb,
    /// <summary>To look at, to mark and to print.</summary>
    Shown,
}

/// <summary>Copies of photos to show: the right way up, and without anything the camera wrote into the file, such as where it was taken.</summary>
/// <param name="files">The files.</param>
/// <param name="folder">The shop's folder.</param>
public sealed class PhotoCopies(PhotoFiles files, ShopFolder folder) : IDisposable
{
    private const int ThumbEdge = 360, ShownEdge = 2048, Quality = 86;

    // Opening a picture takes much memory; a few at a time are enough.
    private readonly SemaphoreSlim _gate = new(2);

    /// <inheritdoc/>
    public void Dispose() => _gate.Dispose();

    /// <summary>The path of a copy, made where it is missing; null when the file is missing or cannot be opened.</summary>
    public async Task<string?> PathAsync(string file, CopySize size, CancellationToken cancel = default)
    {
        if (!files.Has(file)) return null;
        var copies = Directory.CreateDirectory(Path.Combine(folder.Photos, "copies")).FullName;
        var path = Path.Combine(copies, $"{file}-{(size == CopySize.Thumb ? "thumb" : "shown")}.jpg");
        if (File.Exists(path)) return path;
        await _gate.WaitAsync(cancel);
        try
        {
            if (File.Exists(path)) return path;
            using var codec = SKCodec.Create(files.PathOf(file));
            using var upright = codec is null ? null : Decode(codec, size == CopySize.Thumb ? ThumbEdge : ShownEdge);
            if (upright is null) return null;
            using var image = SKImage.FromBitmap(upright);
            using var data = image.Encode(SKEncodedImageFormat.Jpeg, Quality);
            var passing = Path.Combine(copies, Guid.NewGuid().ToString("n"));
            await using (var stream = File.Create(passing)) data.SaveTo(stream);
            File.Move(passing, path, overwrite: true);
            return path;
        }
        finally { _gate.Release(); }
    }

    /// <summary>Where the copies to look at lie, by the files' hashes; a photo that cannot be shown is left out.</summary>
    /// <param name="record">The job whose photos they are.</param>
    /// <param name="cancel">Ends it.</param>
    public async Task<IReadOnlyDictionary<string, string>> ShownAsync(JobRecord record, CancellationToken cancel = default)
    {
        var shown = new Dictionary<string, string>();
        foreach (var photo in record.Photos().Where(p => p.Body.Shown).DistinctBy(p => p.Body.File))
            if (await PathAsync(photo.Body.File, CopySize.Shown, cancel) is { } path) shown[photo.Body.File] = path;
        return shown;
    }

    /// <summary>How large the copy to look at is, in points; null when the file is missing or cannot be opened.</summary>
    public async Task<(int Width, int Height)?> SizeAsync(string file, CancellationToken cancel = default)
    {
        if (await PathAsync(file, CopySize.Shown, cancel) is not { } path) return null;
        using var codec = SKCodec.Create(path);
        return codec is null ? null : (codec.Info.Width, codec.Info.Height);
    }

    /// <summary>A picture opened, the right way up, its longer edge at most so many points; null where its file is not whole.</summary>
    /// <param name="codec">The opened file.</param>
    /// <param name="edge">The longer edge at most; as it is when null.</param>
    internal static SKBitmap? Decode(SKCodec codec, int? edge = null)
    {
        var longer = Math.Max(codec.Info.Width, codec.Info.Height);
        var wanted = edge is { } most ? Math.Min(1f, (float)most / longer) : 1f;
        // A JPEG is opened at a part of its size; other formats only whole.
        var opened = codec.GetScaledDimensions(wanted);
        var info = new SKImageInfo(opened.Width, opened.Height, SKColorType.Rgba8888, SKAlphaType.Premul);
        using var raw = new SKBitmap(info);
        if (codec.GetPixels(info, raw.GetPixels()) != SKCodecResult.Success) return null;
        var scale = edge is { } e ? Math.Min(1f, (float)e / Math.Max(raw.Width, raw.Height)) : 1f;
        var (w, h) = (Math.Max(1, (int)MathF.Round(raw.Width * scale)), Math.Max(1, (int)MathF.Round(raw.Height * scale)));
        var turned = codec.EncodedOrigin >= SKEncodedOrigin.LeftTop;
        var upright = new SKBitmap(new SKImageInfo(turned ? h : w, turned ? w : h, SKColorType.Rgba8888, SKAlphaType.Opaque));
        using var canvas = new SKCanvas(upright);
        canvas.Clear(SKColors.White);
        canvas.SetMatrix(Upright(codec.EncodedOrigin, w, h));
        using var image = SKImage.FromBitmap(raw);
        canvas.DrawImage(image, new SKRect(0, 0, w, h), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        return upright;
    }

    // The eight ways a camera may have been held, each as the turn that puts its picture upright.
    private static SKMatrix Upright(SKEncodedOrigin origin, float w, float h) => origin switch
    {
        SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, w, 0, 1, 0, 0, 0, 1),
        SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, w, 0, -1, h, 0, 0, 1),
        SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, h, 0, 0, 1),
        SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
        SKEncodedOrigin.RightTop => new SKMatrix(0, -1, h, 1, 0, 0, 0, 0, 1),
        SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, h, -1, 0, w, 0, 0, 1),
        SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, w, 0, 0, 1),
        _ => SKMatrix.Identity,
    };
}
