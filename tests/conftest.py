"""What holds for every test: the day that it believes it is, the examples, and the database that it begins with."""

import os

import pytest
from hypothesis import HealthCheck, settings

from . import databases, today

# Time is never asserted: a busy machine makes examples slowly, and that is no fault of the code. The same examples are
# made every time, so that a run says something of what was changed; HYPOTHESIS_PROFILE=searching makes others.
_SHARED = {"deadline": None, "suppress_health_check": [HealthCheck.too_slow]}
settings.register_profile("fairbench", derandomize=True, database=None, **_SHARED)
settings.register_profile("searching", **_SHARED)
settings.load_profile(os.environ.get("HYPOTHESIS_PROFILE", "fairbench"))

today.believe()


@pytest.fixture(scope="session")
def own_name(worker_id: str) -> str:
    """What the databases of this process are called after; others may run on the same server."""
    return f"fairbench_test_{worker_id}_{os.getpid()}"


@pytest.fixture(scope="session")
def django_db_setup(django_db_blocker, own_name):
    """Two databases for this process: an empty one, which tests begin with, and the demo."""
    empty, demo = f"{own_name}_empty", f"{own_name}_demo"
    with django_db_blocker.unblock():
        databases.prepare()
        databases.copy(databases.EMPTY, empty)
        databases.copy(databases.DEMO, demo)
        databases.use(empty)
        yield
        databases.use("postgres")
        databases.drop(empty, demo)


@pytest.fixture
def on_demo() -> None:
    """The database of this test holds the demo; what the test changes is taken back after it."""


def pytest_fixture_setup(fixturedef, request):
    """Before the transaction of a test begins: the database that the test wants. A fixture of ours cannot say it, since
    a mark begins the transaction before any of them."""
    if fixturedef.argname == "_django_db_helper":
        request.getfixturevalue("django_db_setup")
        wanted = f"{request.getfixturevalue('own_name')}_{'demo' if 'on_demo' in request.fixturenames else 'empty'}"
        with request.getfixturevalue("django_db_blocker").unblock():
            databases.use(wanted)
