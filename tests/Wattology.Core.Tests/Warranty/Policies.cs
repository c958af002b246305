using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.Warranty;

namespace Wattology.Core.Tests.Warranty;

/// <summary>Policies as the tests need them.</summary>
internal static class Policies
{
    public static WarrantyPolicy Of(params WantedProof[] proofs) => new(WarrantyPolicy.FormName, "mill", "Mill cover", "Orvane", 1,
        new("the unit", 730, 50_000, 2_000), proofs, [CoverVoid.Sealant, CoverVoid.SettingsDisturbed, CoverVoid.PartNumber], 90);

    /// <summary>Wants everything there is, at the best grade anybody can give.</summary>
    public static WarrantyPolicy Everything => Of([.. Proofs.All.Select(p => new WantedProof(p.Id, p.Best))]);

    public static JobBuilder Under(this JobBuilder job, WarrantyPolicy policy, ComplaintKind complaint = ComplaintKind.Broken)
        => job.Tell(new PolicyNamed(policy, complaint), Known.Told, by: Book.Desk);

    public static RehearsedProof Line(this JobBuilder job, string proof, int turbo = 0) => Rehearsal.Of(job.Job.Context)!.Lines.Single(l => l.Kind.Id == proof
        && (turbo == 0 || l.Turbo == turbo));
}
