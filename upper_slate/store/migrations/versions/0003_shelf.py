"""The shelf: folders of their own, a bin, and an index of every text for the search."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"

#: Rows of the index have numbers of their own: those of the cells' table may change when the file is rewritten.
_INDEX = (
    "CREATE TABLE finding (id INTEGER PRIMARY KEY, cell_id TEXT NOT NULL UNIQUE)",
    "CREATE VIRTUAL TABLE found USING fts5(text, tokenize='trigram')",
    """CREATE TRIGGER cell_is_new AFTER INSERT ON cell BEGIN
         INSERT INTO finding (cell_id) VALUES (new.id);
         INSERT INTO found (rowid, text) SELECT id, new.text FROM finding WHERE cell_id = new.id;
       END""",
    """CREATE TRIGGER cell_has_changed AFTER UPDATE OF text ON cell WHEN old.text IS NOT new.text BEGIN
         UPDATE found SET text = new.text WHERE rowid = (SELECT id FROM finding WHERE cell_id = new.id);
       END""",
    """CREATE TRIGGER cell_is_gone AFTER DELETE ON cell BEGIN
         DELETE FROM found WHERE rowid = (SELECT id FROM finding WHERE cell_id = old.id);
         DELETE FROM finding WHERE cell_id = old.id;
       END""",
    "INSERT INTO finding (cell_id) SELECT id FROM cell",
    "INSERT INTO found (rowid, text) SELECT finding.id, cell.text FROM finding JOIN cell ON cell.id = finding.cell_id",
)


def upgrade() -> None:
    op.add_column("worksheet", sa.Column("removed", sa.DateTime(), nullable=True))
    op.create_table("folder", sa.Column("path", sa.String(), primary_key=True))
    op.execute("INSERT INTO folder (path) SELECT DISTINCT folder FROM worksheet WHERE folder <> ''")
    for statement in _INDEX:
        op.execute(statement)


def downgrade() -> None:
    for trigger in ("cell_is_new", "cell_has_changed", "cell_is_gone"):
        op.execute(f"DROP TRIGGER {trigger}")
    op.execute("DROP TABLE found")
    op.execute("DROP TABLE finding")
    op.drop_table("folder")
    op.drop_column("worksheet", "removed")
