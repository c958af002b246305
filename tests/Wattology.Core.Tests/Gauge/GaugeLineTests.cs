using FsCheck.Xunit;
using Wattology.Core.Gauge;

namespace Wattology.Core.Tests.Gauge;

public sealed class GaugeLineTests
{
    [Fact]
    public void A_box_says_who_it_is_and_what_it_reads_and_a_line_comes_back_as_it_was_written()
    {
        var hello = (GaugeHello)GaugeLine.Read("""{"gauge":"wattology-gauge/1","box":" Bench 2 ","simulated":true}""")!;
        Assert.Equal(("Bench 2", true), (hello.Box, hello.Simulated));
        Assert.Equal("""{"gauge":"wattology-gauge/1","box":"Bench 2","simulated":true}""", hello.Write());
        // Who does not say that it is simulated is not.
        Assert.False(((GaugeHello)GaugeLine.Read("""{"gauge":"wattology-gauge/1","box":"b","simulated":"yes"}""")!).Simulated);
        var sample = (GaugeSample)GaugeLine.Read("""{"t_ms":1250.5,"values":{"oil_turbo_kpa":180.25,"oil_c":21,"cabin_c":19}}""")!;
        Assert.Equal((1250.5, 180.25, 21.0, (double?)null), (sample.TimeMs, sample[GaugeChannel.OilTurbo]!.Value, sample[GaugeChannel.OilTemperature]!.Value,
            sample["cabin_c"]));
        Assert.Equal(sample.Values, ((GaugeSample)GaugeLine.Read(sample.Write())!).Values);
    }

    [Theory]
    [InlineData("")]
    [InlineData("AT+OK")]
    [InlineData("[1,2]")]
    [InlineData("{\"t_ms\":12")]
    [InlineData("{\"t_ms\":\"12\",\"values\":{}}")]
    [InlineData("{\"t_ms\":-1,\"values\":{}}")]
    [InlineData("{\"t_ms\":1e300,\"values\":{}}")]
    [InlineData("{\"t_ms\":12,\"values\":[180]}")]
    [InlineData("{\"t_ms\":12}")]
    [InlineData("{\"gauge\":\"wattology-gauge/2\",\"box\":\"b\"}")]
    [InlineData("{\"gauge\":1,\"box\":\"b\"}")]
    [InlineData("{\"gauge\":\"wattology-gauge/1\"}")]
    [InlineData("{\"gauge\":\"wattology-gauge/1\",\"box\":\"  \"}")]
    [InlineData("{\"gauge\":\"wattology-gauge/1\",\"box\":\"a\\nb\"}")]
    [InlineData("{\"gauge\":\"wattology-gauge/1\",\"box\":\"\\ud800\"}")]
    [InlineData("{\"other\":1}")]
    public void Garbage_is_known_as_garbage(string line) => Assert.Null(GaugeLine.Read(line));

    [Fact]
    public void A_line_too_long_is_garbage_and_a_value_nothing_can_have_was_not_read()
    {
        Assert.Null(GaugeLine.Read($"{{\"t_ms\":1,\"values\":{{}},\"x\":\"{new string('a', 4_000)}\"}}"));
        Assert.Empty(((GaugeSample)GaugeLine.Read("""{"t_ms":1,"values":{"oil_turbo_kpa":99999,"oil_c":-60,"boost_kpa":"12","engine_rpm":null}}""")!).Values);
    }

    [Property]
    public bool Nothing_that_comes_down_a_line_is_an_error(string? line)
    {
        _ = GaugeLine.Read(line ?? "");
        _ = GaugeLine.ReadAct(line ?? "");
        return true;
    }

    [Fact]
    public void What_hands_do_is_told_in_a_word()
    {
        foreach (var act in Enum.GetValues<EngineAct>()) Assert.Equal(act, GaugeLine.ReadAct(GaugeLine.Write(act)));
        Assert.Equal("{\"engine\":\"crank\"}", GaugeLine.Write(EngineAct.Crank));
        foreach (var odd in new[] { "", "crank", "{\"engine\":\"dance\"}", "{\"engine\":1}", "{}" }) Assert.Null(GaugeLine.ReadAct(odd));
    }
}
