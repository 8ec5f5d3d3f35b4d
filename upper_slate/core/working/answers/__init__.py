"""The answers to requests."""
