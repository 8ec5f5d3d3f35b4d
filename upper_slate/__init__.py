"""Upper Slate: cell-based mathematics worksheets with exact results and checked working."""

__version__ = "0.1.0"
