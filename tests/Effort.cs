namespace Wattology.Tests;

/// <summary>How much is tried: a sample in every run, all of it in './test long'.</summary>
internal static class Effort
{
    /// <summary>The variable './test long' sets.</summary>
    private const string Variable = "WATTOLOGY_TEST";

    /// <summary>All of it is tried.</summary>
    public static bool IsLong => Environment.GetEnvironmentVariable(Variable) == "long";

    /// <summary>The number of trials.</summary>
    /// <param name="usual">In every run.</param>
    /// <param name="all">In a long one.</param>
    public static int Of(int usual, int all) => IsLong ? all : usual;
}
