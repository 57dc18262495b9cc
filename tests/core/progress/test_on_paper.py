"""Weeks tried on paper are the weeks that would be proposed."""

from fairbench.core.progress.on_paper import on_paper
from fairbench.core.progress.proposal import Kind
from fairbench.core.progress.schools import SCHOOLS
from tests.core.progress.logs import bout, followed, setting


def test_eight_weeks_that_go_well_are_the_worked_figures() -> None:
    given = setting(met=frozenset(), came=frozenset())
    for school in SCHOOLS:
        told = on_paper([bout(0, 8, kg=1.0)], given, SCHOOLS[school], 8)
        real = followed(school, 8, bout(0, 8, kg=1.0), setting())
        assert [(w.due.amount.reps, w.due.amount.kg) for w in told] == [
            (due.amount.reps, due.amount.kg) for _, due in real
        ]


def test_weeks_away_repeat_go_down_and_begin_again() -> None:
    given = setting(met=frozenset(), came=frozenset())
    for away, kind, reps in (({2}, Kind.SAME, 11), ({2, 3}, Kind.BACK, 8), ({2, 3, 4, 5}, Kind.AGAIN, 5)):
        told = on_paper([bout(0, 10)], given, SCHOOLS["ten"], 7, away)
        assert [week.due is None for week in told] == [week.number in away for week in told]
        back = next(week.due for week in told if week.number == max(away) + 1)
        assert (back.kind, back.amount.reps) == (kind, reps)


def test_it_is_no_longer_than_half_a_year() -> None:
    assert len(on_paper([bout(0, 10)], setting(), SCHOOLS["ten"], 400)) == 26
