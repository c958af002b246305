using System.Security.Cryptography;
using System.Text;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.OilSupply;
using Wattology.Core.Parts;
using Wattology.Core.People;
using Wattology.Core.Priming;
using Wattology.Core.Warranty;
using Wattology.Core.Yard;

namespace Wattology.Data.Demo;

/// <summary>How one finished job of the demo went, beside its cause.</summary>
/// <param name="Unit">Who brought the unit.</param>
/// <param name="School">How it was primed.</param>
/// <param name="Caught">The oil was caught and measured; otherwise a steady stream was seen.</param>
/// <param name="Claim">How its claim ended; null where it was under no policy.</param>
/// <param name="WaitedDays">How long it waited for parts.</param>
internal sealed record Went(string Unit = "shop", PrimeMethod School = PrimeMethod.Syringe, bool Caught = true, WentClaim? Claim = null, double WaitedDays = 0);

/// <summary>How a claim of the demo ended.</summary>
/// <param name="Policy">Which of the demo's policies.</param>
/// <param name="Complaint">What was complained of.</param>
/// <param name="Answer">What the giver said; null where it has not answered.</param>
/// <param name="Code">Why it was refused.</param>
/// <param name="Amount">How much was expected.</param>
/// <param name="Paid">Whether it was paid.</param>
internal sealed record WentClaim(int Policy, ComplaintKind Complaint, ClaimAnswer? Answer, string Code, double Amount, bool Paid);

/// <summary>Three years of the demo shop: jobs that are over, about one in eight of which came back.</summary>
internal static class DemoHistory
{
    /// <summary>How many there are beside those the demo tells one by one.</summary>
    public const int Count = 28;

    private const double FirstDaysAgo = 1_080, Apart = 36;

    private static readonly string[] Causes = ["dirty", "starved", "crankcase", "vanes", "drain", "overheat", "object-intake", "dirty", "actuator", "fitting",
        "starved", "thinned"];

    // Three of four refusals were for want of the same reading.
    private static readonly (ClaimAnswer? Answer, string Code, bool Paid)[] Ends = [(ClaimAnswer.Accepted, "", true), (ClaimAnswer.Refused, "crankcase-before",
        false), (ClaimAnswer.Accepted, "", true), (ClaimAnswer.Refused, "crankcase-before", false), (ClaimAnswer.Accepted, "", true), (ClaimAnswer.Refused,
        "feed-pipe-receipt", false), (ClaimAnswer.Accepted, "", false), (ClaimAnswer.Refused, "crankcase-before", false), (null, "", false)];

    /// <summary>One of them: on which machine, how many days ago, of what cause, how it went, and which of them it is a comeback of; null for none.</summary>
    public sealed record Told(int Machine, double DaysAgo, string Cause, Went Went, int? ComebackOf);

    /// <summary>All of them, the oldest first.</summary>
    public static IEnumerable<Told> All(Random random, int machines)
    {
        var told = new List<Told>();
        for (var i = 0; i < Count; i++)
        {
            int? back = i switch { 7 => 5, 13 => 9, 19 => 17, 23 => 16, 26 => 25, _ => null };
            var machine = back is { } of ? told[of].Machine : random.Next(machines);
            // The launch has two engines' worth of sides and the coupé is nobody's routine.
            if (machine is 7 or 9) machine = 1;
            var cause = back is null ? Causes[i % Causes.Length] : "crankcase";
            var claim = i % 3 == 1 ? Ends[i / 3 % Ends.Length] is var end ? new WentClaim(i % 2, end.Code == "feed-pipe-receipt" ? ComplaintKind.OilLeak
                : ComplaintKind.LowPower, end.Answer, end.Code, 640 + 20 * random.Next(40), end.Paid) : null : null;
            told.Add(new(machine, FirstDaysAgo - i * Apart + random.Next(9), cause, new Went(random.Next(4) == 0 ? "customer" : "shop",
                random.Next(3) switch { 0 => PrimeMethod.BucketFirst, _ => PrimeMethod.Syringe }, cause == "starved" || random.Next(3) > 0, claim,
                random.Next(3) == 0 ? 2 + random.Next(5) : 0), back));
        }
        return told;
    }

    /// <summary>Puts a job under the policy of its claim, as it is booked in.</summary>
    public static void Name(JobBuilder job, WentClaim? claim, Author desk)
    {
        if (claim is not null) job.Tell(new PolicyNamed(WarrantyPolicy.Read(DemoWorld.Policies[claim.Policy]), claim.Complaint), Known.Told, by: desk,
            minutes: 1);
    }

    /// <summary>Tells how the claim of a job that left went on.</summary>
    public static void Claim(JobBuilder job, WentClaim? claim, Author desk)
    {
        if (claim is null) return;
        var policy = job.Record.Latest<PolicyNamed>()!.Body.Policy!;
        // Sent on paper in its day: the record names the file it was, and no copy of it lies here.
        var pack = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(JobFile.Write(job.Record.Entries))));
        job.Tell(new ClaimExpected(claim.Amount), by: desk).After(TimeSpan.FromDays(1))
            .Tell(new ClaimSent(policy.Words, pack, job.Record.Entries.Count, ClaimWay.ByHand, $"{policy.Giver}, by post"), by: desk);
        if (claim.Answer is not { } answer) return;
        job.After(TimeSpan.FromDays(12)).Tell(new ClaimAnswered(answer, answer == ClaimAnswer.Refused ? "Not proved." : "Granted.", claim.Code,
            answer == ClaimAnswer.Accepted ? claim.Amount : null), Known.Told, by: desk);
        if (claim.Paid) job.After(TimeSpan.FromDays(9)).Tell(new ClaimPaid(claim.Amount, "bank"), by: desk);
    }

    /// <summary>Sees oil come instead of catching it.</summary>
    public static void SeeOil(JobBuilder job) => job.Disable().Clear("catch").Crank(1, 10).Answer(SupplyChecks.FeedSeen, "steady");

    /// <summary>Waits for parts.</summary>
    public static void Wait(JobBuilder job, double days)
    {
        if (days > 0) job.Waits(WaitsFor.Parts, "Unit on the boat.").After(TimeSpan.FromDays(days)).Waits(WaitsFor.Hands, "");
    }
}
