"""Drawing geometry: ordered shapes in unit coordinates for a view. Knows nothing of any file format."""
