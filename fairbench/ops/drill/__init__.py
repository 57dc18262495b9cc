"""``bin/drill``: what goes wrong in real life, done on purpose and by a seed, and counted."""
