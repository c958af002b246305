using Wattology.Core.Evidence;

namespace Wattology.Core.Tests;

public sealed class LayoutTests
{
    [Fact]
    public void The_core_knows_neither_web_nor_database()
        => Assert.DoesNotContain(typeof(Entry).Assembly.GetReferencedAssemblies(), a => a.Name!.Contains("AspNetCore", StringComparison.Ordinal)
            || a.Name.Contains("EntityFramework", StringComparison.Ordinal) || a.Name.Contains("Sqlite", StringComparison.Ordinal) || a.Name.StartsWith("Wattology", StringComparison.Ordinal));
}
