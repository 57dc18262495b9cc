"""What is said about an exercise of one's own, besides its poses."""

from typing import Any, cast

from django import forms
from django.utils.text import slugify

from fairbench.core.body.movement import Movement
from fairbench.core.body.things import things_of
from fairbench.core.exercises.aim import Action, BlockKind, Quality, Region
from fairbench.core.formats.catalogue_doc import SHORT_NAME
from fairbench.core.formats.movement_doc import movement_document
from fairbench.core.sides import Sides

_DOSES = {"repetitions": "repetitions", "hold": "seconds held, twice", "breaths": "breaths", "timed": "seconds"}
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
    dose = forms.ChoiceField(label="Counted in", choices=list(_DOSES.items()))
    amount = forms.IntegerField(label="How many", min_value=1, max_value=100, initial=8)
    sides = forms.ChoiceField(label="Sides", choices=[(s.value, s.words) for s in Sides])
    breath = forms.CharField(label="Breath", max_length=160, initial="Out with the effort.")
    set_up = forms.CharField(label="Set up, one cue a line", widget=_AREA, max_length=1000)
    do = forms.CharField(label="Do, one cue a line", widget=_AREA, max_length=1000)
    watch = forms.CharField(label="Watch for, one a line", widget=_AREA, max_length=1000)
    stop = forms.CharField(label="When to stop", max_length=200, initial=_STOP)

    def __init__(self, *args: Any, exercises: list[tuple[str, str]], **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        choices = [("", "a new exercise"), *((slug, f"a version of {name}") for slug, name in exercises)]
        cast(forms.ChoiceField, self.fields["add_to"]).choices = choices

    def clean(self) -> dict[str, Any]:
        """A new exercise needs its names and its purpose; a version added to another has them from there."""
        cleaned: dict[str, Any] = super().clean() or {}
        if not cleaned.get("add_to"):
            for name in ("name", "short", "purpose"):
                if not cleaned.get(name):
                    self.add_error(name, "A new exercise needs this.")
        return cleaned

    def version_document(self, movement: Movement) -> dict[str, Any]:
        """The version as the catalogue writes it. Call it on a valid form."""
        fields = self.cleaned_data
        return {
            "id": slugify(fields["version"])[:40].strip("-") or "version",
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
        kind, amount = self.cleaned_data["dose"], self.cleaned_data["amount"]
        figures = {
            "repetitions": {"reps": amount},
            "hold": {"seconds": amount, "repeats": 2},
            "breaths": {"breaths": amount},
            "timed": {"seconds": amount},
        }[kind]
        return {"kind": kind, "sides": self.cleaned_data["sides"], **figures}
