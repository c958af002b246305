using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Wattology.Data.Instruments;
using Wattology.Data.Jobs;
using Wattology.Data.People;
using Wattology.Data.Shop;

namespace Wattology.Data;

/// <summary>The shop's database: people, entries, and the tables that exist for speed.</summary>
public sealed class ShopDb(DbContextOptions<ShopDb> options) : IdentityUserContext<Person>(options)
{
    /// <summary>Every entry of every job.</summary>
    public DbSet<EntryRow> Entries => Set<EntryRow>();

    /// <summary>A row for each job.</summary>
    public DbSet<JobRow> Jobs => Set<JobRow>();

    /// <summary>Limits set and withdrawn.</summary>
    public DbSet<LimitRow> Limits => Set<LimitRow>();

    /// <summary>Ways of working set and withdrawn.</summary>
    public DbSet<SchoolRow> Schools => Set<SchoolRow>();

    /// <summary>The shop's parts table.</summary>
    public DbSet<PartsTableRow> Parts => Set<PartsTableRow>();

    /// <summary>What is shown no more of what earlier jobs taught.</summary>
    public DbSet<RetiredSnagRow> RetiredSnags => Set<RetiredSnagRow>();

    /// <summary>The shop's settings.</summary>
    public DbSet<SettingRow> Settings => Set<SettingRow>();

    /// <summary>The shop's instruments.</summary>
    public DbSet<InstrumentRow> Instruments => Set<InstrumentRow>();

    /// <summary>Sets a setting; saved with whatever else changes.</summary>
    /// <param name="key">Which.</param>
    /// <param name="value">Its value from now on.</param>
    public void Set(string key, string value)
    {
        if (Settings.Find(key) is { } row) row.Value = value;
        else Settings.Add(new SettingRow { Key = key, Value = value });
    }

    /// <summary>Options for a database file.</summary>
    public static void Configure(DbContextOptionsBuilder options, string file)
        => options.UseSqlite($"Data Source={file};Foreign Keys=True;Default Timeout=15");

    /// <inheritdoc/>
    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.Entity<EntryRow>(e =>
        {
            // Triggers refuse to change or delete a row; they and the search table stand in the migration.
            e.ToTable(t => t.HasTrigger("EntriesStay"));
            e.HasKey(x => new { x.Job, x.Seq });
            e.HasOne<JobRow>().WithMany().HasForeignKey(x => x.Job).HasPrincipalKey(x => x.Id).OnDelete(DeleteBehavior.Restrict);
            e.HasIndex(x => new { x.Job, x.Once }).IsUnique().HasFilter("Once <> ''");
            e.HasIndex(x => new { x.Kind, x.AtMs });
            e.HasIndex(x => x.Once).HasFilter("Seq = 1").HasDatabaseName("IX_Entries_BookedOnce");
        });
        builder.Entity<JobRow>(e =>
        {
            e.HasKey(x => x.Row);
            e.Ignore(x => x.Owed);
            e.HasIndex(x => x.Number).IsUnique();
            e.HasIndex(x => new { x.Prefix, x.Serial });
            e.HasIndex(x => x.PlainRegistration);
            e.HasIndex(x => new { x.HandedOverMs, x.DueMs, x.Row });
            e.HasIndex(x => new { x.Family, x.Cause }).HasFilter("Cause <> ''");
            e.HasIndex(x => new { x.Family, x.Row });
            e.HasIndex(x => new { x.FollowUpMs, x.Row }).HasFilter("FollowUpMs IS NOT NULL");
        });
        builder.Entity<LimitRow>().HasKey(x => x.Id);
        builder.Entity<SchoolRow>().HasKey(x => x.Id);
        builder.Entity<PartsTableRow>(e =>
        {
            e.HasKey(x => x.Id);
            e.Property(x => x.Kind).HasConversion<string>();
        });
        builder.Entity<InstrumentRow>(e =>
        {
            e.Property(x => x.Name).UseCollation("NOCASE");
            e.Property(x => x.Kind).HasConversion<string>();
            e.HasIndex(x => x.Name).IsUnique();
        });
        builder.Entity<RetiredSnagRow>().HasKey(x => x.Hash);
        builder.Entity<SettingRow>().HasKey(x => x.Key);
    }
}

/// <summary>Lets the migration tool make a context without the web host.</summary>
public sealed class ShopDbDesign : IDesignTimeDbContextFactory<ShopDb>
{
    /// <inheritdoc/>
    public ShopDb CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<ShopDb>();
        ShopDb.Configure(options, "design.db");
        return new ShopDb(options.Options);
    }
}
