using Wattology.Core.Jobs;

namespace Wattology.Web.Pages.Jobs;

/// <summary>Proof of cure: each cause with its readings before and after, what changed between, and what was put right.</summary>
public sealed class CureModel(SheetServices services) : SheetModel(services)
{
    /// <inheritdoc/>
    public override string Sheet => "cure";

    /// <inheritdoc/>
    public override string Title => "Proof of cure";

    /// <summary>Cause by cause.</summary>
    public IReadOnlyList<ProofOfCure> Proofs => field ??= ProofOfCure.Of(Job);

    /// <summary>What was read before and after besides.</summary>
    public IReadOnlyList<ReadingPair> Rest => field ??= ProofOfCure.Rest(Job);
}
