using Wattology.Browser.Tests.Hosting;

[assembly: AssemblyFixture(typeof(DemoShopFixture))]

namespace Wattology.Browser.Tests.Hosting;

/// <summary>One demo shop for all tests; each works on jobs of its own.</summary>
public sealed class DemoShopFixture : IAsyncLifetime
{
    public RunningShop Shop { get; private set; } = null!;

    public async ValueTask InitializeAsync()
    {
        // A browser is waited for on a thread of the pool; what listens in this process must not wait for one.
        ThreadPool.SetMinThreads(32, 32);
        Shop = await RunningShop.DemoAsync();
        Shop.KeepAsMade();
    }

    public async ValueTask DisposeAsync()
    {
        RunningShop.ForgetMade();
        await Shop.DisposeAsync();
    }
}

/// <summary>A demo shop whose clock is turned on while nobody else is at work in it: for walks in which a starter rests.</summary>
[CollectionDefinition(nameof(TurnedClock))]
public sealed class TurnedClock : ICollectionFixture<TurnedClock>, IAsyncLifetime
{
    public RunningShop Shop { get; private set; } = null!;

    public async ValueTask InitializeAsync() => Shop = await RunningShop.DemoAsync();

    public ValueTask DisposeAsync() => Shop.DisposeAsync();
}
