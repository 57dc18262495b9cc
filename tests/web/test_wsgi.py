"""What a worker knows before its first visitor."""

from fairbench.core.body.movement import demands
from fairbench.core.fit.cautions import demand_set
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.sides import Side
from fairbench.web.wsgi import work_out


def test_nobody_waits_for_what_the_shelf_asks() -> None:
    for kept in (demand_set, demands):
        kept.cache_clear()
    work_out()
    worked_out = demands.cache_info().misses
    assert worked_out > 500
    for exercise in load_shelf():
        for version in exercise.versions:
            for side in Side:
                demands(version.movement, side)
    assert demands.cache_info().misses == worked_out
