using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Causes;
using Wattology.Core.History;
using Wattology.Core.Inputs;
using Wattology.Core.PartNumbers;

namespace Wattology.Data.Jobs;

/// <summary>Which jobs are looked at: those handed over in a period, on an engine.</summary>
/// <param name="FromMs">From when, in ms since 1970.</param>
/// <param name="ToMs">Until when.</param>
/// <param name="Family">The engine's family; empty for all.</param>
/// <param name="Hand">Whose hands; empty for all.</param>
public sealed record Period(long FromMs, long ToMs, string Family = "", string Hand = "");

/// <summary>Something counted: its word, how many, of how many.</summary>
public sealed record Counted(string Word, int Events, int N);

/// <summary>How long jobs waited for something, hours together, and how many of them did.</summary>
public sealed record WaitTotal(string For, double Hours, int Jobs);

/// <summary>What a shop sees of its jobs over time. Every answer is one statement over the row kept for each job.</summary>
public sealed class OverTime(ShopDb db)
{
    private const int Most = 40, MostUnits = 200_000;

    private const string OfThePeriod = "j.HandedOverMs >= {0} AND j.HandedOverMs < {1} AND ({2} = '' OR j.Family = {2}) AND ({3} = '' OR j.Hand = {3})";

    private const string HandedOver = OfThePeriod + " AND j.EndedAs = 'Handed over'";

    private const string Ended = "FROM Jobs j WHERE " + OfThePeriod, Done = "FROM Jobs j WHERE " + HandedOver;

    // A job came back where another names it. Those are few: each leads to the job it names, and never all jobs to those that may name them.
    private const string Back = """
        WITH Back AS MATERIALIZED (SELECT ComebackOf AS Of, MIN(BookedMs) AS BackMs FROM Jobs WHERE ComebackOf <> '' GROUP BY ComebackOf)

        """;

    private const string DoneOfBack = "FROM Back b CROSS JOIN Jobs j ON j.Number = b.Of WHERE " + HandedOver;

    // How many came back, and of how many, by what a column says.
    private static string Rates(string by)
        => $"{Back}SELECT Word, SUM(Events) AS Events, SUM(N) AS N FROM (SELECT {by} AS Word, 0 AS Events, COUNT(*) AS N {Done} "
        + $"GROUP BY 1 UNION ALL SELECT {by}, COUNT(*), 0 {DoneOfBack} GROUP BY 1) GROUP BY Word ORDER BY Word = '', N DESC, Word LIMIT {Most}";

    private static readonly Dictionary<string, string> By = new()
    {
        ["engine"] = "j.Family", ["cause"] = "j.Cause", ["unit"] = "j.UnitSource", ["school"] = "j.School", ["supply"] = "j.SupplyGrade",
    };

    /// <summary>What jobs can be told apart by.</summary>
    public static IReadOnlyCollection<string> Ways => By.Keys;

    /// <summary>How many came back, and of how many.</summary>
    public async Task<RateLine> RateAsync(Period looked, CancellationToken cancel = default)
        => (await CountAsync(Rates("''"), looked, cancel)) is [var all] ? new("all", all.Events, all.N) : new("all", 0, 0);

    /// <summary>Comebacks by engine, cause, unit, school or supply; those with the most jobs, where nothing was said last.</summary>
    /// <param name="way">One of <see cref="Ways"/>.</param>
    /// <param name="looked">Which jobs.</param>
    /// <param name="cancel">Ends it.</param>
    public async Task<IReadOnlyList<RateLine>> ComebacksAsync(string way, Period looked, CancellationToken cancel = default)
        => [.. (await CountAsync(Rates(By[way]), looked, cancel)).Select(c => new RateLine(c.Word, c.Events, c.N))];

    /// <summary>How long units lasted, in months: those that came back until then, the others until today.</summary>
    public async Task<SurvivalResult> SurvivalAsync(Period looked, long nowMs, CancellationToken cancel = default)
    {
        object[] of = [looked.FromMs, looked.ToMs, looked.Family, looked.Hand];
        var (came, stayed) = ($"{Back}SELECT j.HandedOverMs AS FromMs, b.BackMs AS ToMs {DoneOfBack}",
            $"SELECT j.HandedOverMs AS Value {Done} LIMIT {MostUnits}");
        var back = await db.Database.SqlQueryRaw<Served>(came, of).ToListAsync(cancel);
        var all = await db.Database.SqlQueryRaw<long>(stayed, of).ToListAsync(cancel);
        // What is left when those that came back are taken from all still runs.
        var failed = back.GroupBy(b => b.FromMs).ToDictionary(g => g.Key, g => g.Count());
        var units = new List<ServedUnit>(all.Count);
        void Add(long ms, bool failed) { if (ms > 0) units.Add(new(ms / MsInMonth, failed)); }
        foreach (var one in back) Add(one.ToMs - one.FromMs, true);
        foreach (var from in all)
            if (failed.TryGetValue(from, out var left) && left > 0) failed[from] = left - 1;
            else Add(nowMs - from, false);
        return Survival.Compute(new SurvivalInput(units));
    }

    /// <summary>Causes confirmed, by how often.</summary>
    public async Task<IReadOnlyList<Counted>> CausesAsync(Period looked, CancellationToken cancel = default)
    {
        var counted = await CountAsync($"SELECT j.Cause AS Word, COUNT(*) AS Events, 0 AS N {Ended} AND j.Cause <> '' GROUP BY j.Cause ORDER BY Events DESC",
            looked, cancel);
        var all = counted.Sum(c => c.Events);
        return [.. counted.Select(c => c with { N = all })];
    }

    /// <summary>How often the ranking had the confirmed cause first, and how often it was right where it said "settled".</summary>
    public async Task<(RateLine First, RateLine Settled)> ModelAsync(Period looked, CancellationToken cancel = default)
    {
        var both = await CountAsync($"SELECT 'first' AS Word, COALESCE(SUM(j.ModelFirst), 0) AS Events, COUNT(j.ModelFirst) AS N {Ended} UNION ALL "
            + $"SELECT 'settled', COALESCE(SUM(j.ModelSettled), 0), COUNT(j.ModelSettled) {Ended}", looked, cancel);
        RateLine Of(string word, string name) => both.Single(c => c.Word == word) is var c ? new(name, c.Events, c.N) : null!;
        return (Of("first", "the ranking's first was the cause confirmed"), Of("settled", "\"settled\" was right"));
    }

    /// <summary>What was passed most by name, each with the reason given most.</summary>
    public async Task<IReadOnlyList<PassedMost>> PassedAsync(Period looked, CancellationToken cancel = default)
    {
        const string sql = """
            WITH Passes AS MATERIALIZED (SELECT j.Row, json_extract(p.value, '$.item') AS Item, json_extract(p.value, '$.reason') AS Reason
            FROM Jobs j, json_each(j.Passed) p WHERE j.Passed <> '[]' AND j.BookedMs >= {0} AND j.BookedMs < {1}
            AND ({2} = '' OR j.Family = {2}) AND ({3} = '' OR j.Hand = {3})), Most AS (SELECT Item, Reason,
            ROW_NUMBER() OVER (PARTITION BY Item ORDER BY COUNT(*) DESC, Reason) AS Place FROM Passes GROUP BY Item, Reason)
            SELECT p.Item, COUNT(DISTINCT p.Row) AS Times, m.Reason FROM Passes p JOIN Most m ON m.Item = p.Item AND m.Place = 1
            GROUP BY p.Item ORDER BY 2 DESC, 1 LIMIT 20
            """;
        return await db.Database.SqlQueryRaw<PassedMost>(sql, looked.FromMs, looked.ToMs, looked.Family, looked.Hand).ToListAsync(cancel);
    }

    /// <summary>Where jobs waited between booking in and hand-over.</summary>
    public async Task<IReadOnlyList<WaitTotal>> WaitsAsync(Period looked, CancellationToken cancel = default)
    {
        const string sql = """
            SELECT json_extract(w.value, '$.for') AS "For", SUM(json_extract(w.value, '$.hours')) AS Hours, COUNT(*) AS Jobs
            FROM Jobs j, json_each(j.Waited) w WHERE j.Waited <> '[]' AND j.HandedOverMs >= {0} AND j.HandedOverMs < {1}
            AND ({2} = '' OR j.Family = {2}) AND ({3} = '' OR j.Hand = {3}) GROUP BY 1 ORDER BY Hours DESC
            """;
        return await db.Database.SqlQueryRaw<WaitTotal>(sql, looked.FromMs, looked.ToMs, looked.Family, looked.Hand).ToListAsync(cancel);
    }

    /// <summary>Refused claims by the proof that was missing.</summary>
    public Task<List<Counted>> RefusedAsync(Period looked, CancellationToken cancel = default)
        => CountAsync("SELECT j.ClaimCode AS Word, COUNT(*) AS Events, SUM(COUNT(*)) OVER () AS N FROM Jobs j WHERE j.ClaimState = 'refused' "
            + "AND j.ClaimState <> '' AND j.BookedMs >= {0} AND j.BookedMs < {1} AND ({2} = '' OR j.Family = {2}) "
            + "AND ({3} = '' OR j.Hand = {3}) GROUP BY 1 ORDER BY 2 DESC", looked, cancel);

    /// <summary>The engines with the most jobs that are over, each by its family, with how many.</summary>
    public Task<List<Counted>> EnginesAsync(Period looked, CancellationToken cancel = default)
        => CountAsync($"SELECT j.Family AS Word, COUNT(*) AS Events, COUNT(*) AS N {Ended} GROUP BY j.Family ORDER BY N DESC, Word LIMIT {Most}",
            looked with { Family = "" }, cancel);

    private const double MsInMonth = 365.25 / 12 * 86_400_000;

    private Task<List<Counted>> CountAsync(string sql, Period looked, CancellationToken cancel)
        => db.Database.SqlQueryRaw<Counted>(sql, looked.FromMs, looked.ToMs, looked.Family, looked.Hand).ToListAsync(cancel);

    private sealed record Served(long FromMs, long ToMs);
}

/// <summary>An item passed by name: on how many jobs, and the reason given most.</summary>
public sealed record PassedMost(string Item, int Times, string Reason);
