using System.Xml.Linq;
using Wattology.Core.Drawing;
using Wattology.Core.Hoses;
using Wattology.Core.Limits;

namespace Wattology.Web.Drawing;

/// <summary>Draws the intake with its throttle, every port on it, and the reference hoses as they lie.</summary>
public static class HoseDrawing
{
    /// <summary>The drawing.</summary>
    /// <param name="ports">The engine's ports.</param>
    /// <param name="hoses">The hoses.</param>
    /// <param name="spare">The ports without one.</param>
    /// <param name="mayTouch">Whether hoses may be led.</param>
    public static string Render(IReadOnlyList<HosePort> ports, IReadOnlyList<LedHose> hoses, IReadOnlyList<(HosePort Port, HoseJudgement Says)> spare,
        bool mayTouch)
    {
        var places = HoseBench.Of(ports).ToDictionary(p => p.Port.Id);
        // A hose led before the booking-in was corrected may end at a port this engine has no more; the list still says it.
        var drawn = hoses.Where(h => places.ContainsKey(h.From) && places.ContainsKey(h.To)).ToArray();
        var svg = SvgNode.Element("svg", ("class", "bench-svg hose-bench"), ("viewBox", $"0 0 {HoseBench.Width} {HoseBench.Height}"), ("role", "group"),
            ("aria-label", $"The intake, its throttle and its ports. {string.Join(" ", drawn.Select(h => $"{places[h.From].Port.Title} to {
                places[h.To].Port.Title}: {h.Says.Verdict.Word()}."))}"));
        SvgNode.Path(svg, "b-body", $"M20,110H{HoseBench.Throttle - 10}M20,150H{HoseBench.Throttle - 10}M{HoseBench.Throttle + 10},110H610V86H760V174H610V150H{
            HoseBench.Throttle + 10}M{HoseBench.Throttle - 10},96V164M{HoseBench.Throttle + 10},96V164");
        SvgNode.Path(svg, "b-fit", $"M{HoseBench.Throttle - 8},146L{HoseBench.Throttle + 8},114");
        SvgNode.Path(svg, "b-axis", $"M{HoseBench.Throttle},30V410");
        SvgNode.Text(svg, "b-figure", 20, 36, "before the throttle: boost only", "start");
        SvgNode.Text(svg, "b-figure", HoseBench.Throttle + 12, 36, "after it: boost and suction", "start");
        foreach (var hose in drawn) svg.Add(Hose(places[hose.From].At, places[hose.To].At, hose));
        foreach (var place in places.Values) svg.Add(Port(place, hoses, spare, mayTouch));
        return svg.ToString(SaveOptions.DisableFormatting);
    }

    private static XElement Hose(Point from, Point to, LedHose hose) => SvgNode.Element("path", ("class", $"hose-line {StyleOf(hose.Says.Verdict)}"),
        ("data-hose", $"{hose.From} {hose.To}"), ("d", $"M{SvgNode.Tenths(from.X)},{SvgNode.Tenths(from.Y)}C{SvgNode.Tenths(from.X)},{
            SvgNode.Tenths((from.Y + to.Y) / 2 + 30)} {SvgNode.Tenths(to.X)},{SvgNode.Tenths((from.Y + to.Y) / 2 - 30)} {SvgNode.Tenths(to.X)},{
            SvgNode.Tenths(to.Y)}"));

    private static XElement Port(PortPlace place, IReadOnlyList<LedHose> hoses, IReadOnlyList<(HosePort Port, HoseJudgement Says)> spare, bool mayTouch)
    {
        var (port, at) = (place.Port, place.At);
        var state = port.Gives ? spare.Where(s => s.Port == port).Select(s => s.Says.Verdict).FirstOrDefault(Verdict.Sound)
            : hoses.FirstOrDefault(h => h.To == port.Id)?.Says.Verdict ?? Verdict.NotLookedAt;
        var carried = port.Gives ? hoses.Count(h => h.From == port.Id) : hoses.Count(h => h.To == port.Id);
        var group = SvgNode.Element("g", ("class", $"hose-port {(port.Gives ? "gives" : "takes")} {StyleOf(state)}"), ("data-hose-port", port.Id),
            ("data-gives", port.Gives ? "true" : null), ("tabindex", mayTouch ? "0" : null), ("role", mayTouch ? "button" : null),
            ("aria-label", $"{port.Title}, {(port.Gives ? "gives" : "takes")}, {(carried == 0 ? "no hose" : carried == 1 ? "one hose" : $"{carried} hoses")}"));
        group.Add(SvgNode.Element("path", ("d", port.Gives ? $"M{at.X - 10},{at.Y - 30}V{at.Y - 4}a10,10 0 0 0 20,0V{at.Y - 30}"
            : $"M{at.X - 14},{at.Y}a14,14 0 1 0 28,0a14,14 0 1 0 -28,0Z")));
        if (port.Taker is { } taker) group.Add(SvgNode.Element("path", ("class", "what"), ("d", $"M{at.X},{at.Y + 14}{Glyph(taker)}")));
        if (port.Gives && spare.Any(s => s.Port == port && s.Says.Verdict is Verdict.Sound or Verdict.Doubtful))
            group.Add(SvgNode.Element("path", ("class", "plug"), ("d", $"M{at.X - 13},{at.Y - 2}h26v12h-26Z")));
        SvgNode.Text(group, "b-note", place.Name.X, place.Name.Y, port.Title, SvgNode.AnchorOf(place.Name.Anchor));
        // Over its own lines, so that the whole of it is one target.
        group.Add(SvgNode.Element("circle", ("class", "hit"), ("cx", at.X), ("cy", at.Y), ("r", HoseBench.Reach)));
        return group;
    }

    // What takes a reference, from the foot of its port: a canister with its spring, a valve, a dial, a regulator, a plug that sparks.
    private static string Glyph(Taker taker) => taker switch
    {
        Taker.Canister => "v8m-26,0h52v44h-52Zm6,22l6,-12l8,24l8,-24l8,24l6,-12",
        Taker.ByPass => "v8m-24,0h48v20h-48Zm24,20v24m-16,0h32m-32,-16l32,0",
        Taker.Gauge => "v6m0,0a23,23 0 1 0 .1,0Zm0,23l12,-12",
        Taker.Regulator => "v8m-20,0h40v18h-40Zm6,18v22h28v-22m-14,22v8",
        _ => "v8m-8,0h16v16h-16Zm-4,16h24v10h-24Zm8,10v14m8,-14v10h-8",
    };

    private static string StyleOf(Verdict verdict) => verdict switch
    {
        Verdict.Stop => "wrong", Verdict.Doubtful => "doubt", Verdict.NotLookedAt => "pale", _ => "right",
    };
}
