"""What holds for every test."""

import os

from hypothesis import HealthCheck, settings

# Time is never asserted: a busy machine makes examples slowly, and that is no fault of the code. The same examples are
# made every time, so that a run says something of what was changed; HYPOTHESIS_PROFILE=searching makes others.
_SHARED = {"deadline": None, "suppress_health_check": [HealthCheck.too_slow]}
settings.register_profile("fairbench", derandomize=True, database=None, **_SHARED)
settings.register_profile("searching", **_SHARED)
settings.load_profile(os.environ.get("HYPOTHESIS_PROFILE", "fairbench"))
