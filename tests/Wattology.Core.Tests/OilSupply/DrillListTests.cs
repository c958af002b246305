using Wattology.Core.OilSupply;
using Wattology.Core.Tests.Jobs;

namespace Wattology.Core.Tests.OilSupply;

/// <summary>Every usual drill on a job's own feed.</summary>
public sealed class DrillListTests
{
    [Fact]
    public void Each_drill_is_tried_on_the_jobs_own_line_and_none_is_wider_than_it()
    {
        var job = Book.In().Disable().Clear("catch").Crank(1, 10).Catch(1);
        var feed = job.Record.Latest<CatchTestReading>()!.Body.Input;
        var list = DrillList.Of(job.Record, 1, rolling: false)!;
        Assert.Equal(DrillList.Drills.Where(d => d <= feed.Line.IdMm), list.Rows.Select(r => r.DrillMm));
        Assert.All(list.Rows, r => Assert.Equal(["hot idle", "rated"], r.States.Select(s => s.Name)));
        Assert.All(list.Rows, r => Assert.Equal(r.Ok, r.States[0].InletKpa >= 60 && r.States[1].InletKpa is >= 150 and <= 400));
        // A wider hole never brings less to the inlet.
        Assert.All(list.Rows.Zip(list.Rows.Skip(1)), p => Assert.True(p.Second.States[1].InletKpa >= p.First.States[1].InletKpa));
        Assert.Null(DrillList.Of(job.Record, 2, false));
        Assert.Equal((400, 310), (FeedStates.Windows(false)[1].MaxInletKpa, FeedStates.Windows(true)[1].MaxInletKpa));
    }
}
