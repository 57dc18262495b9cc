"""Fair Bench: plans, teaches and records graded group exercise classes."""

__version__ = "0.1.0"
