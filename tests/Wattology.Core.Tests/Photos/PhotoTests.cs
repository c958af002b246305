using Wattology.Core.BookIn;
using Wattology.Core.Clocking;
using Wattology.Core.Entries;
using Wattology.Core.Inputs;
using Wattology.Core.Jobs;
using Wattology.Core.Photos;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Photos;

public sealed class PhotoTests
{
    private static readonly string File = new('a', 64);

    private static PhotoKept Photo(string place = "drain", int turbo = 1, string? file = null) => new(place, turbo, file ?? File, "image/jpeg", 1000);

    private static IReadOnlyList<string> Faults(IHasRules body)
    {
        var faults = new Faults();
        body.Check(faults, "");
        return [.. faults.ByPath.Keys];
    }

    [Theory]
    [InlineData("FFD8FFE000104A46", "image/jpeg")]
    [InlineData("89504E470D0A1A0A0000", "image/png")]
    [InlineData("524946460000000057454250", "image/webp")]
    [InlineData("00000018667479706865696300", "image/heic")]
    [InlineData("00000018667479706D69663100", "image/heic")]
    [InlineData("0000001866747970617669660000", null)]
    [InlineData("474946383961", null)]
    [InlineData("255044462D312E34", null)]
    [InlineData("5249464600000000415649200000", null)]
    [InlineData("FFD8", null)]
    [InlineData("", null)]
    public void A_picture_is_known_by_its_first_bytes(string hex, string? media)
        => Assert.Equal(media, PictureFormat.Of(Convert.FromHexString(hex))?.Media);

    [Fact]
    public void The_same_picture_stands_once_at_a_place_and_may_stand_at_another()
    {
        var job = Book.In().Tell(Photo(), Known.Seen);
        Assert.Equal(PhotoKept.AlreadyHere, job.Refusal(Photo())!.Message);
        Assert.Null(job.Refusal(Photo("clocking")));
        Assert.Null(job.Refusal(Photo(file: new string('b', 64))));
        job.Tell(new TakenBack(job.Entries[^1].Hash, "of another machine"));
        Assert.Null(job.Refusal(Photo()));
        Assert.Empty(job.Record.Photos());
    }

    [Fact]
    public void What_names_no_file_no_place_or_no_picture_is_a_fault()
    {
        Assert.Empty(Faults(Photo()));
        Assert.Equal(["file"], Faults(Photo(file: "../shop.db")));
        Assert.Equal(["file"], Faults(Photo(file: new string('A', 64))));
        Assert.Equal(["place"], Faults(Photo("Drain pipe")));
        Assert.Equal(["media"], Faults(Photo() with { Media = "image/svg+xml" }));
        Assert.Equal(["note"], Faults(Photo() with { Note = new string('x', 301) }));
    }

    [Fact]
    public void Marks_stand_on_a_copy_until_others_take_their_place()
    {
        var job = Book.In().Tell(Photo(), Known.Seen);
        var photo = job.Entries[^1].Hash;
        PhotoMark ring = new(MarkShape.Ring, new(0.5, 0.4), new(0.6, 0.4), "weeps here"), arrow = new(MarkShape.Arrow, new(0.1, 0.1), new(0.5, 0.4));
        Assert.Empty(JobPhotos.MarksOn(job.Record, photo));
        job.Tell(new PhotoMarked(photo, [ring]));
        Assert.Equal([ring], JobPhotos.MarksOn(job.Record, photo));
        Assert.Contains("ring ‘weeps here’", job.Job.Words(job.Entries[^1]));
        job.Tell(new PhotoMarked(photo, [ring, arrow]));
        Assert.Equal([ring, arrow], JobPhotos.MarksOn(job.Record, photo));
        job.Tell(new TakenBack(job.Entries[^1].Hash, "wrong pipe"));
        Assert.Equal([ring], JobPhotos.MarksOn(job.Record, photo));
        Assert.NotNull(job.Refusal(new PhotoMarked(job.Entries[0].Hash, [ring])));
        Assert.Equal(["marks.0.text"], Faults(new PhotoMarked(photo, [ring with { Shape = MarkShape.Words, Text = " " }])));
        Assert.Equal(["marks"], Faults(new PhotoMarked(photo, [.. Enumerable.Repeat(ring, 41)])));
    }

    [Fact]
    public void What_is_owed_follows_turbos_and_the_kind_of_job()
    {
        Assert.Contains(PhotoPlaces.For(Book.In().Job.Context), o => o is { Owed.Place: PhotoPlaces.OldPlate, Turbo: 1, Kept.Count: 0 });
        var twin = Book.In(turbos: 2).Tell(Photo(PhotoPlaces.OldPlate, 2), Known.Seen);
        var owed = PhotoPlaces.For(twin.Job.Context);
        Assert.Equal([0, 1], owed.Where(o => o.Owed.Place == PhotoPlaces.OldPlate).Select(o => o.Kept.Count));
        Assert.Equal([0], owed.Where(o => o.Owed.Place == "prime").Select(o => o.Turbo));
        Assert.DoesNotContain(PhotoPlaces.For(Book.In(kind: JobKind.FirstFitment).Job.Context), o => o.Owed.OfOld || o.Owed.Place == PhotoPlaces.OldParts);
        var stays = Book.In(turbos: 2).Answer(Core.Plate.PlateCheck.UnitStays, "stays", "spins free, no play");
        Assert.DoesNotContain(PhotoPlaces.For(stays.Job.Context), o => o is { Turbo: 1, Owed.Place: PhotoPlaces.NewPlate });
    }

    // A picture of a drain turned by so many degrees clockwise as it is seen, held askew by so many.
    private static PhotoAngle Picture(double turned, double askew = 0, bool fromTurbine = false, double touch = PhotoAngle.Fingertip, bool swapped = false)
    {
        PhotoPoint At(double x, double y)
        {
            var (sin, cos) = Math.SinCos(askew * Math.PI / 180);
            return new(0.5 + cos * x - sin * y, 0.5 + sin * x + cos * y);
        }
        var (s, c) = Math.SinCos(turned * Math.PI / 180);
        var (one, two) = (At(-0.15 * c - 0.1 * s, -0.15 * s + 0.1 * c), At(0.15 * c - 0.1 * s, 0.15 * s + 0.1 * c));
        return new("x", At(-0.3, -0.25), At(-0.3, 0.2), swapped ? two : one, swapped ? one : two, fromTurbine, touch);
    }

    [Theory]
    [InlineData(0), InlineData(24), InlineData(-24), InlineData(61), InlineData(-88)]
    public void A_string_and_a_flange_tell_how_the_drain_is_turned_however_the_camera_was_held(double turned)
    {
        foreach (var askew in new[] { 0.0, 7, -20, 80 })
            foreach (var swapped in new[] { false, true })
            {
                Assert.Equal(turned, Picture(turned, askew, swapped: swapped).TurnedDeg, 6);
                Assert.Equal(-turned, Picture(turned, askew, true, swapped: swapped).TurnedDeg, 6);
            }
        Assert.Equal(((turned % 360) + 360) % 360, Picture(turned).OilInletDeg(180), 6);
        Assert.Equal(((turned + 20) % 360 + 360) % 360, Picture(turned).OilInletDeg(160), 6);
    }

    [Fact]
    public void The_uncertainty_says_how_far_touches_beside_their_points_may_lead()
    {
        var picture = Picture(24);
        // Lines of 0.45 and 0.3, each end off by 0.006: 1.08° and 1.62°, and 1° for the camera.
        Assert.Equal(Math.Sqrt(1.0803 * 1.0803 + 1.6204 * 1.6204 + 1), picture.UncertaintyDeg, 3);
        Assert.True(Picture(24, touch: 0.002).UncertaintyDeg < picture.UncertaintyDeg);
        var random = new Random(3);
        PhotoPoint Near(PhotoPoint p)
        {
            var (sin, cos) = Math.SinCos(random.NextDouble() * Math.Tau);
            var off = PhotoAngle.Fingertip * Math.Sqrt(random.NextDouble());
            return new(p.X + off * cos, p.Y + off * sin);
        }
        var within = Enumerable.Range(0, 2000).Count(_ => Math.Abs((picture with { StringTop = Near(picture.StringTop), StringBottom
            = Near(picture.StringBottom), FlangeOne = Near(picture.FlangeOne), FlangeTwo = Near(picture.FlangeTwo) }).TurnedDeg - 24)
            <= picture.UncertaintyDeg);
        Assert.True(within > 1900, $"{within} of 2000");
        Assert.Equal(["string_bottom"], Faults(picture with { StringBottom = picture.StringTop with { X = picture.StringTop.X + 0.04 } }));
        Assert.Equal(["flange_two"], Faults(picture with { FlangeTwo = picture.FlangeOne }));
    }

    [Fact]
    public void A_typed_angle_and_one_from_a_photo_are_the_same_entry_and_must_agree()
    {
        var job = Book.In().Tell(Photo("clocking"), Known.Seen);
        var picture = Picture(24) with { Photo = job.Entries[^1].Hash };
        var typed = new ClockingReading(1, true, new(24));
        var read = typed with { Photo = picture };
        Assert.Null(job.Refusal(read, known: Known.Seen));
        Assert.NotNull(job.Refusal(read with { Photo = picture with { Photo = job.Entries[0].Hash } }, known: Known.Seen));
        Assert.Equal(["input.oil_inlet_deg"], Faults(read with { Input = new(30) }));
        Assert.Empty(Faults(read with { Input = new(384) }));
        job.Tell(read, Known.Seen);
        var from = job.Record.Latest<ClockingReading>()!;
        Assert.EndsWith("Read from a photo, within 2.2°.", job.Job.Words(from.Entry));
        // At 14° it is sound, and may be doubtful; at 29° doubtful, and may be a stop.
        foreach (var (at, may) in new[] { (12.0, ""), (14, "16.2°, and then it is doubtful."), (29, "31.2°, and then it is stop.") })
        {
            var near = new ClockingReading(1, true, new(at), Photo: Picture(at) with { Photo = picture.Photo });
            var said = Book.In().Tell(Photo("clocking"), Known.Seen).Tell(near, Known.Seen);
            Assert.EndsWith(may.Length == 0 ? "within 2.2°." : $"It may be as much as {may}", said.Job.Words(said.Entries[^1]));
        }
        Assert.Equal(picture, from.Body.Photo);
        var other = Book.In().Tell(typed, Known.Seen);
        Assert.Equal(other.Check("clocking").Verdict, job.Check("clocking").Verdict);
        Assert.DoesNotContain("photo", other.Entries[^1].Body);
        Assert.Equal(other.Entries[^1].Kind, from.Entry.Kind);
    }
}
