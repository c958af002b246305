using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using Microsoft.AspNetCore.Mvc;

namespace Wattology.Web.Api;

/// <summary>A list as CSV: comma, quotation marks where needed, UTF-8, times in UTC, points in numbers.</summary>
public static class CsvFile
{
    // A cell that a spreadsheet would take for a formula is text here.
    private static readonly CsvConfiguration Form = new(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.Escape };

    /// <summary>Makes one.</summary>
    /// <param name="name">The file's name.</param>
    /// <param name="columns">Its columns.</param>
    /// <param name="rows">Its rows, cell by cell.</param>
    public static FileContentResult Of(string name, IReadOnlyList<string> columns, IEnumerable<object?[]> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(text, Form, leaveOpen: true))
        {
            foreach (var column in columns) csv.WriteField(column);
            csv.NextRecord();
            foreach (var row in rows)
            {
                foreach (var cell in row) csv.WriteField(cell switch
                {
                    null => "",
                    DateTimeOffset at => at.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture),
                    double number => number.ToString("0.######", CultureInfo.InvariantCulture),
                    bool yes => yes ? "yes" : "no",
                    _ => Convert.ToString(cell, CultureInfo.InvariantCulture),
                });
                csv.NextRecord();
            }
        }
        return new FileContentResult(Encoding.UTF8.GetBytes(text.ToString()), "text/csv") { FileDownloadName = name };
    }
}
