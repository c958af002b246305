using Wattology.Core.Causes;
using Wattology.Core.Gates;
using Wattology.Core.Identity;
using Wattology.Core.Measures;
using Wattology.Core.Shop;

namespace Wattology.Core.Evidence;

/// <summary>A job with everything needed to judge it.</summary>
/// <param name="State">Its present state.</param>
/// <param name="Limits">Limits in force for it.</param>
/// <param name="Units">The shop's units.</param>
/// <param name="Supersessions">Known successors of part numbers.</param>
public sealed record JobView(JobState State, LimitBook Limits, ShopUnits Units, IReadOnlyList<Supersession> Supersessions)
{
    /// <summary>The booking-in.</summary>
    public BookedIn Job => State.Job;

    /// <summary>Every spot.</summary>
    public IReadOnlyList<Spot> Spots => field ??= Evidence.Spots.Of(State, Limits, Units, Supersessions);

    private GateKeeper Keeper => field ??= new GateKeeper(State, Limits, Supersessions, Spots);

    /// <summary>The order of work.</summary>
    public WorkOrder Work => field ??= WorkOrder.Of(State, Spots, Keeper);

    /// <summary>The ranking of causes.</summary>
    public DiagnoseResult Ranking => field ??= Diagnosis.Compute(CauseModel.Usual, State.ForRanking());

    /// <summary>A gate as it stands.</summary>
    public Gate Gate(GateKind kind) => Keeper.Judge(kind);

    /// <summary>The remedy lines of the confirmed cause due by one moment.</summary>
    public IReadOnlyList<GateLine> Remedies(Moment moment) => [.. Keeper.RemedyLines(moment)];

    /// <summary>One spot.</summary>
    public Spot Spot(string id, int unit) => Spots.First(s => s.Id == id && (s.Unit == unit || s.Unit == 0));

    /// <summary>What a spot is called where there are two turbos.</summary>
    public string Named(string title, int unit) => unit > 0 && Job.Turbos == 2 ? $"{title}, turbo {unit}" : title;
}
