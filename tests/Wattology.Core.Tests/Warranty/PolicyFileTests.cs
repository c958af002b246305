using Wattology.Core.Inputs;
using Wattology.Core.Warranty;

namespace Wattology.Core.Tests.Warranty;

/// <summary>Policy files: read and written as the document says, and refused by path.</summary>
public sealed class PolicyFileTests
{
    private const string Sound = """
        {"policy":"wattology-policy-1","id":"mill-2","name":"Mill cover","giver":"Orvane","version":3,
         "cover":{"what":"the unit","days":365},
         "proofs":[{"proof":"catch","grade":"measured","second_best":"seen","for":["oil-leak","broken"],"within_days":30},
                   {"proof":"oil-reference","grade":"seen","within_km":20000}],
         "voids":["sealant"],"old_parts_days":60}
        """;

    [Fact]
    public void A_file_is_read_written_and_read_again_as_the_same()
    {
        var policy = WarrantyPolicy.Read(Sound);
        Assert.Equal(("mill-2", 3, 365.0, null, 60.0), (policy.Id, policy.Version, policy.Cover.Days, policy.Cover.Hours, policy.OldPartsDays));
        Assert.Equal([ComplaintKind.OilLeak, ComplaintKind.Broken], policy.Proofs[0].For);
        Assert.Equal(policy.Write(), WarrantyPolicy.Read(policy.Write()).Write());
    }

    [Theory]
    [InlineData("\"wattology-policy-1\"", "\"other\"", "policy")]
    [InlineData("\"mill-2\"", "\"Mill 2\"", "id")]
    [InlineData("\"name\":\"Mill cover\"", "\"name\":\" \"", "name")]
    [InlineData("\"version\":3", "\"version\":0", "version")]
    [InlineData("\"version\":3", "\"version\":3.5", "version")]
    [InlineData("\"catch\"", "\"luck\"", "proofs.0.proof")]
    [InlineData("\"grade\":\"measured\"", "\"grade\":\"sworn\"", "proofs.0.grade")]
    [InlineData("{\"proof\":\"oil-reference\",\"grade\":\"seen\"", "{\"proof\":\"oil-reference\",\"grade\":\"measured\"", "proofs.1.grade")]
    [InlineData("\"second_best\":\"seen\"", "\"second_best\":\"measured\"", "proofs.0.second_best")]
    [InlineData("\"within_days\":30", "\"within_km\":30", "proofs.0.within_km")]
    [InlineData("\"within_days\":30", "\"within_days\":-1", "proofs.0.within_days")]
    [InlineData("\"oil-leak\",\"broken\"", "\"oil-leak\",\"luck\"", "proofs.0.for.1")]
    [InlineData("{\"proof\":\"oil-reference\"", "{\"proof\":\"catch\",\"grade\":\"seen\"},{\"proof\":\"oil-reference\"", "proofs.1.proof")]
    [InlineData("\"sealant\"", "\"rain\"", "voids.0")]
    [InlineData("\"what\":\"the unit\"", "\"what\":\"\"", "cover.what")]
    [InlineData("\"old_parts_days\":60", "\"old_parts_days\":60,\"more\":1", "more")]
    [InlineData("{\"policy\"", "{{\"policy\"", "")]
    public void A_file_that_is_not_sound_is_refused_by_path(string was, string becomes, string path)
    {
        Assert.Contains(was, Sound);
        var refused = Assert.Throws<InputRefusedException>(() => WarrantyPolicy.Read(Sound.Replace(was, becomes, StringComparison.Ordinal)));
        Assert.Contains(path, refused.Faults.ByPath.Keys);
    }

    [Fact]
    public void A_file_too_long_is_not_read()
        => Assert.Contains("are read", Assert.Throws<InputRefusedException>(() => WarrantyPolicy.Read(Sound + new string(' ', WarrantyPolicy.MostCharacters)))
            .Faults.ByPath[""]);
}
