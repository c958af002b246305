using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Wattology.Data.Migrations
{
    /// <inheritdoc />
    public partial class FollowUpDue : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "FollowUpMs",
                table: "Jobs",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "FollowUpWhat",
                table: "Jobs",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateIndex(
                name: "IX_Jobs_FollowUpMs_Row",
                table: "Jobs",
                columns: new[] { "FollowUpMs", "Row" },
                filter: "FollowUpMs IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Jobs_FollowUpMs_Row",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "FollowUpMs",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "FollowUpWhat",
                table: "Jobs");
        }
    }
}
