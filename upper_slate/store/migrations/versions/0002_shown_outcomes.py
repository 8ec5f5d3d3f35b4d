"""Which outcomes a worksheet showed last, so that they can be fetched together; changes that are undone together."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"


def upgrade() -> None:
    op.create_table(
        "shown",
        sa.Column("worksheet_id", sa.String(), sa.ForeignKey("worksheet.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("keys", sa.JSON(), nullable=False),
    )
    op.add_column("change", sa.Column("group", sa.String(), nullable=False, server_default=""))


def downgrade() -> None:
    op.drop_column("change", "group")
    op.drop_table("shown")
