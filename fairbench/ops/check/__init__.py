"""``bin/test``: every check and every test, with where it stands while it runs."""
