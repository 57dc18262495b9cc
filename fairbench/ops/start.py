"""``bin/start``: everything that is needed, then the server. Ctrl-C stops what it started."""

import argparse
import fcntl
import os
import secrets
import signal
import subprocess
import sys
import time
import traceback
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path

from fairbench.web.demo import account as demo

from .packages import OpsError, install, missing_for_pdf
from .postgres import Cluster, command_of, free_port, home_for, is_free, server_programs
from .scale import SimulatedScale
from .sensors import SimulatedDynamometer, SimulatedRangeSensor
from .simulated import SimulatedDevice
from .waiting import wait_until_up

ROOT = Path(__file__).resolve().parents[2]
LOCAL = ROOT / ".local"
SERVER_LOG = LOCAL / "server.log"
STAGE = LOCAL / "starting"
"""What the web server is at while it comes up."""
FIRST_WEB_PORT, FIRST_DATABASE_PORT = 8000, 54400
SERVER_NAME = "fairbench-started"
"""Stands on the command line of the web server that this program starts, and of no other."""
WATCH_SECONDS = 1.0
ORPHAN_TRIES = 100
"""A tenth of a second apart."""


def main() -> int:
    """Start the server as asked on the command line; 1 when it cannot."""
    parser = argparse.ArgumentParser(prog="bin/start", description="Start Fair Bench on this machine.")
    parser.add_argument("--fresh", action="store_true", help="throw the database away and begin anew")
    begin = parser.add_mutually_exclusive_group()
    begin.add_argument("--empty", action="store_true", help="no demo: begin with a practice of your own")
    begin.add_argument("--demo", action="store_true", help="the demo, also into a database of your own that is empty")
    parser.add_argument("--port", type=int, help="serve at this port from now on; tablets keep their work by address")
    arguments = parser.parse_args()
    try:
        return start(Wanted(arguments.fresh, arguments.empty, arguments.demo, arguments.port))
    except OpsError as error:
        print(f"\nFair Bench could not start. {error}", file=sys.stderr)
        return 1
    except Exception as error:  # any fault of ours: a person gets a line that leads on, the log has the rest
        with SERVER_LOG.open("a", encoding="utf-8") as log:
            traceback.print_exc(file=log)
        print(
            f"\nFair Bench could not start: a fault of its own ({type(error).__name__}). Your data is as it was."
            f" Run bin/start again; if it stays, {SERVER_LOG} says where it is.",
            file=sys.stderr,
        )
        return 1


@dataclass(frozen=True, slots=True)
class Wanted:
    """What was asked for on the command line."""

    fresh: bool = False
    empty: bool = False
    demo: bool = False
    port: int | None = None


def start(wanted: Wanted) -> int:
    """Bring everything up and serve until stopped."""
    LOCAL.mkdir(exist_ok=True)
    missing = missing_for_pdf()
    if missing:
        install(*missing)
    lock = _only_one()
    if lock is None:
        address = LOCAL / "address"
        where = (
            address.read_text(encoding="utf-8").strip() if address.exists() else "this machine; it is still starting"
        )
        if wanted.fresh:
            raise OpsError(f"It is running at {where}. Stop it with Ctrl-C first, then start it with --fresh.")
        print(f"Fair Bench is already running at {where}")
        return 0
    for stop in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(stop, _interrupt)
    _stop_orphan()
    environment = dict(os.environ)
    cluster = None
    devices: list[SimulatedDevice] = []
    try:
        port = web_port(wanted.port)
        if "DATABASE_URL" not in environment:
            cluster = _own_cluster(wanted.fresh)
            environment["DATABASE_URL"] = cluster.url()
        elif wanted.fresh:
            raise OpsError("--fresh only rebuilds the database that bin/start made itself, not your DATABASE_URL.")
        _secret_key()
        demo = _with_demo(wanted, cluster is not None)
        environment["FAIRBENCH_DEMO"] = "1" if demo else "0"
        if demo:
            devices += _simulated(environment)
        print("Preparing the database …", flush=True)
        _manage(environment, "prepare_database", *(["--demo"] if demo else []))
        _manage(environment, "collectstatic", "--noinput", "--verbosity", "0")
        return _serve(environment, port, cluster)
    except KeyboardInterrupt:
        return 0
    finally:
        for device in devices:
            device.stop()
        if cluster is not None:
            print("Stopping PostgreSQL …", flush=True)
            cluster.stop()
        os.close(lock)


_DEVICES = {
    "FAIRBENCH_SCALE": SimulatedScale,
    "FAIRBENCH_DYNAMOMETER": SimulatedDynamometer,
    "FAIRBENCH_RANGE_SENSOR": SimulatedRangeSensor,
}


def _simulated(environment: dict[str, str]) -> list[SimulatedDevice]:
    """A device of the demo for each that is not set up; where it is goes into the environment."""
    made: list[SimulatedDevice] = []
    for name, simulated in _DEVICES.items():
        if name not in environment:
            made.append(simulated())
            environment[name] = made[-1].address
    return made


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
    """End a web server that outlived a start that was killed. It may have been killed before it noted its number, so
    every process is looked at; none is touched that is not proven to be the web server of this very checkout."""
    for stop in (signal.SIGTERM, signal.SIGKILL):
        for pid in _orphans():
            with suppress(ProcessLookupError):
                os.kill(pid, stop)
        for _ in range(ORPHAN_TRIES):
            if not _orphans():
                return
            time.sleep(0.1)


def _orphans() -> list[int]:
    return [int(folder.name) for folder in Path("/proc").glob("[0-9]*") if _is_our_web_server(int(folder.name))]


def _is_our_web_server(pid: int) -> bool:
    try:
        return SERVER_NAME in command_of(pid).split() and Path(f"/proc/{pid}/cwd").resolve(strict=True) == ROOT
    except OSError:
        return False  # it has ended, or is somebody else's


def web_port(asked: int | None) -> int:
    """The port to serve at: the one asked for, else the one served at before, else a free one, which is then kept.

    Tablets keep their unsent work under the address, so it never moves by itself: when the port is taken by something
    else, :class:`OpsError` says so.
    """
    kept = LOCAL / "web_port"
    try:
        before = int(kept.read_text(encoding="ascii"))
    except (OSError, ValueError):
        before = None
    port = asked or before or free_port(FIRST_WEB_PORT)
    if not is_free(port):
        taken = f"Port {port} is used by something else."
        raise OpsError(
            f"{taken} Fair Bench was at http://127.0.0.1:{port}/ before, and tablets keep their unsent work under that"
            f" address. Stop what uses it, or move on purpose: bin/start --port {port + 10}"
            if port == before
            else taken
        )
    whole = kept.with_suffix(".new")
    whole.write_text(str(port), encoding="ascii")
    whole.replace(kept)
    return port


def _with_demo(wanted: Wanted, own_cluster: bool) -> bool:
    """Whether this is the demo. It goes into the database that bin/start made itself unless an empty one was asked for,
    and into a database of one's own only when asked: its password is published. The choice is kept."""
    empty = LOCAL / "empty"
    if wanted.empty:
        empty.touch()
    elif wanted.demo or wanted.fresh:
        empty.unlink(missing_ok=True)
    return wanted.demo or (own_cluster and not empty.exists())


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
    if not path.exists() or not path.read_text(encoding="ascii").strip():
        whole = path.with_suffix(".new")
        whole.touch(mode=0o600)
        whole.write_text(secrets.token_urlsafe(50), encoding="ascii")
        whole.replace(path)


def _manage(environment: dict[str, str], *arguments: str) -> None:
    done = subprocess.run([sys.executable, str(ROOT / "manage.py"), *arguments], env=environment, cwd=ROOT)
    if done.returncode:
        raise OpsError(f"The step '{arguments[0]}' failed; the lines above say why. Your data is as it was.")


def _serve(environment: dict[str, str], port: int, cluster: Cluster | None) -> int:
    address = f"http://127.0.0.1:{port}/"
    SERVER_LOG.touch(mode=0o600)
    SERVER_LOG.chmod(0o600)
    STAGE.unlink(missing_ok=True)
    with SERVER_LOG.open("a", encoding="utf-8") as log:
        server = subprocess.Popen(
            [
                *(sys.executable, "-m", "gunicorn", "fairbench.web.wsgi:application"),
                *("--bind", f"127.0.0.1:{port}", "--workers", "2", "--threads", "4", "--preload"),
                *("--name", SERVER_NAME, "--log-level", "warning"),
                *("--logger-class", "fairbench.ops.gunicorn_log.QuietLogger"),
            ],
            env=environment,
            cwd=ROOT,
            stdout=log,
            stderr=log,
        )
    try:
        print("Starting the web server …", flush=True)
        wait_until_up(address, server, STAGE, SERVER_LOG.relative_to(ROOT))
        (LOCAL / "address").write_text(address, encoding="utf-8")
        print(f"\nFair Bench is at  {address}")
        if environment["FAIRBENCH_DEMO"] == "1":
            print(f"Demo login        {demo.EMAIL}  ·  {demo.PASSWORD}")
        else:
            _say_first_practice(environment, address)
        print(f"Log               {SERVER_LOG.relative_to(ROOT)}")
        print("Ctrl-C stops it; the data stays.\n", flush=True)
        return _watch(server, cluster, environment["DATABASE_URL"])
    finally:
        if server.poll() is None:
            _end(server)


def _end(server: "subprocess.Popen[bytes]") -> None:
    """Let requests that are under way end; one that hangs is not waited for."""
    server.terminate()
    try:
        server.wait(timeout=40)
    except subprocess.TimeoutExpired:
        server.kill()
        server.wait()


def _watch(server: "subprocess.Popen[bytes]", cluster: Cluster | None, database: str) -> int:
    """Until the web server ends: bring the database back when it ends alone, and say so."""
    while server.poll() is None:
        if cluster is not None and not cluster.running():
            print(f"{time.strftime('%H:%M:%S')} PostgreSQL had ended; starting it again …", flush=True)
            try:
                cluster.start()
            except OpsError as error:
                print(f"{error}\nIt is tried again. Until then nothing can be saved.", file=sys.stderr, flush=True)
            else:
                if cluster.url() != database:
                    raise OpsError("Something else took the port of the database meanwhile. Run bin/start again.")
                print(f"{time.strftime('%H:%M:%S')} PostgreSQL is back. Nothing that was saved is lost.", flush=True)
        time.sleep(WATCH_SECONDS)
    return server.returncode


def _say_first_practice(environment: dict[str, str], address: str) -> None:
    done = subprocess.run(
        [sys.executable, str(ROOT / "manage.py"), "first_practice_link"],
        env=environment,
        cwd=ROOT,
        capture_output=True,
        text=True,
    )
    if done.returncode:
        raise OpsError(f"The database could not be asked whether there is a practice yet.\n{done.stderr}")
    if done.stdout.strip():
        print(f"Begin here        {address.rstrip('/')}{done.stdout.strip()}")


if __name__ == "__main__":
    sys.exit(main())
