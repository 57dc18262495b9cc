"""What is said about an exercise of one's own, besides its poses."""

from typing import Any, cast

from django import forms
from django.utils.text import slugify

from fairbench.core.body.editing import moves
from fairbench.core.body.movement import Movement
from fairbench.core.body.things import things_of
from fairbench.core.dose.dose import Dose
from fairbench.core.dose.edit import KIND_WORDS, STARTING_WORK, set_field, work_fields
from fairbench.core.errors import DoseError
from fairbench.core.exercises.aim import Action, BlockKind, Quality, Region
from fairbench.core.exercises.exercise import SHORT_NAME
from fairbench.core.formats.dose_doc import dose_document
from fairbench.core.formats.movement_doc import movement_document
from fairbench.core.sides import Sides

_STILL = frozenset({"hold", "breaths", "timed", "contract_relax", "ramped_isometric", "staged_isometric"})
"""Kinds of work in which nothing need move from pose to pose."""
NEW_COPY = "copy:"
"""What ``add_to`` begins with where the ladder of a shipped exercise is copied first; its id follows."""
_STOP = "Stop for sharp or spreading pain, faintness, chest pain or sudden breathlessness."
_AREA = forms.Textarea(attrs={"rows": 2})


def _lines(text: str) -> list[str]:
    """One cue a line."""
    return [line.strip() for line in text.splitlines() if line.strip()]


class OwnExerciseForm(forms.Form):
    """Names, aim, dose and cues. With ``add_to`` only what belongs to a version is wanted."""

    add_to = forms.ChoiceField(label="Keep it as", required=False)
    rung = forms.ChoiceField(
        label="On that ladder", choices=[("harder", "the hardest"), ("easier", "the easiest")], required=False
    )
    name = forms.CharField(label="Name of the exercise", max_length=60, required=False)
    short = forms.CharField(label="Short name, for a plank", max_length=SHORT_NAME, required=False)
    purpose = forms.CharField(label="What it helps with in daily life", max_length=160, required=False)
    region = forms.ChoiceField(label="Aim: where", choices=[(r.value, r.words) for r in Region])
    quality = forms.ChoiceField(label="Aim: what", choices=[(q.value, q.words) for q in Quality], initial="strength")
    action = forms.ChoiceField(label="Aim: how", choices=[(a.value, a.words) for a in Action])
    block = forms.ChoiceField(label="Part of the class", choices=[(b.value, b.words) for b in BlockKind])
    limb = forms.CharField(label="One side is called", max_length=20, initial="side")
    one_repetition = forms.CharField(label="One is", max_length=80, initial="there and back")
    version = forms.CharField(label="Name of this version", max_length=60)
    change = forms.CharField(label="What is different about it", max_length=160, required=False)
    dose = forms.ChoiceField(label="Counted in", choices=list(KIND_WORDS.items()))
    amount = forms.IntegerField(label="How many, or how many seconds", min_value=1, max_value=600, initial=8)
    sides = forms.ChoiceField(label="Sides", choices=[(s.value, s.words) for s in Sides])
    breath = forms.CharField(label="Breath", max_length=160, initial="Out with the effort.")
    set_up = forms.CharField(label="Set up, one cue a line", widget=_AREA, max_length=1000)
    do = forms.CharField(label="Do, one cue a line", widget=_AREA, max_length=1000)
    watch = forms.CharField(label="Watch for, one a line", widget=_AREA, max_length=1000)
    stop = forms.CharField(label="When to stop", max_length=200, initial=_STOP)

    def __init__(
        self, *args: Any, exercises: list[tuple[str, str]], movement: Movement | None = None, **kwargs: Any
    ) -> None:
        super().__init__(*args, **kwargs)
        self.movement = movement
        choices = [("", "a new exercise"), *exercises]
        cast(forms.ChoiceField, self.fields["add_to"]).choices = choices

    def clean(self) -> dict[str, Any]:
        """A new exercise needs its names and its purpose; a version added to another has them from there."""
        cleaned: dict[str, Any] = super().clean() or {}
        if not cleaned.get("add_to"):
            for name in ("name", "short", "purpose"):
                if not cleaned.get(name):
                    self.add_error(name, "A new exercise needs this.")
        if self.movement is not None and cleaned.get("dose") not in _STILL and not moves(self.movement):
            self.add_error(None, "Nothing moves: all poses are the same. Change one, or choose a kind that is held.")
        if cleaned.get("dose") and cleaned.get("amount") and cleaned.get("sides"):
            try:
                self._dose()
            except DoseError as error:
                self.add_error("amount", f"This {error.message}.")
        return cleaned

    @property
    def lacking(self) -> list[str]:
        """What it still needs before it can be planned, by the words of its fields."""
        own = ["a pose that differs"] if self.non_field_errors() else []
        # A label says after its comma how the field is filled in.
        return own + [str(self.fields[name].label).split(",")[0] for name in self.errors if name in self.fields]

    def version_document(self, movement: Movement) -> dict[str, Any]:
        """The version as the catalogue writes it. Call it on a valid form."""
        fields = self.cleaned_data
        return {
            "id": _version_id(fields["version"]),
            "name": fields["version"],
            "change": fields["change"] or "Made in the workshop.",
            "position": movement.poses[0][1].position.value,
            "dose": self._dose(),
            "props": list(things_of(movement)),
            "breath": fields["breath"],
            "cues": {
                "set_up": _lines(fields["set_up"]),
                "do": _lines(fields["do"]),
                "watch": _lines(fields["watch"]),
                "stop": fields["stop"],
            },
            **movement_document(movement),
        }

    def exercise_document(self, movement: Movement) -> dict[str, Any]:
        """A whole new exercise with its first version."""
        fields = self.cleaned_data
        version = self.version_document(movement)
        return {
            "name": fields["name"],
            "short": fields["short"],
            "purpose": fields["purpose"] if fields["purpose"].endswith(".") else f"{fields['purpose']}.",
            "aim": {"region": fields["region"], "quality": fields["quality"], "action": fields["action"]},
            "block": fields["block"],
            "limb": fields["limb"],
            "one_repetition": fields["one_repetition"],
            "base": version["id"],
            "cues": {},
            "versions": [version],
        }

    def _dose(self) -> dict[str, Any]:
        """The kind as it starts, with its main figure as it was given. Raises :class:`DoseError`."""
        fields = self.cleaned_data
        dose = Dose(STARTING_WORK[fields["dose"]], Sides(fields["sides"]))
        main = next((field for field in work_fields(dose) if field.path in _MAIN), None)
        return dose_document(set_field(dose, main.path, fields["amount"]) if main else dose)


_MAIN = ("reps", "seconds", "breaths", "count", "rounds", "parts.0.reps")
"""The figure that *How many* is, whichever of these a kind of work has; the rest is set on the bench."""


def _version_id(name: str) -> str:
    """An id of a version's name; one that begins with a figure, such as 500 g, has a letter before it."""
    slug = slugify(name)[:40].strip("-") or "version"
    return slug if slug[0].isalpha() else f"v-{slug}"
