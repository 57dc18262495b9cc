"""The simulated scale: what it shows, and that it streams it."""

import json
import socket

from fairbench.ops.scale import HELD_KG, SimulatedScale, shown_at


def test_a_band_is_drawn_held_and_let_go() -> None:
    assert shown_at(0) == 0
    assert shown_at(1) == HELD_KG / 2
    assert {round(shown_at(2 + n / 5) - HELD_KG, 2) for n in range(30)} == {-0.02, 0.0, 0.02}
    assert shown_at(11) == HELD_KG / 2
    assert shown_at(12) == 0
    assert shown_at(13, 4.0) == 2.0


def test_readings_come_line_by_line_to_everybody_who_listens() -> None:
    scale = SimulatedScale(0, 3.0)
    host, _, port = scale.address.partition(":")
    try:
        for _ in range(2):
            with socket.create_connection((host, int(port)), 5) as talk, talk.makefile("rb") as lines:
                for _ in range(2):
                    assert 0 <= json.loads(lines.readline())["kg"] <= 3.02
    finally:
        scale.stop()
