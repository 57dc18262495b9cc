"""What gunicorn serves."""

import gc
import os
from contextlib import suppress

from django.conf import settings
from django.core.wsgi import get_wsgi_application

from fairbench.core.fit.cautions import demand_set
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.demands_doc import work_out
from fairbench.core.sides import Side


def be_ready() -> None:
    """What every version of the shelf asks, so that nobody waits for it. Done before the workers part, it is
    done once for all of them; what an earlier start worked out is read."""
    _tell("reading the exercises")
    shelf = load_shelf()
    _tell("working out what every exercise asks of the body; it is kept for the next start")
    work_out(shelf, settings.LOCAL / "worked-out")
    for exercise in shelf:
        for version in exercise.versions:
            for side in Side:
                demand_set(version, side)
    # What was read stays: looking through all of it for garbage would make somebody wait a tenth of a second.
    gc.collect()
    gc.freeze()


def _tell(doing: str) -> None:
    """Note what takes a while, for whoever waits for the start. A folder that cannot be written stops nobody."""
    with suppress(OSError):
        (settings.LOCAL / "starting").write_text(doing, encoding="utf-8")


os.environ.setdefault("DJANGO_SETTINGS_MODULE", "fairbench.web.settings")
application = get_wsgi_application()
be_ready()
