using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Core.Causes;

/// <summary>Where a finding is looked for.</summary>
public enum Stage
{
    /// <summary>The customer is asked.</summary>
    Ask,
    /// <summary>On the vehicle, before removal.</summary>
    Vehicle,
    /// <summary>With the turbo off.</summary>
    Bench,
    /// <summary>With the turbo opened.</summary>
    Strip,
}

/// <summary>One finding of the model.</summary>
/// <param name="Id">Its name.</param>
/// <param name="Group">Findings of one group say much the same thing and share a vote.</param>
/// <param name="Stage">Where it is looked for.</param>
/// <param name="Set">The set-up it shares with others: what is got at in one go.</param>
/// <param name="Setup">Minutes that set-up costs, once for all of its findings.</param>
/// <param name="Minutes">What the look itself costs, in minutes.</param>
/// <param name="Known">How its answer is usually known.</param>
/// <param name="IsFault">True when seen with something wrong; false when seen with things sound.</param>
/// <param name="Chances">Chance of seeing it under each cause, in the order of <see cref="CauseModel.Causes"/>.</param>
public sealed record ModelFinding(string Id, string Group, Stage Stage, string Set, double Setup, double Minutes, Known Known, bool IsFault,
    IReadOnlyList<double> Chances);

/// <summary>Causes, their starting chances, and what each makes visible.</summary>
/// <param name="Causes">Cause ids.</param>
/// <param name="Priors">Starting chance of each, for a unit under suspicion.</param>
/// <param name="Findings">The findings.</param>
public sealed record CauseModel(IReadOnlyList<string> Causes, IReadOnlyList<double> Priors, IReadOnlyList<ModelFinding> Findings)
{
    /// <summary>The cause that says the turbo is sound; it never pairs with another.</summary>
    public const string Elsewhere = "elsewhere";

    /// <summary>The set of findings seen once the unit is opened; its set-up is the opening.</summary>
    public const string UnitOpen = "open";

    /// <summary>Usual workshop judgement, not measurements.</summary>
    public static readonly CauseModel Usual = Parse(ReadUsual());

    private const int FirstCause = 8;
    private readonly Dictionary<string, ModelFinding> _byId = Findings.ToDictionary(f => f.Id);
    private Hypotheses? _hypotheses;

    /// <summary>Every single cause and every pair, with the chance of each finding under each: computed once for the model.</summary>
    internal Hypotheses Hypotheses => _hypotheses ??= new Hypotheses(this);

    /// <summary>The sets of findings that share a set-up.</summary>
    public IReadOnlyList<string> Sets { get; } = [.. Findings.Select(f => f.Set).Distinct()];

    /// <summary>The finding of that name, or null.</summary>
    public ModelFinding? Find(string id) => _byId.GetValueOrDefault(id);

    /// <summary>Reads the model from its table: a header with the cause ids from the ninth column on, a row of priors, a row per finding.</summary>
    /// <exception cref="FormatException">A figure is no number, a chance is not between 0.001 and 0.999, a word is not known, or a row is short.</exception>
    public static CauseModel Parse(string csv)
    {
        using var text = new StringReader(csv);
        using var table = new CsvParser(text, new CsvConfiguration(CultureInfo.InvariantCulture) { TrimOptions = TrimOptions.Trim });
        string[] Row() => table.Read() ? table.Record! : throw new FormatException("The cause model's table ends too early.");
        double Figure(string cell) => double.Parse(cell, CultureInfo.InvariantCulture);
        var causes = Row()[FirstCause..];
        double[] priors = [.. Row()[FirstCause..].Select(Figure)];
        var findings = new List<ModelFinding>();
        while (table.Read())
        {
            var row = table.Record!;
            if (row.Length != FirstCause + causes.Length) throw new FormatException($"Row {table.Row} of the cause model has {row.Length} columns.");
            T Word<T>(string cell) where T : struct, Enum
                => JsonForm.ValueOf<T>(cell) ?? throw new FormatException($"Row {table.Row} of the cause model: '{cell}' is not known.");
            var chances = row[FirstCause..].Select(Figure).ToArray();
            if (chances.Any(c => c is not (>= LeastChance and <= MostChance))) throw new FormatException($"Row {table.Row} of the cause model has a chance "
                + "outside 0.001 to 0.999.");
            findings.Add(new(row[0], row[1], Word<Stage>(row[2]), row[3], Figure(row[4]), Figure(row[5]), Word<Known>(row[6]), row[7] == "fault", chances));
        }
        return new CauseModel(causes, priors, findings);
    }

    /// <summary>The least a chance may be: nothing is impossible.</summary>
    public const double LeastChance = 0.001;

    /// <summary>The most a chance may be: nothing is certain.</summary>
    public const double MostChance = 0.999;

    private static string ReadUsual()
    {
        using var stream = typeof(CauseModel).Assembly.GetManifestResourceStream("Wattology.Core.Causes.cause-model.csv")!;
        using var reader = new StreamReader(stream);
        return reader.ReadToEnd();
    }
}
