"""``bin/test``: linters, types, import contracts, then every test on a throwaway PostgreSQL."""

import os
import shutil
import subprocess
import sys
import tempfile
from pathlib import Path

from .packages import OpsError, install, missing_for_pdf
from .postgres import Cluster, server_programs

ROOT = Path(__file__).resolve().parents[2]
BIN = Path(sys.executable).parent
FIRST_DATABASE_PORT = 54600


def main() -> int:
    """Run every check and test; the code of the first that fails."""
    try:
        return check(sys.argv[1:])
    except OpsError as error:
        print(f"\nThe tests could not run. {error}", file=sys.stderr)
        return 1


def check(for_pytest: list[str]) -> int:
    """Run all of it; the first step that fails ends it, with its exit code."""
    missing = [] if server_programs() else ["postgresql"]
    if shutil.which("chromium") is None:
        missing.append("chromium")
    if not any(Path("/usr/lib").glob("*/libatomic.so.1")):
        missing.append("libatomic1")  # what drives the browser is linked with it
    missing += missing_for_pdf()
    if missing:
        install(*missing)
    with _cluster() as folder:
        cluster = Cluster(Path(folder) / "cluster", FIRST_DATABASE_PORT, lasting=False)
        try:
            print("Starting a throwaway PostgreSQL …", flush=True)
            cluster.start()
            environment = {
                **os.environ,
                "DATABASE_URL": cluster.url(),
                "SECRET_KEY": "only-for-tests",
                "DJANGO_SETTINGS_MODULE": "fairbench.web.settings",
                "FAIRBENCH_LOG_LEVEL": "ERROR",
            }
            for title, command in _steps(for_pytest):
                print(f"\n== {title}", flush=True)
                done = subprocess.run(command, env=environment, cwd=ROOT)
                if done.returncode:
                    print(f"\n{title}: failed.", file=sys.stderr)
                    return done.returncode
        finally:
            cluster.remove()
    return 0


# File by file in the order of the folders: the browser's, which take longest, come first, so that at the end no worker
# waits for another. Three on two cores: those who drive a browser wait half of their time.
_IN_THREE = ["-n", "3", "--dist", "loadfile", "--no-loadscope-reorder"]


def _steps(for_pytest: list[str]) -> list[tuple[str, list[str]]]:
    python = sys.executable
    return [
        ("Linter", [str(BIN / "ruff"), "check", "."]),
        ("Layout", [str(BIN / "ruff"), "format", "--check", "."]),
        ("Templates", [str(BIN / "djlint"), "fairbench/web", "--lint", "--check", "--quiet"]),
        ("Data", [str(BIN / "yamllint"), "--strict", "fairbench/catalogue"]),
        ("Types", [str(BIN / "mypy")]),
        ("Import contracts", [str(BIN / "lint-imports")]),
        ("Migrations", [python, "manage.py", "makemigrations", "--check", "--dry-run"]),
        ("Static files", [python, "manage.py", "collectstatic", "--noinput", "--verbosity", "0"]),
        ("Scripts", ["node", "--test", *map(str, sorted((ROOT / "tests/js").glob("*.test.js")))]),
        ("Tests", [python, "-m", "pytest", *(for_pytest or _IN_THREE)]),
    ]


def _cluster() -> tempfile.TemporaryDirectory[str]:
    """A folder that the server's account can reach, gone afterwards."""
    folder = tempfile.TemporaryDirectory(prefix="fairbench-test-", ignore_cleanup_errors=True)
    Path(folder.name).chmod(0o755)
    return folder


if __name__ == "__main__":
    sys.exit(main())
