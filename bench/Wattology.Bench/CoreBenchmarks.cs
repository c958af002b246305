using BenchmarkDotNet.Attributes;
using Wattology.Core.Causes;
using Wattology.Core.OilSupply;

namespace Wattology.Bench;

/// <summary>The calculations that pages wait for.</summary>
[MemoryDiagnoser]
public class CoreBenchmarks
{
    private readonly OilFeedInput _feed = new(new Oil(66, 11.2, 855), 90, 320, new FeedLine(4.5, 600, 4, 250), 1.2, null, Bearing.UsualPlain);
    private readonly DiagnoseInput _none = new(new Dictionary<string, Said>());
    private readonly DiagnoseInput _half = new(CauseModel.Usual.Findings.Where((_, i) => i % 2 == 0).ToDictionary(f => f.Id, AsStarved));
    private readonly DiagnoseInput _all = new(CauseModel.Usual.Findings.ToDictionary(f => f.Id, AsStarved));
    private readonly DiagnoseInput _asked = new(CauseModel.Usual.Findings.Where(f => f.Stage == Stage.Ask).ToDictionary(f => f.Id, AsStarved));

    private static Said AsStarved(ModelFinding finding) => new(finding.Chances[0] > 0.4 ? Answer.Present : Answer.Absent, finding.Known);

    [Benchmark]
    public double OilFeedThroughRestrictor() => OilFeed.Compute(_feed).FlowLpm;

    [Benchmark]
    public int RankingOfNothing() => Diagnosis.Compute(CauseModel.Usual, _none).Next.Count;

    [Benchmark]
    public int RankingAndNextChecks() => Diagnosis.Compute(CauseModel.Usual, _half).Next.Count;

    [Benchmark]
    public int RankingOfEveryFinding() => Diagnosis.Compute(CauseModel.Usual, _all).Why.Count;

    [Benchmark]
    public int OffersOnTheVehicle() => LooksNow.At(CauseModel.Usual, _asked, Stage.Vehicle).Singles.Count;
}
