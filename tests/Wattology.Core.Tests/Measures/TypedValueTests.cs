using System.Globalization;
using UnitsNet.Units;
using Wattology.Core.Inputs;
using Wattology.Core.Measures;

namespace Wattology.Core.Tests.Measures;

public sealed class TypedValueTests
{
    private static Quantity Of(string measure) => Quantity.Of(JsonForm.ValueOf<Measure>(measure)!.Value);

    /// <summary>The table of spellings: what is measured, what is typed, and what it means (=), means with a note (~), may mean (?), or why it is refused
    /// (!).</summary>
    public static TheoryData<string, string, string> Spellings()
    {
        var data = new TheoryData<string, string, string>();
        foreach (var line in File.ReadLines(Path.Combine(AppContext.BaseDirectory, "Measures", "spellings.txt")))
        {
            var parts = line.Split("; ", 3);
            data.Add(parts[0], parts[1].Replace("<nbsp>", "\u00A0", StringComparison.Ordinal).Replace("<nnbsp>", "\u202F", StringComparison.Ordinal)
                .Replace("<thin>", "\u2009", StringComparison.Ordinal), parts[2]);
        }
        return data;
    }

    [Theory, MemberData(nameof(Spellings))]
    public void A_spelling_means_what_the_table_says(string measure, string typed, string meaning)
    {
        var read = TypedValue.Read(typed, Of(measure));
        var expected = meaning[2..].Split(" | ");
        double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);
        void Same(double wanted, double? value) => Assert.Equal(wanted, value ?? double.NaN, Math.Max(1e-9, Math.Abs(wanted) * 1e-5));
        switch (meaning[0])
        {
            case '=':
                Assert.Null(read.Fault);
                Assert.Null(read.Note);
                Same(Number(expected[0]), read.Value);
                break;
            case '~':
                Same(Number(expected[0]), read.Value);
                Assert.Contains(expected[1], read.Note);
                break;
            case '?':
                Assert.Null(read.Value);
                Assert.NotNull(read.Fault);
                Assert.Equal(expected.Select(e => e.Split(" = ")[0]), read.Offers.Select(o => o.Typed), StringComparer.OrdinalIgnoreCase);
                foreach (var (offer, wanted) in read.Offers.Zip(expected))
                {
                    Same(Number(wanted.Split(" = ")[1]), offer.Value);
                    // What is offered is read as it was offered.
                    Same(offer.Value, TypedValue.Read(offer.Typed, Of(measure)).Value);
                }
                break;
            default:
                Assert.Null(read.Value);
                Assert.Contains(expected[0], read.Fault, StringComparison.OrdinalIgnoreCase);
                break;
        }
    }

    [Fact]
    public void The_table_holds_hundreds_and_none_twice()
    {
        var rows = Spellings().Select(r => (r.Data.Item1, r.Data.Item2)).ToArray();
        Assert.True(rows.Length >= 300);
        Assert.Equal(rows.Length, rows.Distinct().Count());
    }

    [Theory]
    [InlineData("184.000 km", 184000.0, "read as 184 000 km")]
    [InlineData("184,000", 184000.0, "read as 184 000")]
    [InlineData("1.250", null, null)]
    [InlineData("0.600", 0.6, null)]
    public void The_usual_band_decides_between_two_readings_where_only_one_lies_in_it(string typed, double? value, string? note)
    {
        // Of 1.250 both readings, 1250 and 1.25, may be.
        var read = TypedValue.Read(typed, Quantity.Of(Measure.Distance), null, typed[0] == '1' && typed[1] != '8' ? new(1, 5000) : new(500, 1_500_000));
        Assert.Equal((value, note), (read.Value, read.Note));
        Assert.Equal(value is null ? 2 : 0, read.Offers.Count);
    }

    [Fact]
    public void An_absolute_pressure_is_offered_without_the_barometer()
    {
        var offer = Assert.Single(TypedValue.Read("1.8 bar abs", Quantity.Of(Measure.Pressure)).Offers);
        Assert.Equal(78.675, offer.Value, 6);
        Assert.Equal("78.675 kPa", offer.Typed);
        Assert.Equal([1148.675, -100.075], TypedValue.Read("1,250 kPa abs", Quantity.Of(Measure.Pressure)).Offers.Select(o => Math.Round(o.Value, 3)));
        Assert.Contains("184000 km or 184.0000 km", TypedValue.Read("184.000 km", Quantity.Of(Measure.Distance)).Fault);
    }

    [Fact]
    public void A_bare_number_is_meant_in_the_shops_unit_and_comes_back_in_it()
    {
        var units = new ShopUnits("psi", "in", "°F", "mi");
        Enum? Own(Measure measure) => units.Of(Quantity.Of(measure)).Unit;
        Assert.Equal("30 psi", units.ShowPressure(TypedValue.Read("30", Quantity.Of(Measure.Pressure), Own(Measure.Pressure)).Value!.Value));
        Assert.Equal("185 °F", units.ShowTemperature(85));
        Assert.Equal(LengthUnit.Inch, Own(Measure.Length));
        Assert.Equal(LengthUnit.Mile, Own(Measure.Distance));
        Assert.Equal(15.875, TypedValue.Read("5/8", Quantity.Of(Measure.Length), Own(Measure.Length)) is { Note: null } half ? half.Value!.Value : 0, 9);
        Assert.Equal("25 N·m", new ShopUnits().Show(25, Measure.Torque));
        Assert.Equal("250 g", new ShopUnits().Show(250, Measure.Mass));
    }

    [Theory]
    [InlineData("90 ml in 10 s", "90 ml", "10 s")]
    [InlineData("95 ml/10 s", "95 ml", "10 s")]
    [InlineData("5 in", "", "")]
    public void A_catch_said_in_one_breath_splits_into_volume_and_time(string typed, string volume, string time)
    {
        Assert.Equal(volume.Length > 0, TypedValue.TrySplitRun(typed, out var ml, out var s));
        Assert.Equal((volume, time), (ml, s));
    }

    [Theory]
    [InlineData(1234.4, "1234")]
    [InlineData(99.96, "100")]
    [InlineData(12.34, "12.3")]
    [InlineData(1.236, "1.24")]
    [InlineData(0.0567, "0.057")]
    [InlineData(0.0004, "0.0004")]
    [InlineData(-0.0001, "-0.0001")]
    [InlineData(-1e-12, "0")]
    public void Numbers_are_shown_with_the_digits_a_person_would_say(double value, string shown) => Assert.Equal(shown, ShopUnits.Digits(value));

    [Fact]
    public void Half_a_character_and_what_cannot_be_seen_are_refused()
    {
        foreach (var typed in new[] { "12\uD800", "\uDC0012", "1\u00002", "1\u200B2", "12\u0007" })
            Assert.Contains("is not a pressure", TypedValue.Read(typed, Quantity.Of(Measure.Pressure)).Fault);
    }
}
