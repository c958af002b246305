using Microsoft.Extensions.FileProviders;
using Microsoft.Extensions.Primitives;

namespace Wattology.Web.Hosting;

/// <summary>What ships with the application: it does not change while it runs, so nobody watches for it. A machine has few such watches, and a shop that
/// cannot have one more would answer no page.</summary>
/// <param name="root">The folder it lies in.</param>
internal sealed class ShippedFiles(string root) : IFileProvider, IDisposable
{
    private readonly PhysicalFileProvider _files = new(root);

    public IDirectoryContents GetDirectoryContents(string subpath) => _files.GetDirectoryContents(subpath);

    public IFileInfo GetFileInfo(string subpath) => _files.GetFileInfo(subpath);

    public IChangeToken Watch(string filter) => NullChangeToken.Singleton;

    public void Dispose() => _files.Dispose();
}
