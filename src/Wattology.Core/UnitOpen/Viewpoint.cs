using Wattology.Core.Checks;
using Wattology.Core.Entries;

namespace Wattology.Core.UnitOpen;

/// <summary>From where a machine is looked at when left and right are said: one place for each machine, and every drawing follows it.</summary>
public static class Viewpoint
{
    /// <summary>The place. On vehicles it is looking forward, and that holds until somebody names another.</summary>
    public static readonly Question Named = new("viewpoint", "Left and right are said",
    [
        new("forward", "looking forward, as the driver does"),
        new("bow", "looking to the bow"),
        new("flywheel", "from the flywheel end of the engine"),
        new("operator", "from the operator's place"),
        new("other", "from another place", Asks: "From where"),
    ]) { Ages = Ages.Lasts };

    /// <summary>Which end of a unit lies on the left, seen from there.</summary>
    public static readonly Question Lies = new("unit-lies", "Seen from there, the compressor end lies", [new("right", "on the right"), new("left",
        "on the left")])
        { PerTurbo = true, Ages = Ages.Lasts };

    /// <summary>The place in words: "looking forward".</summary>
    public static string Words(JobContext job) => Named.Read(job, 0) switch
    {
        { Answer.Id: "other", Noted: { } noted } => noted.Body.Because,
        { Answer: { } answer } => answer.Words,
        _ => Named.Answers[0].Words,
    };
}
