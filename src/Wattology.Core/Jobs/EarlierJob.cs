using Wattology.Core.Causes;
using Wattology.Core.Checks;
using Wattology.Core.Commissioning;
using Wattology.Core.Entries;
using Wattology.Core.HandOver;
using Wattology.Core.LooseEnds;

namespace Wattology.Core.Jobs;

/// <summary>What an earlier job on the same machine left behind: what was confirmed, what was taken for now, and what the driver was told.</summary>
/// <param name="Id">The job's id.</param>
/// <param name="Number">Its number.</param>
/// <param name="Ended">When it ended; null while it is open.</param>
/// <param name="EndWords">How it ended; empty while it is open.</param>
/// <param name="Causes">The causes confirmed, each with what produced it.</param>
/// <param name="ForNow">What was taken under a name or left for later, in words.</param>
/// <param name="Told">What the driver was told; empty where nothing was.</param>
public sealed record EarlierJob(string Id, string Number, DateTimeOffset? Ended, string EndWords, IReadOnlyList<string> Causes, IReadOnlyList<string> ForNow,
    string Told)
{
    /// <summary>Reads it from the job.</summary>
    public static EarlierJob Of(JudgedJob job)
    {
        var (record, machine) = (job.Record, job.Machine);
        string[] forNow =
        [
            .. record.All<Accepted>().Select(a => job.Checks.FirstOrDefault(c => c.Found.Since?.Hash == a.Body.Entry) is { } check
                ? $"{machine.Named(check.Title, check.Turbo)}, {check.Value}: {a.Body.Reason} ({a.Entry.Signer})" : $"{a.Body.Reason} ({a.Entry.Signer})"),
            .. record.All<HoldPointPassed>().Where(p => p.Body.Open.Count > 0).Select(p => $"{HoldPointPassed.NameOf(p.Body.Point)} passed with open: "
                + $"{string.Join(", ", p.Body.Open.Select(i => HoldPoints.TitleOf(machine.Turbos, i).ToLowerInvariant()))} ({p.Entry.Signer})"),
            .. LooseEndRegister.All(job.Context).Where(l => l.Kind == LooseKind.AcceptedForNow).Select(l => l.Words),
        ];
        return new(record.Id, machine.Number, record.EndEntry()?.At, record.EndWords(),
            [.. record.Causes().Select(c => $"{machine.Named(Remedies.Title(c.Cause), c.Turbo)}: {c.SecondWhy}")], forNow,
            record.HandedOver()?.Body.ToldDriver ?? record.Latest<Looked>(l => l.Question == AfterRunCheck.DriverTold.Id)?.Body.Because ?? "");
    }
}
