"""What ends an exercise can be done where one is: who sits is not told to sit down, nor who lies to step nearer."""

import re

from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.fit.cautions import demand_set
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.positions import Level
from fairbench.core.sides import Side
from tests.every import every

_UP = re.compile(
    r"\b(sit down|sit if|step (closer|nearer|away)|stand (nearer|still)|standing (hip|leg))\b", re.IGNORECASE
)
NOT_STANDING = [
    (exercise, version)
    for exercise in load_shelf()
    for version in exercise.versions
    if version.position.level is not Level.STANDING and not any(demand_set(version, side).of("rises") for side in Side)
]


@every(("exercise", "version"), NOT_STANDING, ids=lambda one: one.id)
def test_the_words_to_stop_are_for_where_one_is(exercise: Exercise, version: Version) -> None:
    assert not _UP.search(version.cues.stop), (exercise.id, version.id, version.cues.stop)
