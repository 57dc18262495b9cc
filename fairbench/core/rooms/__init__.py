"""The room that a class meets in, what stands in it, and what is kept there."""
