"""Loads between the sizes there are: a bottle filled to a line, a band gripped nearer, a longer or shorter lever."""
