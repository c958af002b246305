using System.Text;

namespace Wattology.Web.Forms;

/// <summary>The text of files that come with a form.</summary>
public static class UploadedText
{
    private static readonly UTF8Encoding Utf8 = new(false, throwOnInvalidBytes: true);

    // What spreadsheets and loggers save where nothing else is asked of them.
    private static readonly Encoding Windows = CodePagesEncodingProvider.Instance.GetEncoding(1252)!;

    /// <summary>A file's text: by the mark it begins with, else as UTF-8, and where it is none as Western European Windows letters.</summary>
    public static async Task<string> ReadAsync(IFormFile file, CancellationToken cancel = default)
    {
        using var bytes = new MemoryStream();
        await file.CopyToAsync(bytes, cancel);
        try { return await TextAsync(Utf8); }
        catch (DecoderFallbackException) { return await TextAsync(Windows); }

        async Task<string> TextAsync(Encoding letters)
        {
            bytes.Position = 0;
            using var reader = new StreamReader(bytes, letters, detectEncodingFromByteOrderMarks: true, leaveOpen: true);
            return await reader.ReadToEndAsync(cancel);
        }
    }
}
