"""The rows of the shelf and of the bench's shelf drawer, made once for each shelf."""

from weakref import WeakKeyDictionary

from django.template.loader import render_to_string
from django.utils.safestring import SafeString

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.exercises.search import Found
from fairbench.core.exercises.shelf import Shelf

_Rows = dict[tuple[str, str, tuple[str, ...], str], SafeString]
_made: WeakKeyDictionary[Shelf, _Rows] = WeakKeyDictionary()
"""What was made for each shelf so far; it goes when the shelf does."""


def row(shelf: Shelf, template: str, found: Found) -> SafeString:
    """One exercise with those of its versions that fit, in a template of the room that shows it."""
    key = (template, found.exercise.id, tuple(version.id for version in found.versions), found.why)
    rows = _made.setdefault(shelf, {})
    if key not in rows:
        shown = found.versions
        base = next((version for version in shown if version.id == found.exercise.base), shown[0])
        every = len(found.exercise.versions)
        count = f"{len(shown)} of {every} version{'' if every == 1 else 's'}"
        rows[key] = SafeString(
            render_to_string(
                template,
                {
                    "exercise": found.exercise,
                    "versions": shown,
                    "base": base,
                    "count_words": count,
                    "why": found.why,
                },
            )
        )
    return rows[key]


Block = tuple[BlockKind | None, int, SafeString]


def rows_by_block(shelf: Shelf, template: str, found: tuple[Found, ...], ranked: bool = False) -> list[Block]:
    """The rows of each block that has any, as one piece; ``ranked`` keeps them together, as they were found."""
    if ranked and found:
        return [(None, len(found), SafeString("".join(row(shelf, template, one) for one in found)))]
    blocks: list[Block] = []
    for kind in BlockKind:
        rows = [row(shelf, template, one) for one in found if one.exercise.block is kind]
        if rows:
            blocks.append((kind, len(rows), SafeString("".join(rows))))
    return blocks
