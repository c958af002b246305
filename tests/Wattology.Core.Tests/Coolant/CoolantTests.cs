using Wattology.Core.Coolant;
using Wattology.Core.Joints;
using Wattology.Core.Limits;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.Coolant;

public sealed class CoolantTests
{
    [Fact]
    public void What_went_out_is_held_against_what_went_in()
    {
        var job = Book.In(water: true);
        string Words() => CoolantCheck.VolumeWords(job.Job.Context);
        Assert.Empty(Words());
        job.Tell(new CoolantVolume(CoolantWay.Out, 4_000)).Tell(new CoolantVolume(CoolantWay.Out, 2_000));
        Assert.Equal("Out 6000 ml, in 0 ml: nothing is filled yet.", Words());
        job.Tell(new CoolantVolume(CoolantWay.In, 5_200));
        Assert.Equal("Out 6000 ml, in 5200 ml: 800 ml are not back yet. An air pocket hides that much.", Words());
        job.Tell(new CoolantVolume(CoolantWay.In, 800));
        Assert.EndsWith("all of it is back.", Words());
        job.Tell(new CoolantVolume(CoolantWay.In, 300));
        Assert.EndsWith("300 ml more than came out. It was low before, or it runs out somewhere.", Words());
        Assert.EndsWith("what was let out was not measured.", CoolantCheck.VolumeWords(Book.In(water: true)
            .Tell(new CoolantVolume(CoolantWay.In, 300)).Job.Context));
    }

    [Fact]
    public void Passages_ports_hoses_and_air_are_looked_at_and_air_again_when_water_was_let_out()
    {
        var job = Book.In(water: true);
        foreach (var question in CoolantCheck.Definition.Questions) job.Answer(question, question.Answers[0].Id);
        Assert.Equal(Verdict.Sound, job.Check("coolant", 0).Verdict);
        job.Tell(new CoolantVolume(CoolantWay.In, 100));
        Assert.Equal(Verdict.Sound, job.Check("coolant", 0).Verdict);
        job.Tell(new CoolantVolume(CoolantWay.Out, 100));
        Assert.StartsWith("Air let out: not answered yet.", job.Check("coolant", 0).Why);
        job.Answer(CoolantCheck.Bled, "out").Tell(new JointOpened("water-1"));
        Assert.StartsWith("Air let out: not answered yet.", job.Check("coolant", 0).Why);
        Assert.Equal(Verdict.Stop, job.Answer(CoolantCheck.Ports, "falls").Check("coolant", 0).Verdict);
        Assert.DoesNotContain(Book.In().Job.Checks, c => c.Id == "coolant");
    }
}
