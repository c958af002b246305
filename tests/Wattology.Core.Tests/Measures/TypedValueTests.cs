using UnitsNet.Units;
using Wattology.Core.Measures;

namespace Wattology.Core.Tests.Measures;

public sealed class TypedValueTests
{
    [Theory]
    [InlineData(Measure.Pressure, "12 psi", 82.737)]
    [InlineData(Measure.Pressure, "0,8 bar", 80)]
    [InlineData(Measure.Pressure, "85", 85)]
    [InlineData(Measure.Pressure, "-4 mbar", -0.4)]
    [InlineData(Measure.Length, "5/16 in", 7.9375)]
    [InlineData(Measure.Length, "1 1/4\"", 31.75)]
    [InlineData(Measure.Length, "−20 mm", -20)]
    [InlineData(Measure.Length, "0.125 in", 3.175)]
    [InlineData(Measure.Temperature, "185 F", 85)]
    [InlineData(Measure.Temperature, "90°C", 90)]
    [InlineData(Measure.Seconds, "1:30", 90)]
    [InlineData(Measure.Minutes, "1:30", 1.5)]
    [InlineData(Measure.Volume, "0,4 l", 400)]
    [InlineData(Measure.Volume, "1 US qt", 946.353)]
    [InlineData(Measure.Distance, "98 500 mi", 158520.384)]
    [InlineData(Measure.Distance, "1.234.567", 1234567)]
    [InlineData(Measure.Distance, "1,234.5 km", 1234.5)]
    [InlineData(Measure.Distance, "12.3456", 12.3456)]
    [InlineData(Measure.Number, "4,5", 4.5)]
    public void Reads_values_as_people_say_them(Measure measure, string typed, double expected)
    {
        var quantity = Quantity.Of(measure);
        Assert.True(TypedValue.TryRead(typed, quantity, quantity.Unit, out var value, out var fault), fault);
        Assert.Equal(expected, value, 3);
    }

    [Theory]
    [InlineData(Measure.Pressure, "lots", "is not a pressure")]
    [InlineData(Measure.Pressure, "12 psj", "'psj' is not a unit of pressure")]
    [InlineData(Measure.Length, "1,200", "write 1200 for the thousands, or 1.2000 for the decimal")]
    [InlineData(Measure.Distance, "184.000 km", "write 184000 for the thousands, or 184.0000 for the decimal")]
    [InlineData(Measure.Pressure, "1.2.3 bar", "is no number")]
    [InlineData(Measure.Pressure, "1,23.4 bar", "is no number")]
    [InlineData(Measure.Pressure, "1.234,567,8", "is no number")]
    [InlineData(Measure.Pressure, "1234.567.890", "is no number")]
    [InlineData(Measure.Seconds, "1:30 h", "read two ways")]
    [InlineData(Measure.Hours, "1:30", "read two ways")]
    [InlineData(Measure.Length, "5/0 in", "divides by nothing")]
    [InlineData(Measure.Volume, "2 quarts", "US and an imperial")]
    [InlineData(Measure.Length, "1:30", "minutes and seconds")]
    [InlineData(Measure.Number, "4 mm", "A plain number is wanted")]
    public void Says_what_is_wrong_and_what_would_be_right(Measure measure, string typed, string expected)
    {
        var quantity = Quantity.Of(measure);
        Assert.False(TypedValue.TryRead(typed, quantity, quantity.Unit, out var value, out var fault));
        Assert.Contains(expected, fault);
        Assert.Equal(0, value);
    }

    [Fact]
    public void What_it_offers_instead_is_read_as_offered()
    {
        var quantity = Quantity.Of(Measure.Distance);
        Assert.True(TypedValue.TryRead("184000 km", quantity, null, out var thousands, out _));
        Assert.True(TypedValue.TryRead("184.0000 km", quantity, null, out var decimals, out _));
        Assert.Equal((184000.0, 184.0), (thousands, decimals));
    }

    [Fact]
    public void A_bare_number_is_meant_in_the_shops_unit_and_comes_back_in_it()
    {
        var units = new ShopUnits("psi", "in", "°F", "mi");
        TypedValue.TryRead("30", Quantity.Of(Measure.Pressure), units.Of(Quantity.Of(Measure.Pressure)).Unit, out var kpa, out _);
        Assert.Equal(206.843, kpa, 3);
        Assert.Equal("30 psi", units.ShowPressure(kpa));
        Assert.Equal("185 °F", units.ShowTemperature(85));
        Assert.Equal(LengthUnit.Inch, units.Of(Quantity.Of(Measure.Length)).Unit);
        Assert.Equal(LengthUnit.Mile, units.Of(Quantity.Of(Measure.Distance)).Unit);
    }

    [Fact]
    public void A_catch_said_in_one_breath_splits_into_volume_and_time()
    {
        Assert.True(TypedValue.TrySplitRun("90 ml in 10 s", out var volume, out var time));
        Assert.Equal(("90 ml", "10 s"), (volume, time));
        Assert.False(TypedValue.TrySplitRun("5 in", out _, out _));
    }

    [Theory]
    [InlineData(1234.4, "1234")]
    [InlineData(99.96, "100")]
    [InlineData(12.34, "12.3")]
    [InlineData(1.236, "1.24")]
    [InlineData(0.0567, "0.057")]
    [InlineData(-0.0001, "0")]
    public void Numbers_are_shown_with_the_digits_a_person_would_say(double value, string shown) => Assert.Equal(shown, ShopUnits.Digits(value));

    [Theory]
    [InlineData("11:00", -30.0)]
    [InlineData("12:30", 15.0)]
    [InlineData("3:00", 90.0)]
    [InlineData("half past ten", -45.0)]
    [InlineData("Quarter to three", 82.5)]
    [InlineData("quarter past 9", -82.5)]
    [InlineData("five o'clock", 150.0)]
    [InlineData("7 o’clock", -150.0)]
    [InlineData("twelve", 0.0)]
    [InlineData("10", 10.0)]
    [InlineData("-12", -12.0)]
    [InlineData("13:00", null)]
    [InlineData("11:60", null)]
    [InlineData("half past thirteen", null)]
    [InlineData("half ten", null)]
    public void A_time_on_the_dial_is_an_angle_from_twelve(string text, double? degrees)
    {
        Assert.Equal(degrees is not null, TypedValue.TryRead(text, Quantity.Of(Measure.Angle), null, out var value, out var fault));
        Assert.Equal(degrees ?? 0, value, 9);
        Assert.Equal(degrees is null, fault is not null);
        // Elsewhere a clock time is a time.
        Assert.False(TypedValue.TryRead("half past ten", Quantity.Of(Measure.Length), null, out _, out _));
    }
}
