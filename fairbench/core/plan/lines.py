"""Lines of a plan that are no exercise: water, a pause to talk, something to notice, a check of how it is now."""

from dataclasses import dataclass
from enum import StrEnum

from ..errors import PlanError
from ..limits import check_seconds

MOST_LINES = 40
LINE_WORDS_LIMIT = 200


class LineKind(StrEnum):
    """What a line is for."""

    WATER = "water"
    TALK = "talk"
    NOTICE = "notice"
    CHECK = "check"

    @property
    def words(self) -> str:
        """As it is shown."""
        return _WORDS[self]

    @property
    def usual_seconds(self) -> float:
        """How long it takes where nobody says. Our own assumption."""
        return _USUAL_SECONDS[self]


_WORDS = {
    LineKind.WATER: "water",
    LineKind.TALK: "a pause to talk",
    LineKind.NOTICE: "something to notice",
    LineKind.CHECK: "a check",
}
_USUAL_SECONDS = {LineKind.WATER: 30.0, LineKind.TALK: 60.0, LineKind.NOTICE: 15.0, LineKind.CHECK: 30.0}


class CheckKind(StrEnum):
    """What a check goes by."""

    FEEL = "feel"
    GUESS_THEN_LOOK = "guess_then_look"
    WEIGHT = "weight"
    BREATH = "breath"
    REACH = "reach"
    COUNT = "count"

    @property
    def words(self) -> str:
        """As it is shown."""
        return _CHECK_WORDS[self]


_CHECK_WORDS = {
    CheckKind.FEEL: "by feel",
    CheckKind.GUESS_THEN_LOOK: "guess, then look",
    CheckKind.WEIGHT: "where the weight is",
    CheckKind.BREATH: "where the breath goes",
    CheckKind.REACH: "how far it reaches",
    CheckKind.COUNT: "how many",
}


class Scale(StrEnum):
    """How a check is answered."""

    CHANGE = "change"
    OF_TEN = "of_ten"

    @property
    def answers(self) -> tuple[str, ...]:
        """The answers that there are."""
        return ("better", "same", "worse") if self is Scale.CHANGE else tuple(str(n) for n in range(11))

    @property
    def words(self) -> str:
        """As it is shown."""
        return "better, same or worse" if self is Scale.CHANGE else "0 to 10"


@dataclass(frozen=True, slots=True)
class Line:
    """A line that stands ``before`` an item, by its id, or at the end of the class where that is empty. ``words`` is
    what is said; the same words make two checks one before and one after."""

    id: str
    kind: LineKind
    before: str = ""
    seconds: float = 30.0
    words: str = ""
    check: CheckKind = CheckKind.FEEL
    scale: Scale = Scale.CHANGE

    def __post_init__(self) -> None:
        check_seconds("seconds", self.seconds, "timed")
        if len(self.words) > LINE_WORDS_LIMIT:
            raise PlanError(f"a line has at most {LINE_WORDS_LIMIT} characters, not {len(self.words)}", "words")

    @property
    def says(self) -> str:
        """What is said when it is come to."""
        return self.words or _SAYS[self.kind]

    @property
    def label(self) -> str:
        """``check, by feel``: what kind of line it is."""
        return f"{self.kind.words}, {self.check.words}" if self.kind is LineKind.CHECK else self.kind.words


_SAYS = {
    LineKind.WATER: "A pause for water.",
    LineKind.TALK: "A pause to talk.",
    LineKind.NOTICE: "Stay a moment and feel both sides.",
    LineKind.CHECK: "How is it now?",
}
