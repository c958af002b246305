using Wattology.Core.Checks;
using Wattology.Core.Jobs;
using Wattology.Core.Plate;
using Wattology.Core.Warranty;
using Wattology.Web.Hosting;
using Wattology.Web.Jobs;

namespace Wattology.Web.Warranty;

/// <summary>The letter that goes with a claim: what is asked, under which policy, and what of it is proved where.</summary>
internal static class ClaimLetterPdf
{
    /// <summary>Writes it.</summary>
    /// <param name="job">The job, under a policy.</param>
    /// <param name="claim">Its claim.</param>
    /// <param name="shop">The shop's name.</param>
    /// <param name="times">The shop's clock and zone.</param>
    /// <param name="enclosed">The members of the pack beside it.</param>
    /// <param name="foot">The shop's code, for the foot of each page.</param>
    /// <param name="cancel">Ends it.</param>
    public static byte[] Write(JudgedJob job, Claim claim, string shop, ShopTimes times, IReadOnlyList<string> enclosed, string foot, CancellationToken cancel)
    {
        using var stream = new MemoryStream();
        var (machine, rehearsal) = (job.Machine, claim.Rehearsal);
        using (var flow = new PaperFlow(stream, $"Claim, job {machine.Number}", [$"{shop} · job {machine.Number} · made {times.Full(times.Now)}", foot],
            times.Now.UtcDateTime, cancel))
        {
            flow.Title($"Claim to {rehearsal.Policy.Giver}");
            flow.Paragraph($"{shop}, {times.Day(times.Now)}. Our job {machine.Number}. Policy: {rehearsal.Policy.Words}.", quiet: true);
            flow.Heading("What is claimed");
            flow.Fact("Machine", $"{machine.Machine}, {machine.Registration}, {machine.Engine}");
            foreach (var turbo in machine.TurboNumbers) flow.Fact(machine.Named("Failed unit", turbo), job.Record.Plate(turbo, PlateOf.Old)?.Body.Words
                ?? "plate not recorded");
            flow.Fact("Complaint", $"{Question.Sentence(ComplaintWords.Of(rehearsal.Named.Body.Complaint!.Value))}. {machine.Complaint}");
            if (rehearsal.Named.Body.Since is { } since) flow.Fact("Cover since", times.Day(since));
            flow.Fact("Asked", claim.Expected is { } amount ? $"{Claim.Money(amount)} in our money" : "by your own rates");
            if (claim.Sent is [.., { } last])
            {
                flow.Heading("Added since the last pack");
                flow.Paragraph($"The pack of {times.Full(last.Entry.At)} held entries 1 to {last.Body.UpTo}; it stands as it was. Added since:");
                foreach (var entry in job.Record.Entries.Skip(last.Body.UpTo).Where(e => e.Kind != ClaimSent.KindName))
                    flow.Fact($"Entry {entry.Seq}", $"{job.TitleOf(entry)}: {job.Words(entry)}");
            }
            flow.Heading("What you want proved");
            foreach (var line in rehearsal.Lines) flow.Fact(line.State switch
            {
                ProofState.There => "there", ProofState.SecondBest => "second best", ProofState.Gone => "not to be had", _ => "missing",
            }, line.Words);
            foreach (var against in rehearsal.Against) flow.Fact("against it", against);
            flow.Heading("Enclosed");
            foreach (var name in enclosed) flow.Paragraph(name, 9);
            flow.Paragraph("Every file stands with its hash in SHA256SUMS, and SIGNATURE.json is this shop's signature over that list: the pack can be checked "
                + "by anybody, without us.", quiet: true);
            flow.Close();
        }
        return stream.ToArray();
    }
}
