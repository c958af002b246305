using OpenQA.Selenium;

namespace Wattology.Browser.Tests.Hosting;

/// <summary>Finds the demo's jobs by what they are.</summary>
public static class DemoJobs
{
    /// <summary>The address of the open job whose row in the yard reads so.</summary>
    public static string Find(Bay bay, string machine, string reads = "")
    {
        bay.Open("/");
        bay.See("h1", "Yard");
        var row = bay.Driver.FindElements(By.CssSelector("table.yard tbody tr")).First(r => r.Text.Contains(machine, StringComparison.Ordinal)
            && r.Text.Contains(reads, StringComparison.Ordinal));
        return new Uri(row.FindElement(By.CssSelector("a.num")).GetDomProperty("href")!).AbsolutePath;
    }

    /// <summary>How many entries a job has.</summary>
    public static int Entries(Bay bay, string job)
    {
        bay.Open(job + "/record");
        return int.Parse(bay.Look(".record li").GetDomAttribute("value")!, System.Globalization.CultureInfo.InvariantCulture);
    }
}
