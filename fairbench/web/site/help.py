"""Help for the screen that one is on, written for instructors."""

from collections.abc import Mapping
from pathlib import Path
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.core.formats.yaml_lines import load
from fairbench.core.kept import kept

HELP = Path(__file__).parent / "help.yaml"


@kept(1)
def help_texts() -> Mapping[str, Mapping[str, Any]]:
    """Title and sentences by the name of a screen's address; the empty name is for all others."""
    texts: dict[str, dict[str, Any]] = load(HELP.read_text(encoding="utf-8"), HELP.name)[0]
    return texts


def help_page(request: HttpRequest) -> HttpResponse:
    """Help for the screen named in ``?of=``, as the inside of a dialog."""
    texts = help_texts()
    return render(request, "help.html", {"help": texts.get(request.GET.get("of", ""), texts[""])})
