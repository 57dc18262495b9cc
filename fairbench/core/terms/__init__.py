"""A term of classes: which days, what is introduced and comes back when, how hard each week is, and what a missed week
does."""
