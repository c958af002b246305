using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Wattology.Data.Migrations
{
    /// <inheritdoc />
    public partial class PartsPhotosAndWhatIsOwed : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(
                name: "LeftAfterMinutes",
                table: "Jobs",
                type: "REAL",
                nullable: false,
                defaultValue: 0.0);

            migrationBuilder.AddColumn<string>(
                name: "OwedWhat",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "[]");

            migrationBuilder.CreateTable(
                name: "Parts",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Number = table.Column<string>(type: "TEXT", nullable: false),
                    Maker = table.Column<string>(type: "TEXT", nullable: false),
                    Model = table.Column<string>(type: "TEXT", nullable: false),
                    VehicleNumber = table.Column<string>(type: "TEXT", nullable: false),
                    Engine = table.Column<string>(type: "TEXT", nullable: false),
                    Successor = table.Column<string>(type: "TEXT", nullable: false),
                    Part = table.Column<string>(type: "TEXT", nullable: false),
                    Count = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Parts", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "RetiredSnags",
                columns: table => new
                {
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    AtMs = table.Column<long>(type: "INTEGER", nullable: false),
                    Why = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RetiredSnags", x => x.Hash);
                });

            // What was known of successors goes on as rows of the parts table, under a stamp of its own.
            migrationBuilder.Sql("INSERT INTO Parts (Kind, Number, Maker, Model, VehicleNumber, Engine, Successor, Part, Count) "
                + "SELECT 'Successor', Old, '', '', '', '', New, '', 0 FROM Supersessions ORDER BY Old;");
            migrationBuilder.Sql("INSERT INTO Settings (Key, Value) SELECT 'parts.stamp', lower(hex(randomblob(16))) WHERE EXISTS (SELECT 1 FROM Parts);");
            migrationBuilder.DropTable(name: "Supersessions");
            // Finds every job that uses a picture by its hash.
            migrationBuilder.Sql("CREATE INDEX IX_Entries_PhotoFile ON Entries(json_extract(Body, '$.file')) WHERE Kind = 'photo';");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("DROP INDEX IX_Entries_PhotoFile;");
            migrationBuilder.DropTable(
                name: "Parts");

            migrationBuilder.DropTable(
                name: "RetiredSnags");

            migrationBuilder.DropColumn(
                name: "LeftAfterMinutes",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "OwedWhat",
                table: "Jobs");

            migrationBuilder.CreateTable(
                name: "Supersessions",
                columns: table => new
                {
                    Old = table.Column<string>(type: "TEXT", nullable: false),
                    New = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Supersessions", x => x.Old);
                });
        }
    }
}
