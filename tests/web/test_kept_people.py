"""A group's people as core values are made anew of what changed, and of nothing else."""

from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import DeclareInput
from fairbench.web.people.kept_people import people_of
from fairbench.web.people.models import Participant


def test_whose_row_stays_is_the_same_value_and_costs_one_query(actor, group, django_assert_num_queries) -> None:
    before = people_of(group)
    with django_assert_num_queries(1):
        after = people_of(group)
    assert [person.name for person in after] == sorted(person.name for person in before)
    assert all(a is b for a, b in zip(after, before, strict=True))


def test_a_change_is_seen_at_once_and_each_time(actor, group) -> None:
    first, *others = group.participants.all()
    for pace in (1.5, 2, 1.5):
        Participant.objects.filter(id=first.id).update(pace=pace)
        now = people_of(group)
        assert now[0].pace == pace
        assert [person.name for person in now[1:]] == [other.call_name for other in others]


def test_a_condition_is_seen_as_soon_as_it_is_noted(actor, group) -> None:
    somebody = group.participants.first()
    assert people_of(group)[0].conditions == ()
    row = health_actions.declare(actor, somebody.id, DeclareInput(condition="frozen-shoulder", side="left"))
    assert [one.condition for one in people_of(group)[0].conditions] == [row.condition]
    health_actions.end_row(actor, somebody.id, row.id)
    assert people_of(group)[0].conditions == ()


def test_who_leaves_the_group_is_not_among_its_people(actor, group) -> None:
    people = people_of(group)
    group.participants.remove(group.participants.first())
    assert people_of(group) == people[1:]
