"""Writes the published schema of worksheets as JSON: `python scripts/schema.py docs/worksheet.schema.json`."""

import json
import sys
from pathlib import Path

from pydantic import TypeAdapter

from upper_slate.formats.json_file import WorksheetJson

if __name__ == "__main__":
    schema = {"$schema": "https://json-schema.org/draft/2020-12/schema", **TypeAdapter(WorksheetJson).json_schema()}
    Path(sys.argv[1]).write_text(json.dumps(schema, indent=1, sort_keys=True) + "\n", encoding="utf-8")
