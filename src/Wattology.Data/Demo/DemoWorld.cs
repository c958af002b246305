using Wattology.Core.BookIn;
using Wattology.Core.Parts;
using Wattology.Core.People;

namespace Wattology.Data.Demo;

/// <summary>A demo person.</summary>
public sealed record DemoPerson(string Id, string UserName, string Name, Role Role)
{
    /// <summary>As the author of entries.</summary>
    public Author AsAuthor() => new(Id, Name, Role);
}

/// <summary>A machine on the island.</summary>
internal sealed record DemoMachine(string Customer, string Machine, string Registration, string Engine, BoostControl Control, Fuel Fuel,
    bool Water, int Turbos, JobKind Kind,
    string TurboMaker, string TurboModel, string MakerNumber, string VehicleNumber, string Contact);

/// <summary>Sallow Quay Workshop: one yard for everything with an engine on a small ferry island. All invented.</summary>
public static class DemoWorld
{
    /// <summary>The shop's name.</summary>
    public const string ShopName = "Sallow Quay Workshop";

    /// <summary>Every demo person's password; one touch signs in without it.</summary>
    public const string Password = "sallow-quay-demo";

    /// <summary>Every demo person's pin, with which they sign as a second name.</summary>
    public const string Pin = "2604";

    /// <summary>Who works there.</summary>
    public static readonly IReadOnlyList<DemoPerson> People =
    [
        new("000000000000000000000000a11ce000", "jory", "Jory Askeld", Role.Technician),
        new("000000000000000000000000a11ce001", "ines", "Ines Vardale", Role.Technician),
        new("000000000000000000000000a11ce002", "tam", "Tam Orrick", Role.Technician),
        new("000000000000000000000000a11ce003", "petra", "Petra Lundow", Role.Technician),
        new("000000000000000000000000a11ce004", "wyn", "Wyn Hallamy", Role.Desk),
        new("000000000000000000000000a11ce005", "maren", "Maren Tolliver", Role.Owner),
    ];

    /// <summary>The boats that bring parts to the island.</summary>
    public static readonly IReadOnlyList<Delivery> Boats = [new("the Tuesday boat", DayOfWeek.Tuesday, new(10, 30)), new("the Friday boat", DayOfWeek.Friday,
        new(10, 30))];

    /// <summary>The policies of the demo's two makers as files: one strict, one that is content with little.</summary>
    public static readonly IReadOnlyList<string> Policies = [Shipped("policy-orvane-strict.json"), Shipped("policy-hellis-plain.json")];

    /// <summary>The shop's parts table as a file, as it may be brought in by any shop.</summary>
    public static string PartsTable() => Shipped("parts-table.csv");

    private static string Shipped(string name)
    {
        using var file = typeof(DemoWorld).Assembly.GetManifestResourceStream($"{typeof(ShopDb).Namespace}.Demo.{name}")!;
        using var reader = new StreamReader(file);
        return reader.ReadToEnd();
    }

    internal static readonly IReadOnlyList<DemoMachine> Machines =
    [
        new("Sound Ferries", "Night ferry, auxiliary generator 2", "FERRY AUX 2", "Brannock G6 generator set", BoostControl.None, Fuel.Diesel, true, 1,
            JobKind.MakersSpec, "Orvane", "R61", "OV-61004-02", "BR 611 402", "engine room, channel 8"),
        new("Harrow Rigg Farm", "Forage harvester, red", "IS 4821", "Ilmari 6H 310", BoostControl.WastegateCanister, Fuel.Diesel, false, 1,
            JobKind.MakersSpec, "Hellis", "K5", "HL 7.31.552", "IL 55-2047", "Ash, 0550 217"),
        new("Nether Sands Farm", "Forage harvester, green", "IS 3307", "Ilmari 6H 280", BoostControl.WastegateCanister, Fuel.Diesel, false, 1,
            JobKind.MakersSpec, "Hellis", "K5", "HL 7.31.550", "IL 55-2041", "Bray, 0550 284"),
        new("Island School", "School minibus", "IS 1190", "Tressick T2 115", BoostControl.VanesElectric, Fuel.Diesel, true, 1,
            JobKind.MakersSpec, "Orvane", "V48", "OV-48213-05", "TR 4 118 204", "office, 0550 120"),
        new("Grey Gull Fish", "Fish lorry, reefer unit", "REEFER 7", "Brannock D3 reefer", BoostControl.None, Fuel.Diesel, false, 1,
            JobKind.MakersSpec, "Orvane", "R38", "OV-38110-01", "BR 381 100", "quay side, 0550 166"),
        new("Lifeboat station", "Lifeboat tractor", "TRACTOR 1", "Ilmari 6H 240", BoostControl.WastegateCanister, Fuel.Diesel, true, 1,
            JobKind.MakersSpec, "Hellis", "K4", "HL 6.20.118", "IL 48-1102", "coxswain, 0550 100"),
        new("Saltmarsh Brewery", "Brewery van", "IS 2766", "Tressick T2 130", BoostControl.VanesCanister, Fuel.Diesel, false, 1,
            JobKind.MakersSpec, "Orvane", "V48", "OV-48213-07", "TR 4 118 207", "dray office, 0550 143"),
        new("Corin Ashby-Vale", "Hill-climb coupé", "IS 77 HC", "Tressick P4 2.0 petrol", BoostControl.ExternalWastegate, Fuel.Petrol, true, 1,
            JobKind.Custom, "Hellis", "S2", "HL 9.04.007", "", "evenings, 0550 391"),
        new("Island Council", "Road sweeper", "COUNCIL 14", "Brannock D4 150", BoostControl.WastegateCanister, Fuel.Diesel, false, 1,
            JobKind.MakersSpec, "Orvane", "R51", "OV-51170-02", "BR 511 170", "depot, 0550 111"),
        new("Harbour pilots", "Pilot launch, twin turbo", "PILOT 2", "Ilmari V8 marine 520", BoostControl.WastegateCanister, Fuel.Diesel, true, 2,
            JobKind.MakersSpec, "Hellis", "M8", "HL 8.80.031", "IL 88-5200", "duty pilot, channel 12"),
        new("North Point Quarry", "Wheel loader", "LOADER 3", "Brannock D6 220", BoostControl.WastegateCanister, Fuel.Diesel, false, 1,
            JobKind.MakersSpec, "Orvane", "R61", "OV-61004-02", "BR 622 018", "weighbridge, 0550 232"),
        new("Mail and Parcels", "Mail van", "IS 5012", "Tressick T2 115", BoostControl.VanesElectric, Fuel.Diesel, true, 1,
            JobKind.MakersSpec, "Orvane", "V48", "OV-48213-07", "TR 4 118 204", "sorting room, 0550 150"),
    ];
}
