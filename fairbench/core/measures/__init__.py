"""Measures: what a test finds, how that stands to others of the same age, and whether it changed."""
