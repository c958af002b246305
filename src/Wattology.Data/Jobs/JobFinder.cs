using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Wattology.Core.PartNumbers;

namespace Wattology.Data.Jobs;

/// <summary>What is looked for among all jobs; what is blank does not matter.</summary>
/// <param name="Words">Number, registration, customer, machine or plate number.</param>
/// <param name="Family">The engine's family.</param>
/// <param name="Cause">The cause confirmed.</param>
/// <param name="Outcome">One of <see cref="JobFinder.Outcomes"/>.</param>
/// <param name="FromMs">Booked in from then on, in ms since 1970.</param>
/// <param name="ToMs">Booked in before.</param>
/// <param name="Unit">Who brought the unit.</param>
/// <param name="School">How it was primed.</param>
/// <param name="Supply">How the supply is known.</param>
/// <param name="Code">Its claim was refused for this.</param>
/// <param name="Item">This was passed by name.</param>
/// <param name="Hand">Whose hands did most of it.</param>
/// <param name="EndedMs">It ended from then on.</param>
public sealed record Wanted(string Words = "", string Family = "", string Cause = "", string Outcome = "", long? FromMs = null, long? ToMs = null,
    string Unit = "", string School = "", string Supply = "", string Code = "", string Item = "", string Hand = "", long? EndedMs = null);

/// <summary>Finds jobs again: by machine, customer, number, engine, cause, outcome and period.</summary>
public sealed class JobFinder(ShopDb db)
{
    /// <summary>How many rows a list shows at most.</summary>
    public const int ListMost = 200;

    /// <summary>Shorter searches than this look at the beginning of numbers and registrations only: the index knows three letters at a time.</summary>
    internal const int LeastInside = 3;

    /// <summary>At most so many on a page.</summary>
    public const int PageMost = 100;

    /// <summary>At most so many in a file.</summary>
    public const int FileMost = 200_000;

    /// <summary>How a job may have come out.</summary>
    public static readonly IReadOnlyList<KeyValuePair<string, string>> Outcomes = [new("open", "open"), new("handed-over", "handed over"),
        new("came-back", "came back"), new("comeback", "is a comeback"), new("ended", "ended in another way")];

    /// <summary>Those wanted, the last booked in first.</summary>
    /// <param name="wanted">What is looked for.</param>
    /// <param name="before">Only those before this row: where the page before ended; null for the first page.</param>
    /// <param name="most">At most so many.</param>
    /// <param name="cancel">Ends it.</param>
    public Task<List<JobRow>> FindAsync(Wanted wanted, long? before, int most = PageMost, CancellationToken cancel = default)
        => Query(wanted).Where(j => before == null || j.Row < before).OrderByDescending(j => j.Row).Take(most).ToListAsync(cancel);

    /// <summary>How many there are.</summary>
    public Task<int> CountAsync(Wanted wanted, CancellationToken cancel = default) => Query(wanted).CountAsync(cancel);

    /// <summary>All jobs of a machine, the first one first; at most two hundred.</summary>
    public Task<List<JobRow>> OfMachineAsync(string plain, CancellationToken cancel = default)
        => db.Jobs.AsNoTracking().Where(j => j.PlainRegistration == plain).OrderBy(j => j.BookedMs).ThenBy(j => j.Row)
            .Take(ListMost).ToListAsync(cancel);

    private IQueryable<JobRow> Query(Wanted w)
    {
        var plain = PartNumber.Plain(w.Words);
        var rows = plain.Length >= LeastInside
            ? db.Jobs.FromSql($"SELECT Jobs.* FROM JobSearch JOIN Jobs ON Jobs.Row = JobSearch.rowid WHERE JobSearch.Search MATCH {$"\"{plain}\""}")
            : plain.Length > 0 ? db.Jobs.Where(j => j.PlainRegistration.StartsWith(plain)) : db.Jobs;
        rows = rows.AsNoTracking();
        if (w.Words.Length > 0 && plain.Length == 0) rows = rows.Where(j => false);
        if (w.Family.Length > 0) rows = rows.Where(j => j.Family == w.Family);
        if (w.Cause.Length > 0) rows = rows.Where(j => j.Cause == w.Cause);
        if (w.Unit.Length > 0) rows = rows.Where(j => j.UnitSource == w.Unit);
        if (w.School.Length > 0) rows = rows.Where(j => j.School == w.School);
        if (w.Supply.Length > 0) rows = rows.Where(j => j.SupplyGrade == w.Supply);
        if (w.Code.Length > 0) rows = rows.Where(j => j.ClaimCode == w.Code && j.ClaimState == "refused");
        if (w.Hand.Length > 0) rows = rows.Where(j => j.Hand == w.Hand);
        if (w.Item.Length > 0)
        {
            var item = string.Create(CultureInfo.InvariantCulture, $"\"item\":\"{w.Item}\"");
            rows = rows.Where(j => j.Passed.Contains(item));
        }
        if (w.FromMs is { } from) rows = rows.Where(j => j.BookedMs >= from);
        if (w.EndedMs is { } ended) rows = rows.Where(j => j.HandedOverMs >= ended);
        if (w.ToMs is { } to) rows = rows.Where(j => j.BookedMs < to);
        return w.Outcome switch
        {
            "open" => rows.Where(j => j.HandedOverMs == null),
            "handed-over" => rows.Where(j => j.EndedAs == "Handed over"),
            "came-back" => rows.Where(j => j.EndedAs == "Handed over" && db.Jobs.Any(b => b.ComebackOf == j.Number && b.ComebackOf != "")),
            "comeback" => rows.Where(j => j.ComebackOf != ""),
            "ended" => rows.Where(j => j.HandedOverMs != null && j.EndedAs != "Handed over"),
            _ => rows,
        };
    }
}
