"""Alembic's entry: runs the migrations on the connection that it is given."""

from alembic import context
from sqlmodel import SQLModel

context.configure(connection=context.config.attributes["connection"], target_metadata=SQLModel.metadata, render_as_batch=True)
with context.begin_transaction():
    context.run_migrations()
