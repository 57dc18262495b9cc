"""Reading pages as people see them."""

import html
import re


def words(page: str) -> str:
    """The words of a page or part, without its tags, each run of white space one space."""
    return re.sub(r"\s+", " ", html.unescape(re.sub(r"<[^>]*>", " ", page))).strip()
