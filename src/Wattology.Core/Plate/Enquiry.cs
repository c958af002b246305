using System.Globalization;
using Wattology.Core.BookIn;
using Wattology.Core.Entries;
using Wattology.Core.Measures;

namespace Wattology.Core.Plate;

/// <summary>What a supplier is asked who shall find the unit by the engine: everything known, in plain lines to copy or to print.</summary>
public static class Enquiry
{
    /// <summary>Its lines.</summary>
    /// <param name="job">The job.</param>
    public static IReadOnlyList<string> Lines(JobContext job)
    {
        var machine = job.Record.Machine();
        var lines = new List<string>
        {
            $"We look for the turbo of: {machine.Engine}",
            $"Machine: {machine.Machine}, registration {machine.Registration}",
            $"Fuel: {machine.Fuel.ToString().ToLowerInvariant()}; turbos: {machine.Turbos.ToString(CultureInfo.InvariantCulture)}; boost control: "
                + $"{machine.Control.Words()}; centre section {(machine.WaterCooled ? "oil and water cooled" : "oil cooled")}",
        };
        if (machine.DistanceKm is { } km) lines.Add($"Run: {job.Units.Show(km, Measure.Distance)}");
        if (machine.RunHours is { } hours) lines.Add($"Run: {job.Units.Show(hours, Measure.Hours)}");
        foreach (var turbo in machine.TurboNumbers)
        {
            var name = machine.Named("The unit that is on", turbo);
            lines.Add(job.Record.Plate(turbo, PlateOf.Old) is { Body: { NotReadable: false } plate } ? $"{name}: {plate.Words}"
                : $"{name}: its plate cannot be read");
        }
        if (job.Parts.UnitsOf(machine.Engine) is { Count: > 0 } listed)
            lines.Add($"Our own list has: {string.Join(", ", listed.Select(job.Parts.Current).Distinct())}");
        lines.Add("We can send: photos of the unit, its flanges and its oil and water ports; power and year of first registration on request.");
        lines.Add($"Our job: {machine.Number}");
        return lines;
    }
}
