"""House style: where practitioners differ, what a practice has chosen, and where that acts."""
