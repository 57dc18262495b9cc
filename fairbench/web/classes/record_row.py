"""A person's row of the class: a plank for every item."""

from collections.abc import Sequence

from fairbench.core.teaching.done import Done, DoneState
from fairbench.core.teaching.planned import Planned

from .models import Difference

WIDTH, HEIGHT, NOTCH = 320.0, 14.0, 6.0


def row_path(planned: Planned, differed: dict[str, Difference], done: Sequence[Done]) -> str:
    """A person's row of planks: whole as planned, notched where something differed, as far as it went where only a part
    was done, and a line where nothing was."""
    scale = WIDTH / max(planned.total, 1.0)
    parts = {one.item: _share(one) for one in done}
    path = []
    for item in planned.items:
        x = item.begins * scale
        width = max(2.0, (item.end - item.begins) * scale - 1.5)
        row = differed.get(item.id)
        share = 0.0 if row is not None and row.skipped else parts.get(item.id, 1.0)
        if row is not None and share:
            third = width / 3
            path.append(f"M{x:.1f} 0h{third:.1f}v{NOTCH:g}h{third:.1f}v-{NOTCH:g}h{third:.1f}v{HEIGHT:g}h-{width:.1f}z")
        else:
            path.append(f"M{x:.1f} {HEIGHT - 2:g}h{width:.1f}v2h-{width:.1f}z")
            path.append(f"M{x:.1f} 0h{width * share:.1f}v{HEIGHT:g}h-{width * share:.1f}z" if share else "")
    return "".join(path)


def _share(done: Done) -> float:
    """How far a plank is filled."""
    if done.state is DoneState.PARTLY:
        return min(0.95, done.seconds / done.planned) if done.planned else 0.5
    return 0.0 if done.state is DoneState.NOT_DONE else 1.0
