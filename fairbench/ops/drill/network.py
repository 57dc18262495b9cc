"""A bad network between a device and the server: nothing the device reports is lost or stands twice."""

import random
import socket
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from typing import Any

from .server import Device, Server
from .tally import Tally
from .teaching import made_event, report, stored_events

SLOWEST = 0.3
"""Seconds that an answer is held back at most."""
_ENOUGH = 65_536


class BadNetwork:
    """Listens on loopback and hands each request on to the server as ``fault`` says, one connection after the other."""

    def __init__(self, server_port: int) -> None:
        self._server_port = server_port
        self._listening = socket.create_server(("127.0.0.1", 0))
        self.port: int = self._listening.getsockname()[1]
        self.fault: Callable[[socket.socket, Callable[[], bytes]], None] = _through
        threading.Thread(target=self._serve, daemon=True).start()

    def close(self) -> None:
        """No more connections."""
        self._listening.close()

    def _serve(self) -> None:
        while True:
            try:
                device, _ = self._listening.accept()
            except OSError:
                return
            with device, suppress(OSError):
                asked = _whole_request(device)
                self.fault(device, lambda asked=asked: self._ask(asked))  # type: ignore[misc]

    def _ask(self, asked: bytes) -> bytes:
        with socket.create_connection(("127.0.0.1", self._server_port), timeout=30) as server:
            server.sendall(asked)
            parts = []
            while part := server.recv(_ENOUGH):
                parts.append(part)
        return b"".join(parts)


def _whole_request(device: socket.socket) -> bytes:
    """One request with its body; it is asked to end the connection, so that the end of the answer can be seen."""
    got = b""
    while b"\r\n\r\n" not in got:
        got += device.recv(_ENOUGH)
    head, _, body = got.partition(b"\r\n\r\n")
    lengths = [line.split(b":")[1] for line in head.split(b"\r\n") if line.lower().startswith(b"content-length:")]
    while lengths and len(body) < int(lengths[0]):
        body += device.recv(_ENOUGH)
    return head + b"\r\n\r\n" + body


def _through(device: socket.socket, ask: Callable[[], bytes]) -> None:
    device.sendall(ask())


def _never_sent(*_: object) -> None:
    """The request is lost."""


def _answer_lost(_: socket.socket, ask: Callable[[], bytes]) -> None:
    ask()


def _answer_torn(device: socket.socket, ask: Callable[[], bytes]) -> None:
    answer = ask()
    device.sendall(answer[: len(answer) // 2])


def _bad_gateway(device: socket.socket, ask: Callable[[], bytes]) -> None:
    ask()
    device.sendall(b"HTTP/1.1 502 Bad Gateway\r\nContent-Length: 0\r\nConnection: close\r\n\r\n")


def _twice(device: socket.socket, ask: Callable[[], bytes]) -> None:
    """A box on the way sends the request a second time."""
    ask()
    device.sendall(ask())


FAULTS = (_never_sent, _answer_lost, _answer_torn, _bad_gateway, _twice)


def bad_network(server: Server, seed: int, faults: int) -> Tally:
    """A device reports through a network that loses, tears, slows, repeats and refuses; it sends anew what was not
    answered."""
    chance = random.Random(f"network {seed}")
    tally = Tally("Bad network while teaching")
    network = BadNetwork(server.port)
    device = Device(network.port)
    device.sign_in()
    meeting = device.begin_class("Short and steady")
    made: set[str] = set()
    acknowledged: set[str] = set()
    waiting: list[dict[str, Any]] = []
    for _ in range(faults):
        fault = chance.choice(FAULTS)
        late = chance.uniform(0, SLOWEST) if chance.random() < 0.2 else 0.0

        def slow(to: socket.socket, ask: Callable[[], bytes], fault: Any = fault, late: float = late) -> None:
            time.sleep(late)
            fault(to, ask)

        network.fault = slow
        for _ in range(chance.randint(1, 5)):
            waiting.append(made_event(chance))
            made.add(waiting[-1]["id"])
        report(device, meeting, waiting, acknowledged)
        stored = stored_events(server, meeting)
        tally.check(acknowledged <= set(stored), f"lost after {fault.__name__}")
        tally.check(len(stored) == len(set(stored)), f"twice after {fault.__name__}")
    network.fault = _through
    report(device, meeting, waiting, acknowledged)
    network.close()
    stored = stored_events(server, meeting)
    tally.check(set(stored) == made and len(stored) == len(made), f"{len(made)} made, {len(stored)} stored in the end")
    return tally
