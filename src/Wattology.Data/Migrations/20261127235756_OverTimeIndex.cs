using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Wattology.Data.Migrations
{
    /// <inheritdoc />
    public partial class OverTimeIndex : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Jobs_ComebackOf",
                table: "Jobs");

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_ComebackOf_BookedMs",
                table: "Jobs",
                columns: new[] { "ComebackOf", "BookedMs" },
                filter: "ComebackOf <> ''");

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_OverTime",
                table: "Jobs",
                columns: new[] { "HandedOverMs", "EndedAs", "Family", "Hand", "Number", "Cause", "UnitSource", "School", "SupplyGrade", "ModelFirst", "ModelSettled" },
                filter: "HandedOverMs IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Jobs_ComebackOf_BookedMs",
                table: "Jobs");

            migrationBuilder.DropIndex(
                name: "IX_Jobs_OverTime",
                table: "Jobs");

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_ComebackOf",
                table: "Jobs",
                column: "ComebackOf",
                filter: "ComebackOf <> ''");
        }
    }
}
