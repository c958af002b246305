using Wattology.Core.Calculations;

namespace Wattology.Core.Tests.Calculations;

/// <summary>Bad input is refused as a whole, each fault under its own path.</summary>
public sealed class RefusalTests
{
    private const string Oil = """{"nu40_cst":66,"nu100_cst":11.2}""";

    [Theory]
    [InlineData("turn", "", "")]
    [InlineData("turn", "nonsense", "")]
    [InlineData("turn", "3", "")]
    [InlineData("turn", """{"now_deg":1}""", "want_deg")]
    [InlineData("turn", """{"now_deg":1,"want_deg":2,"colour":3}""", "colour")]
    [InlineData("turn", """{"now_deg":"1","want_deg":2}""", "now_deg")]
    [InlineData("turn", """{"now_deg":true,"want_deg":2}""", "now_deg")]
    [InlineData("turn", """{"now_deg":1e999,"want_deg":2}""", "now_deg")]
    [InlineData("turn", """{"now_deg":null,"want_deg":2}""", "now_deg")]
    [InlineData("turn", """{"now_deg":1,"now_deg":1,"want_deg":2}""", "now_deg")]
    [InlineData("turn", """{"now_deg":1,"want_deg":2,"step_deg":50}""", "step_deg")]
    [InlineData("turn", """[{"now_deg":1,"want_deg":2},{"now_deg":1}]""", "1.want_deg")]
    [InlineData("oil-viscosity", """{"oil":{"nu40_cst":10,"nu100_cst":11},"temp_c":20}""", "oil.nu100_cst")]
    [InlineData("oil-viscosity", """{"oil":OIL,"temp_c":201}""", "temp_c")]
    [InlineData("oil-feed", """{"oil":OIL,"oil_temp_c":20,"gallery_kpa":100,"line":{"id_mm":4,"length_mm":1e308}}""", "line.length_mm")]
    [InlineData("oil-feed", """{"oil":OIL,"oil_temp_c":20,"gallery_kpa":100,"line":{"id_mm":4,"length_mm":500},"restrictor_mm":5}""", "restrictor_mm")]
    [InlineData("catch-test", """{"oil":OIL,"oil_temp_c":20,"gallery_kpa":0,"line":{"id_mm":4,"length_mm":500},"runs":[{"ml":1,"seconds":1}]}""", "gallery_kpa")]
    [InlineData("catch-test", """{"oil":OIL,"oil_temp_c":20,"line":{"id_mm":4,"length_mm":500},"discard_first":true,"runs":[{"ml":1,"seconds":1}]}""", "runs")]
    [InlineData("catch-test", """{"oil":OIL,"oil_temp_c":20,"line":{"id_mm":4,"length_mm":500},"runs":[{"ml":1,"seconds":0}]}""", "runs.0.seconds")]
    [InlineData("drain", """{"oil":OIL,"oil_temp_c":20,"flow_lpm":1,"id_mm":18,"segments":[{"length_mm":100,"fall_mm":50},{"length_mm":100,"fall_mm":101}],"exit_above_oil_mm":20}""", "segments.1.fall_mm")]
    [InlineData("drain", """{"oil":OIL,"oil_temp_c":20,"flow_lpm":0,"id_mm":18,"segments":[{"length_mm":100,"fall_mm":50}],"exit_above_oil_mm":20}""", "flow_lpm")]
    [InlineData("clocking", """{"oil_inlet_deg":0,"compressor_up_deg":-80.5}""", "compressor_up_deg")]
    [InlineData("diagnose", """{"findings":{"low-power":"maybe"}}""", "findings.low-power")]
    [InlineData("diagnose", """{"findings":{"no-such":"present"}}""", "findings.no-such")]
    [InlineData("diagnose", """{"findings":{},"priors":{"starved":1}}""", "priors.dirty")]
    [InlineData("diagnose", """{"findings":{},"exclude":["gremlins"]}""", "exclude.0")]
    public void Names_the_path_of_the_fault(string name, string input, string path)
    {
        var refused = Assert.Throws<InputRefusedException>(() => Catalogue.Run(Catalogue.Find(name)!, input.Replace("OIL", Oil, StringComparison.Ordinal)));
        Assert.Contains(path, refused.Faults.ByPath.Keys);
    }

    [Fact]
    public void Reports_every_fault_at_once()
    {
        var refused = Assert.Throws<InputRefusedException>(() => Catalogue.Run(Catalogue.Find("drain")!,
            """{"oil":OIL,"oil_temp_c":900,"flow_lpm":"x","id_mm":18,"segments":[{"length_mm":-1,"fall_mm":50}],"more":1}""".Replace("OIL", Oil, StringComparison.Ordinal)));
        Assert.Equal(["exit_above_oil_mm", "flow_lpm", "more", "oil_temp_c", "segments.0.length_mm"], refused.Faults.ByPath.Keys);
    }

    [Fact]
    public void An_empty_array_answers_an_empty_array_and_null_means_absent_for_optional_fields()
    {
        var turn = Catalogue.Find("turn")!;
        Assert.Equal("[]", Catalogue.Run(turn, "[]"));
        Assert.Equal(Catalogue.Run(turn, """{"now_deg":10,"want_deg":30}"""), Catalogue.Run(turn, """{"now_deg":10,"want_deg":30,"step_deg":null}"""));
    }
}
