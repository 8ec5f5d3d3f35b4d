"""What must be fast, measured side by side in one run: `python -m bench`."""
