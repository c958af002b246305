using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Wattology.Data.Migrations
{
    /// <inheritdoc />
    public partial class SearchAndGuards : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // Entries are added and never changed: the database itself holds to it.
            foreach (var act in new[] { "UPDATE", "DELETE" })
                migrationBuilder.Sql($"CREATE TRIGGER EntriesStay{act} BEFORE {act} ON Entries BEGIN SELECT RAISE(ABORT, 'Entries are never changed or deleted.'); END;");

            // Search looks inside numbers and names, wherever a person's fragment lies: three letters at a time.
            migrationBuilder.Sql("CREATE VIRTUAL TABLE JobSearch USING fts5(Search, content='Jobs', content_rowid='Row', tokenize='trigram');");
            migrationBuilder.Sql("CREATE TRIGGER JobSearchInsert AFTER INSERT ON Jobs BEGIN INSERT INTO JobSearch(rowid, Search) VALUES (new.Row, new.Search); END;");
            migrationBuilder.Sql("CREATE TRIGGER JobSearchUpdate AFTER UPDATE OF Search ON Jobs WHEN old.Search <> new.Search BEGIN "
                + "INSERT INTO JobSearch(JobSearch, rowid, Search) VALUES ('delete', old.Row, old.Search); "
                + "INSERT INTO JobSearch(rowid, Search) VALUES (new.Row, new.Search); END;");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            foreach (var trigger in new[] { "JobSearchUpdate", "JobSearchInsert", "EntriesStayUPDATE", "EntriesStayDELETE" })
                migrationBuilder.Sql($"DROP TRIGGER {trigger};");
            migrationBuilder.Sql("DROP TABLE JobSearch;");
        }
    }
}
