"""Drawing geometry turned into SVG, for the web and for the command line alike."""
