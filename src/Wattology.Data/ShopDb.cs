using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Wattology.Data.Instruments;
using Wattology.Data.Jobs;
using Wattology.Data.People;
using Wattology.Data.Shop;

namespace Wattology.Data;

/// <summary>The shop's database: people, entries, and the tables that exist for speed.</summary>
/// <remarks>Whatever of it the shop's own chain holds is written there in the transaction that changes it: no path leads past it.</remarks>
/// <param name="options">Which file.</param>
/// <param name="chain">Writes the shop's chain; null only where nothing is written, as in the migration tool.</param>
public sealed class ShopDb(DbContextOptions<ShopDb> options, ShopChain? chain = null) : IdentityUserContext<Person>(options)
{
    /// <summary>The shop's own chain.</summary>
    public DbSet<ShopEntryRow> ShopEntries => Set<ShopEntryRow>();

    /// <summary>Keys with which programs compute.</summary>
    public DbSet<ComputeKeyRow> ComputeKeys => Set<ComputeKeyRow>();

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

    /// <summary>Versions of warranty policies.</summary>
    public DbSet<PolicyRow> Policies => Set<PolicyRow>();

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

    /// <inheritdoc/>
    public override async Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        if (chain is null || ShopChain.Changed(ChangeTracker) is not [_, ..] changed) return await base.SaveChangesAsync(acceptAllChangesOnSuccess,
            cancellationToken);
        await using var own = Database.CurrentTransaction is null ? await Database.BeginTransactionAsync(cancellationToken) : null;
        // What they were is known before they are saved, and the numbers of new rows only after.
        var rows = changed.Select(e => (e.Entity, e.State == EntityState.Deleted)).ToArray();
        var saved = await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
        await chain.WriteAsync(this, rows, cancellationToken);
        await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
        if (own is not null) await own.CommitAsync(cancellationToken);
        return saved;
    }

    /// <summary>Refused: one way alone leads past the shop's chain.</summary>
    public override int SaveChanges(bool acceptAllChangesOnSuccess) => throw new NotSupportedException("Save asynchronously.");

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
            e.Ignore(x => x.FollowUp);
            e.HasIndex(x => x.Number).IsUnique();
            e.HasIndex(x => new { x.Prefix, x.Serial });
            e.HasIndex(x => x.PlainRegistration);
            e.HasIndex(x => new { x.HandedOverMs, x.DueMs, x.Row });
            e.HasIndex(x => new { x.Family, x.Cause }).HasFilter("Cause <> ''");
            e.HasIndex(x => new { x.Family, x.Row });
            e.HasIndex(x => new { x.ClaimState, x.ClaimSinceMs }).HasFilter("ClaimState <> ''");
            e.HasIndex(x => new { x.ComebackOf, x.BookedMs }).HasFilter("ComebackOf <> ''");
            // All that is counted over time stands in it: nobody reads whole rows to count them.
            e.HasIndex(x => new { x.HandedOverMs, x.EndedAs, x.Family, x.Hand, x.Number, x.Cause, x.UnitSource, x.School, x.SupplyGrade, x.ModelFirst,
                x.ModelSettled }).HasFilter("HandedOverMs IS NOT NULL").HasDatabaseName("IX_Jobs_OverTime");
            e.HasIndex(x => new { x.FollowUpMs, x.Row }).HasFilter("FollowUpMs IS NOT NULL");
            e.HasIndex(x => x.Under);
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
        builder.Entity<ShopEntryRow>(e =>
        {
            // Like entries of jobs they stay; the triggers stand in the migration.
            e.ToTable(t => t.HasTrigger("ShopEntriesStay"));
            e.HasKey(x => x.Seq);
            e.Property(x => x.Seq).ValueGeneratedNever();
            e.HasIndex(x => new { x.Kind, x.Of, x.Seq });
        });
        builder.Entity<PolicyRow>().HasIndex(x => new { x.Name, x.Version }).IsUnique();
        builder.Entity<ComputeKeyRow>().HasIndex(x => x.Hash).IsUnique();
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
