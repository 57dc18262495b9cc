"""Tempo: how many seconds a repetition takes, by its four phases or by music."""

from dataclasses import dataclass

from ..clock import snap
from ..errors import DoseError
from ..limits import check_seconds, check_whole

PHRASE_COUNTS = 32
"""Counts in a musical phrase: four bars of eight, as class music is cut."""


WORK, RETURN = "work", "return"
"""The two phases that move, where no version says what they are called."""


@dataclass(frozen=True, slots=True)
class Music:
    """A beat to move to: beats a minute, and how many counts one repetition takes."""

    beats_per_minute: int
    counts: int

    def __post_init__(self) -> None:
        check_whole("beats_per_minute", self.beats_per_minute)
        check_whole("counts", self.counts)

    @property
    def seconds(self) -> float:
        """Seconds a repetition takes: counts × 60 ÷ beats a minute, on the grain of the clock."""
        return snap(self.counts * 60 / self.beats_per_minute)

    @property
    def repetitions_per_phrase(self) -> float:
        """How many repetitions fill a 32-count phrase; whole when the counts divide it."""
        return PHRASE_COUNTS / self.counts


@dataclass(frozen=True, slots=True)
class Tempo:
    """Seconds of one repetition: the way out, a hold there, the way back, and a pause. What the two ways are called
    differs by exercise. ``music`` says a beat set them."""

    work: float = 2.0
    hold: float = 0.0
    back: float = 2.0
    pause: float = 0.0
    music: Music | None = None

    def __post_init__(self) -> None:
        for name in ("work", "hold", "back", "pause"):
            check_seconds(name, getattr(self, name), "phase", free_grain=self.music is not None)
        if self.seconds < 0.5:
            raise DoseError(f"a repetition of {self.seconds:g} s is too quick; give it at least 0.5 s", "tempo")

    @property
    def seconds(self) -> float:
        """Seconds of one whole repetition."""
        return self.work + self.hold + self.back + self.pause

    @property
    def words(self) -> str:
        """``2·0·2·0``, or the beat when music leads."""
        if self.music:
            return f"{self.music.counts} counts at {self.music.beats_per_minute} beats a minute"
        return "·".join(f"{part:g}" for part in (self.work, self.hold, self.back, self.pause))

    @property
    def phases(self) -> tuple[tuple[str, float], ...]:
        """The phases that take any time, as (word, seconds)."""
        named = ((WORK, self.work), ("hold", self.hold), (RETURN, self.back), ("pause", self.pause))
        return tuple(phase for phase in named if phase[1] > 0)

    @classmethod
    def to_music(cls, beats_per_minute: int, counts: int) -> "Tempo":
        """Half the counts out, half back, at the beat."""
        music = Music(beats_per_minute, counts)
        out = snap(music.seconds / 2)
        return cls(work=out, back=music.seconds - out, music=music)


def faster_than_safe(tempo: Tempo, safe_seconds: float | None) -> float:
    """Seconds by which a repetition is quicker than the version's safe one; 0 when it is not."""
    return max(0.0, safe_seconds - tempo.seconds) if safe_seconds else 0.0
