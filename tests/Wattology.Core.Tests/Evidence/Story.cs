using Wattology.Core.Evidence;
using Wattology.Core.Identity;
using Wattology.Core.Measures;
using Wattology.Core.Shop;

namespace Wattology.Core.Tests.Evidence;

/// <summary>Tells a job entry by entry, for tests.</summary>
internal sealed class Story
{
    private readonly List<Entry> _entries = [];
    private readonly Author _author = new("Ada Quill", Role.Technician);

    public Story(int turbos = 1, Fuel fuel = Fuel.Diesel)
        => Tell(new BookedIn("T-1", "Mill", "Smokes.", "REG 1", "Saw mill engine", "Brannock D3", JobKind.MakersSpec, BoostControl.PneumaticGate, fuel, false, false, turbos, RunHours: 100));

    public DateTimeOffset Now { get; private set; } = new(2030, 5, 1, 8, 0, 0, TimeSpan.Zero);

    public LimitBook Limits { get; init; } = new([new Limit("pressure-after-firing", LimitSource.Shop, "test", null, 8)]);

    public IReadOnlyList<Entry> Entries => _entries;

    public JobView View => new(JobState.Of(_entries), Limits, new ShopUnits(), []);

    public Story Tell(EntryBody body, string? corrects = null)
    {
        _entries.Add(Entry.Seal("job", _entries.Count == 0 ? null : _entries[^1], Now, _author, new EntryDraft(body, How.ByEye, Corrects: corrects, Reason: corrects is null ? null : "typed wrong", Typed: new Dictionary<string, string> { ["f"] = "12 psi" })));
        return After(1);
    }

    public Story After(double seconds)
    {
        Now = Now.AddSeconds(seconds);
        return this;
    }
}
