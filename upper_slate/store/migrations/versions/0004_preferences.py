"""What the student prefers, for every browser."""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"


def upgrade() -> None:
    op.create_table("preference", sa.Column("id", sa.Integer(), primary_key=True), sa.Column("value", sa.JSON(), nullable=False))


def downgrade() -> None:
    op.drop_table("preference")
