using System.Globalization;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.People;
using Wattology.Core.Yard;
using Wattology.Data.Jobs;
using Wattology.Data.Shop;

namespace Wattology.Data.Demo;

/// <summary>Fills a demo shop with many more jobs, the same every time, to measure how it carries them.</summary>
/// <remarks>Jobs of the demo world are told again for other customers and machines: their entries are sealed anew under other ids, numbers
/// and days. Rows go in through the bare driver, in one transaction, since nobody else is there yet.</remarks>
public sealed class ScaledShop(ShopDb db, JobStore jobs, ShopKeyFile key, TimeProvider clock)
{
    private const int DaysOfHistory = 3000;
    private const int OpenOneIn = 250;

    /// <summary>Adds jobs until the shop holds so many, each of about ten entries.</summary>
    /// <param name="total">How many jobs there shall be.</param>
    public async Task FillAsync(int total)
    {
        var have = await db.Jobs.CountAsync();
        if (have >= total) return;
        var settings = await jobs.SettingsAsync();
        var templates = Templates(settings);
        var highest = await db.Jobs.Where(j => j.Prefix == DemoShop.NumberPrefix).MaxAsync(j => (long?)j.Serial) ?? DemoShop.FirstNumber;
        var random = new Random(total);
        await db.Database.OpenConnectionAsync();
        var connection = (SqliteConnection)db.Database.GetDbConnection();
        await using var transaction = (SqliteTransaction)await connection.BeginTransactionAsync();
        await using var job = Insert<JobRow>(connection, transaction, "Jobs", "Row");
        await using var entry = Insert<EntryRow>(connection, transaction, "Entries", "");
        await using var head = Insert<ShopEntryRow>(connection, transaction, "ShopEntries", "");
        await db.Database.UseTransactionAsync(transaction);
        var before = new Dictionary<int, Earlier>();
        var last = await ShopChain.LastAsync(db);
        for (var i = have; i < total; i++)
        {
            var template = i % OpenOneIn == 0 ? templates[^1] : templates[i % (templates.Length - 1)];
            var of = i % OpenOneIn == 0 ? templates.Length - 1 : i % (templates.Length - 1);
            var back = before.Remove(of, out var earlier) && random.NextDouble() < BackAs(of) ? earlier : null;
            var told = TellAgain(template, random, $"{DemoShop.NumberPrefix}{++highest}", i, total, back);
            if (of < templates.Length - 1) before[of] = new Earlier(told[0].Job, $"{DemoShop.NumberPrefix}{highest}", new JobRecord(CheckList.Kinds,
                told).Machine());
            var row = new JobRow().Fill(settings, new JobRecord(CheckList.Kinds, told));
            await RunAsync(job, row);
            var state = ShopStates.Of(row)!;
            await RunAsync(head, ShopEntryRow.From(last = key.Key.Seal(last, clock.GetUtcNow(), Acting.AtConsole, state.Kind, state.Of, state.State,
                state.Body)));
            foreach (var one in told) await RunAsync(entry, EntryRow.From(one));
        }
        await transaction.CommitAsync();
    }

    // Two engines differ so much that no chance made it; the others only seem to.
    private static double BackAs(int template) => template switch { 1 => 0.24, 3 => 0.03, _ => 0.10 };

    private sealed record Earlier(string Id, string Number, BookedIn Machine);

    // Short jobs told to their end, and at the last place one that stays open.
    private static IReadOnlyList<Entry>[] Templates(Shop.ShopSettings settings)
    {
        var people = DemoWorld.People.Select(p => p.AsAuthor()).ToArray();
        JobBuilder Book(DemoMachine m) => new(JobId.New(), new BookedIn("", m.Customer, "Down on power.", m.Registration, m.Machine, m.Engine, m.Kind,
            m.Control, m.Fuel, m.Water,
            m.Fuel == Fuel.Petrol, 1, m.Contact, RunHours: 1000), DateTimeOffset.UnixEpoch, people[4], people[0], settings.LimitsFor, settings.Units,
                settings.Parts);
        var closed = DemoWorld.Machines.Where(m => m.Turbos == 1).Select(m =>
        {
            var builder = Book(m).OldPlate(m.TurboMaker, m.TurboModel, m.MakerNumber, m.VehicleNumber);
            foreach (var (finding, present) in new[] { ("low-power", true), ("charge-air-leak", true), ("filter-blocked", false),
                ("crankcase-pressure-high", false) }) builder.Look(finding, present);
            return builder.Confirm("fitting").HandOver(people[4]).Entries;
        });
        return [.. closed, Book(DemoWorld.Machines[0]).OldPlate("Orvane", "R61", "OV-61004-02").Look("low-power", true).Entries];
    }

    private Entry[] TellAgain(IReadOnlyList<Entry> template, Random random, string number, int position, int total, Earlier? back)
    {
        var id = new byte[16];
        random.NextBytes(id);
        var start = new DateTimeOffset(clock.GetUtcNow().UtcDateTime.Date, TimeSpan.Zero).AddDays(-1 - (double)DaysOfHistory * (total - position) / total);
        var record = new JobRecord(CheckList.Kinds, template);
        var booked = back is not null ? back.Machine with { Number = number } : record.Machine() with
        {
            Number = number,
            Customer = $"{Names[random.Next(Names.Length)]} {Names[random.Next(Names.Length)]}",
            Registration = string.Create(CultureInfo.InvariantCulture, $"{(char)('A' + random.Next(26))}{(char)('A' + random.Next(26))} "
                + $"{random.Next(1000, 100_000)}"),
        };
        var told = new List<Entry>(template.Count);
        var comeback = back is null ? [] : new[] { template[0] with { Kind = ComebackOf.Kind.Name, Known = "",
            Body = ComebackOf.Kind.Write(new ComebackOf(back.Id, back.Number)) } };
        foreach (var entry in template.Take(1).Concat(comeback).Concat(template.Skip(1)))
        {
            var again = entry with
            {
                Seq = told.Count + 1, Job = Convert.ToHexStringLower(id), At = start + (entry.At - template[0].At), Prev = told.Count == 0 ? "" : told[^1].Hash,
                Body = told.Count == 0 ? BookedIn.EntryKind.Write(booked) : entry.Body,
            };
            told.Add(again with { Hash = again.ComputeHash() });
        }
        return [.. told];
    }

    private static readonly string[] Names =
    [
        "Alder", "Brack", "Corrie", "Dunlin", "Eskmoor", "Fallow", "Gannet", "Hallow", "Ivel", "Jarrow", "Kestle", "Lathe", "Marram", "Nettle",
            "Orrin", "Pellow",
        "Quill", "Rushen", "Saltby", "Tern", "Ulla", "Venn", "Wrack", "Yarrow",
    ];

    private static SqliteCommand Insert<T>(SqliteConnection connection, SqliteTransaction transaction, string table, string without)
    {
        var columns = typeof(T).GetProperties().Where(p => p.CanWrite && p.Name != without).Select(p => p.Name).ToArray();
        var command = connection.CreateCommand();
        command.Transaction = transaction;
        command.CommandText = $"INSERT INTO {table} ({string.Join(", ", columns.Select(c => $"\"{c}\""))}) VALUES "
            + $"({string.Join(", ", columns.Select(c => "@" + c))})";
        foreach (var column in columns) command.Parameters.Add(new SqliteParameter { ParameterName = "@" + column });
        command.Prepare();
        return command;
    }

    private static async Task RunAsync<T>(SqliteCommand command, T row)
    {
        foreach (SqliteParameter parameter in command.Parameters) parameter.Value = typeof(T).GetProperty(parameter.ParameterName[1..])!.GetValue(row)
            ?? DBNull.Value;
        await command.ExecuteNonQueryAsync();
    }
}
