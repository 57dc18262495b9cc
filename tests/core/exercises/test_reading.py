"""Cues read aloud: short sentences, plain words, and nothing named that the version does not have."""

import re
from collections.abc import Iterator

from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.formats.catalogue_doc import load_shelf
from tests.every import every

SHELF = load_shelf()
LONGEST_SENTENCE = 20
"""Words in a sentence that is said while somebody moves. Our own choice; most have fewer than ten."""
HARD = re.compile(
    r"\b(popping|four feet|neutral spine|engage|activate|scapula\w*|thoracic|lumbar|cervical|sagittal|glut\w*|"
    r"quadriceps|hamstrings?|pectoral\w*|trapezius|adduct\w*|abduct\w*|flexion|extension|rotation|supine|prone|"
    r"sternum|patella|isometric\w*|eccentric\w*|concentric\w*|proprioception|imprint)\b",
    re.IGNORECASE,
)
"""Words that somebody of eighty need not know, and odd pictures."""
THINGS: dict[str, tuple[str, frozenset[str]]] = {
    "band": (r"(?<!waist)\bbands?\b", frozenset({"band", "band-loop"})),
    "stick": (r"\bsticks?\b", frozenset({"stick"})),
    "ring": (r"\brings?\b", frozenset({"flex-ring"})),
    "bottle": (r"\bbottles?\b", frozenset({"bottle"})),
    "roller": (r"\brollers?\b", frozenset({"roller", "half-roller"})),
    "ball": (r"\bballs?\b(?! of)", frozenset({"small-ball", "large-ball"})),
    "weights": (
        r"\b(?:weight|weights|kilograms?) in (?:your|the|each|both)\b",
        frozenset({"hand-weight", "ankle-weight", "bottle"}),
    ),
    "block": (r"\bblocks?\b", frozenset({"block"})),
    "step": (r"\b(?:the|your|low) step\b", frozenset({"step"})),
    "rail": (r"(?<!near the )\brail\b", frozenset({"rail"})),
    "wall": (r"(?<!against the )\bwall\b", frozenset({"wall"})),
    "table": (r"\btable\b", frozenset({"table"})),
    "stool": (r"\b(?:foot)?stool\b", frozenset({"stool"})),
    "pedals": (r"\bpedals\b", frozenset({"pedals"})),
    "loads": (r"\bweights\b", frozenset({"hand-weight", "ankle-weight", "bottle"})),
    "chair": (r"\b(?:off|leaving|of|on) the chair\b", frozenset({"chair", "second-chair"})),
}
IF_ONE_LIKES = re.compile(r"\b(if|as if|ready|or)\b[^.;]*$", re.IGNORECASE)
"""What is offered or only pictured need not be there: "against the wall if the hips are tight"."""
ALL = [(exercise, version) for exercise in SHELF for version in exercise.versions]
IDS = [f"{exercise.id}/{version.id}" for exercise, version in ALL]


def sentences(version: Version) -> Iterator[str]:
    cues = version.cues
    for text in (*cues.set_up, *cues.do, *cues.watch, cues.stop):
        yield from re.split(r"(?<=[.;:!?]) ", text)


@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_sentences_are_short_and_their_words_plain(exercise: Exercise) -> None:
    for version in exercise.versions:
        for sentence in sentences(version):
            assert len(sentence.split()) <= LONGEST_SENTENCE, (version.id, sentence)
            assert not HARD.search(sentence), (version.id, sentence)


@every(("exercise", "version"), ALL, ids=IDS)
def test_cues_name_only_what_the_version_has(exercise: Exercise, version: Version) -> None:
    cues = version.cues
    every_cue = (*cues.set_up, *cues.do, *cues.watch, cues.stop)
    for sentence in [text for cue in every_cue for text in re.split(r"(?<=[.;]) ", cue)]:
        for thing, (words, props) in THINGS.items():
            for found in re.finditer(words, sentence, re.IGNORECASE):
                offered = IF_ONE_LIKES.search(sentence[: found.start()]) or " if " in sentence[found.end() :]
                assert offered or props & set(version.props), (thing, sentence)


@every(("exercise", "version"), ALL, ids=IDS)
def test_one_hand_is_not_told_of_a_load_in_each(exercise: Exercise, version: Version) -> None:
    one = [held.prop for held in version.movement.held if held.where == "hand"]
    assert not (one and any("each hand" in cue for cue in version.cues.set_up)), version.cues.set_up
