"""What gunicorn serves."""

import gc
import os

from django.conf import settings
from django.core.wsgi import get_wsgi_application

from fairbench.core.fit.cautions import demand_set
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.demands_doc import work_out
from fairbench.core.sides import Side


def be_ready() -> None:
    """What every version of the shelf asks, so that nobody waits for it. Done before the workers part, it is
    done once for all of them; what an earlier start worked out is read."""
    work_out(load_shelf(), settings.LOCAL / "worked-out")
    for exercise in load_shelf():
        for version in exercise.versions:
            for side in Side:
                demand_set(version, side)
    # What was read stays: looking through all of it for garbage would make somebody wait a tenth of a second.
    gc.collect()
    gc.freeze()


os.environ.setdefault("DJANGO_SETTINGS_MODULE", "fairbench.web.settings")
application = get_wsgi_application()
be_ready()
