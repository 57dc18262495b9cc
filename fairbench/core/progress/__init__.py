"""Progression: from what somebody did to what they do next, with reasons. The instructor decides."""
