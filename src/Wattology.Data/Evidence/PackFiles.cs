namespace Wattology.Data.Evidence;

/// <summary>Packs of claims that went out, each under its hash, frozen.</summary>
/// <param name="folder">The shop's folder.</param>
public sealed class PackFiles(ShopFolder folder) : EvidenceFiles(folder.Packs)
{
    private readonly string _frozen = Path.Combine(folder.Packs, "frozen");

    /// <summary>The pack frozen for a job as it stood, or null: it may have gone out already though nobody heard of it.</summary>
    /// <param name="state">Hash of the job's last entry.</param>
    public string? FrozenFor(string state) => Core.Entries.FileHash.Is(state) && File.Exists(Path.Combine(_frozen, state))
        && File.ReadAllText(Path.Combine(_frozen, state)) is var pack && Has(pack) ? pack : null;

    /// <summary>Freezes a pack for a job as it stands.</summary>
    public async Task<string> FreezeAsync(string state, byte[] pack, CancellationToken cancel = default)
    {
        var hash = await KeepBytesAsync(pack, cancel);
        var passing = Path.Combine(Directory.CreateDirectory(_frozen).FullName, Guid.NewGuid().ToString("n"));
        await File.WriteAllTextAsync(passing, hash, cancel);
        var frozen = Path.Combine(_frozen, state);
        // Whoever froze first wins: the other's pack is never sent. One whose pack is gone is frozen anew.
        try { File.Move(passing, frozen, overwrite: File.Exists(frozen) && FrozenFor(state) is null); }
        catch (IOException) { File.Delete(passing); }
        return FrozenFor(state)!;
    }
}
