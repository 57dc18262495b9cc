"""Errors in the log: which kind and through which lines of code, without a value that anybody typed or is.

A message can quote data, and so can an address, so neither is written; wherever the error came up, in a view, in
another part of the request or outside of any, its frames are.
"""

import logging
import traceback
from types import TracebackType

from pythonjsonlogger.json import JsonFormatter

from .request_log import request_id


class FramesFormatter(JsonFormatter):
    """Writes of an error its kind and its frames, the innermost last."""

    def format(self, record: logging.LogRecord) -> str:
        """The line for a record."""
        if not record.exc_info:
            return super().format(record)
        kind, _, trace = record.exc_info
        bare = logging.LogRecord(record.name, record.levelno, record.pathname, record.lineno, "error", None, None)
        bare.__dict__["request"] = request_id()
        bare.__dict__["kind"] = kind.__name__ if kind else "unknown"
        bare.__dict__["frames"] = frames(trace)
        return super().format(bare)


def frames(trace: TracebackType | None) -> list[str]:
    """``file:line function`` for each frame."""
    return [f"{frame.filename}:{frame.lineno} {frame.name}" for frame in traceback.extract_tb(trace)]
