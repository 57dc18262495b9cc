"""A Fair Bench of a drill's own: its cluster, its web server, and somebody who talks to it as a device does."""

import http.cookiejar
import json
import os
import re
import signal
import subprocess
import sys
import time
import urllib.error
import urllib.parse
import urllib.request
from pathlib import Path
from typing import Any

from fairbench.ops.packages import OpsError
from fairbench.ops.postgres import Cluster, free_port
from fairbench.web.demo import account

ROOT = Path(__file__).resolve().parents[3]
PATIENCE = 300


class Server:
    """A cluster and a web server in a folder of their own, which can be killed and started again."""

    def __init__(self, folder: Path) -> None:
        self.cluster = Cluster(folder / "cluster", 55600)
        self.cluster.start()
        self.log = folder / "web.log"
        self.port = free_port(8600)
        self.process: subprocess.Popen[bytes] | None = None

    @property
    def environment(self) -> dict[str, str]:
        """What every program of this drill runs with."""
        return {
            **os.environ,
            "DATABASE_URL": self.cluster.url(),
            "SECRET_KEY": "only-for-the-drill",
            "DJANGO_SETTINGS_MODULE": "fairbench.web.settings",
            "FAIRBENCH_LOG_LEVEL": "CRITICAL",
        }

    def manage(self, *words: str) -> subprocess.CompletedProcess[str]:
        """Run ``manage.py`` on this drill's database."""
        command = [sys.executable, str(ROOT / "manage.py"), *words]
        return subprocess.run(command, cwd=ROOT, env=self.environment, capture_output=True, text=True)

    def empty(self) -> None:
        """Begin anew with an empty database."""
        self.cluster.remove()
        self.cluster.start()

    def prepare(self) -> None:
        """Everything that pages need besides rows. Raises RuntimeError when it cannot."""
        self._do("migrate", "--verbosity", "0")
        self._do("collectstatic", "--noinput", "--verbosity", "0")

    def demo(self) -> None:
        """Prepare, and load the demo. Raises RuntimeError when it cannot."""
        self.prepare()
        self._do("load_demo")

    def _do(self, *words: str) -> None:
        done = self.manage(*words)
        if done.returncode:
            raise RuntimeError(done.stderr)

    def start(self) -> None:
        """Start the web server and wait until it and the database answer."""
        command = [
            *(sys.executable, "-m", "gunicorn", "fairbench.web.wsgi:application"),
            *(
                "--bind",
                f"127.0.0.1:{self.port}",
                "--workers",
                "2",
                "--threads",
                "4",
                "--preload",
                "--log-level",
                "critical",
            ),
        ]
        with self.log.open("ab") as log:
            self.process = subprocess.Popen(
                command, cwd=ROOT, env=self.environment, stdout=log, stderr=log, start_new_session=True
            )
        for _ in range(PATIENCE):
            try:
                urllib.request.urlopen(f"http://127.0.0.1:{self.port}/health/", timeout=5)
                return
            except OSError:
                time.sleep(0.1)
        raise RuntimeError("the web server did not come up")

    def kill_web(self) -> None:
        """Kill the web server and its workers as a power cut would."""
        assert self.process is not None
        os.killpg(self.process.pid, signal.SIGKILL)
        self.process.wait()

    def kill_database(self) -> None:
        """Kill the database's first process as a power cut would, and bring it back."""
        number = self.cluster._process()
        assert number is not None
        os.kill(number, signal.SIGKILL)
        while self.cluster._process() == number:
            time.sleep(0.01)
        for _ in range(PATIENCE):
            try:
                self.cluster.start()
                return
            except OpsError:
                time.sleep(0.2)
        raise RuntimeError("the database did not come back")

    def end(self) -> None:
        """Stop everything."""
        if self.process is not None and self.process.poll() is None:
            self.kill_web()
        self.cluster.remove()


class Device:
    """A browser as far as a drill needs one: cookies, forms, JSON."""

    def __init__(self, port: int) -> None:
        self.base = f"http://127.0.0.1:{port}"
        self.jar = http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))

    def get(self, address: str) -> str:
        """A page."""
        return str(self.opener.open(self.base + address, timeout=30).read().decode())

    def post(self, address: str, fields: dict[str, str]) -> str:
        """A form."""
        data = urllib.parse.urlencode({**fields, "csrfmiddlewaretoken": self._token()}).encode()
        return self._send(address, data, "application/x-www-form-urlencoded")

    def post_json(self, address: str, value: Any) -> Any:
        """JSON there and back. Raises OSError where no whole answer came."""
        return json.loads(self._send(address, json.dumps(value).encode(), "application/json"))

    def sign_in(self) -> None:
        """Sign in to the demo."""
        self.get("/sign-in/")
        self.post("/sign-in/", {"username": account.EMAIL, "password": account.PASSWORD})

    def begin_class(self, plan: str) -> str:
        """Begin the class of a plan with the first person of its list; gives back the id of the class."""
        page = self.get("/")
        found = re.search(r'name="plan" value="([0-9a-f-]+)"[^<]*>\s*<button[^>]*aria-label="Teach ' + plan, page)
        assert found is not None
        arrivals = self.post("/classes/open/", {"plan": found.group(1)})
        meeting = re.search(r"/classes/([0-9a-f-]{36})/here/", arrivals)
        person = re.search(r'"participant": "([0-9a-f-]{36})"', arrivals)
        assert meeting is not None
        assert person is not None
        self.post(f"/classes/{meeting.group(1)}/here/", {"participant": person.group(1), "here": "yes"})
        self.post(f"/classes/{meeting.group(1)}/begin/", {})
        return meeting.group(1)

    def _token(self) -> str:
        return next((cookie.value or "" for cookie in self.jar if cookie.name == "csrftoken"), "")

    def _send(self, address: str, data: bytes, kind: str) -> str:
        headers = {"Content-Type": kind, "X-CSRFToken": self._token(), "Referer": self.base + "/"}
        request = urllib.request.Request(self.base + address, data, headers)
        return str(self.opener.open(request, timeout=30).read().decode())
