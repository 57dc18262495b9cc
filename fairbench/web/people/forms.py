"""Forms for people and groups."""

from decimal import Decimal
from typing import Any, cast

from django import forms
from django.core.validators import MaxValueValidator, MinValueValidator
from django.db.models import Q
from django.utils import timezone

from fairbench.core.people.person import SLOWEST
from fairbench.web.rooms.models import Room

from .models import Group, Participant

_PACE = f"Pace is from 1 to {SLOWEST:g}."


class ParticipantForm(forms.ModelForm):
    """The facts of a person that are not about their health."""

    pace = forms.DecimalField(
        decimal_places=2,
        validators=[MinValueValidator(1, _PACE), MaxValueValidator(Decimal(str(SLOWEST)), _PACE)],
        error_messages={"required": _PACE, "invalid": _PACE, "max_decimal_places": "Pace has at most two decimals."},
    )

    class Meta:
        model = Participant
        fields = ("call_name", "birth_year", "pace", "remember", "goals", "emergency", "email", "private_note")

    def clean_birth_year(self) -> int | None:
        """A year that somebody alive can be born in, or none."""
        year: int | None = self.cleaned_data["birth_year"]
        this_year = timezone.localdate().year
        if year is not None and not this_year - 115 <= year <= this_year - 10:
            raise forms.ValidationError(f"A birth year from {this_year - 115} to {this_year - 10}, or leave it out.")
        return year


class GroupForm(forms.ModelForm):
    """The facts of a group."""

    room: forms.ModelChoiceField = forms.ModelChoiceField(Room.objects.none(), required=False, empty_label="not said")

    class Meta:
        model = Group
        fields = ("name", "place", "room", "ranges_from", "school")

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        """The rooms of the practice that is signed in, and the one that the group has."""
        super().__init__(*args, **kwargs)
        rooms = Room.objects.filter(Q(archived=False) | Q(id=self.instance.room_id))
        cast(forms.ModelChoiceField, self.fields["room"]).queryset = rooms
