using System.Text.RegularExpressions;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

namespace Wattology.Browser.Tests.Hosting;

/// <summary>A technician at a tablet: a headless browser and the few things hands do with it.</summary>
public sealed partial class Bay : IDisposable
{
    // Long enough for a machine that does other work besides: it is spent whole only by a test that fails.
    private const double Patience = 30;

    private readonly Browser _browser;
    private readonly ChromeDriver _driver;
    private readonly string _address;

    [GeneratedRegex(@"^#finding-([\w-]+)")]
    private static partial Regex Finding();

    public Bay(string address, int width = 1280, int height = 900, bool touch = false)
    {
        _address = address;
        _browser = Browser.Take(width, height, touch);
        _driver = _browser.Driver;
    }

    public IWebDriver Driver => _driver;

    public void Open(string path) => _driver.Navigate().GoToUrl(new Uri(_address + path));

    public string At => new Uri(_driver.Url).PathAndQuery;

    public void SignInAs(string user)
    {
        Open("/sign-in");
        Press($"#as-{user}");
        See("h1", "Yard");
    }

    /// <summary>Leaves this browser alone: signing out ends the person's sessions everywhere, those of the tests beside this one too.</summary>
    public void SignOut()
    {
        _driver.Manage().Cookies.DeleteAllCookies();
        Open("/sign-in");
        See("h1", "Sign in");
    }

    /// <summary>Waits for an element.</summary>
    public IWebElement Look(string css) => Wait(d => d.FindElements(By.CssSelector(css)).FirstOrDefault(), $"no {css}");

    /// <summary>Waits until no such element is left.</summary>
    public void Gone(string css) => Wait(d => d.FindElements(By.CssSelector(css)).Count == 0 ? d : null, $"still {css}");

    /// <summary>Lets a starter rest: the demo's clock is turned on by what is owed, where anything is.</summary>
    /// <remarks>It is everybody's clock: whoever lets a rest pass is alone in its shop.</remarks>
    public void RestPasses()
    {
        Look(".running.rest, form[action$='handler=Burst']");
        if (!IsThere(".running.rest")) return;
        PressButton("Demo: let the rest pass");
        Gone(".running.rest");
    }

    /// <summary>Waits until what was typed is read and answered: the page waits a quarter of a second for more, and then asks.</summary>
    public void Read()
    {
        Script("window.typedUntil = performance.now()");
        Until("return performance.now() - window.typedUntil > 300 && !document.querySelector('.htmx-request')");
    }

    public bool IsThere(string css) => _driver.FindElements(By.CssSelector(css)).Count > 0;

    /// <summary>Waits until an element reads so.</summary>
    public void See(string css, string text) => Wait(d =>
    {
        try { return d.FindElements(By.CssSelector(css)).Any(e => e.Text.Contains(text, StringComparison.Ordinal)) ? d : null; }
        catch (StaleElementReferenceException) { return null; }
    }, () => $"'{text}' in {css}; there stands: {SafeText(css)}{SafeText(".fault-list")}{SafeText("#lost:not([hidden])")}");

    private string SafeText(string css)
    {
        try { return string.Join(" | ", _driver.FindElements(By.CssSelector(css)).Select(e => e.Text)); }
        catch (StaleElementReferenceException) { return "(changing)"; }
    }

    /// <summary>Types into a field by its name, replacing what stands there.</summary>
    public void Type(string name, string text, string within = "")
    {
        Again(() =>
        {
            var box = Look($"{within} :is(input:not([type=hidden]), textarea)[name='{name}']");
            Unfold(box);
            // The box for an instrument that is not in the register shows with its choice.
            if (name == "instrument" && !box.Displayed)
            {
                if (Script("return arguments[0].form.querySelector('[name=known]:checked')", box) is not null) return;
                Choose("known", "measured", within);
            }
            box.Clear();
            box.SendKeys(text);
        });
    }

    /// <summary>Chooses one of a few, or ticks.</summary>
    public void Choose(string name, string value, string within = "") => Press($"{within} [name='{name}'][value='{value}']");

    public void Select(string name, string value) => Again(() => Look($"select[name='{name}'] option[value='{value}']").Click());

    /// <summary>Opens the card a finding stands on, by a touch on the part of the drawn unit where it lies; nothing where it is open already.</summary>
    /// <returns>How many touches that took: an open card may lie over the part, and is closed first.</returns>
    public int OpenCard(string finding)
    {
        var card = (string?)Script("return document.getElementById('finding-' + arguments[0])?.closest('.card[hidden]')?.id.slice(5) ?? null", finding);
        if (card is null) return 0;
        var open = IsThere(".unit:not(.as-list) .card:not([hidden])") && (bool)Script("""
            const part = document.querySelector(`.unit a[data-card='${arguments[0]}']`);
            const lies = document.querySelector('.unit .card:not([hidden])').getBoundingClientRect();
            const at = (part.querySelector('.hit') ?? part).getBoundingClientRect();
            return lies.left < at.right && lies.right > at.left && lies.top < at.bottom && lies.bottom > at.top;
            """, card)!;
        if (open) Touch(".unit .card:not([hidden]) [data-close]");
        Touch($".unit a[data-card='{card}']{(card == "customer" ? "" : " .hit")}");
        Look($"#card-{card}:not([hidden])");
        return open ? 2 : 1;
    }

    /// <summary>Touches an element, once it can be touched.</summary>
    public void Press(string css) => Again(() =>
    {
        var element = Look(css);
        if (Finding().Match(css) is { Success: true } finding) OpenCard(finding.Groups[1].Value);
        Unfold(element);
        ((IJavaScriptExecutor)_driver).ExecuteScript("arguments[0].scrollIntoView({block:'center'})", element);
        element.Click();
    });

    // What is folded is unfolded first, as a hand would; a test that counts touches does so itself.
    private void Unfold(IWebElement element) => ((IJavaScriptExecutor)_driver).ExecuteScript("""
        for (let fold = arguments[0].closest('details'); fold; fold = fold.parentElement.closest('details'))
            if (!fold.open && !arguments[0].closest('summary')) fold.open = true;
        """, element);

    /// <summary>Touches an element as it stands: what is folded away, or covered, cannot be touched.</summary>
    public void Touch(string css) => Again(() =>
    {
        var element = Wait(d => d.FindElements(By.CssSelector(css)).FirstOrDefault(e => e.Displayed), $"nothing to touch at {css}");
        ((IJavaScriptExecutor)_driver).ExecuteScript("arguments[0].scrollIntoView({block:'center'})", element);
        element.Click();
        // A hand needs a moment to leave the pad; meanwhile what was typed is read.
        if (css.Contains("data-key", StringComparison.Ordinal) && css.Contains("done", StringComparison.Ordinal)) Read();
    });

    /// <summary>Answers a question by its touch; what it asks for in words is typed first.</summary>
    public void Answer(string question, string answer, string? because = null, int turbo = 0)
    {
        var ask = $"#ask-{question}{(turbo > 0 ? $"-{turbo}" : "")}";
        if (because is null) Press($"{ask} button[value='{answer}']");
        else
        {
            Again(() =>
            {
                var details = Look($"{ask} details:has(input[name=answer][value='{answer}'])");
                if (details.GetDomAttribute("open") is null) details.FindElement(By.TagName("summary")).Click();
            });
            Type("because", because, $"{ask} details:has(input[name=answer][value='{answer}'])");
            Press($"{ask} details:has(input[name=answer][value='{answer}']) button");
        }
        // What an earlier answer said may stand there still: this one is on its way until its request is over.
        Until("return !document.querySelector('.htmx-request')");
        See(".said", "saved");
    }

    /// <summary>Stands at a step of priming, whatever is next.</summary>
    public void PrimeAt(string job, string step)
    {
        Open($"{job}/prime?step={step}");
        Look($".prime-steps .now a[href$='step={step}']");
    }

    /// <summary>Touches the button that reads so.</summary>
    public void PressButton(string words) => Again(() =>
    {
        var button = Wait(d => d.FindElements(By.XPath($"//button[normalize-space()=\"{words}\"]")).FirstOrDefault(), $"no button '{words}'");
        Unfold(button);
        ((IJavaScriptExecutor)_driver).ExecuteScript("arguments[0].scrollIntoView({block:'center'})", button);
        button.Click();
    });

    /// <summary>Follows the link that begins so.</summary>
    public void PressLink(string words) => Again(() =>
    {
        var link = Wait(d => d.FindElements(By.XPath($"//a[starts-with(normalize-space(), \"{words}\")]")).FirstOrDefault(), $"no link '{words}'");
        ((IJavaScriptExecutor)_driver).ExecuteScript("arguments[0].scrollIntoView({block:'center'})", link);
        link.Click();
    });

    public string ValueOf(string name) => Look($":is(input, textarea, select)[name='{name}']").GetDomProperty("value") ?? "";

    public object? Script(string script, params object[] args) => ((IJavaScriptExecutor)_driver).ExecuteScript(script, args);

    /// <summary>Drags from one point of the window to another.</summary>
    public void Drag(double fromX, double fromY, double toX, double toY)
    {
        foreach (var (type, x, y) in new[] { ("mousePressed", fromX, fromY), ("mouseMoved", (fromX + toX) / 2, (fromY + toY) / 2), ("mouseMoved", toX, toY),
            ("mouseReleased", toX, toY) })
            _driver.ExecuteCdpCommand("Input.dispatchMouseEvent", new Dictionary<string, object?> { ["type"] = type, ["x"] = x, ["y"] = y,
                ["button"] = "left", ["buttons"] = 1, ["clickCount"] = 1 });
    }

    /// <summary>Waits until a script says true.</summary>
    public void Until(string script, params object[] args) => Wait(_ => Script(script, args) is true ? this : null, script);

    /// <summary>Waits until something holds.</summary>
    public void Until(Func<bool> holds, Func<string> missing) => Wait(_ =>
    {
        try { return holds() ? this : null; }
        catch (StaleElementReferenceException) { return null; }
    }, () => $"not yet: {missing()}");

    /// <summary>Presses keys one after another, wherever the focus is.</summary>
    public void Keys(params IEnumerable<string> keys)
    {
        var actions = new OpenQA.Selenium.Interactions.Actions(_driver);
        foreach (var key in keys) actions.SendKeys(key);
        actions.Perform();
    }

    /// <summary>Touches the button, or what unfolds, that reads so within a part of the page.</summary>
    public void PressIn(string css, string words) => Again(() =>
    {
        var button = Wait(d => d.FindElements(By.CssSelector($"{css} button, {css} summary")).FirstOrDefault(b => string.Join(' ',
            (b.GetDomProperty("textContent") ?? "").Split(default(char[]), StringSplitOptions.RemoveEmptyEntries)) == words), $"no '{words}' in {css}");
        Unfold(button);
        ((IJavaScriptExecutor)_driver).ExecuteScript("arguments[0].scrollIntoView({block:'center'})", button);
        button.Click();
    });

    /// <summary>What the browser complained about so far: script errors and refused styles or scripts.</summary>
    public IReadOnlyList<string> Complaints() => [.. _driver.Manage().Logs.GetLog(LogType.Browser)
        .Where(l => l.Level == LogLevel.Severe && !l.Message.Contains("status of 4", StringComparison.Ordinal))
        // Without the script's address, so that what it is stands where a failed test shows its first letters.
        .Select(l => string.Join(' ', l.Message.Split(' ').SkipWhile(w => w.StartsWith("http", StringComparison.Ordinal) || w.All(c => char.IsDigit(c)
            || c == ':'))))];

    private T Wait<T>(Func<IWebDriver, T?> until, string missing) where T : class => Wait(until, () => missing);

    // What is missing is said as it stands at the end, not as it stood before.
    private T Wait<T>(Func<IWebDriver, T?> until, Func<string> missing) where T : class
    {
        var end = DateTime.UtcNow.AddSeconds(Patience);
        while (DateTime.UtcNow < end)
        {
            try
            {
                if (until(_driver) is { } found) return found;
            }
            // The page was exchanged while it was read.
            catch (WebDriverException e) when (e.Message.Contains("does not belong to the document", StringComparison.Ordinal)) { }
            Thread.Sleep(30);
        }
        throw new TimeoutException($"{missing()} at {_driver.Url}");
    }

    // A part of the page may be exchanged between finding and touching.
    private static void Again(Action act)
    {
        for (var attempt = 0; ; attempt++)
        {
            try { act(); return; }
            catch (WebDriverException e) when (attempt < 5
                && (e is StaleElementReferenceException or ElementClickInterceptedException or ElementNotInteractableException
                    || e.Message.Contains("does not belong to the document", StringComparison.Ordinal))) { Thread.Sleep(150); }
        }
    }

    public void Dispose() => _browser.GiveBack();
}
