using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;
using Wattology.Core.Warranty;

namespace Wattology.Core.Tests.Warranty;

/// <summary>What entries of a claim say, and what is refused of them.</summary>
public sealed class ClaimEntriesTests
{
    private static readonly string Pack = new('b', 64);

    public static TheoryData<EntryBody, string> Said => new()
    {
        { new ClaimExpected(860), "860.00" },
        { new ClaimExpected(860, "labour"), "860.00, labour" },
        { new ClaimSent("Mill", Pack, 3, ClaimWay.ByHand, "Orvane"), "to Orvane, by hand, entries 1 to 3, pack bbbbbbbbbbbbbbbb" },
        { new ClaimSent("Mill", Pack, 3, ClaimWay.Desk, "Orvane", "WD-1"), "to Orvane, entries 1 to 3, pack bbbbbbbbbbbbbbbb, receipt WD-1" },
        { new ClaimAnswered(ClaimAnswer.Refused, "", "catch"), "refused, oil caught at the feed" },
        { new ClaimAnswered(ClaimAnswer.Accepted, "Granted.", Amount: 900), "accepted: Granted., 900.00" },
        { new ClaimPaid(500), "500.00" },
        { new ClaimPaid(500, "no. 8"), "500.00, no. 8" },
        { new ClaimLetter(true, "Send the plate."), "came: Send the plate." },
        { new ClaimLetter(false, "Here it is."), "written: Here it is." },
        { new VoidSeen(CoverVoid.Sealant, false), "Sealant at an oil or gas opening: looked for, not found" },
        { new VoidSeen(CoverVoid.Sealant, true, "red, at the drain"), "Sealant at an oil or gas opening: found, red, at the drain" },
        { new PaperKept(PaperKind.OilReference, "no. 7"), "Oil reference: no. 7" },
    };

    [Theory, MemberData(nameof(Said))]
    public void An_entry_says_what_there_is_to_say_and_no_more(EntryBody body, string words)
    {
        var job = Book.In().Under(Policies.Of()).Tell(new ClaimSent("Mill", new string('c', 64), 1, ClaimWay.ByHand, "Orvane"))
            .Tell(new ClaimAnswered(ClaimAnswer.Accepted)).Tell(body, by: Book.Desk);
        Assert.Equal(words, job.Job.Words(job.Record.Last));
    }

    [Fact]
    public void The_policy_named_says_on_what_it_is_where_somebody_said()
    {
        string Named(string on) => Book.In().Tell(new PolicyNamed(Policies.Of(), ComplaintKind.Noise, on), Known.Told, by: Book.Desk) is var job
            ? job.Job.Words(job.Record.Last) : "";
        Assert.EndsWith("; on the spring unit", Named("the spring unit"));
        Assert.DoesNotContain("; on", Named(""));
    }

    public static TheoryData<EntryBody, string> Faulty => new()
    {
        { new ClaimSent("Mill", new string('b', 63), 3, ClaimWay.ByHand, "Orvane"), "pack" },
        { new ClaimSent("Mill", new string('B', 64), 3, ClaimWay.ByHand, "Orvane"), "pack" },
        { new ClaimSent("Mill", Pack[..63] + "x", 3, ClaimWay.ByHand, "Orvane"), "pack" },
        { new ClaimSent("Mill", Pack, 3, ClaimWay.ByHand, "Orvane"), "" },
        { new ClaimAnswered(ClaimAnswer.Refused), "words" },
        { new ClaimAnswered(ClaimAnswer.Refused, " "), "words" },
        { new ClaimAnswered(ClaimAnswer.Refused, "", "catch"), "" },
        { new ClaimAnswered(ClaimAnswer.Asked, "Which oil?"), "" },
        { new ClaimAnswered(ClaimAnswer.Accepted), "" },
        { new PolicyNamed(Policies.Of()), "complaint" },
        { new PolicyNamed(), "" },
        { new PolicyNamed(null, ComplaintKind.Noise), "" },
        { new PolicyNamed(Policies.Of(), ComplaintKind.Noise), "" },
        { new VoidSeen(CoverVoid.Sealant, true), "words" },
        { new VoidSeen(CoverVoid.Sealant, true, "red"), "" },
        { new VoidSeen(CoverVoid.Sealant, false), "" },
    };

    [Theory, MemberData(nameof(Faulty))]
    public void What_lacks_something_is_refused_there(EntryBody body, string at)
    {
        var faults = new Faults();
        ((IHasRules)body).Check(faults, "");
        Assert.Equal(at.Length == 0 ? [] : [at], faults.ByPath.Keys);
    }

    [Fact]
    public void What_is_wanted_of_an_answer_is_asked_in_its_own_words()
    {
        string Fault(ClaimAnswer answer)
        {
            var faults = new Faults();
            new ClaimAnswered(answer).Check(faults, "");
            return faults.ByPath["words"];
        }
        Assert.Equal(("Say what is asked.", "Say why it is refused."), (Fault(ClaimAnswer.Asked), Fault(ClaimAnswer.Refused)));
    }

    [Fact]
    public void The_claim_stands_among_the_checks_as_the_rehearsal_says_it()
    {
        var job = Book.In().Under(Policies.Of(new WantedProof("old-plate", Known.Seen)));
        Assert.Equal((Verdict.Doubtful, "1 against it"), (job.Job.Check(Rehearsal.Sheet, 0).Verdict, job.Job.Check(Rehearsal.Sheet, 0).Value));
        job.OldPlate("Orvane", "R1", "OV-1");
        Assert.Equal((Verdict.Sound, "nothing missing"), (job.Job.Check(Rehearsal.Sheet, 0).Verdict, job.Job.Check(Rehearsal.Sheet, 0).Value));
    }

    [Theory]
    [InlineData("a", true)]
    [InlineData("", false)]
    [InlineData("a-1", true)]
    [InlineData("A", false)]
    [InlineData("a b", false)]
    [InlineData("0123456789012345678901234567890123456789", true)]
    [InlineData("01234567890123456789012345678901234567890", false)]
    public void A_policys_short_name_is_of_small_letters_digits_and_dashes_and_not_long(string id, bool sound) => Assert.Equal(sound, WarrantyPolicy.IsId(id));
}
