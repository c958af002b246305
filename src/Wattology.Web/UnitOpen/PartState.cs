using Wattology.Core.UnitOpen;

namespace Wattology.Web.UnitOpen;

/// <summary>How a part of the drawn unit stands.</summary>
/// <param name="Part">Which.</param>
/// <param name="Looked">How many of its findings are answered.</param>
/// <param name="Reach">Something here can be looked at now.</param>
/// <param name="Gone">What is left here can be looked at no more.</param>
/// <param name="Wrong">Something wrong was seen here.</param>
/// <param name="Word">What was seen, in a word or two; empty where nobody looked.</param>
/// <param name="Next">Why it is the next look: its minutes; null where it is not.</param>
public sealed record PartState(UnitPart Part, int Looked, bool Reach, bool Gone, bool Wrong, string Word, string? Next)
{
    /// <summary>Everything here was looked at.</summary>
    public bool Done => Looked == Part.Findings.Count;

    /// <summary>Something that puts the confirmed cause right is still to be done here.</summary>
    public bool ToDo { get; init; }

    /// <summary>What is wrong is a doubt, and no more.</summary>
    public bool Doubt { get; init; }

    /// <summary>How it is drawn.</summary>
    public string Style => $"{(ToDo ? "todo " : "")}{(Next is not null ? "next" : Looked > 0 ? "looked" : Reach ? "reach" : "pale")}"
        + $"{(Done ? " done" : "")}{(Doubt ? " doubt" : Wrong ? " wrong" : "")}"
        + $"{(Gone ? " gone" : "")}";

    /// <summary>What the drawing shows beside its name and word, for whoever does not see it.</summary>
    public string Aloud => $"{EndWords(Part.End)}, {Looked} of {Part.Findings.Count} looked at"
        + $"{(Wrong ? ", something wrong" : "")}{(ToDo ? ", to put right" : "")}"
        + $"{(Next is { } next ? $", look next: {next}" : Reach || Done ? "" : Gone ? ", gone" : ", not yet in reach")}";

    private static string EndWords(UnitEnd end) => end switch
    {
        UnitEnd.Compressor => "compressor end",
        UnitEnd.Turbine => "turbine end",
        UnitEnd.Centre => "centre section",
        UnitEnd.Control => "boost control",
        _ => "engine side",
    };
}
