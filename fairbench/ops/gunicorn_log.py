"""Gunicorn's own lines without a word of any client: addresses and headers can hold what people typed."""

from typing import Any

from gunicorn.glogging import Logger


class QuietLogger(Logger):
    """Writes the wording of a line and leaves out what it was to be filled with. A line that is filled already, and
    what came with an exception, is left out as a whole, and said to be."""

    def critical(self, msg: Any, *args: Any, **kwargs: Any) -> None:
        """A line of its kind, without values."""
        self.error_log.critical(_bare(msg, args))

    def error(self, msg: Any, *args: Any, **kwargs: Any) -> None:
        """A line of its kind, without values."""
        self.error_log.error(_bare(msg, args))

    def warning(self, msg: Any, *args: Any, **kwargs: Any) -> None:
        """A line of its kind, without values."""
        self.error_log.warning(_bare(msg, args))

    def exception(self, msg: Any, *args: Any, **kwargs: Any) -> None:
        """A line of its kind, without values and without the exception."""
        self.error_log.error(_bare(msg, args))


def _bare(msg: Any, args: tuple[Any, ...]) -> str:
    wording = str(msg).replace("%s", "…").replace("%r", "…").replace("%d", "…")
    return f"gunicorn: {wording}" if args else "gunicorn: a line that could hold what a client sent"
