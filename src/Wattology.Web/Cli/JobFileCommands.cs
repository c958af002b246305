using System.CommandLine;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.Jobs;
using Wattology.Data;
using Wattology.Data.Evidence;
using Wattology.Data.Jobs;
using Wattology.Data.Photos;
using Wattology.Data.Shop;
using Wattology.Data.Traces;
using static Wattology.Web.Cli.ShopConsole;

namespace Wattology.Web.Cli;

/// <summary>Job files out of the shop, and into it.</summary>
internal static class JobFileCommands
{
    /// <summary>Writing a job file.</summary>
    public static Command Export()
    {
        var demoData = DemoData();
        var number = new Argument<string>("number") { Description = "The job's number." };
        var photos = new Option<bool>("--photos") { Description = "A ZIP with the job file, its photos and its traces, in place of the bare job file." };
        var export = new Command("export", "Write a job file to standard output.") { number, demoData, photos };
        export.SetAction((r, stop) => WithShopAsync(r.GetValue(demoData)!, s => ExportAsync(s, r.GetValue(number)!, r.GetValue(photos), stop)));
        return export;
    }

    /// <summary>Bringing one in.</summary>
    public static Command Import()
    {
        var demoData = DemoData();
        var file = new Argument<FileInfo>("file") { Description = "A job file (JSON), or a ZIP with its photos." };
        var import = new Command("import", "Bring in a job file.") { file, demoData };
        import.SetAction((r, _) => WithShopAsync(r.GetValue(demoData)!, s => ImportAsync(s, r.GetValue(file)!), Opening.ToMake));
        return import;
    }

    private static async Task<int> ExportAsync(IServiceProvider services, string number, bool photos, CancellationToken stop)
    {
        var job = await services.GetRequiredService<ShopDb>().Jobs.AsNoTracking().FirstOrDefaultAsync(j => j.Number == number, stop)
            ?? throw new RefusedException($"There is no job {number} here.");
        var (store, db) = (services.GetRequiredService<JobStore>(), services.GetRequiredService<ShopDb>());
        var record = (await store.FindAsync(job.Id, stop))!.Record;
        var mark = await ShopChain.MarkAsync(db, record, stop);
        await using var output = Console.OpenStandardOutput();
        if (photos)
        {
            await using var pack = await JobPack.OpenAsync(record.Entries, services.GetRequiredService<PhotoFiles>(),
                services.GetRequiredService<TraceFiles>(), mark, stop);
            await pack.CopyToAsync(output, stop);
            return 0;
        }
        await JobFile.WriteAsync(output, store.StreamAsync(job.Id).Take(record.Entries.Count), mark);
        output.Write("\n"u8);
        return 0;
    }

    private static async Task<int> ImportAsync(IServiceProvider services, FileInfo file)
    {
        if (!file.Exists) throw new RefusedException($"There is no file {file.FullName}.");
        var id = await services.GetRequiredService<JobStore>().ImportAsync(await File.ReadAllBytesAsync(file.FullName), file.Name);
        var job = (await services.GetRequiredService<JobStore>().FindAsync(id))!;
        // What came is proved by the hash before the entry that says who brought it in.
        Console.WriteLine($"Job {job.Machine.Number} brought in: {job.Record.Entries.Count - 1} entries, chain ending in {job.Record.Last.Prev}.");
        return 0;
    }
}
