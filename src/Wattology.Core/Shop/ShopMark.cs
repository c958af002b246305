namespace Wattology.Core.Shop;

/// <summary>What every file that leaves the shop carries: whose it is, where the shop's chain stood, and the signed entry that holds this job's head. A
/// stranger proves with it that the shop signed this record, and the shop cannot rewrite it any more without contradicting the file.</summary>
/// <param name="Shop">The shop's name.</param>
/// <param name="PublicKey">The public half of its key, base64.</param>
/// <param name="Code">The code of the latest entry of its chain.</param>
/// <param name="Entry">The entry of its chain that holds the job as it is in the file.</param>
public sealed record ShopMark(string Shop, string PublicKey, string Code, ShopEntry Entry)
{
    /// <summary>What stands at the foot of each page.</summary>
    public string Foot => $"The shop's code {Code} · key {new ShopPublicKey(PublicKey).Fingerprint}";

    /// <summary>What is wrong with the mark on a job; null where the shop signed exactly this record.</summary>
    /// <param name="job">The job's id.</param>
    /// <param name="count">How many entries it has.</param>
    /// <param name="head">The hash of the last.</param>
    public string? Fault(string job, int count, string head)
    {
        ShopPublicKey key;
        try { key = new ShopPublicKey(PublicKey); }
        catch (FormatException) { return "The shop's public key is none."; }
        if (Entry.Hash != Entry.ComputeHash()) return "The shop's entry was changed after it was written.";
        if (!key.Proves(Entry.Hash, Entry.Signature)) return "The shop's entry is not signed with the key beside it.";
        return Entry.Kind == Inputs.JsonForm.WordOf(ShopSubject.Job) && Entry.Of == job
            && Entry.State == ShopEntry.StateOfJob(count, head) ? null
            : "The shop signed another record of this job than the one in this file.";
    }
}
