using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Core.Crank;

/// <summary>What a disabled thing takes from the engine.</summary>
/// <param name="Item">Its name.</param>
/// <param name="Fuel">It takes the fuel.</param>
/// <param name="Spark">It takes the spark.</param>
public sealed record Disabled(string Item, bool Fuel, bool Spark);

/// <summary>The engine was made positively unable to fire.</summary>
/// <param name="Fuel">What takes the fuel away, each by name.</param>
/// <param name="Spark">What takes the spark away, each by name; none on a diesel.</param>
public sealed record FiringTaken(IReadOnlyList<string> Fuel, IReadOnlyList<string> Spark) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<FiringTaken>("unable-to-fire", "Made unable to fire", (_, n)
        => string.Join("; ", new[] { Said("fuel", n.Body.Fuel), Said("spark", n.Body.Spark) }.Where(t => t.Length > 0)))
    {
        Correction = Correction.Never,
        Refuse = (job, body) => Refusal(job.Record, body),
        Caution = new("By the maker's way. Batteries arc: all of them off before a cable is touched, and on again only when everything else is back."),
    };

    private static string Said(string what, IReadOnlyList<string> items) => items.Count == 0 ? "" : $"{what} taken by {string.Join(", ", items)}";

    private static Refusal? Refusal(JobRecord record, FiringTaken body)
    {
        if (body.Fuel.FirstOrDefault(i => !Firing.CanTakeFuel(i)) is { } notFuel)
            return new($"‘{notFuel}’ takes no fuel away: name what does, such as {Firing.Usual(record.Machine().Fuel, fuel: true)[0].ToLowerInvariant()}.",
                "fuel");
        if (body.Spark.FirstOrDefault(i => !Firing.CanTakeSpark(i)) is { } notSpark)
            return new($"‘{notSpark}’ kills no spark: name what does, such as the ignition coil connectors.", "spark");
        var open = Firing.Open(record);
        if (body.Fuel.Count == 0 && !open.Any(d => d.Fuel))
            return new("Name at least one thing that takes the fuel away: a shut-off, a fuse, a relay, the injector connectors.", "fuel");
        if (record.Machine().Fuel == BookIn.Fuel.Diesel) return body.Spark.Count == 0 ? null : new("A diesel has no spark to take away: disable the fuel.",
            "spark");
        return body.Spark.Count == 0 && !open.Any(d => d.Spark)
            ? new("A petrol engine needs fuel and spark both taken away: name what takes the spark, such as the ignition coil connectors.", "spark") : null;
    }
}

/// <summary>One disabled thing is back.</summary>
/// <param name="Item">Which, by the name it was disabled under.</param>
public sealed record FiringRestored(string Item) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<FiringRestored>("restored", "Put back", (_, n) => n.Body.Item)
    {
        Correction = Correction.Never,
        Refuse = (job, body) => Firing.Open(job.Record).All(d => d.Item != body.Item) ? $"{body.Item} is not recorded as disabled."
            : Bursts.Running(job.Record) is not null ? "The engine is being cranked." : null,
    };
}

/// <summary>What was taken away, as it was recorded before each thing said what it takes.</summary>
public enum FiringMethod
{
    /// <summary>Fuel.</summary>
    Fuel,
    /// <summary>Ignition.</summary>
    Spark,
    /// <summary>Fuel and ignition both.</summary>
    FuelAndSpark,
}

/// <summary>The engine was made unable to fire; recorded now as <see cref="FiringTaken"/>.</summary>
/// <param name="Taken">What was taken away.</param>
/// <param name="Items">What was disabled, each by name.</param>
public sealed record FiringDisabled(FiringMethod Taken, IReadOnlyList<string> Items) : EntryBody
{
    /// <summary>The kind of entry.</summary>
    public static readonly EntryKind Kind = new EntryKind<FiringDisabled>("disabled", "Made unable to fire",
        (_, n) => $"{JsonForm.Plain(n.Body.Taken)}: {string.Join(", ", n.Body.Items)}") { Correction = Correction.Never, Retired = true };
}

/// <summary>What is disabled at present, and whether the engine can fire.</summary>
public static class Firing
{
    private const string CrankSensor = "Crank sensor connector";
    private static readonly string[] FuelWords = ["fuel", "inject", "shut-off", "stop solenoid", "rail"];
    private static readonly string[] SparkWords = ["coil", "ignition", "spark", "plug lead", "distributor", "magneto"];

    /// <summary>What is usually disabled on such an engine to take fuel or spark.</summary>
    public static IReadOnlyList<string> Usual(Fuel engine, bool fuel) => (engine, fuel) switch
    {
        (Fuel.Petrol, true) => ["Fuel pump relay", "Injector connectors", CrankSensor],
        (Fuel.Petrol, false) => ["Ignition coil connectors", "Ignition fuse", CrankSensor],
        (_, true) => ["Fuel shut-off connector", "Injection fuse", "Injector connectors", CrankSensor],
        _ => [],
    };

    /// <summary>Whether a thing of that name can take the fuel: not what is plainly of the ignition.</summary>
    public static bool CanTakeFuel(string item) => !Says(item, SparkWords) || Says(item, FuelWords);

    /// <summary>Whether a thing of that name can take the spark: a fuel relay kills none.</summary>
    public static bool CanTakeSpark(string item) => !Says(item, FuelWords) || Says(item, SparkWords);

    /// <summary>Disabled things that are not back yet, in the order they were disabled.</summary>
    public static IReadOnlyList<Disabled> Open(JobRecord record)
    {
        var open = new List<Disabled>();
        foreach (var entry in record.Entries.Where(record.Stands))
        {
            if (entry.Kind == FiringTaken.Kind.Name && record.Read<FiringTaken>(entry).Body is var taken)
                foreach (var item in taken.Fuel.Concat(taken.Spark).Distinct()) Add(open, new(item, taken.Fuel.Contains(item), taken.Spark.Contains(item)));
            else if (entry.Kind == FiringDisabled.Kind.Name)
                foreach (var item in record.Read<FiringDisabled>(entry).Body.Items) Add(open, Earlier(record.Machine().Fuel, item));
            else if (entry.Kind == FiringRestored.Kind.Name) open.RemoveAll(d => d.Item == record.Read<FiringRestored>(entry).Body.Item);
        }
        return open;
    }

    /// <summary>The latest entry that made it unable to fire; null when none did.</summary>
    public static Entry? LastTaken(JobRecord record) => record.Latest<FiringTaken>()?.Entry ?? record.Latest<FiringDisabled>()?.Entry;

    /// <summary>Whether the engine cannot fire: its fuel is away, and on petrol its spark too, each by a thing that really takes it.</summary>
    public static bool IsUnable(JobRecord record)
        => Open(record) is var open && open.Any(d => d.Fuel) && (record.Machine().Fuel == Fuel.Diesel || open.Any(d => d.Spark));

    private static void Add(List<Disabled> open, Disabled item)
    {
        var at = open.FindIndex(d => d.Item == item.Item);
        if (at < 0) open.Add(item);
        else open[at] = new(item.Item, open[at].Fuel || item.Fuel, open[at].Spark || item.Spark);
    }

    // What an older record only names is believed to take what its name says, and no more.
    private static Disabled Earlier(Fuel engine, string item) => item == CrankSensor ? new(item, true, engine == Fuel.Petrol)
        : new(item, Says(item, FuelWords) || (engine == Fuel.Diesel && !Says(item, SparkWords)), Says(item, SparkWords));

    private static bool Says(string item, string[] words) => words.Any(w => item.Contains(w, StringComparison.OrdinalIgnoreCase));
}
