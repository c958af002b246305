namespace Wattology.Core.Causes;

/// <summary>How sure the ranking is, tried on made-up failures whose cause is known: what docs/judgement.md and the page of the same name show.</summary>
/// <param name="Cases">Failures in each world.</param>
/// <param name="Minutes">The marks at which the first cause was compared with the truth, in minutes of looking.</param>
/// <param name="Worlds">The worlds.</param>
public sealed record JudgementTrial(int Cases, IReadOnlyList<int> Minutes, IReadOnlyList<TrialWorld> Worlds);

/// <summary>One world of a trial.</summary>
/// <param name="Name">What is so in it.</param>
/// <param name="FirstIsTrue">How often the first cause is a true one at each mark, 0 to 1.</param>
/// <param name="AnyOrder">The same when looks are taken in whatever order brings most for the time, as if everything could be looked at at once.</param>
/// <param name="Settled">How often the ranking settled within the last mark, 0 to 1.</param>
/// <param name="SettledRight">How often it was right when it did, 0 to 1.</param>
/// <param name="SettledAfter">After how many minutes of looking it settled, on the mean.</param>
/// <param name="Said">What was said of the first cause against how often it was true, over all marks.</param>
public sealed record TrialWorld(string Name, IReadOnlyList<double> FirstIsTrue, IReadOnlyList<double> AnyOrder, double Settled, double SettledRight,
    double SettledAfter, IReadOnlyList<SaidAndTrue> Said)
{
    /// <summary>Mean distance of what was said from what was true, weighted by how often it was said.</summary>
    public double CalibrationError => Said.Sum(s => s.Times) is var all && all > 0 ? Said.Sum(s => s.Times * Math.Abs(s.Said - s.True)) / all : 0;
}

/// <summary>A band of chances said.</summary>
/// <param name="Said">Their mean.</param>
/// <param name="True">How often the cause was a true one, 0 to 1.</param>
/// <param name="Times">How often a chance of this band was said.</param>
public sealed record SaidAndTrue(double Said, double True, int Times);
