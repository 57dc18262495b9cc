"""Words for one who reads alone: what a class says turned into what a sheet says, and what on it is hard to read."""

import re
from collections.abc import Iterable
from dataclasses import dataclass

from ..kept import kept
from .home import HomeRules, Wording

_KEPT = 256
MOST_WORDS = 15
"""Words of a sentence, as guidance on easy reading has it."""
_SENTENCE = re.compile(r"(?<=[.!?])\s+")
_PASSIVE = re.compile(
    r"\b(?:is|are|was|were|be|been|being) (?:\w+ed|held|kept|done|put|drawn|made|taken|brought|given|let)\b", re.I
)


@dataclass(frozen=True, slots=True)
class Hard:
    """A sentence that is hard to read, why, and one that is easier; the same where nobody knows one."""

    sentence: str
    why: str
    better: str


def for_one_alone(said: str, rules: HomeRules, hold: str, calls: Iterable[Wording] = ()) -> str:
    """A cue as one who is alone reads it: nobody to tell, and what they hold at home, or take in the place of a prop
    (``calls``), called by its name."""
    for wording in rules.alone:
        said = _replaced(said, Wording(wording.old, wording.new.format(hold=hold or "the worktop")))
    for wording in calls:
        said = _replaced(said, wording)
    return said


def in_short_sentences(said: str) -> str:
    """Parts that a semicolon joins become sentences, and so do those that a colon joins where both are long."""
    parts = [part.strip() for part in said.split(";")]
    joined = ". ".join(f"{part[:1].upper()}{part[1:]}".rstrip(".") for part in parts if part)
    return f"{joined}." if joined and joined[-1] not in ".!?" else joined


def sentences(said: str) -> list[str]:
    """The sentences of a text."""
    return [one for one in _SENTENCE.split(said.strip()) if one]


def hard_to_read(texts: Iterable[str], rules: HomeRules) -> tuple[Hard, ...]:
    """What of some texts is hard to read: sentences of over fifteen words, hard words, things done by nobody."""
    found: dict[str, Hard] = {}
    for text in texts:
        for sentence in sentences(text):
            hard = _hard(sentence, rules)
            if hard is not None:
                found.setdefault(sentence, hard)
    return tuple(found.values())


def _hard(sentence: str, rules: HomeRules) -> Hard | None:
    better = easier(sentence, rules)
    number = len(sentence.split())
    words = [wording.old for wording in rules.plain if _pattern(wording.old).search(sentence)]
    if words:
        return Hard(sentence, f"“{words[0]}” is a hard word", better)
    if number > MOST_WORDS:
        return Hard(sentence, f"{number} words in one sentence; {MOST_WORDS} is enough", better)
    passive = _PASSIVE.search(sentence)
    if passive:
        return Hard(sentence, f"“{passive.group()}”: say who does it", better)
    return None


def easier(said: str, rules: HomeRules) -> str:
    """The same with plain words and shorter sentences, as far as the catalogue knows."""
    for wording in rules.plain:
        said = _replaced(said, wording)
    return " ".join(_halved(one) for one in sentences(in_short_sentences(said)))


def _halved(sentence: str) -> str:
    """A long sentence in two, at the comma or "and" nearest its middle after which an instruction can begin."""
    words = sentence.split()
    if len(words) <= MOST_WORDS:
        return sentence
    breaks = [place for place, word in enumerate(words[:-3]) if place > 1 and word.endswith((",", ":"))]
    if not breaks:
        return sentence
    at = min(breaks, key=lambda place: abs(place + 1 - len(words) / 2))
    first, rest = " ".join(words[: at + 1]).rstrip(",:"), " ".join(words[at + 1 :])
    rest = re.sub(r"^(and|then|and then) ", "", rest)
    return f"{first}. {rest[:1].upper()}{rest[1:]}"


def _replaced(said: str, wording: Wording) -> str:
    def put(match: re.Match[str]) -> str:
        new = wording.new
        return f"{new[:1].upper()}{new[1:]}" if match.group()[:1].isupper() else new

    return _pattern(wording.old).sub(put, said)


@kept(_KEPT)
def _pattern(old: str) -> re.Pattern[str]:
    return re.compile(rf"\b{re.escape(old)}\b(?! of\b)", re.IGNORECASE)  # the ball of the foot is no ball
