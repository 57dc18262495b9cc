"""Forms for people and groups."""

from django import forms
from django.utils import timezone

from .models import Group, Participant


class ParticipantForm(forms.ModelForm):
    """The facts of a person that are not about their health."""

    class Meta:
        model = Participant
        fields = ("call_name", "birth_year", "pace", "remember", "goals", "emergency", "private_note")

    def clean_birth_year(self) -> int | None:
        """A year that somebody alive can be born in, or none."""
        year: int | None = self.cleaned_data["birth_year"]
        this_year = timezone.localdate().year
        if year is not None and not this_year - 115 <= year <= this_year - 10:
            raise forms.ValidationError(f"A birth year from {this_year - 115} to {this_year - 10}, or leave it out.")
        return year


class GroupForm(forms.ModelForm):
    """The facts of a group."""

    class Meta:
        model = Group
        fields = ("name", "place")
