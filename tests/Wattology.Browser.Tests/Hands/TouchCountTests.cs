using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text;
using Wattology.Browser.Tests.Hosting;

namespace Wattology.Browser.Tests.Hands;

/// <summary>What an answer costs in touches, counted from the yard on the upright tablet, and printed in docs/touches.md.</summary>
[Collection(nameof(TurnedClock))]
public sealed class TouchCountTests(TurnedClock turned)
{
    private sealed record Cost(string What, int Touches, int Keys, int Words);

    private static Bay Tablet(string address)
    {
        var bay = new Bay(address, 820, 1180, touch: true);
        bay.SignInAs("petra");
        return bay;
    }

    // The desk books it in; the hands begin in the yard.
    private static string BookIn(Bay bay, string machine)
    {
        bay.Open("/book-in");
        foreach (var (name, text) in new[] { ("customer", "Counted"), ("complaint", "Rattled, then no pull."), ("registration", machine), ("machine", machine),
            ("engine", "Brannock D4 press"), ("run_hours", "900"), ("plate.maker_number", "OV-88-01") })
        {
            bay.Press($"[name='{name}']");
            bay.Type(name, text);
        }
        bay.Script("document.querySelector('#pad [data-key=done]')?.click()");
        foreach (var (name, value) in new[] { ("fuel", "diesel"), ("kind", "makers-spec"), ("control", "wastegate-canister"), ("turbos", "1"),
            ("water_cooled", "false"), ("closed_breather", "false") }) bay.Choose(name, value);
        bay.PressButton("Book in");
        bay.See(".job-head", machine);
        var job = bay.At;
        bay.Open("/");
        return job;
    }

    private static void Settle(Hand hand, string purpose)
    {
        hand.See("#prime-now", "What for").Answer("crank-purpose", purpose).See("#prime-now", "Unable to fire")
            .Touch("input[name=fuel][value='Injection fuse']").Touch("form[data-draft$='disable'] button").See("#prime-now", "All clear")
            .Answer("crank-clear", "nobody-near");
    }

    private static void Burst(Hand hand)
    {
        hand.Bay.RestPasses();
        hand.Touch("form[action$='handler=Burst'] button").See(".instrument", "Cranking");
        hand.Touch(".stop-act");
    }

    [Fact]
    public void A_catch_and_a_finding_cost_what_they_may()
    {
        using var bay = Tablet(turned.Shop.Address);
        var job = BookIn(bay, "Counted press");
        bay.Open(job + "/prime");
        Settle(new Hand(bay), "catch");
        bay.Open("/");

        // A catch seen: the job, prime, the burst, the answer.
        var seen = new Hand(bay);
        seen.Touch($"a[href='{job}']").See("#sheet-title", "This job").Touch("#spot-prime").See("#sheet-title", "Prime");
        var burst = new Hand(bay);
        Burst(burst);
        seen.Answer("feed-seen-1", "steady");
        bay.See("#mark-oil-supply-1", "steady");

        // A measured one: the job, the supply, its figures, the instrument, done, record; the digits between.
        bay.Open("/");
        var measured = new Hand(bay);
        measured.Touch($"a[href='{job}']").See("#sheet-title", "This job").Touch("#spot-oil-supply-1").See("#sheet-title", "Oil supply");
        measured.Touch("details.figures > summary").Key("9", "5", "in", "1", "0", "next", "9", "6", "in", "1", "0", "next", "next", "next", "2", "0", "next",
            "1", "6", "0", "next", "4", "point", "5", "next", "6", "0", "0");
        var jug = bay.Driver.FindElements(OpenQA.Selenium.By.CssSelector("#pad .with")).First(k => k.Text.StartsWith("jug", StringComparison.Ordinal));
        measured.Touch($"#pad [data-key='{jug.GetDomAttribute("data-key")}']").Touch("#pad [data-key=done]").Touch(".sheet-form .go");
        bay.See(".latest", "jug 2, calibrated until");
        bay.See(".latest", "l/min");

        // A finding, from the drawing: the part, and what is seen there. The drawn unit is one touch from the job's own.
        bay.Open(job);
        var finding = new Hand(bay);
        bay.Touch("#spot-findings");
        bay.See("#sheet-title", "Findings");
        finding.Finding("compressor-blades-hit", "present");

        Printed("Counted one by one", [new("a catch, seen, from the yard (the burst apart)", seen.Touches, 0, 0),
            new("a catch, measured, from the yard", measured.Touches, measured.Keys, 0), new("a finding, from the drawing", finding.Touches, 0, 0)]);
        Assert.True(seen.Touches <= 4 && measured.Touches <= 6 && finding.Touches <= 2, $"{seen.Touches}, {measured.Touches}, {finding.Touches}");
        var complaints = bay.Complaints();
        Assert.True(complaints.Count == 0, string.Join(" | ", complaints));
    }

    [Fact]
    public void A_whole_replacement_goes_from_yard_to_hand_over_with_quick_answers()
    {
        using var bay = Tablet(turned.Shop.Address);
        var job = BookIn(bay, "Counted baler");
        var costs = new List<Cost>();
        void Step(string what, Action<Hand> act)
        {
            var hand = new Hand(bay);
            act(hand);
            costs.Add(new(what, hand.Touches, hand.Keys, hand.Words));
        }

        Step("Triage, crankcase after the start", h =>
        {
            h.Touch($"a[href='{job}']").See("#sheet-title", "This job").Touch(".move .go").See("#sheet-title", "Triage");
            foreach (var system in new[] { "injection", "filter", "charge-air", "exhaust", "lubrication" }) h.Answer($"triage-{system}", "nothing-found");
            h.Answer("codes-before", "none").Answer("oil-as-it-came", "between-marks");
            h.Touch("#mark-crankcase").See("#sheet-title", "Crankcase").Touch("#crankcase-later summary").Write("[name=why]", "It will not turn.")
                .Touch("#crankcase-later button").See("#sheet", "Due after the first start");
        });
        Step("Findings and cause", h =>
        {
            h.Touch("#mark-findings").See("#sheet-title", "Findings");
            foreach (var (finding, answer) in new[] { ("whine-or-scrape", "present"), ("came-on-suddenly", "present"), ("compressor-blades-hit", "present"),
                ("debris-in-filter", "present"), ("bearings-scored", "absent") })
                h.Finding(finding, answer);
            h.Answer("missing-metal", "none-missing");
            h.Choose("[name=cause]", "object-intake").Write("[name=second_why]", "A clip of the filter box had come loose.")
                .Touch("form[data-draft$='confirm'] .go").See(".latest", "Object through the intake");
            h.Write("#note-intake-source", "Clip found in the compressor.").Touch("#remedy-intake-source button").See("#remedy-intake-source", "settled");
            h.Write("#note-intake-clear", "Pipe and cooler emptied.").Touch("#remedy-intake-clear button").See("#remedy-intake-clear", "settled");
        });
        Step("New unit", h =>
        {
            h.Touch("#mark-plate-1").See("#sheet-title", "Plate").Touch("#plate-new [value='OV-88-01']").See(".latest", "same number");
        });
        Step("Feed, cranked into a jug", h =>
        {
            h.Touch("#mark-prime").See("#sheet-title", "Prime");
            Settle(h, "catch");
            Burst(h);
            h.Answer("feed-seen-1", "steady");
        });
        Step("Release", h =>
        {
            h.Touch("#work a[href$='/release']").See("#sheet-title", "Release").Answer("as-received-1", "good", "4 caps").See(".hold-point h3", "all settled")
                .Touch(".pass button.go").See(".said", "Before release: passed");
        });
        Step("Fitted, oil and filter, drain and clocking as installed", h =>
        {
            h.Touch("#work a[href$='/fit']").See("#sheet-title", "Fit");
            foreach (var (ask, answer) in new[] { ("mounted-1", "mounted"), ("drain-connected-1", "connected"), ("feed-connected-1", "tight"),
                ("intake-closed-1", "closed"), ("exhaust-secured-1", "secured") }) h.Answer(ask, answer);
            h.Touch("form[action$='handler=Closed'] button").See(".said", "closed again");
            h.Touch("#sheet a[href$='/fluids']").See("#sheet-title", "Oil, filter").Touch("[name=new_grade][value='5W-30']")
                .See("#sheet", "oil new, 5W-30");
            h.Answer("oil-level", "between-marks");
            h.Touch("#mark-drain-1").See("#sheet-title", "Drain").Answer("drain-installed-1", "falls");
            h.Touch("#mark-clocking-1").See("#sheet-title", "Clocking").Answer("clocking-seen-1", "hangs-down");
        });
        Step("Loose ends", h =>
        {
            h.Touch(".work-now a").See("#sheet-title", "Loose ends");
            while (bay.IsThere(".loose button"))
            {
                var before = bay.Driver.FindElements(OpenQA.Selenium.By.CssSelector(".loose button")).Count;
                h.Touch(".loose button");
                bay.Gone($".loose li:nth-child({before + 1})");
            }
        });
        Step("Prime, and pressure by a gauge", h =>
        {
            h.Touch("#mark-prime").See("#prime-now", "Oil in").Touch(".big-touches [value='15 ml']").See("#prime-now", "Wheel by hand")
                .Answer("wheel-1", "free").See("#prime-now", "All clear").Answer("crank-purpose", "prime").Answer("crank-clear", "nobody-near");
            bay.RestPasses();
            h.Touch("form[action$='handler=Burst'] button").See(".instrument", "Cranking").Touch("button[name=seen][value=pressure]")
                .See(".said", "What showed it");
            h.Touch("#pressure [name=by][value='direct-gauge']").Touch("[name=pressure_kpa]").Key("1", "8", "0", "done").Touch("#pressure [name=with]")
                .Touch("#pressure .go").See("#prime-now", "All back");
            h.Touch(".plain-list button").See(".said", "is back");
        });
        Step("First start", h =>
        {
            h.Touch("#mark-start").See("#sheet-title", "First start").See(".hold-point h3", "all settled").Touch("button[name=act][value=fired]")
                .Touch(".big-act").See(".instrument", "Watch for oil pressure").Touch(".instrument .act").See(".running", "Idling").Touch(".stop-act")
                .See("#mark-start", "idled");
        });
        Step("After the run", h =>
        {
            h.Touch("#work a[href$='/after-run']").See("#sheet-title", "After the run").Touch("form[data-draft$='joints-hot'] button[name=all]")
                .See(".said", "recorded");
            foreach (var (ask, answer) in new[] { ("smoke", "clears"), ("codes-cleared", "none"), ("codes-after", "none"), ("oil-after", "between-marks"),
                ("road-test", "driven") }) h.Answer(ask, answer);
            h.Touch("form[data-draft$='joints-after-drive'] button[name=all]").See(".said", "recorded");
            h.Answer("old-parts", "tagged", "shelf 2").Answer("driver-told", "told", "Idle a minute before stopping hot.");
            h.Touch("#mark-crankcase").See("#sheet-title", "Crankcase").Answer("crankcase-felt", "nothing");
        });
        Step("Hand over", h =>
        {
            h.Touch("#work a[href$='/hand-over']").See("#sheet-title", "Hand over")
                .Write("[name=pass_reason]", "Idled at the desk clock; no gauge in the bay today.")
                .Touch(".pass button").See(".said", "passed").Touch("form[data-draft] .go, .sheet-form .go").See("#sheet", "Handed over to Counted");
        });
        Printed("A whole replacement, object through the intake, by quick answers", [.. costs, new("**altogether**", costs.Sum(c => c.Touches),
            costs.Sum(c => c.Keys), costs.Sum(c => c.Words))]);
        // Figures stand only where a hold point requires one: the gauge that proves oil pressure.
        Assert.Equal(["Prime, and pressure by a gauge"], costs.Where(c => c.Keys > 0).Select(c => c.What));
        var complaints = bay.Complaints();
        Assert.True(complaints.Count == 0, string.Join(" | ", complaints));
    }

    // docs/count-touches writes the table; otherwise it must say what was counted.
    private static void Printed(string title, Cost[] costs, [CallerFilePath] string here = "")
    {
        var table = new StringBuilder($"## {title}\n\n| what | touches | keys of the pad | words typed |\n|---|---|---|---|\n");
        foreach (var cost in costs) table.Append(CultureInfo.InvariantCulture, $"| {cost.What} | {cost.Touches} | {cost.Keys} | {cost.Words} |\n");
        var file = Path.GetFullPath(Path.Combine(Path.GetDirectoryName(here)!, "../../../docs/touches.md"));
        var stands = File.Exists(file) ? File.ReadAllText(file) : "";
        if (Environment.GetEnvironmentVariable("WATTOLOGY_COUNT_TOUCHES") == "yes")
        {
            var at = stands.IndexOf($"## {title}\n", StringComparison.Ordinal);
            var end = at < 0 ? -1 : stands.IndexOf("\n## ", at + 3, StringComparison.Ordinal);
            File.WriteAllText(file, at < 0 ? $"{stands.TrimEnd()}\n\n{table}" : stands[..at] + table + (end < 0 ? "" : stands[end..]));
        }
        else Assert.Contains(table.ToString(), stands);
    }
}
