"""Writes the OpenAPI schema from which the TypeScript client is generated: `python scripts/openapi.py web/openapi.json`."""

import json
import sys
from pathlib import Path
from unittest.mock import MagicMock

from upper_slate.api.app import make_app

if __name__ == "__main__":
    schema = make_app(MagicMock()).openapi()
    Path(sys.argv[1]).write_text(
        json.dumps(schema, indent=1, sort_keys=True) + "\n", encoding="utf-8"
    )
