using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Wattology.Core.Inputs;

namespace Wattology.Core.Shop;

/// <summary>What an entry of the shop's own chain is about.</summary>
public enum ShopSubject
{
    /// <summary>The chain begins; the body holds the public half of the shop's key.</summary>
    Begun,
    /// <summary>A job's head: how many entries it has, and the hash of the last.</summary>
    Job,
    /// <summary>A limit set or withdrawn.</summary>
    Limit,
    /// <summary>A way of working set or withdrawn.</summary>
    School,
    /// <summary>A setting of the shop.</summary>
    Setting,
    /// <summary>Somebody who signs in: name, role, whether they may, and what proves them.</summary>
    Person,
    /// <summary>An instrument.</summary>
    Instrument,
    /// <summary>The parts table as a whole.</summary>
    PartsTable,
    /// <summary>Something worth knowing that is shown no more.</summary>
    SnagRetired,
    /// <summary>A key with which a program computes.</summary>
    ComputeKey,
    /// <summary>A job file was brought in.</summary>
    BroughtIn,
    /// <summary>A copy of the whole shop was made and verified.</summary>
    Backup,
    /// <summary>The shop was put back from a copy.</summary>
    Restored,
    /// <summary>The clock on the wall was set while the shop was served.</summary>
    ClockStep,
    /// <summary>A version of a warranty policy.</summary>
    Policy,
}

/// <summary>One entry of the shop's own chain: what the shop is held to beside its jobs. Every field but the signature is covered by the hash, and the hash
/// by the signature.</summary>
/// <param name="Seq">Position, from 1.</param>
/// <param name="At">When, to the millisecond, UTC.</param>
/// <param name="By">Who, by name.</param>
/// <param name="ById">Their stable id; empty for whoever holds the shop's folder.</param>
/// <param name="Role">What they are in the shop.</param>
/// <param name="Kind">What it is about, as a word of <see cref="ShopSubject"/>.</param>
/// <param name="Of">Which one of them: a job's or a person's id, a setting's key, a row's number.</param>
/// <param name="State">How it stands from here on, as a hash or a count and a hash; empty where it is gone.</param>
/// <param name="Body">The same for people, as compact JSON; nothing secret.</param>
/// <param name="Prev">Hash of the entry before; empty for the first.</param>
/// <param name="Hash">SHA-256 over all of the above, 64 hex digits.</param>
/// <param name="Signature">The shop's signature over the hash, base64.</param>
public sealed record ShopEntry(long Seq, DateTimeOffset At, string By, string ById, string Role, string Kind, string Of, string State, string Body, string Prev,
    string Hash, string Signature)
{
    private const string Scheme = "wattology-shop-1";

    /// <summary>The hash it should have: SHA-256 over the UTF-8 of a JSON array of its fields in order, escaped by RFC 8785's rules.</summary>
    public string ComputeHash()
    {
        var text = new StringBuilder("[").Append(JsonForm.Quoted(Scheme)).Append(',');
        text.Append(CultureInfo.InvariantCulture, $"{Seq},{At.ToUnixTimeMilliseconds()}");
        foreach (var field in new[] { By, ById, Role, Kind, Of, State, Body, Prev }) text.Append(',').Append(JsonForm.Quoted(field));
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text.Append(']').ToString())));
    }

    /// <summary>How a job stands: how many entries it has, and the hash of the last.</summary>
    public static string StateOfJob(int count, string head) => string.Create(CultureInfo.InvariantCulture, $"{count}:{head}");

    /// <summary>Its head, as it leaves the house.</summary>
    public ShopHead Head => new(Seq, Hash);

    /// <summary>What is wrong with it after the one before; nothing when it is whole.</summary>
    /// <param name="before">The entry before; null where this is the first.</param>
    /// <param name="key">The shop's key.</param>
    public IEnumerable<string> Faults(ShopEntry? before, ShopPublicKey? key)
    {
        if (Seq != (before?.Seq ?? 0) + 1) yield return $"entry {(before?.Seq ?? 0) + 1} is missing before it";
        else if (Prev != (before?.Hash ?? "")) yield return "does not name the entry before it";
        if (Hash != ComputeHash()) yield return "was changed after it was written";
        if (key?.Proves(Hash, Signature) == false) yield return "is not signed with the shop's key";
    }
}
