using Wattology.Core.Gauge;
using Wattology.Core.Inputs;
using Wattology.Core.Traces;

namespace Wattology.Core.Tests.Traces;

public sealed class LoggerCsvTests
{
    private const string Semicolons = """
        Pocket logger 3;;
        Time;Oil pressure [bar];Engine [rpm]
        s;bar;rpm
        0,00;0,02;0
        0,10;0,40;210
        0,20;1,20;212
        0,30;1,82;215
        0,40;1,80;214
        """;

    private static LoggerMap Map(LoggerTable table, LoggerTime time = LoggerTime.Seconds, params LoggerColumn[] columns)
        => new("pocket logger", table.Head, 0, time, columns.Length > 0 ? columns : [new(1, GaugeChannel.OilTurbo, "bar"), new(2, GaugeChannel.EngineSpeed,
            "rpm")]);

    private static string Fault(string text)
    {
        var faults = new Faults();
        Assert.Null(LoggerCsv.Table(text, faults));
        return faults.ByPath["csv"];
    }

    private static Trace Read(string text, LoggerTime time, params LoggerColumn[] columns)
    {
        var faults = new Faults();
        var table = LoggerCsv.Table(text, faults)!;
        var trace = LoggerCsv.Read(table, Map(table, time, columns), faults);
        Assert.True(faults.None, string.Join(' ', faults.ByPath.Values));
        return trace!;
    }

    [Fact]
    public void Names_units_below_them_and_decimal_commas_are_read_and_bar_becomes_kPa()
    {
        var trace = Read(Semicolons, LoggerTime.Seconds);
        Assert.Equal([2, 40, 120, 182, 180], trace.Pressure.Select(p => p.Value!.Value));
        Assert.Equal([0, 0.1, 0.2, 0.3, 0.4], trace.Pressure.Select(p => p.TimeS));
        Assert.Equal(210, trace.Of(GaugeChannel.EngineSpeed)[1].Value);
    }

    [Theory]
    [InlineData("ms,psi\n5000,1\n5100,2\n5200,3\n5300,4\n5400,5\n", LoggerTime.Milliseconds, 0.4)]
    [InlineData("min\tpsi\n1\t1\n2\t2\n3\t3\n4\t4\n5\t5\n", LoggerTime.Minutes, 240)]
    [InlineData("clock,psi\n23:59:58.5,1\n23:59:59,2\n00:00:00,3\n00:00:01,4\n00:00:02,5\n", LoggerTime.Clock, 3.5)]
    [InlineData("clock,psi\n2030-05-01 09:10:00,1\n2030-05-01 09:10:01,2\n2030-05-01 09:10:02,3\n2030-05-01 09:10:03,4\n2030-05-01 09:10:04,5\n",
        LoggerTime.Clock, 4)]
    [InlineData("1,1\n2,2\n3,3\n4,4\n5,5\n", LoggerTime.Seconds, 4)]
    public void Time_is_read_as_it_is_written_and_begins_at_nought(string text, LoggerTime time, double last)
    {
        var trace = Read(text, time, new LoggerColumn(1, GaugeChannel.OilGallery, "psi"));
        Assert.Equal((0, last), (trace.Rows[0].TimeS, trace.Rows[^1].TimeS));
        Assert.Equal(34.474, trace.Pressure[^1].Value!.Value, 2);
    }

    [Fact]
    public void What_no_sensor_can_mean_and_what_is_missing_is_left_out_as_a_gap()
    {
        var trace = Read("s;bar\n0;1\n1;\n2;9999\n3;oops\n4;2\n5;2\n", LoggerTime.Seconds, new LoggerColumn(1, GaugeChannel.OilTurbo, "bar"));
        Assert.Equal([100, null, null, null, 200, 200], trace.Pressure.Select(p => p.Value));
        var hot = Read("s,°F\n0,212\n1,213\n2,214\n3,215\n4,216\n", LoggerTime.Seconds, new LoggerColumn(1, GaugeChannel.OilTemperature, "°F"));
        Assert.Equal(100, hot.Of(GaugeChannel.OilTemperature)[0].Value);
        var fast = Read("s,krpm\n0,2.4\n1,2.4\n2,2.4\n3,2.4\n4,2.4\n", LoggerTime.Seconds, new LoggerColumn(1, GaugeChannel.EngineSpeed, "krpm"));
        Assert.Equal(2_400, fast.Of(GaugeChannel.EngineSpeed)[0].Value);
    }

    [Fact]
    public void What_cannot_be_read_says_where_and_what_would_be_right()
    {
        Assert.Contains("At least 5 lines", Fault("s,bar\n0,1\n1,2\n"));
        Assert.Contains("At least 5 lines", Fault(""));
        Assert.Contains("One column only", Fault("a\n1\n2\n3\n4\n5\n6\n"));
        Assert.Contains("More than 60 columns", Fault(string.Concat(Enumerable.Repeat(string.Join(',', Enumerable.Range(0, 61)) + "\n", 6))));
        var faults = new Faults();
        var table = LoggerCsv.Table("s;bar\n0;1\n1;1\n1;1\n2;1\n3;1\n", faults)!;
        Assert.Null(LoggerCsv.Read(table, Map(table, LoggerTime.Seconds, new LoggerColumn(1, GaugeChannel.OilTurbo, "bar")), faults));
        Assert.Equal("Sample 3: its time does not rise. Is ‘s’ the time?", faults.ByPath["csv"]);
        faults = new Faults();
        Assert.Null(LoggerCsv.Read(table, Map(table, LoggerTime.Clock, new LoggerColumn(1, GaugeChannel.OilTurbo, "bar")), faults));
        Assert.Equal("Sample 1: ‘0’ is no time in clock.", faults.ByPath["csv"]);
        faults = new Faults();
        table = LoggerCsv.Table("s;bar\n0;a\n1;b\n2;c\n3;d\n4;e\n", faults)!;
        Assert.Null(LoggerCsv.Read(table, Map(table, LoggerTime.Seconds, new LoggerColumn(1, GaugeChannel.OilTurbo, "bar")), faults));
        Assert.Contains("Nothing in the chosen columns", faults.ByPath["csv"]);
    }

    [Fact]
    public void A_logger_is_known_again_by_its_columns_and_its_map_is_checked()
    {
        var table = LoggerCsv.Table(Semicolons, new Faults())!;
        Assert.True(Map(table).Fits(LoggerCsv.Table(Semicolons.ToUpperInvariant().Replace("0,02", "0,03", StringComparison.Ordinal), new Faults())!));
        Assert.False(Map(table).Fits(LoggerCsv.Table(Semicolons.Replace("rpm]", "1/min]", StringComparison.Ordinal), new Faults())!));
        string Said(LoggerMap map)
        {
            var faults = new Faults();
            map.Check(faults, "");
            return string.Join(' ', faults.ByPath.Values);
        }
        Assert.Equal("", Said(Map(table)));
        Assert.Contains("1 to 60 letters", Said(Map(table) with { Name = " " }));
        Assert.Contains("at least one column", Said(Map(table) with { Columns = [] }));
        Assert.Contains("Two columns are Oil pressure at the turbo", Said(Map(table, LoggerTime.Seconds, new(1, GaugeChannel.OilTurbo, "bar"),
            new(2, GaugeChannel.OilTurbo, "bar"))));
        Assert.Contains("cannot be the time and a value", Said(Map(table, LoggerTime.Seconds, new LoggerColumn(0, GaugeChannel.OilTurbo, "bar"))));
        Assert.Contains("'°C' is no unit of it; write kPa, bar, mbar or psi", Said(Map(table, LoggerTime.Seconds, new LoggerColumn(1, GaugeChannel.OilTurbo,
            "°C"))));
        Assert.Contains("'knock' is no channel", Said(Map(table, LoggerTime.Seconds, new LoggerColumn(1, "knock", "V"))));
    }

    [Theory]
    [InlineData("Oil pressure [bar]", GaugeChannel.OilTurbo, "bar")]
    [InlineData("oil_gallery_psi", GaugeChannel.OilGallery, "psi")]
    [InlineData("Engine [rpm]", GaugeChannel.EngineSpeed, "rpm")]
    [InlineData("OIL TEMP (°F)", GaugeChannel.OilTemperature, "°f")]
    [InlineData("Coolant", GaugeChannel.CoolantTemperature, "°C")]
    [InlineData("Boost kPa", GaugeChannel.Boost, "kpa")]
    [InlineData("Crankcase mbar", GaugeChannel.Crankcase, "mbar")]
    public void A_columns_name_proposes_what_it_is(string name, string channel, string unit)
        => Assert.Equal((channel, unit), (LoggerCsv.Guess(name)!.Value.Channel.Name, LoggerCsv.Guess(name)!.Value.Unit));

    [Fact]
    public void A_name_that_says_nothing_proposes_nothing() => Assert.Null(LoggerCsv.Guess("channel 7"));
}
