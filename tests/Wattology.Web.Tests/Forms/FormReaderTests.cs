using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Primitives;
using Wattology.Core.Crankcase;
using Wattology.Core.Measures;
using Wattology.Core.OilSupply;
using Wattology.Web.Forms;
using Wattology.Web.Hosting;

namespace Wattology.Web.Tests.Forms;

public sealed class FormReaderTests
{
    private static (T? Read, FormState State) Read<T>(ShopUnits units, params (string Name, string Value)[] fields) where T : class
    {
        var state = new FormState();
        var form = new FormCollection(fields.GroupBy(f => f.Name).ToDictionary(g => g.Key, g => new StringValues([.. g.Select(f => f.Value)])));
        return ((T?)new FormReader(form, units, state, new ShopTimes(TimeProvider.System)).Read(typeof(T)), state);
    }

    [Fact]
    public void A_list_of_numbers_binds_box_by_box_with_its_units()
    {
        var (read, state) = Read<CompressionInput>(new ShopUnits("bar"), ("kpa.0", "24"), ("kpa.1", ""), ("kpa.2", "330 psi"), ("kpa.10", "2350 kPa"));
        Assert.Equal([2400, 2275.27, 2350], read!.Kpa.Select(k => Math.Round(k, 2)));
        Assert.Equal(["24", "330 psi", "2350 kPa"], new[] { "kpa.0", "kpa.1", "kpa.2" }.Select(f => state[f]));
        var (refused, faulty) = Read<CompressionInput>(new ShopUnits(), ("kpa.0", "2400"), ("kpa.1", "lots"));
        Assert.Null(refused);
        Assert.Contains("is not a pressure", faulty.FaultAt("kpa.1"));
        Assert.Equal("lots", faulty["kpa.1"]);
    }

    [Fact]
    public void What_a_field_measures_is_said_by_its_record_and_not_by_its_name()
    {
        Assert.Equal(Measure.Number, Core.Inputs.BoundsAttribute.QuantityOf(
            Core.Inputs.FieldPath.Find(typeof(Core.Air.FuelBoostInput), "injector_cc_min")!).Measure);
        Assert.Equal(Measure.Volume, Core.Inputs.BoundsAttribute.QuantityOf(Core.Inputs.FieldPath.Find(typeof(CatchTestReading), "input.runs.7.ml")!).Measure);
        Assert.Equal(Measure.Pressure, Core.Inputs.BoundsAttribute.QuantityOf(Core.Inputs.FieldPath.Find(typeof(CompressionInput), "kpa.3")!).Measure);
        Assert.Null(Core.Inputs.FieldPath.Find(typeof(CatchTestReading), "input.runs.0.ml.x"));
        Assert.Null(Core.Inputs.FieldPath.Find(typeof(CatchTestReading), "no_such"));
    }

    [Fact]
    public void An_oil_is_its_grade_or_its_data_sheet_and_never_a_guess()
    {
        (string, string)[] viscosity = [("temp_c", "40")];
        Assert.Equal(OilGrades.Typical["0W-20"], Read<OilViscosityInput>(new ShopUnits(), [.. viscosity, ("grade", "0W-20")]).Read!.Oil);
        Assert.Equal(66, Read<OilViscosityInput>(new ShopUnits(), [.. viscosity, ("grade", "other"), ("oil.nu40_cst", "66"),
            ("oil.nu100_cst", "11")]).Read!.Oil.Nu40Cst);
        var (none, state) = Read<OilViscosityInput>(new ShopUnits(), viscosity);
        Assert.Null(none);
        Assert.Equal("Choose the oil's grade.", state.FaultAt("grade"));
    }
}
