"""What ships: nothing from elsewhere at run time, links that lead somewhere, pictures that are shown."""

import json
import re
import struct
from pathlib import Path

from tests.every import every

ROOT = Path(__file__).resolve().parents[2]
TEMPLATES = sorted((ROOT / "fairbench/web").rglob("*.html"))
SCRIPTS = sorted((ROOT / "fairbench/web/static/js").rglob("*.js"))
PICTURES = sorted((ROOT / "docs/screenshots").glob("*.png"))
PAGES = [ROOT / "README.md", ROOT / "CHANGELOG.md", *sorted((ROOT / "docs").rglob("*.md"))]


@every("template", TEMPLATES, ids=lambda path: path.name)
def test_templates_bring_no_inline_code_and_nothing_from_elsewhere(template: Path) -> None:
    text = template.read_text(encoding="utf-8")
    assert not re.search(r"\son\w+=", text)
    assert not re.search(r"\sstyle=", text)
    assert not re.search(r"<script(?![^>]*src=)[^>]*>", text)
    assert not re.search(r"(src|href)=[\"'](https?:)?//", text)


@every("script", SCRIPTS, ids=lambda path: path.name)
def test_scripts_call_nobody_else(script: Path) -> None:
    text = script.read_text(encoding="utf-8").replace("http://www.w3.org/2000/svg", "")
    assert "http://" not in text
    assert "https://" not in text
    assert "eval(" not in text
    assert "innerHTML" not in text


def test_every_import_of_a_script_is_there() -> None:
    for script in SCRIPTS:
        for name in re.findall(r'from "([^"]+)"', script.read_text(encoding="utf-8")):
            assert (script.parent / name).exists(), f"{script.name}: {name}"


def test_type_follows_the_browsers_own_size() -> None:
    """The root is a part of what somebody chose, and so is all that is set in rem."""
    css = (ROOT / "fairbench/web/static/app.css").read_text(encoding="utf-8")
    roots = re.findall(r"(?:^|[},])html\s*\{[^}]*font-size:([^;}]+)", css)
    assert roots
    assert all(size.strip().endswith(("%", "pt")) for size in roots), roots  # pt on paper


def test_styles_take_fonts_from_here() -> None:
    css = (ROOT / "fairbench/web/static/app.css").read_text(encoding="utf-8")
    fonts = set(re.findall(r"url\(([^)]+)\)", css))
    assert fonts
    for font in fonts:
        assert (ROOT / "fairbench/web/static" / font.strip("\"'")).exists(), font


@every("page", PAGES, ids=lambda path: path.name)
def test_links_in_the_docs_lead_somewhere(page: Path) -> None:
    for target in re.findall(r"\]\(([^)#]+)", page.read_text(encoding="utf-8")):
        assert target.startswith("http") or (page.parent / target).exists(), target


def test_pictures_are_current_in_size_and_shown() -> None:
    readme = (ROOT / "README.md").read_text(encoding="utf-8")
    assert 8 <= len(PICTURES) < 20
    for picture in PICTURES:
        assert picture.name in readme, picture.name
        assert struct.unpack(">II", picture.read_bytes()[16:24]) == (1280, 800), picture.name


def test_the_readme_names_every_command() -> None:
    readme = (ROOT / "README.md").read_text(encoding="utf-8")
    for command in (ROOT / "bin").iterdir():
        if not command.name.startswith("_"):
            assert f"bin/{command.name}" in readme, command.name


def test_locks_are_pinned_and_hashed_and_name_no_address() -> None:
    for lock in (ROOT / "requirements").glob("*.txt"):
        text = lock.read_text(encoding="utf-8")
        assert "://" not in text
        for entry in re.findall(r"^[a-z].*(?:\n {4}.*)*", text, re.M):
            assert "==" in entry
            assert "--hash=sha256:" in entry
    packages = json.loads((ROOT / "package-lock.json").read_text(encoding="utf-8"))["packages"]
    assert not any("resolved" in package for package in packages.values())


def test_every_file_on_the_map_of_the_house_is_there() -> None:
    text = (ROOT / "docs/house.md").read_text(encoding="utf-8")
    named = {name for name in re.findall(r"`([\w./-]+)`", text) if re.search(r"/$|\.\w+$", name)}
    assert len(named) > 60
    files = {path for top in ("fairbench", "tests", "docs", "assets") for path in (ROOT / top).rglob("*")}
    tails = {path.as_posix() for path in files} | {f"{path.as_posix()}/" for path in files if path.is_dir()}
    known = {tail[n:] for tail in tails for n in range(len(tail)) if tail[n - 1] == "/"} | {"pyproject.toml", "tests/"}
    roots = {name for name in named if name.startswith("bin/") and (ROOT / name).exists()}
    assert named - known - roots == set()
