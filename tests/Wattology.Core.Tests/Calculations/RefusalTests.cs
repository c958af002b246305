using Wattology.Core.Calculations;
using Wattology.Core.Inputs;

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
    [InlineData("oil-feed", """{"oil":OIL,"oil_temp_c":20,"gallery_kpa":100,"line":LINE,"restrictor_mm":5}""", "restrictor_mm")]
    [InlineData("catch-test", """{"oil":OIL,"oil_temp_c":20,"gallery_kpa":0,"line":LINE,"runs":[{"ml":1,"seconds":1}]}""",
        "gallery_kpa")]
    [InlineData("catch-test", """{"oil":OIL,"oil_temp_c":20,"line":LINE,"discard_first":true,"runs":[{"ml":1,"seconds":1}]}""", "runs")]
    [InlineData("catch-test", """{"oil":OIL,"oil_temp_c":20,"line":LINE,"runs":[{"ml":1,"seconds":0}]}""", "runs.0.seconds")]
    [InlineData("drain",
        """{"oil":OIL,"oil_temp_c":20,"flow_lpm":1,"id_mm":18,"segments":[GOOD,{"length_mm":100,"fall_mm":101}],"exit_above_oil_mm":20}""",
        "segments.1.fall_mm")]
    [InlineData("drain", """{"oil":OIL,"oil_temp_c":20,"flow_lpm":0,"id_mm":18,"segments":[{"length_mm":100,"fall_mm":50}],"exit_above_oil_mm":20}""",
        "flow_lpm")]
    [InlineData("restrictor-size",
        """{"oil":OIL,"line":LINE,"bearing":BEARING,"drills_mm":[1,5],"states":[{"name":"a","oil_temp_c":90,"gallery_kpa":200,"min_inlet_kpa":60}]}""",
        "drills_mm.1")]
    [InlineData("restrictor-size",
        """{"oil":OIL,"line":LINE,"bearing":BEARING,"drills_mm":[1],"states":[{"name":"a","oil_temp_c":90,"gallery_kpa":200}]}""", "states.0")]
    [InlineData("restrictor-size",
        """{"oil":OIL,"line":LINE,"bearing":BEARING,"drills_mm":[1],"states":[{"name":"a","oil_temp_c":90,"gallery_kpa":200,"min_inlet_kpa":0}]}""",
        "states.0.min_inlet_kpa")]
    [InlineData("restrictor-size",
        """{"oil":OIL,"line":LINE,"bearing":BEARING,"drills_mm":[1],"states":[{STATE,"min_inlet_kpa":90,"max_inlet_kpa":80}]}""",
        "states.0.min_inlet_kpa")]
    [InlineData("prime", """{"line":LINE,"crank_flow_lpm":0,"burst_s":12,"rest_s":60}""", "crank_flow_lpm")]
    [InlineData("blow-by", """{"orifice_mm":12,"dp_pa":100,"displacement_l":2}""", "rpm")]
    [InlineData("blow-by", """{"orifice_mm":12,"dp_pa":100,"boost_kpa":50}""", "manifold_c")]
    [InlineData("compression", """{"kpa":[0,0]}""", "kpa")]
    [InlineData("compression", """{"kpa":[]}""", "kpa")]
    [InlineData("actuator", """{"start_kpa":90,"full_kpa":90,"travel_mm":10,"spec_start_kpa":80,"rod_pitch_mm":1}""", "full_kpa")]
    [InlineData("boost-leak", """{"volume_l":10,"start_kpa":50,"end_kpa":60,"seconds":10}""", "end_kpa")]
    [InlineData("boost-leak", """{"volume_l":10,"start_kpa":0,"end_kpa":0,"seconds":10}""", "start_kpa")]
    [InlineData("shaft-speed", """{"wheel_mm":40,"boost_kpa":0,"intake_depression_kpa":101.325}""", "intake_depression_kpa")]
    [InlineData("shaft-speed", """{"wheel_mm":40,"boost_kpa":50,"efficiency":0.95}""", "efficiency")]
    [InlineData("fuel-boost",
        """{"power_kw":100,"bsfc_g_kwh":300,"fuel_rho_kg_l":0.74,"injectors":4.5,RAIL,"boost_kpa":50}""",
        "injectors")]
    [InlineData("torque-adapter", """{"target_nm":50,"wrench_mm":100,"adapter_mm":100,"angle_deg":180}""", "adapter_mm")]
    [InlineData("gasket", """{"port_mm":20,"gasket_hole_mm":22,"offset_mm":-1}""", "offset_mm")]
    [InlineData("rate", """{"events":5,"n":4}""", "events")]
    [InlineData("rate", """{"events":1.5,"n":4}""", "events")]
    [InlineData("survival", """{"units":[{"months":3,"failed":1}]}""", "units.0.failed")]
    [InlineData("clocking", """{"oil_inlet_deg":0,"compressor_up_deg":-80.5}""", "compressor_up_deg")]
    [InlineData("turn", """{"now_deg":1,"want_deg":2,"step_deg":1e-9}""", "step_deg")]
    [InlineData("gasket", """{"port_mm":1e-80,"gasket_hole_mm":22,"offset_mm":1}""", "port_mm")]
    [InlineData("gasket", """{"port_mm":20,"gasket_hole_mm":22,"offset_mm":1e-80}""", "offset_mm")]
    [InlineData("prime", """{"line":LINE,"crank_flow_lpm":1e-80,"burst_s":12,"rest_s":60}""", "crank_flow_lpm")]
    [InlineData("prime", """{"line":LINE,"crank_flow_lpm":1,"burst_s":1e-80,"rest_s":60}""", "burst_s")]
    [InlineData("boost-leak", """{"volume_l":1e-80,"start_kpa":50,"end_kpa":40,"seconds":10}""", "volume_l")]
    [InlineData("diagnose", """{"findings":{"\ud800":"present"}}""", "findings")]
    [InlineData("diagnose", """{"\ud800":1,"findings":{}}""", "")]
    [InlineData("diagnose", """{"findings":{"low-power":"\ud800"}}""", "findings.low-power")]
    [InlineData("diagnose", """{"findings":{},"exclude":["\udc00x"]}""", "exclude.0")]
    [InlineData("clocking", """{"oil_inlet_deg":0,"attitudes":[{"name":"\ud800","pitch_deg":0,"roll_deg":0}]}""", "attitudes.0.name")]
    [InlineData("sweep", """{"samples":[{"time_s":0,"command_pct":0,"feedback_pct":0}]}""", "samples")]
    [InlineData("tightening", """{"fixings":4,"order":"cross","shares_pct":[40,70]}""", "shares_pct")]
    [InlineData("tightening", """{"fixings":4,"order":"cross","done":[{"heat_cycle":1,"moved_deg":[0]}]}""", "done.0.moved_deg")]
    [InlineData("tightening", """{"fixings":4,"order":"cross","angles_deg":[0]}""", "angles_deg")]
    [InlineData("thread", """{"outside_mm":10}""", "pitch_mm")]
    [InlineData("thread", """{"outside_mm":10,"pitch_mm":1,"per_inch":25}""", "pitch_mm")]
    [InlineData("supply", """{"test":{"oil":OIL,"oil_temp_c":20,"line":LINE,"runs":[{"ml":1,"seconds":1}]}}""", "test.gallery_kpa")]
    [InlineData("supply", """{"test":{"oil":OIL,"oil_temp_c":20,"line":LINE,"runs":[{"ml":1,"seconds":1}],"gallery_kpa":9},"least_kpa":9,"most_kpa":8}""",
        "most_kpa")]
    [InlineData("prime-target", """{"volumes":[],"crank_flow_lpm":1}""", "volumes")]
    [InlineData("trace", """{"samples":[],"hot_idle":{"from_s":4,"to_s":3}}""", "hot_idle.to_s")]
    [InlineData("free-window", """{"fitted":{"oil_inlet_deg":0},"most_tilt_deg":91,"forbidden":[]}""", "most_tilt_deg")]
    [InlineData("diagnose", """{"findings":{"low-power":{"answer":"present","known":"heard"}}}""", "findings.low-power.known")]
    [InlineData("diagnose", """{"findings":{"low-power":{"known":"seen"}}}""", "findings.low-power.answer")]
    [InlineData("diagnose", """{"findings":{},"stage":"wheel"}""", "stage")]
    [InlineData("diagnose", """{"findings":{},"open":["box"]}""", "open.0")]
    [InlineData("diagnose", """{"findings":{"low-power":"maybe"}}""", "findings.low-power")]
    [InlineData("diagnose", """{"findings":{"no-such":"present"}}""", "findings.no-such")]
    [InlineData("diagnose", """{"findings":{},"priors":{"starved":1}}""", "priors.dirty")]
    [InlineData("diagnose", """{"findings":{},"exclude":["gremlins"]}""", "exclude.0")]
    public void Names_the_path_of_the_fault(string name, string input, string path)
    {
        var refused = Assert.Throws<InputRefusedException>(() => Catalogue.Run(Catalogue.Find(name)!, Filled(input)));
        Assert.Contains(path, refused.Faults.ByPath.Keys);
    }

    private static string Filled(string input) => input.Replace("OIL", Oil, StringComparison.Ordinal)
        .Replace("LINE", """{"id_mm":4,"length_mm":500}""", StringComparison.Ordinal)
        .Replace("GOOD", """{"length_mm":100,"fall_mm":50}""", StringComparison.Ordinal)
        .Replace("STATE", "\"name\":\"a\",\"oil_temp_c\":90,\"gallery_kpa\":200", StringComparison.Ordinal)
        .Replace("RAIL", "\"injector_cc_min\":400,\"injector_rated_kpa\":300,\"rail_base_kpa\":300", StringComparison.Ordinal)
        .Replace("BEARING", """{"ref_flow_lpm":2,"ref_kpa":300,"ref_mu_mpas":10}""", StringComparison.Ordinal);

    [Fact]
    public void Reports_every_fault_at_once()
    {
        var refused = Assert.Throws<InputRefusedException>(() => Catalogue.Run(Catalogue.Find("drain")!,
            """{"oil":OIL,"oil_temp_c":900,"flow_lpm":"x","id_mm":18,"segments":[{"length_mm":-1,"fall_mm":50}],"more":1}""".Replace("OIL", Oil,
                StringComparison.Ordinal)));
        Assert.Equal(["exit_above_oil_mm", "flow_lpm", "more", "oil_temp_c", "segments.0.length_mm"], refused.Faults.ByPath.Keys);
    }

    [Fact]
    public void Half_a_character_as_it_stands_is_refused_as_well()
        => Assert.Contains("half a character", Assert.Throws<InputRefusedException>(() => Catalogue.Run(Catalogue.Find("turn")!, "{\"\uD800\":1}"))
            .Faults.ByPath[""]);

    [Fact]
    public void An_empty_array_answers_an_empty_array_and_null_means_absent_for_optional_fields()
    {
        var turn = Catalogue.Find("turn")!;
        Assert.Equal("[]", Catalogue.Run(turn, "[]"));
        Assert.Equal(Catalogue.Run(turn, """{"now_deg":10,"want_deg":30}"""), Catalogue.Run(turn, """{"now_deg":10,"want_deg":30,"step_deg":null}"""));
    }
}
