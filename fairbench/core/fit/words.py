"""A verdict in words: what somebody does otherwise, in one place and in a way one can do."""

from ..exercises.exercise import Version
from ..sides import Side
from .verdict import SideFit, Verdict, VerdictKind


def in_words(verdict: Verdict) -> str:
    """A verdict in a line, as an instructor would say it, with why."""
    if verdict.kind is VerdictKind.TALK_FIRST:
        return f"Talk first. {verdict.reason}"
    if verdict.version is None:
        return f"Nothing suitable: breathes seated or rests. {verdict.reason}"
    done = what_is_done(verdict)
    if verdict.overridden:
        return f"{_capital(done)}, by your decision: {verdict.reason}"
    if verdict.kind is VerdictKind.SWAPPED:
        return f"Swapped for {done}."
    if verdict.kind is VerdictKind.AS_PLANNED:
        return "As planned."
    return f"Eased: {done}. {verdict.reason}".rstrip()


def what_is_done(verdict: Verdict) -> str:
    """What somebody does, in as few words as can be read across a room, without why."""
    if verdict.version is None:
        return "talk first" if verdict.kind is VerdictKind.TALK_FIRST else "breathes seated"
    if verdict.kind is VerdictKind.SWAPPED:
        return ", ".join((verdict.exercise.name, verdict.version.name, *_lower(verdict.easings)))
    if verdict.left.version is verdict.right.version:
        return _done(verdict.version, verdict.base, verdict.easings)
    sides = [(side, fit) for side, fit in by_side(verdict) if not _as_planned(fit, verdict.base)]
    return ", ".join(
        f"{side}: {side_words(fit, verdict.base)}" if fit.version else f"{side} rests" for side, fit in sides
    )


def by_side(verdict: Verdict) -> tuple[tuple[Side, SideFit], ...]:
    """Both sides with what is done on each."""
    return (Side.LEFT, verdict.left), (Side.RIGHT, verdict.right)


def side_words(fit: SideFit, base: Version) -> str:
    """What one side does."""
    return "rests" if fit.version is None else _done(fit.version, base, fit.easings)


def _done(version: Version, base: Version, easings: tuple[str, ...]) -> str:
    named = () if version is base and easings else (version.name,)
    return ", ".join((*named, *_lower(easings)))


def _as_planned(fit: SideFit, base: Version) -> bool:
    return fit.version is base and not fit.easings


def _lower(words: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(f"{each[:1].lower()}{each[1:]}" for each in words)


def _capital(words: str) -> str:
    return f"{words[:1].upper()}{words[1:]}"
