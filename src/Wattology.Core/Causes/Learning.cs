namespace Wattology.Core.Causes;

/// <summary>A job as the learning sees it.</summary>
/// <param name="Job">The job's id; a job counts once.</param>
/// <param name="Family">Engine family.</param>
/// <param name="Cause">Its confirmed cause.</param>
/// <param name="Closed">Whether it is closed now; a reopened job does not count until it closes again.</param>
public sealed record CauseCase(string Job, string Family, string Cause, bool Closed);

/// <summary>A cause's base and learned starting chance, to be shown side by side.</summary>
public sealed record LearnedPrior(string Cause, double Base, double Learned, int Cases);

/// <summary>What a shop's own closed jobs add to the starting chances.</summary>
public static class Learning
{
    /// <summary>How many cases the base chances are worth.</summary>
    public const double BaseWeight = 40;

    /// <summary>prior = (40·base + cases confirmed as this cause)/(40 + all confirmed cases of the family).</summary>
    /// <param name="model">The model whose priors are the base; they are normalised to 1 first.</param>
    /// <param name="family">Engine family.</param>
    /// <param name="cases">Jobs in the order things happened; of one job the last word counts. What is not a cause of the model ("not established") is no
    /// case.</param>
    public static IReadOnlyList<LearnedPrior> Learn(CauseModel model, string family, IEnumerable<CauseCase> cases)
    {
        var counted = cases.GroupBy(c => c.Job).Select(g => g.Last()).Where(c => c.Closed && c.Family == family && model.Causes.Contains(c.Cause)).ToArray();
        var total = model.Priors.Sum();
        return [.. model.Causes.Select((cause, i) =>
        {
            var own = counted.Count(c => c.Cause == cause);
            var basis = model.Priors[i] / total;
            return new LearnedPrior(cause, basis, (BaseWeight * basis + own) / (BaseWeight + counted.Length), own);
        })];
    }
}
