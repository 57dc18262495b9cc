"""Two commands started together on a fresh checkout install once, one after the other."""

import os
import select
import shutil
import subprocess
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[2]
FLOCK = shutil.which("flock")

PYTHON = """#!/bin/bash
# Stands in for python: makes a .venv whose pip tells when it begins and waits until it may end.
if [ "$2" = venv ]; then
  mkdir -p "$3/bin"
  cp "$0" "$3/bin/python"
elif [ "$2" = pip ]; then
  echo installing >>told
  read -r <gate
fi
"""
LOCK_COMMAND = f"""#!/bin/bash
echo asking >>told
exec {FLOCK} "$@"
"""


class Checkout:
    """A checkout with nothing installed, whose commands tell what they are at."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        (folder / "bin").mkdir()
        (folder / "tools").mkdir()
        shutil.copy(ROOT / "bin/_venv", folder / "bin/_venv")
        (folder / "packages.txt").write_text("nothing\n", encoding="utf-8")
        for name, script in (("python3.11", PYTHON), ("flock", LOCK_COMMAND)):
            (folder / "tools" / name).write_text(script, encoding="utf-8")
            (folder / "tools" / name).chmod(0o755)
        for name in ("told", "gate"):
            os.mkfifo(folder / name)
        # Open at both ends, so that neither side waits for the other to open it.
        self.told = os.open(folder / "told", os.O_RDWR)
        self.gate = os.open(folder / "gate", os.O_RDWR)

    def command(self) -> subprocess.Popen[bytes]:
        environment = {**os.environ, "PATH": f"{self.folder / 'tools'}:{os.environ['PATH']}"}
        return subprocess.Popen(["bash", "bin/_venv", "packages.txt"], cwd=self.folder, env=environment)

    def hears(self) -> str:
        ready, _, _ = select.select([self.told], [], [], 30)
        return os.read(self.told, 100).decode() if ready else "nothing"

    def close(self) -> None:
        os.close(self.told)
        os.close(self.gate)


@pytest.fixture
def checkout(tmp_path):
    made = Checkout(tmp_path)
    yield made
    made.close()


def test_two_commands_together_install_once(checkout: Checkout) -> None:
    first = checkout.command()
    assert checkout.hears() == "asking\n"
    assert checkout.hears() == "installing\n"
    second = checkout.command()
    assert checkout.hears() == "asking\n"
    os.write(checkout.gate, b"\n\n")
    assert (first.wait(30), second.wait(30)) == (0, 0)
    assert select.select([checkout.told], [], [], 0)[0] == [], "the second installed once more"
