"""What gunicorn serves."""

import os

from django.core.wsgi import get_wsgi_application

from fairbench.core.fit.cautions import demand_set
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.sides import Side


def work_out() -> None:
    """What every version of the shelf asks, so that nobody waits for it. Done before the workers part, it is
    done once for all of them."""
    for exercise in load_shelf():
        for version in exercise.versions:
            for side in Side:
                demand_set(version, side)


os.environ.setdefault("DJANGO_SETTINGS_MODULE", "fairbench.web.settings")
application = get_wsgi_application()
work_out()
