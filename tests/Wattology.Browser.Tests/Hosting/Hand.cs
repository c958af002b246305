namespace Wattology.Browser.Tests.Hosting;

/// <summary>A hand at the tablet that counts what it costs: touches, keys of the number pad, and words typed on a keyboard.</summary>
public sealed class Hand(Bay bay)
{
    public Bay Bay => bay;

    public int Touches { get; private set; }

    public int Keys { get; private set; }

    public int Words { get; private set; }

    /// <summary>One touch on what stands there.</summary>
    public Hand Touch(string css)
    {
        bay.Touch(css);
        Touches++;
        return this;
    }

    /// <summary>A touch on the part where a finding lies, and one on what is seen there.</summary>
    public Hand Finding(string finding, string answer)
    {
        Touches += bay.OpenCard(finding);
        return Touch($"#finding-{finding} button[value='{answer}']").See($"#finding-{finding} .said", "saved");
    }

    /// <summary>A touch on an answer, and the wait until the page says that it is saved.</summary>
    public Hand Answer(string question, string answer)
    {
        Touch($"#ask-{question} button[value='{answer}']");
        bay.See(".said", "saved");
        return this;
    }

    /// <summary>An answer that asks for words: its touch, the box, the words, the button.</summary>
    public Hand Answer(string question, string answer, string because)
    {
        var fold = $"#ask-{question} details:has(input[name=answer][value='{answer}'])";
        Touch(fold + " > summary").Write(fold + " input[name=because]", because).Touch(fold + " button");
        bay.See(".said", "saved");
        return this;
    }

    /// <summary>Keys of the number pad.</summary>
    public Hand Key(params string[] keys)
    {
        foreach (var key in keys) { bay.Touch($"#pad [data-key='{key}']"); Keys++; }
        return this;
    }

    /// <summary>Touches a box and types words into it.</summary>
    public Hand Write(string css, string words)
    {
        Touch(css);
        bay.Look(css).SendKeys(words);
        Words++;
        return this;
    }

    /// <summary>Chooses from a list: one touch to open it, one to choose.</summary>
    public Hand Choose(string css, string value)
    {
        bay.Press($"{css} option[value='{value}']");
        Touches += 2;
        return this;
    }

    public Hand See(string css, string text)
    {
        bay.See(css, text);
        return this;
    }
}
