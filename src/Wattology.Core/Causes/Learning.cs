namespace Wattology.Core.Causes;

/// <summary>A cause's base and learned starting chance, to be shown side by side.</summary>
/// <param name="Cause">The cause.</param>
/// <param name="Base">The model's starting chance, of chances that add up to 1.</param>
/// <param name="Learned">With what closed jobs of the engine family add to it.</param>
/// <param name="Cases">How many of them had this cause confirmed.</param>
public sealed record LearnedPrior(string Cause, double Base, double Learned, int Cases);

/// <summary>What a shop's own closed jobs add to the starting chances.</summary>
public static class Learning
{
    /// <summary>How many cases the base chances are worth.</summary>
    public const double BaseWeight = 40;

    /// <summary>prior = (40·base + cases confirmed as this cause)/(40 + all confirmed cases of the family).</summary>
    /// <param name="model">The model whose priors are the base; they are normalised to 1 first.</param>
    /// <param name="cases">Closed jobs of the engine family by the cause confirmed; each job counts once, and one that is open again does not. What is not a
    /// cause of the model ("not established") is no case.</param>
    public static IReadOnlyList<LearnedPrior> Learn(CauseModel model, IReadOnlyDictionary<string, int> cases)
    {
        var total = model.Priors.Sum();
        var all = cases.Where(c => model.Causes.Contains(c.Key)).Sum(c => c.Value);
        return [.. model.Causes.Select((cause, i) =>
        {
            var own = cases.GetValueOrDefault(cause);
            var basis = model.Priors[i] / total;
            return new LearnedPrior(cause, basis, (BaseWeight * basis + own) / (BaseWeight + all), own);
        })];
    }
}
