"""The command line over the core. Needs no database."""
