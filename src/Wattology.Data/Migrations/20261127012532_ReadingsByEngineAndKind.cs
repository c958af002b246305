using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Wattology.Data.Migrations
{
    /// <inheritdoc />
    public partial class ReadingsByEngineAndKind : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateIndex(
                name: "IX_Jobs_Family_Row",
                table: "Jobs",
                columns: new[] { "Family", "Row" });

            migrationBuilder.CreateIndex(
                name: "IX_Entries_Kind_AtMs",
                table: "Entries",
                columns: new[] { "Kind", "AtMs" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Jobs_Family_Row",
                table: "Jobs");

            migrationBuilder.DropIndex(
                name: "IX_Entries_Kind_AtMs",
                table: "Entries");
        }
    }
}
