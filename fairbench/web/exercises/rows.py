"""The rows of the shelf and of the bench's shelf drawer, made once for each shelf."""

from collections.abc import Mapping
from weakref import WeakKeyDictionary

from django.template.loader import render_to_string
from django.utils.safestring import SafeString

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.exercises.search import Found
from fairbench.core.exercises.shelf import Shelf
from fairbench.web.exercises.figures import looks_of_practice

_Rows = dict[tuple[str, str, tuple[str, ...], str, str, str], SafeString]
_made: WeakKeyDictionary[Shelf, _Rows] = WeakKeyDictionary()
"""What was made for each shelf so far; it goes when the shelf does."""


def row(shelf: Shelf, template: str, found: Found, note: str = "") -> SafeString:
    """One exercise with those of its versions that fit, in a template of the room that shows it; ``note`` is what is
    said of it besides."""
    versions = tuple(version.id for version in found.versions)
    key = (template, found.exercise.id, versions, found.why, note, looks_of_practice())
    rows = _made.setdefault(shelf, {})
    if key not in rows:
        shown = found.versions
        every = len(found.exercise.versions)
        count = f"{len(shown)} of {every} version{'' if every == 1 else 's'}"
        rows[key] = SafeString(
            render_to_string(
                template,
                {
                    "exercise": found.exercise,
                    "versions": shown,
                    "base": found.first,
                    "count_words": count,
                    "why": found.why,
                    "note": note,
                },
            )
        )
    return rows[key]


Block = tuple[BlockKind | None, int, SafeString]


def rows_by_block(
    shelf: Shelf,
    template: str,
    found: tuple[Found, ...],
    ranked: bool = False,
    notes: Mapping[str, str] | None = None,
) -> list[Block]:
    """The rows of each block that has any, as one piece; ``ranked`` keeps them together, as they were found. ``notes``
    are said of exercises besides, by their ids."""
    notes = notes or {}
    if ranked and found:
        rows = (row(shelf, template, one, notes.get(one.exercise.id, "")) for one in found)
        return [(None, len(found), SafeString("".join(rows)))]
    blocks: list[Block] = []
    for kind in BlockKind:
        of_kind = [one for one in found if one.exercise.block is kind]
        if of_kind:
            rows = (row(shelf, template, one, notes.get(one.exercise.id, "")) for one in of_kind)
            blocks.append((kind, len(of_kind), SafeString("".join(rows))))
    return blocks
