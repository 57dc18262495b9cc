"""What the drill tells: `bin/drill` breaks things, a few of each with `--short`, which CI runs."""

from fairbench.ops.drill.tally import Tally, table


def test_the_table_says_what_failed() -> None:
    tally = Tally("Kills")
    tally.check(True, "")
    tally.check(False, "lost after a kill: 1")
    assert (tally.tried, tally.survived) == (2, 1)
    assert "lost after a kill: 1" in table([tally])
