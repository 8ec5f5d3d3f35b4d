"""Worksheets, cells, changes and outcomes."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None


def upgrade() -> None:
    op.create_table(
        "worksheet",
        sa.Column("id", sa.String(), primary_key=True), sa.Column("title", sa.String(), nullable=False),
        sa.Column("folder", sa.String(), nullable=False), sa.Column("conventions", sa.JSON(), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False), sa.Column("created", sa.DateTime(), nullable=False),
        sa.Column("updated", sa.DateTime(), nullable=False),
    )
    op.create_table(
        "cell",
        sa.Column("id", sa.String(), primary_key=True),
        sa.Column("worksheet_id", sa.String(), sa.ForeignKey("worksheet.id", ondelete="CASCADE"), nullable=False, index=True),
        sa.Column("position", sa.Float(), nullable=False), sa.Column("kind", sa.String(), nullable=False),
        sa.Column("text", sa.String(), nullable=False), sa.Column("display", sa.JSON(), nullable=False),
    )
    op.create_table(
        "change",
        sa.Column("id", sa.Integer(), primary_key=True),
        sa.Column("worksheet_id", sa.String(), sa.ForeignKey("worksheet.id", ondelete="CASCADE"), nullable=False, index=True),
        sa.Column("revision", sa.Integer(), nullable=False), sa.Column("operations", sa.JSON(), nullable=False),
        sa.Column("inverse", sa.JSON(), nullable=False), sa.Column("undone", sa.Boolean(), nullable=False),
        sa.Column("made", sa.DateTime(), nullable=False),
    )
    op.create_table(
        "outcome",
        sa.Column("key", sa.String(), primary_key=True), sa.Column("data", sa.JSON(), nullable=False),
        sa.Column("used", sa.DateTime(), nullable=False),
    )


def downgrade() -> None:
    for table in ("outcome", "change", "cell", "worksheet"):
        op.drop_table(table)
