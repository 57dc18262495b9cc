"""The rows of the shelf and of the bench's shelf drawer, made once for each shelf."""

from collections.abc import Mapping

from django.template.loader import render_to_string
from django.utils.safestring import SafeString

from fairbench.core.counted import how_many
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.exercises.search import Found
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.kept import shared
from fairbench.web.exercises.figures import looks_of_practice

_made = shared(16384)


def row(shelf: Shelf, template: str, found: Found, note: str = "") -> SafeString:
    """One exercise with those of its versions that fit, in a template of the room that shows it; ``note`` is what is
    said of it besides."""
    versions = tuple(version.id for version in found.versions)
    key = (shelf, template, found.exercise.id, versions, found.why, note, looks_of_practice())
    drawn: SafeString = _made.once(key, lambda: _drawn(template, found, note))
    return drawn


def _drawn(template: str, found: Found, note: str) -> SafeString:
    every = len(found.exercise.versions)
    shown = {
        "exercise": found.exercise,
        "versions": found.versions,
        "base": found.first,
        "count_words": f"{len(found.versions)} of {how_many(every, 'version')}",
        "why": found.why,
        "note": note,
    }
    return SafeString(render_to_string(template, shown))


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
