using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Wattology.Core.Identity;
using Wattology.Data.Evidence;
using Wattology.Data.Identity;
using Wattology.Data.Shop;

namespace Wattology.Data;

/// <summary>The shop's database: people, entries, and the tables that exist for speed.</summary>
public sealed class ShopDb(DbContextOptions<ShopDb> options) : IdentityUserContext<Person>(options)
{
    public DbSet<EntryRow> Entries => Set<EntryRow>();
    public DbSet<JobRow> Jobs => Set<JobRow>();
    public DbSet<LimitRow> Limits => Set<LimitRow>();
    public DbSet<SupersessionRow> Supersessions => Set<SupersessionRow>();
    public DbSet<SettingRow> Settings => Set<SettingRow>();

    /// <summary>Options for a database file.</summary>
    public static void Configure(DbContextOptionsBuilder options, string file)
        => options.UseSqlite($"Data Source={file};Foreign Keys=True;Default Timeout=15");

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.Entity<EntryRow>(e =>
        {
            e.HasKey(x => new { x.Job, x.Seq });
            e.HasOne<JobRow>().WithMany().HasForeignKey(x => x.Job).OnDelete(DeleteBehavior.Restrict);
            e.HasIndex(x => new { x.Job, x.Once }).IsUnique().HasFilter("Once <> ''");
        });
        builder.Entity<JobRow>(e =>
        {
            e.HasKey(x => x.Id);
            e.HasIndex(x => x.Number).IsUnique();
            e.HasIndex(x => new { x.HandedOverMs, x.PromisedMs });
        });
        builder.Entity<LimitRow>().HasKey(x => x.Id);
        builder.Entity<SupersessionRow>().HasKey(x => x.Old);
        builder.Entity<SettingRow>().HasKey(x => x.Key);
    }
}

/// <summary>Lets the migration tool make a context without the web host.</summary>
public sealed class ShopDbDesign : IDesignTimeDbContextFactory<ShopDb>
{
    public ShopDb CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<ShopDb>();
        ShopDb.Configure(options, "design.db");
        return new ShopDb(options.Options);
    }
}
