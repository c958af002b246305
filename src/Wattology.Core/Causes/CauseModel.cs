using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;

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
/// <param name="Minutes">What looking costs.</param>
/// <param name="IsFault">True when seen with something wrong; false when seen with things sound.</param>
/// <param name="Chances">Chance of seeing it under each cause, in the order of <see cref="CauseModel.Causes"/>.</param>
public sealed record ModelFinding(string Id, string Group, Stage Stage, double Minutes, bool IsFault, IReadOnlyList<double> Chances);

/// <summary>Causes, their starting chances, and what each makes visible.</summary>
/// <param name="Causes">Cause ids.</param>
/// <param name="Priors">Starting chance of each, for a unit under suspicion.</param>
/// <param name="Findings">The findings.</param>
public sealed record CauseModel(IReadOnlyList<string> Causes, IReadOnlyList<double> Priors, IReadOnlyList<ModelFinding> Findings)
{
    /// <summary>The cause that says the turbo is sound; it never pairs with another.</summary>
    public const string Elsewhere = "elsewhere";

    /// <summary>Usual workshop judgement, not measurements.</summary>
    public static readonly CauseModel Usual = Parse(ReadUsual());

    private const int FirstCause = 5;
    private readonly Dictionary<string, ModelFinding> _byId = Findings.ToDictionary(f => f.Id);

    /// <summary>The finding of that name, or null.</summary>
    public ModelFinding? Find(string id) => _byId.GetValueOrDefault(id);

    /// <summary>Reads the model from its table: a header with the cause ids from the sixth column on, a row of priors, a row per finding.</summary>
    /// <exception cref="FormatException">A figure is no number, or a row is short.</exception>
    public static CauseModel Parse(string csv)
    {
        using var text = new StringReader(csv);
        using var table = new CsvParser(text, new CsvConfiguration(CultureInfo.InvariantCulture) { TrimOptions = TrimOptions.Trim });
        string[] Row() => table.Read() ? table.Record! : throw new FormatException("The cause model's table ends too early.");
        double[] Figures(string[] row) => row.Length == 0 ? [] : [.. row[FirstCause..].Select(c => double.Parse(c, CultureInfo.InvariantCulture))];
        var causes = Row()[FirstCause..];
        var priors = Figures(Row());
        var findings = new List<ModelFinding>();
        while (table.Read())
        {
            var row = table.Record!;
            if (row.Length != FirstCause + causes.Length) throw new FormatException($"Row {table.Row} of the cause model has {row.Length} columns.");
            findings.Add(new(row[0], row[1], Enum.Parse<Stage>(row[2], true), double.Parse(row[3], CultureInfo.InvariantCulture), row[4] == "fault",
                Figures(row)));
        }
        return new CauseModel(causes, priors, findings);
    }

    private static string ReadUsual()
    {
        using var stream = typeof(CauseModel).Assembly.GetManifestResourceStream("Wattology.Core.Causes.cause-model.csv")!;
        using var reader = new StreamReader(stream);
        return reader.ReadToEnd();
    }
}
