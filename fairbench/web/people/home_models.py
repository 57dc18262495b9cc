"""What is known of somebody at home, the sheets that they took there, and what they say of it."""

import secrets

from django.core.signing import BadSignature, Signer
from django.db import models

from fairbench.web.site.practice_model import PracticeModel


class AtHome(PracticeModel):
    """Somebody's home as far as exercise there needs it. ``hold`` is something steady to hold, empty where none is
    known; ``up_alone`` whether they get down to the floor and up alone, None where nobody asked, which counts as no.
    ``wish`` is how they want what is sent to them, ``size`` the points of their sheets."""

    class Wish(models.TextChoices):
        PAPER = "paper", "on paper"
        LETTER = "letter", "by email"
        NONE = "none", "nothing"

    participant = models.OneToOneField("people.Participant", on_delete=models.PROTECT, related_name="at_home")
    hold = models.CharField(max_length=40, blank=True)
    up_alone = models.BooleanField(null=True)
    wish = models.CharField(max_length=6, choices=Wish.choices, default=Wish.PAPER)
    size = models.PositiveSmallIntegerField(default=16)
    minutes = models.PositiveSmallIntegerField(default=15)

    class Meta:
        constraints = (
            models.CheckConstraint(condition=models.Q(wish__in=("paper", "letter", "none")), name="a_wish_there_is"),
            models.CheckConstraint(condition=models.Q(size__in=(16, 20, 24)), name="a_size_there_is"),
        )


class HomeSheet(PracticeModel):
    """A home sheet as it was made, with every word; a change is a further ``edition``, and the highest counts."""

    participant = models.ForeignKey("people.Participant", on_delete=models.PROTECT, related_name="home_sheets")
    edition = models.PositiveIntegerField()
    document = models.JSONField()
    summary = models.CharField(max_length=200)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now_add=True)
    handed_on = models.DateField(null=True)

    class Meta:
        ordering = ("-edition",)
        constraints = (models.UniqueConstraint(fields=["participant", "edition"], name="one_home_sheet_an_edition"),)


_SIGNER = Signer(salt="fairbench.home-sheet", sep=".")


def _key() -> str:
    return secrets.token_urlsafe(18)


class PhoneSheet(PracticeModel):
    """The private address of somebody's home sheet, by its ``key``: no longer there once it is withdrawn."""

    participant = models.ForeignKey("people.Participant", on_delete=models.PROTECT, related_name="phone_sheets")
    key = models.CharField(max_length=40, unique=True, default=_key, editable=False)
    made_at = models.DateTimeField(auto_now_add=True)
    withdrawn_at = models.DateTimeField(null=True)

    by_key = models.Manager()
    """For whoever opens the address: its key says whose it is, before anybody is signed in."""

    class Meta:
        ordering = ("-made_at",)
        default_manager_name = "objects"
        constraints = (
            models.UniqueConstraint(
                fields=["participant"], condition=models.Q(withdrawn_at__isnull=True), name="one_address_at_a_time"
            ),
        )

    @property
    def token(self) -> str:
        """What stands in the address: the key, signed, so that nobody tries keys."""
        return _SIGNER.sign(self.key)

    @classmethod
    def opened_by(cls, token: str) -> "PhoneSheet | None":
        """The sheet that an address leads to; None where it was withdrawn, or is none of ours."""
        try:
            key = _SIGNER.unsign(token)
        except BadSignature:
            return None
        rows = cls.by_key.select_related("participant", "practice")
        return rows.filter(key=key, withdrawn_at=None, participant__erased_at=None).first()


class HomeTick(PracticeModel):
    """That a phone said "done" once: the phone makes the id, so that the same tick sent twice counts once. Which
    exercise it was of is not kept."""

    phone = models.ForeignKey(PhoneSheet, on_delete=models.PROTECT, related_name="ticks")
    key = models.UUIDField()
    day = models.DateField()

    class Meta:
        constraints = (models.UniqueConstraint(fields=["phone", "key"], name="one_tick_a_key"),)


class HomeReport(PracticeModel):
    """How exercise at home went, as somebody said at a class, and what stopped them."""

    class How(models.TextChoices):
        NONE = "none", "none"
        SOME = "some", "some"
        MOST = "most", "most"

    class Stopped(models.TextChoices):
        FORGOT = "forgot", "forgot"
        TIME = "time", "no time"
        HURT = "hurt", "it hurt"
        TIRED = "tired", "too tired"
        ILL = "ill", "was ill"
        UNSURE = "unsure", "not sure how"
        THINGS = "things", "a thing was missing"
        DULL = "dull", "dull"

    participant = models.ForeignKey("people.Participant", on_delete=models.PROTECT, related_name="home_reports")
    day = models.DateField()
    how = models.CharField(max_length=4, choices=How.choices)
    stopped = models.CharField(max_length=6, choices=Stopped.choices, blank=True)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("-day",)
        constraints = (
            models.UniqueConstraint(fields=["participant", "day"], name="asked_of_home_once_a_day"),
            models.CheckConstraint(condition=models.Q(how__in=("none", "some", "most")), name="home_went_so_or_so"),
            models.CheckConstraint(
                condition=models.Q(
                    stopped__in=("", "forgot", "time", "hurt", "tired", "ill", "unsure", "things", "dull")
                ),
                name="stopped_by_what_there_is",
            ),
        )


class PersonLetter(PracticeModel):
    """A letter to somebody: of a ``kind`` and ``about`` one thing only once, so that nothing is sent twice. It is sent
    or printed after somebody looked at it."""

    class Kind(models.TextChoices):
        SHEET = "sheet", "home sheet"
        BRING = "bring", "what to bring"
        CANCELLED = "off", "a class is off"
        SCREENING = "screen", "screening runs out"

    class State(models.TextChoices):
        WAITING = "waiting", "to be looked at"
        SENT = "sent", "sent"
        PRINTED = "printed", "printed"
        DROPPED = "dropped", "not sent"

    participant = models.ForeignKey("people.Participant", on_delete=models.PROTECT, related_name="letters")
    kind = models.CharField(max_length=6, choices=Kind.choices)
    about = models.CharField(max_length=80)
    subject = models.CharField(max_length=150)
    body = models.TextField(max_length=4000)
    state = models.CharField(max_length=7, choices=State.choices, default=State.WAITING)
    made_at = models.DateTimeField(auto_now_add=True)
    looked_at = models.DateTimeField(null=True)
    done_at = models.DateTimeField(null=True)
    user = models.ForeignKey("accounts.User", null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        ordering = ("-made_at",)
        constraints = (
            models.UniqueConstraint(fields=["participant", "kind", "about"], name="one_letter_about_a_thing"),
            models.CheckConstraint(
                condition=models.Q(kind__in=("sheet", "bring", "off", "screen")), name="a_letter_to_a_person"
            ),
            models.CheckConstraint(
                condition=models.Q(state__in=("waiting", "sent", "printed", "dropped")), name="a_letter_is_somewhere"
            ),
        )


class Waiting(PracticeModel):
    """Somebody waits for a place in a group, the longest first."""

    group = models.ForeignKey("people.Group", on_delete=models.PROTECT, related_name="waiting")
    participant = models.ForeignKey("people.Participant", on_delete=models.PROTECT, related_name="waiting")
    since = models.DateField(auto_now_add=True)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("at",)
        constraints = (models.UniqueConstraint(fields=["group", "participant"], name="waits_once"),)
