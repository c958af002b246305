using Wattology.Core.Inputs;
using Wattology.Core.PartNumbers;

namespace Wattology.Core.Tests.PartNumbers;

public sealed class PartsTableTests
{
    private const string Head = "kind,number,maker,model,vehicle_number,engine,successor,part,count\n";

    private const string Good = Head + """
        format,OV-#####-##,Orvane,,,,,,
        format,HL #.##.###,Hellis,,,,,,
        unit,OV-48213-07,Orvane,V48,TR 4 118 207,,,,
        engine,OV-48213-03,,,,"Tressick, T2 115",,,
        successor,OV-48213-03,,,,,OV-48213-05,,
        successor,OV-48213-05,,,,,OV-48213-07,,
        kit,OV-48213-05,,,,,,Drain gasket,1
        kit,OV-48213-05,,,,,,"Feed washers, copper",2

        """;

    private static readonly PartsTable Table = new(PartsFile.Read(Good));

    [Theory]
    [InlineData("ov4821307", "", "OV-48213-07")]
    [InlineData(" OV 48213/07 ", "", "OV-48213-07")]
    [InlineData("tr4118207", "", "TR 4 118 207")]
    [InlineData("ov1234567", "Orvane", "OV-12345-67")]
    [InlineData("ov1234567", "", "OV-12345-67")]
    [InlineData("HL731552", "Hellis", "HL 7.31.552")]
    [InlineData("HL731552", "Orvane", "HL731552")]
    [InlineData("HL731552", null, "HL731552")]
    [InlineData("OV-1234", "", "OV-1234")]
    [InlineData("OV-123456-78", "", "OV-123456-78")]
    [InlineData("OV-1234a-67", "Orvane", "OV-1234a-67")]
    [InlineData("  ", "", "")]
    public void A_number_is_written_as_its_maker_writes_it(string typed, string? maker, string written) => Assert.Equal(written, Table.Written(typed, maker));

    [Fact]
    public void A_ring_of_successors_that_an_older_shop_may_hold_is_gone_round_once()
    {
        PartsTable ring = new([new(PartsRowKind.Successor, "A-1", Successor: "A-2"), new(PartsRowKind.Successor, "A-2", Successor: "A-1")]);
        Assert.Equal(["A-1", "A-2"], ring.LineOf("A-1"));
        Assert.False(ring.Follows("A-1", "A-3"));
    }

    [Fact]
    public void A_letter_stands_where_the_pattern_wants_one()
    {
        PartsTable table = new([new(PartsRowKind.Format, "X@#-@", "Maker")]);
        Assert.Equal("XB7-K", table.Written("xb7k"));
        Assert.Equal("x77k", table.Written("x77k"));
    }

    [Fact]
    public void Successors_engines_and_kits_are_followed()
    {
        Assert.Equal("OV-48213-07", Table.Current("ov 48213 03"));
        Assert.Equal("other", Table.Current("other"));
        Assert.Equal(["OV-48213-03"], Table.UnitsOf("tressick t2 115"));
        Assert.True(Table.IsFor("Tressick, T2 115", "OV-48213-07"));
        Assert.False(Table.IsFor("Tressick, T2 115", "OV-9"));
        Assert.Null(Table.IsFor("nobody's", "OV-9"));
        Assert.Equal([("Drain gasket", 1), ("Feed washers, copper", 2)], Table.KitOf("OV-48213-07").Select(k => (k.Part, k.Count)));
        Assert.Empty(Table.KitOf("OV-48213-03"));
        Assert.Equal(["OV-48213-07", "OV-48213-05", "OV-48213-03"], Table.LineOf("ov4821305"));
        Assert.Equal(["other"], Table.LineOf("other").Select(n => n.ToLowerInvariant()));
        Assert.Equal("V48", Table.Unit("ov4821307")!.Model);
        Assert.Null(Table.Unit("OV-48213-05"));
    }

    [Fact]
    public void A_table_goes_out_as_it_came_in()
    {
        Assert.Equal(Table.Rows, PartsFile.Read(PartsFile.Write(Table.Rows)));
        Assert.Equal(Table.Rows, PartsFile.Read(Good.Replace(',', ';').Replace("; ", ", ", StringComparison.Ordinal)));
        Assert.Equal(Table.Rows.Count, PartsFile.Read("\uFEFF" + Good.Replace("\n", "\r\n", StringComparison.Ordinal)).Count);
        Assert.Equal([new(PartsRowKind.Successor, "A", Successor: "B")], PartsFile.Read("successor,kind,number\nB,successor,A\n"));
    }

    [Theory]
    [InlineData("unit,OV-1,Orvane,,,,,,", "line 2", "needs model")]
    [InlineData("unit,OV-1,,,,,,,", "line 2", "needs maker and model")]
    [InlineData("turbo,OV-1,,,,,,,", "line 2", "‘turbo’ is no kind of row")]
    [InlineData("kit,OV-1,,,,,,Gasket,0", "line 2", "‘0’ is no count")]
    [InlineData("kit,OV-1,,,,,,Gasket,two", "line 2", "‘two’ is no count")]
    [InlineData("engine,OV-1,,,,,,,", "line 2", "needs engine")]
    [InlineData("successor,OV-1,,,,,ov1,,", "line 2", "cannot take its own place")]
    [InlineData("successor,OV-1,,,,,OV-2,,\nsuccessor,OV1,,,,,OV-3,,", "line 3", "another successor in line 2")]
    [InlineData("successor,OV-1,,,,,OV-2,,\nsuccessor,OV-2,,,,,OV-3,,\nsuccessor,OV-3,,,,,OV-1,,", "line 2", "lead back to OV-1")]
    [InlineData("unit,OV-1,Orvane,R1,,,,,\n\nunit,OV1,Orvane,R2,,,,,", "line 4", "stands in line 2 already")]
    [InlineData("engine,OV-1,,,,D3,,,\nengine,OV-1,,,,D3,,,", "line 3", "same as line 2")]
    [InlineData("", "line 2", "no rows")]
    public void A_bad_row_is_named_by_its_line_and_nothing_is_taken(string rows, string line, string why)
    {
        var refused = Assert.Throws<InputRefusedException>(() => PartsFile.Read(Head + rows + "\n"));
        Assert.Equal(line, refused.Faults.ByPath.Keys.Single());
        Assert.Contains(why, refused.Faults.ByPath[line]);
    }

    [Fact]
    public void What_is_no_table_says_what_a_table_is()
    {
        foreach (var text in new[] { "", "number,maker\nx,y\n", "PK\u0003\u0004" })
            Assert.Contains("its first line names the columns", Assert.Throws<InputRefusedException>(() => PartsFile.Read(text)).Faults.ByPath["line 1"]);
        Assert.Contains("no column ‘colour’", Assert.Throws<InputRefusedException>(() => PartsFile.Read("kind,number,colour\n")).Faults.ByPath["line 1"]);
        var many = Assert.Throws<InputRefusedException>(() => PartsFile.Read(Head + string.Concat(Enumerable.Repeat("x\n", 500))));
        Assert.InRange(many.Faults.ByPath.Count, 20, 21);
    }
}
