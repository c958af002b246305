using Wattology.Core.Limits;

namespace Wattology.Web.Forms;

/// <summary>The one place that turns a verdict into word, shape and colour.</summary>
/// <param name="Word">The word, first in importance.</param>
/// <param name="Path">Shape: an SVG path in a 16 by 16 box.</param>
/// <param name="Filled">Whether the shape is filled or drawn as an outline.</param>
/// <param name="Style">The style class that colours it.</param>
/// <param name="Ink">The colour on paper.</param>
public sealed record VerdictMark(string Word, string Path, bool Filled, string Style, string Ink)
{
    private static readonly Dictionary<Verdict, VerdictMark> Marks = new()
    {
        [Verdict.Sound] = new(Verdict.Sound.Word(), "M1.5 8.5 5 5.5l2.6 3L12.6 2 15 4.2 8 14z", true, "v-sound", "#17613f"),
        [Verdict.Doubtful] = new(Verdict.Doubtful.Word(), "M8 1 15 8 8 15 1 8zM8 1v14", false, "v-doubt", "#7d4e00"),
        [Verdict.Stop] = new(Verdict.Stop.Word(), "M2 2h12v12H2zM4.5 7v2h7V7z", true, "v-stop", "#9c1c14"),
        [Verdict.NotLookedAt] = new(Verdict.NotLookedAt.Word(),
            "M8 1.5a6.5 6.5 0 0 1 3.2.9M14 5.4a6.5 6.5 0 0 1 .3 4M12.4 12.7a6.5 6.5 0 0 1-3.6 1.8M5.4 14a6.5 6.5 0 0 1-3-2.6M1.5 7.6a6.5 6.5 0 0 1 1.6-3.8",
                false, "v-none", "#565e5a"),
        [Verdict.ReadingOnly] = new(Verdict.ReadingOnly.Word(), "M2 3v10M14 3v10M2 8h12M8 5.5v5", false, "v-reading", "#3d4d63"),
    };

    /// <summary>The mark of a verdict.</summary>
    public static VerdictMark Of(Verdict verdict) => Marks[verdict];
}
