"""FastAPI routers and Pydantic schemas; nothing is decided here."""
