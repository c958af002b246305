using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Wattology.Data.Migrations
{
    /// <inheritdoc />
    public partial class ClaimsAndFacts : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "ClaimCode",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<double>(
                name: "ClaimExpected",
                table: "Jobs",
                type: "REAL",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "ClaimFirstMissing",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "ClaimGiver",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "ClaimMissing",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<double>(
                name: "ClaimReceived",
                table: "Jobs",
                type: "REAL",
                nullable: false,
                defaultValue: 0.0);

            migrationBuilder.AddColumn<long>(
                name: "ClaimSinceMs",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "ClaimState",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "CoreOwed",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Hand",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "ModelFirst",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "ModelSettled",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Passed",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "School",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "SupplyGrade",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "UnitSource",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Waited",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "Policies",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false),
                    File = table.Column<string>(type: "TEXT", nullable: false),
                    SetBy = table.Column<string>(type: "TEXT", nullable: false),
                    SetAtMs = table.Column<long>(type: "INTEGER", nullable: false),
                    Withdrawn = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Policies", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_ClaimState_ClaimSinceMs",
                table: "Jobs",
                columns: new[] { "ClaimState", "ClaimSinceMs" },
                filter: "ClaimState <> ''");

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_ComebackOf",
                table: "Jobs",
                column: "ComebackOf",
                filter: "ComebackOf <> ''");

            migrationBuilder.CreateIndex(
                name: "IX_Policies_Name_Version",
                table: "Policies",
                columns: new[] { "Name", "Version" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Policies");

            migrationBuilder.DropIndex(
                name: "IX_Jobs_ClaimState_ClaimSinceMs",
                table: "Jobs");

            migrationBuilder.DropIndex(
                name: "IX_Jobs_ComebackOf",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "ClaimCode",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "ClaimExpected",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "ClaimFirstMissing",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "ClaimGiver",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "ClaimMissing",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "ClaimReceived",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "ClaimSinceMs",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "ClaimState",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "CoreOwed",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Hand",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "ModelFirst",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "ModelSettled",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Passed",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "School",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "SupplyGrade",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "UnitSource",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Waited",
                table: "Jobs");
        }
    }
}
