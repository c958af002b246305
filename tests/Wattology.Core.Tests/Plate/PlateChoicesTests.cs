using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.PartNumbers;
using Wattology.Core.Plate;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Plate;

/// <summary>Which numbers are offered to be touched by whoever reads a plate.</summary>
public sealed class PlateChoicesTests
{
    private static readonly PartsTable Table = new([new(PartsRowKind.Successor, "OV-1-03", Successor: "OV-1-05"), new(PartsRowKind.Successor, "OV-1-05",
        Successor: "OV-1-07"), new(PartsRowKind.Engine, "OV-1-05", Engine: "Brannock D3"), new(PartsRowKind.Engine, "OV-2", Engine: "Brannock D3")]);

    private static JobBuilder Job(PartsTable? parts = null) => new(Book.Id, Book.Machine(2), Book.Morning, Book.Desk, Book.Technician, parts: parts ?? Table);

    private static (string, string)[] Offered(JobBuilder job, PlateOf of, int turbo = 1)
        => [.. PlateChoices.Of(job.Job.Context, turbo, of).Select(c => (c.Number, c.Words))];

    [Fact]
    public void A_failed_unit_carries_a_number_of_the_engines_list_or_one_of_its_line()
        => Assert.Equal([("OV-1-07", "of one line with OV-1-05"), ("OV-1-05", "on this engine's list"), ("OV-1-03", "of one line with OV-1-05"),
            ("OV-2", "on this engine's list")], Offered(Job(), PlateOf.Old));

    [Fact]
    public void A_new_unit_carries_what_came_off_what_took_its_place_or_what_the_list_has_today()
    {
        Assert.Equal([("OV-1-07", "on this engine's list"), ("OV-2", "on this engine's list")], Offered(Job(), PlateOf.New));
        Assert.Equal([("OV-1-03", "came off, and was superseded"), ("OV-1-07", "took the place of what came off"), ("OV-2", "on this engine's list")],
            Offered(Job().OldPlate("Orvane", "R1", "OV-1-03"), PlateOf.New));
        Assert.Equal(("OV-2", "came off"), Offered(Job().OldPlate("Orvane", "R1", "OV-2"), PlateOf.New)[0]);
        Assert.Equal(("OV-9", "came off, and is not on this engine's list"), Offered(Job().OldPlate("Orvane", "R1", "OV-9"), PlateOf.New)[0]);
        // Without a table there is what came off, and without that nothing to touch.
        Assert.Equal([("OV-9", "came off")], Offered(Job(PartsTable.Empty).OldPlate("Orvane", "R1", "OV-9"), PlateOf.New));
        Assert.Empty(Offered(Job(PartsTable.Empty), PlateOf.New));
        Assert.Empty(Offered(Job(PartsTable.Empty).Tell(new PlateRead(1, PlateOf.Old, true)), PlateOf.New));
    }

    [Fact]
    public void Each_side_of_two_has_its_own_and_one_that_was_told_stands_first_until_it_is_read()
    {
        var job = Job().Tell(new PlateRead(2, PlateOf.Old, MakerNumber: "ov 7"), Known.Told);
        Assert.Equal(("ov 7", "as it was told"), Offered(job, PlateOf.Old, 2)[0]);
        Assert.DoesNotContain(Offered(job, PlateOf.Old), c => c.Item1 == "ov 7");
        Assert.DoesNotContain(Offered(job.Tell(new PlateRead(2, PlateOf.Old, MakerNumber: "OV-2"), Known.Seen), PlateOf.Old, 2), c => c.Item2.Contains("told",
            StringComparison.Ordinal));
    }

    [Fact]
    public void No_number_is_offered_twice_and_never_more_than_a_hand_looks_over()
    {
        PartsTable many = new([.. Enumerable.Range(1, 9).Select(i => new PartsRow(PartsRowKind.Engine, $"OV-{i}", Engine: "Brannock D3"))]);
        Assert.Equal(PlateChoices.Most, Offered(Job(many), PlateOf.New).Length);
        var twice = Offered(Job(many).OldPlate("Orvane", "R1", "ov 1"), PlateOf.New).Select(c => PartNumber.Plain(c.Item1)).ToArray();
        Assert.Equal(twice.Distinct(), twice);
    }

    [Theory]
    [InlineData(0, "OV-51170-01")]
    [InlineData(10, "OV-51170-01", "OV-51170-02")]
    [InlineData(3, "OV-51170-01", "OV-61170-01")]
    [InlineData(4, "OV-1", "OV-12")]
    [InlineData(0, "OV-1", "HL-1")]
    public void What_tells_numbers_apart_is_known(int alike, params string[] numbers)
        => Assert.Equal(alike, PlateChoices.Alike([.. numbers.Select(n => new PlateChoice(n, ""))]));
}
