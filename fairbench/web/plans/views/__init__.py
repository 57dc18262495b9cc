"""The rooms' pages: lists, the bench, files and paper."""
