"""One test over a whole catalogue: a test for each of thousands of rows costs more time than it tells."""

from collections.abc import Callable, Iterable
from typing import Any

_TOLD = 20
"""Failures that are told one by one."""


def every(names: str | tuple[str, ...], values: Iterable[Any], ids: Any = None) -> Callable[..., Callable[[], None]]:
    """As ``pytest.mark.parametrize``, but one test: it goes through all of them and tells each that fails by its id."""
    several = not isinstance(names, str)
    rows = list(values)

    def name_of(number: int, row: Any) -> str:
        if ids is None:
            return str(row)
        if callable(ids):
            return "-".join(str(ids(part)) for part in row) if several else str(ids(row))
        return str(ids[number])

    def over_all(test: Callable[..., None]) -> Callable[[], None]:
        def goes_through_all() -> None:
            assert rows
            failed = []
            for number, row in enumerate(rows):
                try:
                    test(*row) if several else test(row)
                except Exception as error:  # whatever it is, the others are still looked at
                    failed.append(f"{name_of(number, row)}: {type(error).__name__}: {error}")
            assert not failed, "\n".join([f"{len(failed)} of {len(rows)}", *failed[:_TOLD]])

        goes_through_all.__name__, goes_through_all.__doc__ = test.__name__, test.__doc__
        goes_through_all.__module__ = test.__module__
        return goes_through_all

    return over_all
