using System.Text.Json;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;

namespace Wattology.Core.Warranty;

/// <summary>What is complained of, as warranty givers tell it apart.</summary>
public enum ComplaintKind
{
    /// <summary>Oil where none belongs: leaks, smoke, consumption.</summary>
    OilLeak,
    /// <summary>No boost, or too little.</summary>
    LowPower,
    /// <summary>Noise.</summary>
    Noise,
    /// <summary>The actuator, or what it moves.</summary>
    Actuator,
    /// <summary>Broken or stuck.</summary>
    Broken,
}

/// <summary>Complaints in words.</summary>
public static class ComplaintWords
{
    /// <summary>One in words.</summary>
    public static string Of(ComplaintKind complaint) => complaint switch
    {
        ComplaintKind.OilLeak => "oil: leaks, smokes, uses it", ComplaintKind.LowPower => "no boost, or too little", ComplaintKind.Noise => "noise",
        ComplaintKind.Actuator => "actuator, or what it moves", _ => "broken or stuck",
    };
}

/// <summary>What takes cover away whatever is proved.</summary>
public enum CoverVoid
{
    /// <summary>Sealant at an oil or gas opening.</summary>
    Sealant,
    /// <summary>A sealed setting was moved.</summary>
    SettingsDisturbed,
    /// <summary>The unit's number does not belong on the engine.</summary>
    PartNumber,
}

/// <summary>What is covered, and how far.</summary>
/// <param name="What">What, in words.</param>
/// <param name="Days">So many days from its beginning; null where no time is set.</param>
/// <param name="DistanceKm">So far from its beginning, km; null where no distance is set.</param>
/// <param name="Hours">So many running hours; null where none are set.</param>
public sealed record PolicyCover([Needed("Say what is covered.")] string What, [Bounds(1, 36_500)] double? Days = null,
    [Bounds(1, 10_000_000), In(Measure.Distance)] double? DistanceKm = null, [Bounds(1, 1_000_000), In(Measure.Hours)] double? Hours = null);

/// <summary>One proof a policy wants.</summary>
/// <param name="Proof">Which: the id of a <see cref="ProofKind"/>.</param>
/// <param name="Grade">How it must be known.</param>
/// <param name="SecondBest">What is taken instead where somebody gives the reason; null where nothing else is.</param>
/// <param name="For">For which complaints; all where none is named.</param>
/// <param name="WithinDays">So many days lie at most between it and the booking-in; null where any may.</param>
/// <param name="WithinKm">So far the machine has gone at most since what the paper is of, km; null where any may.</param>
public sealed record WantedProof([Needed("Say which proof.")] string Proof, Known Grade, Known? SecondBest = null,
    IReadOnlyList<ComplaintKind>? For = null, [Bounds(0, 36_500)] double? WithinDays = null,
    [Bounds(0, 10_000_000), In(Measure.Distance)] double? WithinKm = null) : IHasRules
{
    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Proofs.Find(Proof) is not { } kind)
            faults.Add(Faults.Join(path, "proof"), $"No proof has this name. Known are {string.Join(", ", Proofs.All.Select(p => p.Id))}.");
        else if (Grade < kind.Best)
            faults.Add(Faults.Join(path, "grade"), $"{kind.Title} is {JsonForm.WordOf(kind.Best)} at best; nobody could give more.");
        if (WithinKm is not null && Proofs.Find(Proof) is { OfPaper: false })
            faults.Add(Faults.Join(path, "within_km"), "Only a paper says at which distance it was made.");
        if (SecondBest is { } less && less <= Grade) faults.Add(Faults.Join(path, "second_best"), "The second best is less than what is wanted.");
    }

    /// <summary>Whether it is wanted for a complaint.</summary>
    public bool IsFor(ComplaintKind complaint) => For is null || For.Count == 0 || For.Contains(complaint);
}

/// <summary>What a warranty giver wants before it pays, as a file anybody can write and read; see docs/policy-file.md.</summary>
/// <param name="Policy">The form of the file: <see cref="FormName"/>.</param>
/// <param name="Id">Its name in addresses: small letters, digits, dashes.</param>
/// <param name="Name">Its name.</param>
/// <param name="Giver">Who gives the warranty.</param>
/// <param name="Version">Its version; a change is a higher one.</param>
/// <param name="Cover">What is covered, and how far.</param>
/// <param name="Proofs">What is wanted.</param>
/// <param name="Voids">What takes cover away.</param>
/// <param name="OldPartsDays">Old parts are kept so many days after the hand-over.</param>
/// <param name="Note">Anything else, in words.</param>
public sealed record WarrantyPolicy(string Policy, string Id, [Needed("It needs a name.")] string Name, [Needed("Say who gives it.")] string Giver,
    [Bounds(1, 1_000_000)] int Version, PolicyCover Cover, [Most(100)] IReadOnlyList<WantedProof> Proofs, [Most(10)] IReadOnlyList<CoverVoid> Voids,
    [Bounds(0, 3_650)] double OldPartsDays, string Note = "") : IHasRules
{
    /// <summary>The form every such file names.</summary>
    public const string FormName = "wattology-policy-1";

    /// <summary>The longest file, in characters.</summary>
    public const int MostCharacters = 64 * 1024;

    private const int LongestId = 40;

    private static readonly JsonSerializerOptions Spread = new(JsonForm.Options) { WriteIndented = true, NewLine = "\n" };

    /// <summary>Whether a text can be a policy's id.</summary>
    public static bool IsId(string id) => id.Length is > 0 and <= LongestId && id.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-');

    /// <summary>Reads a policy file.</summary>
    /// <exception cref="InputRefusedException">It is not sound; every fault stands under its path.</exception>
    public static WarrantyPolicy Read(string file)
    {
        var faults = new Faults();
        if (file.Length > MostCharacters) faults.Add("", $"This file has {file.Length} characters; {MostCharacters} are read.");
        faults.ThrowIfAny();
        WarrantyPolicy? policy = null;
        try
        {
            using var json = JsonDocument.Parse(file);
            policy = InputReader.Read<WarrantyPolicy>(json.RootElement, faults);
        }
        catch (JsonException e) { faults.Add("", $"This is no JSON: line {e.LineNumber + 1}, character {e.BytePositionInLine + 1}."); }
        faults.ThrowIfAny();
        return policy!;
    }

    /// <summary>The file, laid out to be read and edited.</summary>
    public string Write() => JsonSerializer.Serialize(this, Spread) + "\n";

    /// <summary>Its name with its version.</summary>
    public string Words => $"{Name}, version {Version}";

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Policy != FormName) faults.Add(Faults.Join(path, "policy"), $"This form is not known here; {FormName} is.");
        if (!IsId(Id)) faults.Add(Faults.Join(path, "id"), $"At most {LongestId} small letters, digits and dashes.");
        var seen = new HashSet<(string, ComplaintKind)>();
        for (var i = 0; i < Proofs.Count; i++)
            foreach (var complaint in Enum.GetValues<ComplaintKind>().Where(Proofs[i].IsFor))
                if (!seen.Add((Proofs[i].Proof, complaint)))
                {
                    faults.Add(Faults.Join(path, $"proofs.{i}.proof"), $"{Proofs[i].Proof} is wanted twice for {JsonForm.WordOf(complaint)}.");
                    break;
                }
    }
}
