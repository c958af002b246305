using Wattology.Core.Shop;
using Wattology.Data.Jobs;

namespace Wattology.Data.Shop;

/// <summary>The file with the shop's key: beside the database, readable by its owner alone.</summary>
public sealed class ShopKeyFile(ShopFolder folder)
{
    private readonly Lock _once = new();

    /// <summary>Whether there is one.</summary>
    public bool Exists => File.Exists(folder.KeyFile);

    /// <summary>The key; made at the first use.</summary>
    /// <exception cref="RefusedException">The file is no key.</exception>
    public ShopKey Key
    {
        get
        {
            lock (_once) return field ??= ReadOrMake();
        }
    }

    private ShopKey ReadOrMake()
    {
        var path = folder.KeyFile;
        try
        {
            if (File.Exists(path)) return ShopKey.Read(File.ReadAllText(path));
        }
        catch (FormatException)
        {
            throw new RefusedException($"{path} is not the shop's key. Put the right file back from a backup; without it the shop's chain cannot go on.");
        }
        var key = ShopKey.New();
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        // Written under another name first: a start cut off leaves no half key.
        var incoming = path + ".new";
        var options = new FileStreamOptions { Mode = FileMode.Create, Access = FileAccess.Write };
        if (!OperatingSystem.IsWindows()) options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        using (var file = new FileStream(incoming, options))
        {
            file.Write(System.Text.Encoding.ASCII.GetBytes(key.Pem));
            file.Flush(true);
        }
        File.Move(incoming, path);
        return key;
    }
}
