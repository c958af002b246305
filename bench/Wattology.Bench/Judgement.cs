using System.Globalization;
using System.Text;
using System.Text.Json;
using Wattology.Core.Causes;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Bench;

/// <summary>Finds how often the ranking is right by letting a technician follow its offers through made-up failures whose cause is known.</summary>
/// <remarks>The customer's answers are free; a look costs its set-up, once, and its minutes; the unit comes off, and is opened, when the page says go on.
/// Looking goes on after the ranking settled, up to the last mark. The same seed gives the same failures every time.</remarks>
public static class Judgement
{
    private static readonly int[] Marks = [30, 45, 60, 90];
    private static readonly World[] Worlds =
    [
        new("one cause"), new("two causes", Two: true), new("one answer in ten wrong", Wrong: true),
        new("one in ten wrong, said as told", Wrong: true, Told: true), new("chances off by three", Off: true),
        new("all of these", true, true, true),
    ];

    private const double WrongAnswers = 0.10;
    private const double OffBy = 3;
    private const int Bands = 10;
    private const int Seed = 20261128;

    private sealed record World(string Name, bool Two = false, bool Wrong = false, bool Off = false, bool Told = false);

    private sealed record Followed(bool[] Right, double[] Said, bool? SettledRight, double SettledAfter);

    /// <summary>Runs the trial and writes what came of it into the page's data and into docs/judgement.md.</summary>
    /// <param name="root">The project's folder.</param>
    /// <param name="cases">Failures in each world.</param>
    public static void Run(string root, int cases)
    {
        var trial = new JudgementTrial(cases, Marks, [.. Worlds.Select(w => Of(w, cases))]);
        File.WriteAllText(Path.Combine(root, "src/Wattology.Web/Pages/judgement.json"), JsonSerializer.Serialize(trial, JsonForm.Options) + "\n");
        File.WriteAllText(Path.Combine(root, "docs/judgement.md"), Text(trial));
        Console.WriteLine(Text(trial));
    }

    /// <summary>Whether other failures, or more of them, come to the figures the page and the document give.</summary>
    /// <param name="root">The project's folder.</param>
    /// <param name="cases">Failures in each world.</param>
    public static bool Agrees(string root, int cases)
    {
        var written = JsonSerializer.Deserialize<JudgementTrial>(File.ReadAllText(Path.Combine(root, "src/Wattology.Web/Pages/judgement.json")),
            JsonForm.Options)!;
        var apart = 0;
        foreach (var (world, said) in Worlds.Zip(written.Worlds))
        {
            var found = Of(world, cases);
            foreach (var (now, then, mark) in found.FirstIsTrue.Zip(said.FirstIsTrue, Marks))
            {
                // Three times what a share of so many may be off by.
                var error = 3 * Math.Sqrt(now * (1 - now) * (1.0 / cases + 1.0 / written.Cases));
                if (Math.Abs(now - then) <= error) continue;
                apart++;
                Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{world.Name}, {mark} min: {now:0.000}, and {then:0.000} is written"));
            }
        }
        return apart == 0;
    }

    private static TrialWorld Of(World world, int cases)
    {
        var (staged, free) = (new Followed[cases], new Followed[cases]);
        // One stream for all of a world's failures: streams of neighbouring seeds start alike.
        var random = new Random(Seed);
        var failures = Enumerable.Range(0, cases).Select(_ => Failure(world, random)).ToArray();
        Parallel.For(0, cases, i =>
        {
            staged[i] = Follow(failures[i].Truth, failures[i].Answers, true);
            free[i] = Follow(failures[i].Truth, failures[i].Answers, false);
        });
        double[] Shares(Followed[] all) => [.. Marks.Select((_, k) => Round(all.Average(f => f.Right[k] ? 1.0 : 0)))];
        var settled = staged.Where(f => f.SettledRight is not null && f.SettledAfter <= Marks[^1]).ToArray();
        var said = staged.SelectMany(f => f.Said.Zip(f.Right)).GroupBy(s => Math.Min(Bands - 1, (int)(s.First * Bands))).OrderBy(g => g.Key)
            .Select(g => new SaidAndTrue(Round(g.Average(s => s.First)), Round(g.Average(s => s.Second ? 1.0 : 0)), g.Count())).ToArray();
        return new(world.Name, Shares(staged), Shares(free), Round((double)settled.Length / cases),
            Round(settled.Length == 0 ? 0 : settled.Average(f => f.SettledRight == true ? 1.0 : 0)),
            Math.Round(settled.Length == 0 ? 0 : settled.Average(f => f.SettledAfter), 1), said);
    }

    private static double Round(double share) => Math.Round(share, 3);

    private static Followed Follow(HashSet<string> truth, Dictionary<string, Said> answers, bool staged)
    {
        var model = CauseModel.Usual;
        var known = answers.Where(a => model.Find(a.Key)!.Stage == Stage.Ask).ToDictionary(a => a.Key, a => a.Value);
        var (right, said) = (new bool[Marks.Length], new double[Marks.Length]);
        var open = new List<string>();
        var (stage, clock, settledAfter) = (Stage.Vehicle, 0.0, 0.0);
        bool? settled = null;
        while (true)
        {
            var input = new DiagnoseInput(known, Open: open);
            var (verdict, causes) = Diagnosis.Rank(model, input);
            var first = truth.Contains(causes[0].Id);
            for (var k = 0; k < Marks.Length; k++)
                if (clock <= Marks[k]) (right[k], said[k]) = (first, Math.Min(1, causes[0].P));
            if (verdict == RankingVerdict.Settled && settled is null) (settled, settledAfter) = (first, clock);
            if (clock > Marks[^1]) break;
            string? look;
            if (!staged) look = Diagnosis.Compute(model, input).Suggest;
            else
            {
                var now = LooksNow.At(model, input, stage);
                look = now.MoveOn is null ? now.First?.Looks[0] : null;
                if (look is null && stage < Stage.Strip)
                {
                    stage++;
                    if (stage == Stage.Strip)
                    {
                        open.Add(CauseModel.UnitOpen);
                        clock += model.Findings.First(f => f.Set == CauseModel.UnitOpen).Setup;
                    }
                    continue;
                }
            }
            if (look is null) break;
            var finding = model.Find(look)!;
            clock += finding.Minutes + (open.Contains(finding.Set) || known.Keys.Any(f => model.Find(f)!.Set == finding.Set) ? 0 : finding.Setup);
            known[look] = answers[look];
        }
        return new(right, said, settled, settledAfter);
    }

    // What there is under the true cause or causes, and what would be answered to each finding.
    private static (HashSet<string> Truth, Dictionary<string, Said> Answers) Failure(World world, Random random)
    {
        var model = CauseModel.Usual;
        var elsewhere = model.Causes.ToList().IndexOf(CauseModel.Elsewhere);
        int first, second;
        do (first, second) = (Draw(random, model.Priors), Draw(random, model.Priors));
        while (world.Two && (first == second || first == elsewhere || second == elsewhere));
        if (!world.Two) second = first;
        var answers = new Dictionary<string, Said>();
        foreach (var finding in model.Findings)
        {
            double Chance(int cause)
            {
                var p = finding.Chances[cause];
                if (!world.Off) return p;
                var odds = p / (1 - p) * Math.Pow(OffBy, 2 * random.NextDouble() - 1);
                return odds / (1 + odds);
            }
            double p = Chance(first), q = first == second ? p : Chance(second);
            var there = random.NextDouble() < (first == second ? p : finding.IsFault ? 1 - (1 - p) * (1 - q) : Math.Min(p, q));
            var wrong = world.Wrong && random.NextDouble() < WrongAnswers;
            answers[finding.Id] = new(there != wrong ? Answer.Present : Answer.Absent, world.Told ? Known.Told : finding.Known);
        }
        return ([model.Causes[first], model.Causes[second]], answers);
    }

    private static int Draw(Random random, IReadOnlyList<double> chances)
    {
        var at = random.NextDouble() * chances.Sum();
        for (var i = 0; i < chances.Count; i++)
            if ((at -= chances[i]) < 0) return i;
        return chances.Count - 1;
    }

    private static string Text(JudgementTrial trial)
    {
        var text = new StringBuilder();
        void Line(string line = "") => text.Append(line).Append('\n');
        static string Pct(double share) => (100 * share).ToString("0", CultureInfo.InvariantCulture) + " %";
        Line("# How sure the ranking is");
        Line();
        Line($"Written by `dotnet run --project bench/Wattology.Bench -c Release -- judgement`: {trial.Cases} made-up failures in each of {trial.Worlds.Count} "
            + "worlds, the same every time.");
        Line("A technician follows the page's offers: what the customer says is free, a look costs its set-up, once, and its minutes; the unit comes");
        Line("off, and is opened (22 minutes), when the page says go on; looking goes on after the ranking settled. The failures are drawn from the");
        Line("application's own chances, so this says how well it reasons, not how well its chances fit a shop: the worlds in which answers are wrong");
        Line("or the chances are off say what that costs.");
        Line();
        Line("*Two causes*: one of the two comes first. *One answer in ten wrong*: whatever its grade. *Said as told*: whoever knows that one answer in");
        Line("ten is wrong says so of each, by its grade. *Chances off by three*: the odds of every finding under the true cause are multiplied by a");
        Line("third to three.");
        Line();
        Line("## How often the first cause is a true one");
        Line();
        Line("| world | " + string.Join(" | ", trial.Minutes.Select(m => $"{m} min")) + " |");
        Line("|---|" + string.Concat(trial.Minutes.Select(_ => "---|")));
        foreach (var world in trial.Worlds) Line($"| {world.Name} | {string.Join(" | ", world.FirstIsTrue.Select(Pct))} |");
        Line();
        Line("The same if everything could be looked at at once, in whatever order brings most for the time: what it costs that a unit on the vehicle");
        Line("cannot be looked into, and that what the vehicle shows is gone once the unit is off.");
        Line();
        Line("| world | " + string.Join(" | ", trial.Minutes.Select(m => $"{m} min")) + " |");
        Line("|---|" + string.Concat(trial.Minutes.Select(_ => "---|")));
        foreach (var world in trial.Worlds) Line($"| {world.Name} | {string.Join(" | ", world.AnyOrder.Select(Pct))} |");
        Line();
        Line("## How often “settled” is right");
        Line();
        Line($"| world | settled within {trial.Minutes[^1]} min | right | after |");
        Line("|---|---|---|---|");
        foreach (var world in trial.Worlds)
            Line($"| {world.Name} | {Pct(world.Settled)} | {Pct(world.SettledRight)} | {world.SettledAfter.ToString("0", CultureInfo.InvariantCulture)} min |");
        Line();
        Line("## Said against true");
        Line();
        Line("The chance said of the first cause, in bands, against how often that cause was a true one, over all four marks; "
            + "and the mean distance of the two.");
        Line();
        foreach (var world in trial.Worlds)
        {
            Line($"**{world.Name}**, {world.CalibrationError.ToString("0.00", CultureInfo.InvariantCulture)} apart on the mean");
            Line();
            Line("| said | true | times |");
            Line("|---|---|---|");
            foreach (var band in world.Said) Line($"| {Pct(band.Said)} | {Pct(band.True)} | {band.Times} |");
            Line();
        }
        return text.ToString().TrimEnd('\n') + "\n";
    }
}
