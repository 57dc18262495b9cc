"""Rows for tests, made by factory_boy."""

import factory
from django.utils import timezone
from factory.django import DjangoModelFactory

from fairbench.web.accounts.models import Practice, Role, User
from fairbench.web.people.health_summary import keep_health_summary
from fairbench.web.people.models import Group, Listing, Participant, Screening

PASSWORD = "a-long-test-password"


class PracticeFactory(DjangoModelFactory):
    class Meta:
        model = Practice

    name = factory.Sequence(lambda n: f"Practice {n}")


class UserFactory(DjangoModelFactory):
    class Meta:
        model = User

    email = factory.Sequence(lambda n: f"teacher{n}@practice.example")
    name = "Orla Brandt"
    role = Role.OWNER
    practice = factory.SubFactory(PracticeFactory)


class ParticipantFactory(DjangoModelFactory):
    class Meta:
        model = Participant
        skip_postgeneration_save = True

    call_name = factory.Sequence(lambda n: f"Person {n:02d}")

    @factory.post_generation
    def screened(self, create: bool, wanted: bool | None, **_: object) -> None:
        """A screening that was read today and says that all is well, unless ``screened=False``."""
        if create and wanted is not False:
            now = timezone.now()
            Screening.objects.create(
                practice=self.practice, participant=self, given_on=timezone.localdate(now), reviewed_at=now
            )
            keep_health_summary(self)


class GroupFactory(DjangoModelFactory):
    class Meta:
        model = Group

    name = "Steady Friday"
    place = "Kittiwake Hall"


class ListingFactory(DjangoModelFactory):
    class Meta:
        model = Listing


def make_group(practice: Practice, size: int = 3, name: str = "Steady Friday") -> Group:
    """A group with some people on its list."""
    group = GroupFactory(practice=practice, name=name)
    for _ in range(size):
        ListingFactory(practice=practice, group=group, participant=ParticipantFactory(practice=practice))
    return group
