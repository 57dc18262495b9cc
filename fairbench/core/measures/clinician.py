"""Results from which on a word with a clinician is due. A threshold names no illness: it says to ask."""

from .bands import Band, NoBand, Standing
from .test import Sex, Taken, Test


def word_due(taken: Taken, band: Band | NoBand, sex: Sex | None) -> str:
    """Why somebody should have a word with their clinician about a result; empty where nothing asks for it. Where the
    sex decides and is not known, the stricter figure counts. Of two sides the less able one decides."""
    word = taken.test.word
    if word is None:
        return ""
    for value in _values(taken):
        said = _said(taken.test, value, band, sex)
        if said:
            return f"{said} Have a word with their clinician about it{_source(word.source)}."
    return ""


def _values(taken: Taken) -> list[float]:
    """What is held against the threshold: the results, or of stages the seconds of the one that is asked about."""
    if taken.test.stages:
        trials = taken.trials.get(None, ())
        return [trials[_TANDEM] if len(trials) > _TANDEM else 0.0]
    return list(taken.results.values())


_TANDEM = 2
"""The third of four stages: one foot straight before the other."""


def _said(test: Test, value: float, band: Band | NoBand, sex: Sex | None) -> str:
    word = test.word
    assert word is not None
    name = f"{test.name}, {test.stages[_TANDEM]}" if test.stages else test.name
    shown, unit = f"{value:g}", "s" if test.stages else test.unit
    if word.under:
        fitting = word.under.get(sex, word.under.get(None))
        bound = max(word.under.values()) if fitting is None else fitting
        if value < bound:
            return f"{name}: {shown} {unit} is under {bound:g}."
    if word.at_least is not None and value >= word.at_least:
        return f"{name}: {shown} {unit} is {word.at_least:g} or more."
    if word.over is not None and value > word.over:
        return f"{name}: {shown} {unit} is over {word.over:g}."
    if word.below_usual and isinstance(band, Band) and band.standing(value, test.better) is Standing.BELOW:
        return f"{name}: {shown} {unit} is below the usual {band.usual_from:g} to {band.usual_to:g}."
    return ""


def _source(source: str) -> str:
    return f" ({source})" if source else ""
