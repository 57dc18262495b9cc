"""Practices, the people who sign in, and the record of what they did."""

import uuid
from typing import ClassVar

from django.contrib.auth.models import AbstractBaseUser, BaseUserManager
from django.core.serializers.json import DjangoJSONEncoder
from django.db import models
from django.db.models.functions import Lower

from fairbench.web.site.practice_model import PracticeModel


class RangesFrom(models.TextChoices):
    """Where in its range a figure is picked first."""

    LEAST = "least", "at the least"
    MIDDLE = "middle", "in the middle"
    MOST = "most", "at the most"


class Units(models.TextChoices):
    """What figures are shown in; they are kept in kilograms and centimetres."""

    METRIC = "metric", "kilograms and centimetres"
    IMPERIAL = "imperial", "pounds and inches"


class Practice(models.Model):
    """The business that owns the data. ``shelf_edition`` is another whenever its own exercises change; ``counts_pairs``
    says that work of sides taking turns is counted in pairs, ``ranges_from`` where in a range a figure is picked
    first, ``looks`` who its figures are (:mod:`fairbench.core.body.drawing.looks`), as a code, ``units`` what
    its figures are shown in, ``style`` its answers where practitioners differ, by question, ``time_zone`` by
    which clock it lives, empty for that of the server."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    name = models.CharField(max_length=120)
    shelf_edition = models.PositiveIntegerField(default=0)
    counts_pairs = models.BooleanField(default=False)
    ranges_from = models.CharField(max_length=6, choices=RangesFrom.choices, default=RangesFrom.MIDDLE)
    looks = models.CharField(max_length=40, blank=True)
    units = models.CharField(max_length=8, choices=Units.choices, default=Units.METRIC)
    style = models.JSONField(default=dict)
    time_zone = models.CharField(max_length=40, blank=True)

    class Meta:
        constraints = (
            models.CheckConstraint(
                condition=models.Q(ranges_from__in=("least", "middle", "most")), name="ranges_begin_somewhere"
            ),
            models.CheckConstraint(condition=models.Q(units__in=("metric", "imperial")), name="units_there_are"),
        )

    def __str__(self) -> str:
        return self.name


class Role(models.TextChoices):
    """What somebody is in their practice; what each may do stands in :mod:`.actor`."""

    OWNER = "owner"
    INSTRUCTOR = "instructor"
    ASSISTANT = "assistant"
    COVER = "cover", "Cover teacher"


class UserManager(BaseUserManager["User"]):
    """Makes users."""

    def create_user(self, email: str, password: str, practice: Practice, name: str, role: str) -> "User":
        """A user with a hashed password."""
        user = self.model(email=email.strip().lower(), practice=practice, name=name, role=role)
        user.set_password(password)
        user.save(using=self._db)
        return user

    def create_superuser(self, email: str, password: str, name: str) -> "User":
        """The owner of a practice of their own; what Django's own command makes."""
        practice = Practice.objects.create(name=f"{name}'s practice")
        return self.create_user(email, password, practice, name, Role.OWNER)

    def get_by_natural_key(self, username: str | None) -> "User":
        """The user of an address, in whatever letters it is written."""
        return self.get(email=(username or "").strip().lower())


class User(AbstractBaseUser):
    """Someone of a practice who signs in by email. ``calls_mirrored`` says that they face the class and move as its
    mirror while they teach."""

    email = models.EmailField(unique=True)
    name = models.CharField(max_length=80)
    practice = models.ForeignKey(Practice, on_delete=models.PROTECT, related_name="users")
    role = models.CharField(max_length=12, choices=Role.choices, default=Role.INSTRUCTOR)
    is_active = models.BooleanField(default=True)
    calls_mirrored = models.BooleanField(default=True)

    objects = UserManager()
    USERNAME_FIELD = "email"
    REQUIRED_FIELDS: ClassVar[list[str]] = ["name"]

    class Meta:
        constraints = (
            models.UniqueConstraint(Lower("email"), name="one_user_an_address"),
            models.CheckConstraint(condition=models.Q(role__in=Role.values), name="a_role_there_is"),
        )

    def __str__(self) -> str:
        return self.name


class Letter(PracticeModel):
    """A letter that no mail server was there for. One of ``access`` lets somebody choose a password; one of a ``class``
    tells people what to have ready."""

    class Kind(models.TextChoices):
        ACCESS = "access"
        CLASS = "class"

    kind = models.CharField(max_length=6, choices=Kind.choices, default=Kind.ACCESS)
    to = models.EmailField()
    subject = models.CharField(max_length=200)
    body = models.TextField()
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-at",)
        constraints = (
            models.CheckConstraint(condition=models.Q(kind__in=("access", "class")), name="a_kind_of_letter_there_is"),
        )


class AuditEntry(PracticeModel):
    """Who did what to which row, and when. ``old`` and ``new`` are the values that a change was about: themselves, or
    the state or edition in which a row of its own keeps them."""

    user = models.ForeignKey(User, null=True, on_delete=models.SET_NULL, related_name="+")
    verb = models.CharField(max_length=60)
    object_id = models.UUIDField()
    old = models.JSONField(null=True, encoder=DjangoJSONEncoder)
    new = models.JSONField(null=True, encoder=DjangoJSONEncoder)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = (models.Index(fields=["practice", "object_id", "at"]),)
