"""``bin/start``: everything that is needed, then the server. Ctrl-C stops what it started."""

import argparse
import fcntl
import os
import secrets
import signal
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path

from fairbench.web.demo import account as demo

from .packages import OpsError, install
from .postgres import Cluster, free_port, home_for, server_programs

ROOT = Path(__file__).resolve().parents[2]
LOCAL = ROOT / ".local"
SERVER_LOG = LOCAL / "server.log"
FIRST_WEB_PORT, FIRST_DATABASE_PORT = 8000, 54400


def main() -> int:
    """Start the server as asked on the command line; 1 when it cannot."""
    parser = argparse.ArgumentParser(prog="bin/start", description="Start Fair Bench on this machine.")
    parser.add_argument("--fresh", action="store_true", help="throw the database away and load the demo anew")
    arguments = parser.parse_args()
    try:
        return start(arguments.fresh)
    except OpsError as error:
        print(f"\nFair Bench could not start. {error}", file=sys.stderr)
        return 1


def start(fresh: bool) -> int:
    """Bring everything up and serve until stopped."""
    LOCAL.mkdir(exist_ok=True)
    lock = _only_one()
    if lock is None:
        address = LOCAL / "address"
        where = (
            address.read_text(encoding="utf-8").strip() if address.exists() else "this machine; it is still starting"
        )
        if fresh:
            raise OpsError(f"It is running at {where}. Stop it with Ctrl-C first, then start it with --fresh.")
        print(f"Fair Bench is already running at {where}")
        return 0
    for stop in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(stop, _interrupt)
    _stop_orphan()
    environment = {**os.environ, "FAIRBENCH_DEMO": "1"}
    cluster = None
    try:
        if "DATABASE_URL" not in environment:
            cluster = _own_cluster(fresh)
            environment["DATABASE_URL"] = cluster.url()
        elif fresh:
            raise OpsError("--fresh only rebuilds the database that bin/start made itself, not your DATABASE_URL.")
        _secret_key()
        _manage(environment, "migrate", "--verbosity", "0")
        _manage(environment, "keep_planned")
        _manage(environment, "load_demo", "--if-empty")
        _manage(environment, "collectstatic", "--noinput", "--verbosity", "0")
        return _serve(environment)
    except KeyboardInterrupt:
        return 0
    finally:
        if cluster is not None:
            print("Stopping PostgreSQL …", flush=True)
            cluster.stop()
        os.close(lock)


def _interrupt(*_: object) -> None:
    raise KeyboardInterrupt


def _only_one() -> int | None:
    """The lock of this checkout, or None when another start holds it."""
    lock = os.open(LOCAL / "start.lock", os.O_RDWR | os.O_CREAT)
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError:
        os.close(lock)
        return None
    return lock


def _stop_orphan() -> None:
    """End a web server that outlived a start that was killed."""
    pid_file = LOCAL / "gunicorn.pid"
    if not pid_file.exists():
        return
    pid = int(pid_file.read_text(encoding="ascii"))
    try:
        is_ours = b"fairbench.web.wsgi" in Path(f"/proc/{pid}/cmdline").read_bytes()
    except FileNotFoundError:
        is_ours = False
    if is_ours:
        os.kill(pid, signal.SIGTERM)
        for _ in range(100):
            if not Path(f"/proc/{pid}").exists():
                break
            time.sleep(0.1)
    pid_file.unlink(missing_ok=True)


def _own_cluster(fresh: bool) -> Cluster:
    if server_programs() is None:
        install("postgresql")
    cluster = Cluster(home_for(LOCAL / "postgres"), FIRST_DATABASE_PORT)
    if fresh:
        cluster.remove()
    print("Starting PostgreSQL …", flush=True)
    cluster.start()
    return cluster


def _secret_key() -> None:
    path = LOCAL / "secret_key"
    if not path.exists():
        path.touch(mode=0o600)
        path.write_text(secrets.token_urlsafe(50), encoding="ascii")


def _manage(environment: dict[str, str], *arguments: str) -> None:
    done = subprocess.run([sys.executable, str(ROOT / "manage.py"), *arguments], env=environment, cwd=ROOT)
    if done.returncode:
        raise OpsError(f"The step '{arguments[0]}' failed; the lines above say why. Your data is as it was.")


def _serve(environment: dict[str, str]) -> int:
    port = free_port(FIRST_WEB_PORT)
    address = f"http://127.0.0.1:{port}/"
    with SERVER_LOG.open("a", encoding="utf-8") as log:
        server = subprocess.Popen(
            [
                *(sys.executable, "-m", "gunicorn", "fairbench.web.wsgi:application"),
                *("--bind", f"127.0.0.1:{port}", "--workers", "2", "--threads", "4", "--preload"),
                *("--pid", str(LOCAL / "gunicorn.pid"), "--log-level", "warning"),
            ],
            env=environment,
            cwd=ROOT,
            stdout=log,
            stderr=log,
        )
    try:
        _wait_until_up(address, server)
        (LOCAL / "address").write_text(address, encoding="utf-8")
        print(f"\nFair Bench is at  {address}")
        print(f"Demo login        {demo.EMAIL}  ·  {demo.PASSWORD}")
        print(f"Log               {SERVER_LOG.relative_to(ROOT)}")
        print("Ctrl-C stops it; the data stays.\n", flush=True)
        return server.wait()
    finally:
        if server.poll() is None:
            server.terminate()
            server.wait(timeout=20)


def _wait_until_up(address: str, server: subprocess.Popen[bytes]) -> None:
    for _ in range(150):
        if server.poll() is not None:
            raise OpsError(f"The web server ended at once; {SERVER_LOG} says why.")
        try:
            urllib.request.urlopen(address + "sign-in/", timeout=2)
        except urllib.error.HTTPError:
            return
        except OSError:
            time.sleep(0.2)
        else:
            return
    raise OpsError("The web server did not answer within 30 s.")


if __name__ == "__main__":
    sys.exit(main())
