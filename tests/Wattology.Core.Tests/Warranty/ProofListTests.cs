using Wattology.Core.Inputs;
using Wattology.Core.Warranty;

namespace Wattology.Core.Tests.Warranty;

/// <summary>The list of proofs a policy may name, as its document tells it.</summary>
public sealed class ProofListTests
{
    private static string RootOf(string folder) => File.Exists(Path.Combine(folder, "Wattology.slnx")) ? folder : RootOf(Path.GetDirectoryName(folder)!);

    [Fact]
    public void The_document_lists_every_proof_in_the_order_in_which_they_go_as_the_program_has_them()
    {
        var said = File.ReadAllLines(Path.Combine(RootOf(AppContext.BaseDirectory), "docs", "policy-file.md")).SkipWhile(l => !l.StartsWith("| id |",
            StringComparison.Ordinal)).Skip(2).TakeWhile(l => l.StartsWith('|')).ToArray();
        var known = Proofs.All.Select(p => $"| `{p.Id}` | {p.Title} | {p.Gone.Words()} | {JsonForm.WordOf(p.Best)} | {string.Join(", ", new[]
        {
            p.PerTurbo ? "each turbo" : null, p.OfOld ? "none of a first fitment" : null, p.OfPaper ? "a paper" : null,
        }.OfType<string>())} |").ToArray();
        Assert.Equal(known, said);
    }
}
