"""Simulated devices of the room: each streams what it shows over a socket of this machine, a line of JSON at a time."""

import json
import socket
import threading
import time
from collections.abc import Callable
from contextlib import suppress


class SimulatedDevice:
    """A device behind a port of the loopback: ``shown_at`` says what it shows so many seconds after it was switched on,
    under ``key``; a line comes every ``each`` seconds. ``stop`` ends it, with everybody who listens."""

    def __init__(self, key: str, shown_at: Callable[[float], float], each: float, port: int = 0) -> None:
        self._listening = socket.create_server(("127.0.0.1", port))
        self._key, self._shown_at, self._each = key, shown_at, each
        self._since = time.monotonic()
        self._over = threading.Event()
        threading.Thread(target=self._serve, daemon=True).start()

    @property
    def address(self) -> str:
        """``127.0.0.1:54900``."""
        host, port = self._listening.getsockname()
        return f"{host}:{port}"

    def stop(self) -> None:
        """No more readings."""
        self._over.set()
        self._listening.close()

    def wait(self) -> None:
        """Until it is stopped."""
        self._over.wait()

    def _serve(self) -> None:
        with suppress(OSError):  # it was closed
            while not self._over.is_set():
                talk, _ = self._listening.accept()
                threading.Thread(target=self._stream, args=(talk,), daemon=True).start()

    def _stream(self, talk: socket.socket) -> None:
        with suppress(OSError), talk:  # whoever listened has gone
            while not self._over.is_set():
                figure = self._shown_at(time.monotonic() - self._since)
                talk.sendall(json.dumps({self._key: figure}).encode() + b"\n")
                self._over.wait(self._each)
