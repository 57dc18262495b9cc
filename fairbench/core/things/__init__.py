"""What a plan needs against what there is: who holds what when, what is short, and what would settle it."""
