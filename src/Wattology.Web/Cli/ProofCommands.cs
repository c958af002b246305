using System.CommandLine;
using Wattology.Core.Shop;
using Wattology.Data.Evidence;
using Wattology.Data.Jobs;
using static Wattology.Web.Cli.ShopConsole;

namespace Wattology.Web.Cli;

/// <summary>Proof: that nothing was changed, and the tables kept for speed made anew.</summary>
internal static class ProofCommands
{
    /// <summary>Proving a shop or a pack.</summary>
    public static Command Verify()
    {
        var demoData = DemoData();
        var job = new Option<string?>("--job") { Description = "One job's number; all jobs when left out." };
        var seen = new Option<string[]>("--seen") { Description = "The shop's code from a printed page or a file it handed out, held against the chain. May be "
            + "given several times." };
        seen.Validators.Add(r => { foreach (var code in r.GetValueOrDefault<string[]>() ?? []) if (!ShopHead.TryRead(code, out _))
            r.AddError($"'{code}' is no such code: a number and twenty hex digits, such as 412-9f3a-77c2-d01b-55e0-1b2c."); });
        var pack = new Argument<FileInfo?>("pack") { Description = "A claim's pack (ZIP), checked by itself; the shop's data is not asked.",
            DefaultValueFactory = _ => null };
        var verify = new Command("verify", "Prove that no entry was changed, of a shop or of a claim's pack.") { pack, demoData, job, seen };
        verify.SetAction((r, stop) => r.GetValue(pack) is { } file ? VerifyPackAsync(file, stop) : VerifyAsync(r.GetValue(demoData)!, r.GetValue(job),
            [.. (r.GetValue(seen) ?? []).Select(c => ShopHead.TryRead(c, out var head) ? head : throw new InvalidOperationException(c))]));
        return verify;
    }

    /// <summary>Computing the tables kept for speed anew.</summary>
    public static Command Rebuild()
    {
        var demoData = DemoData();
        var rebuild = new Command("rebuild", "Compute the tables kept for speed anew from the entries.") { demoData };
        rebuild.SetAction((r, _) => WithShopAsync(r.GetValue(demoData)!, RebuildAsync));
        return rebuild;
    }

    private static Task<int> VerifyAsync(DirectoryInfo data, string? number, IReadOnlyList<ShopHead> seen) => WithShopAsync(data, async services =>
    {
        var report = await services.GetRequiredService<Verifier>().VerifyAsync(number, seen);
        foreach (var fault in report.Faults) Console.WriteLine(fault);
        Console.WriteLine(report.Faults.Count == 0 ?
            $"{report.Jobs} job{(report.Jobs == 1 ? "" : "s")}, {report.Entries} entries: every chain is whole and every photo is here."
            : $"{report.Faults.Count} fault{(report.Faults.Count == 1 ? "" : "s")} found.");
        if (report.Earlier > 0)
            Console.WriteLine($"{report.Earlier} row{(report.Earlier == 1 ? " was" : "s were")} made under earlier limits, ways of working or parts, or by "
                + "another version of this program. They are judged anew while the shop is served, or by 'rebuild'.");
        if (number is not null) return report.Faults.Count == 0 ? 0 : NotWhole;
        foreach (var at in report.NewKeys)
            Console.WriteLine($"From entry {at} on the shop's chain is signed with another key: the one before was said to be lost.");
        foreach (var head in report.Heads) Console.WriteLine(head.Fault is { } fault ? $"Code {head.Head.Code}: {fault}"
            : $"Code {head.Head.Code}: the chain agrees with it. Nothing up to that entry was changed since it left the house.");
        Console.WriteLine($"What this cannot know: whether what was typed was true; {(seen.Count == 0 ? "whether all of it was rewritten by somebody who holds "
            + "the shop's key (hold a printed code against it with --seen)" : $"whether anything after entry {seen.Max(h => h.Seq)} was cut off, or "
                + "rewritten by "
            + "somebody who holds the shop's key")}; whether the key is the shop's own (compare its fingerprint with a paper).");
        if (report.Head is { } latest) Console.WriteLine($"The shop's code now: {latest.Code}   key {report.Key}");
        return report.Faults.Count == 0 && report.Heads.All(h => h.Fault is null) ? 0 : NotWhole;
    }, Opening.ToProve);

    private static async Task<int> VerifyPackAsync(FileInfo file, CancellationToken stop)
    {
        if (!file.Exists) return Fail($"There is no file {file.FullName}.");
        if (file.Length > ClaimPack.MostBytes) return Fail($"{file.Name} is larger than any pack.");
        await using var pack = file.OpenRead();
        var report = await ClaimPack.CheckAsync(pack, stop);
        foreach (var fault in report.Faults) Console.WriteLine(fault);
        Console.WriteLine(report.Faults.Count == 0 ? $"{file.Name}: whole. Job {report.Seal!.Job} of {report.Seal.Shop}, {report.Entries} entries, "
            + $"{report.Members} files, signed with the key {report.Fingerprint}, the shop's code then {report.Seal.Code}."
            : $"{report.Faults.Count} fault{(report.Faults.Count == 1 ? "" : "s")} found.");
        Console.WriteLine(report.CannotKnow);
        return report.Faults.Count == 0 ? 0 : NotWhole;
    }

    private static async Task<int> RebuildAsync(IServiceProvider services)
    {
        var (count, left) = await services.GetRequiredService<RowKeeper>().RebuildAsync();
        foreach (var fault in left) Console.WriteLine(fault);
        Console.WriteLine($"{count} jobs rebuilt{(left.Count > 0 ? $", {left.Count} left as they are: put the shop back from a backup" : "")}.");
        return left.Count == 0 ? 0 : NotWhole;
    }
}
