"""The drill, a few of each: `bin/drill` does the whole of it."""

from fairbench.ops.drill.__main__ import drill
from fairbench.ops.drill.tally import Tally, table


def test_what_is_broken_on_purpose_holds(monkeypatch) -> None:
    for name in ("DATABASE_URL", "SECRET_KEY", "DJANGO_SETTINGS_MODULE"):
        monkeypatch.delenv(name, raising=False)
    tallies = drill(
        seed=3,
        times={
            "roles": 1,
            "odd": 100,
            "network": 10,
            "teaching": 1,
            "editing": 1,
            "cuts": 2,
            "states": 1,
            "starting": 1,
        },
    )
    assert sum(tally.tried for tally in tallies) > 100
    assert [tally.failed for tally in tallies] == [[]] * len(tallies), table(tallies)


def test_the_table_says_what_failed() -> None:
    tally = Tally("Kills")
    tally.check(True, "")
    tally.check(False, "lost after a kill: 1")
    assert (tally.tried, tally.survived) == (2, 1)
    assert "lost after a kill: 1" in table([tally])
