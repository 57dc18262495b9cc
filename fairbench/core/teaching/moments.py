"""What is said at a moment of the work: at a press, a stage or the last counts, and when a position is new."""

from ..dose.stages import StageKind
from ..positions import Level

_STAGES = {
    StageKind.SETTLE: "Settle in. Let it be easy, and breathe. Is your neck free?",
    StageKind.BUILD: "Build slowly{to}. Nothing moves; breathe on.",
    StageKind.BRACE: "Brace: middle firm, breath free.",
    StageKind.HOLD: "Hold just that. Breathe on.",
    StageKind.LIGHTEN: "Lighten{to}, and stay where you are.",
    StageKind.EASE_OFF: "Ease off, still in place.",
}
_MOMENTS = {
    "ease into the stretch": "Ease in, to the first firmness and no further.",
    "press": "Press into what holds you{effort}. Nothing moves; breathe on.",
    "let go": "Let go, and stay there.",
    "stretch": "A little further, to the next firmness. No pain.",
    "settle into the stretch": "Settle in to the first firmness. Breathe.",
    "build toward": "Build slowly toward the stretch. Nothing moves; breathe on.",
    "hold toward": "Hold just that. Breathe on.",
    "build away": "Now build the other way, away from the stretch. Nothing moves.",
    "hold away": "Hold just that. Breathe on.",
}
"""By the word of a phase. Our own wording."""
_NEW_POSITION = {
    Level.SEATED: "Is the chair steady, are both feet down? Breathe on; nothing should hurt.",
    Level.STANDING: "Is your support in reach, the floor clear? Breathe on; nothing should hurt.",
    Level.FLOOR: "Does nothing press? Breathe on; nothing should hurt, and you may come up at any time.",
}


def moment_cue(word: str) -> str:
    """What is said of a phase that has a cue of its own, by its word as it is called (with its effort, if any); empty
    where the version's own cues hold."""
    called, _, effort = word.partition(" · ")
    if called in _MOMENTS:
        return _MOMENTS[called].format(effort=f", {effort}" if effort else "")
    for kind, words in _STAGES.items():
        stage, _, percent = called.partition(" to ")
        if stage == kind.value and (percent or called == kind.value):
            return words.format(to=_percent(percent))
    return ""


def _percent(said: str) -> str:
    if not said:
        return ""
    return " toward nothing" if said == "0 %" else f" to {said}"


def new_position_cue(level: Level) -> str:
    """The line on chair or support, breath and pain that comes back with each new position."""
    return _NEW_POSITION[level]
