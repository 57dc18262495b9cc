"""What holds for every test."""

from hypothesis import HealthCheck, settings

# Time is never asserted: a busy machine makes examples slowly, and that is no fault of the code.
settings.register_profile("fairbench", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("fairbench")
