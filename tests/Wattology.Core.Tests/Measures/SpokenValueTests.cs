using UnitsNet.Units;
using Wattology.Core.Measures;

namespace Wattology.Core.Tests.Measures;

public sealed class SpokenValueTests
{
    [Theory]
    [InlineData("gallery_kpa", "12 psi", 82.737)]
    [InlineData("gallery_kpa", "0,8 bar", 80)]
    [InlineData("gallery_kpa", "85", 85)]
    [InlineData("gallery_kpa", "-4 mbar", -0.4)]
    [InlineData("line.id_mm", "5/16 in", 7.9375)]
    [InlineData("line.id_mm", "1 1/4\"", 31.75)]
    [InlineData("segments.0.fall_mm", "−20 mm", -20)]
    [InlineData("oil_temp_c", "185 F", 85)]
    [InlineData("oil_temp_c", "90°C", 90)]
    [InlineData("runs.0.seconds", "1:30", 90)]
    [InlineData("runs.0.ml", "0,4 l", 400)]
    [InlineData("runs.0.ml", "1 US qt", 946.353)]
    [InlineData("distance_km", "98 500 mi", 158520.384)]
    [InlineData("distance_km", "1.234.567", 1234567)]
    [InlineData("distance_km", "1,234.5 km", 1234.5)]
    [InlineData("minor_k", "4,5", 4.5)]
    public void Reads_values_as_people_say_them(string field, string said, double expected)
    {
        var quantity = Quantity.OfField(field);
        Assert.True(SpokenValue.TryRead(said, quantity, quantity.Unit, out var value, out var fault), fault);
        Assert.Equal(expected, value, 3);
    }

    [Theory]
    [InlineData("gallery_kpa", "lots", "is not a pressure")]
    [InlineData("gallery_kpa", "12 psj", "'psj' is not a unit of pressure")]
    [InlineData("line.id_mm", "1,200", "read two ways")]
    [InlineData("line.id_mm", "5/0 in", "divides by nothing")]
    [InlineData("runs.0.ml", "2 quarts", "US and an imperial")]
    [InlineData("line.id_mm", "1:30", "minutes and seconds")]
    [InlineData("minor_k", "4 mm", "A plain number is wanted")]
    public void Says_what_is_wrong_and_what_would_be_right(string field, string said, string expected)
    {
        var quantity = Quantity.OfField(field);
        Assert.False(SpokenValue.TryRead(said, quantity, quantity.Unit, out _, out var fault));
        Assert.Contains(expected, fault);
    }

    [Fact]
    public void A_bare_number_is_meant_in_the_shops_unit_and_comes_back_in_it()
    {
        var units = new ShopUnits("psi", "in", "°F", "mi");
        SpokenValue.TryRead("30", Quantity.Pressure, units.Of(Quantity.Pressure).Unit, out var kpa, out _);
        Assert.Equal(206.843, kpa, 3);
        Assert.Equal("30 psi", units.ShowPressure(kpa));
        Assert.Equal("185 °F", units.ShowTemperature(85));
        Assert.Equal(LengthUnit.Inch, units.Of(Quantity.Length).Unit);
        Assert.Equal(LengthUnit.Mile, units.Of(Quantity.Distance).Unit);
    }

    [Fact]
    public void A_catch_said_in_one_breath_splits_into_volume_and_time()
    {
        Assert.True(SpokenValue.TrySplitRun("90 ml in 10 s", out var volume, out var time));
        Assert.Equal(("90 ml", "10 s"), (volume, time));
        Assert.False(SpokenValue.TrySplitRun("5 in", out _, out _));
    }
}
