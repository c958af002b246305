using Wattology.Core.Entries;
using Wattology.Core.Inputs;

namespace Wattology.Core.Photos;

/// <summary>An angle read from a picture: a hanging string shows what is plumb, two points on the drain's flange show how it is turned.</summary>
/// <param name="Photo">Hash of the entry that kept the picture.</param>
/// <param name="StringTop">Where the string hangs from.</param>
/// <param name="StringBottom">Where its weight is.</param>
/// <param name="FlangeOne">One point on the face of the drain's flange.</param>
/// <param name="FlangeTwo">Another on the same face, as far from the first as can be.</param>
/// <param name="FromTurbineEnd">True when the camera looked at the turbine end.</param>
/// <param name="TouchShare">How far at most a touch lies beside what it meant, in shares of the picture's width.</param>
public sealed record PhotoAngle(string Photo, PhotoPoint StringTop, PhotoPoint StringBottom, PhotoPoint FlangeOne, PhotoPoint FlangeTwo,
    bool FromTurbineEnd = false, [Bounds(0, 0.05)] double TouchShare = PhotoAngle.Fingertip) : IHasRules
{
    /// <summary>A fingertip on a tablet without a zoom, in shares of the picture's width.</summary>
    public const double Fingertip = 0.006;

    /// <summary>Points nearer to each other than this share of the width show no direction.</summary>
    public const double LeastApart = 0.05;

    // A camera up to 15° off the shaft's line shows tilts up to 30° by less than this wrong: tan is stretched by 1 / cos 15°.
    private const double CameraDeg = 1;

    /// <inheritdoc/>
    public void Check(Faults faults, string path)
    {
        if (Apart(StringTop, StringBottom) < LeastApart)
            faults.Add(Faults.Join(path, "string_bottom"), "The two points of the string lie too near to each other: touch them far apart.");
        if (Apart(FlangeOne, FlangeTwo) < LeastApart)
            faults.Add(Faults.Join(path, "flange_two"), "The two points of the flange lie too near to each other: touch its two ends.");
    }

    /// <summary>How far the drain is turned from plumb, clockwise as seen from the compressor end; −90 to 90 degrees.</summary>
    public double TurnedDeg
    {
        get
        {
            var (px, py) = (StringBottom.X - StringTop.X, StringBottom.Y - StringTop.Y);
            // The drain stands square to its flange, on the side that looks down.
            var (nx, ny) = (-(FlangeTwo.Y - FlangeOne.Y), FlangeTwo.X - FlangeOne.X);
            if (px * nx + py * ny < 0) (nx, ny) = (-nx, -ny);
            // y runs down the picture, so that a positive angle is clockwise as it is seen.
            var seen = Math.Atan2(px * ny - py * nx, px * nx + py * ny) * 180 / Math.PI;
            return FromTurbineEnd ? -seen : seen;
        }
    }

    /// <summary>Where the drain points, clockwise from twelve o'clock as seen from the compressor end; 90 to 270 degrees.</summary>
    public double DrainDeg => 180 + TurnedDeg;

    /// <summary>The oil inlet's angle that goes with it, 0 up to 360.</summary>
    /// <param name="drainOffsetDeg">Drain after the oil inlet, degrees.</param>
    public double OilInletDeg(double drainOffsetDeg) => ((DrainDeg - drainOffsetDeg) % 360 + 360) % 360;

    /// <summary>How far the angle may be off, in degrees, at about 95 %: what the touches give, and a camera up to 15° off the shaft's line.</summary>
    /// <remarks>A line of length L between two points each off by e has a direction off by e·√2/L; string and flange add by squares.</remarks>
    public double UncertaintyDeg
    {
        get
        {
            double Direction(PhotoPoint a, PhotoPoint b) => TouchShare * Math.Sqrt(2) / Apart(a, b) * 180 / Math.PI;
            double one = Direction(StringTop, StringBottom), two = Direction(FlangeOne, FlangeTwo);
            return Math.Sqrt(one * one + two * two + CameraDeg * CameraDeg);
        }
    }

    private static double Apart(PhotoPoint a, PhotoPoint b) => Math.Sqrt((a.X - b.X) * (a.X - b.X) + (a.Y - b.Y) * (a.Y - b.Y));

    /// <summary>Whether the picture is one of this job.</summary>
    public bool IsOf(JobRecord record) => JobPhotos.Find(record, Photo) is not null;
}
