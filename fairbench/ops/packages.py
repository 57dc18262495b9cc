"""Debian's packages, installed by name when they are missing."""

import os
import shutil
import subprocess
from ctypes.util import find_library


class OpsError(Exception):
    """Something outside the program is not as it must be; the message says what to do."""


_FOR_PDF = {
    "libpango-1.0-0": "pango-1.0",
    "libpangoft2-1.0-0": "pangoft2-1.0",
    "libharfbuzz-subset0": "harfbuzz-subset",
}
"""Debian's packages that pages to print are set with, and the libraries that they bring."""


def missing_for_pdf() -> list[str]:
    """Which of Debian's packages for pages to print are not there."""
    return [package for package, library in _FOR_PDF.items() if find_library(library) is None]


def install(*packages: str) -> None:
    """Install Debian packages, or say which command a person must run."""
    command = ["apt-get", "install", "-y", "--no-install-recommends", *packages]
    if shutil.which("apt-get") is None:
        raise OpsError(f"Please install these by your system's own means, then start again: {' '.join(packages)}")
    if os.geteuid() != 0:
        raise OpsError(f"Some packages are missing. Please run this, then start again:\n  sudo {' '.join(command)}")
    print(f"Installing {', '.join(packages)} …", flush=True)
    environment = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    subprocess.run(["apt-get", "update", "-qq"], env=environment, check=False)
    done = subprocess.run(command, env=environment, capture_output=True, text=True)
    if done.returncode:
        raise OpsError(f"This did not work; please run it yourself:\n  {' '.join(command)}\n{done.stderr[-800:]}")
