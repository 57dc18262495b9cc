"""Whether somebody who covers a class has another at the time."""

from dataclasses import replace

from fairbench.core.terms.clashes import Booked, clashes

from .board_page import booked_of
from .covers import covered_by, who_covers
from .models import Cover, Term
from .term_rows import value_of, values_of


def clashes_of(cover: Cover) -> list[str]:
    """What its teacher has at the same time: classes of their own terms, and others that they cover."""
    who, value = cover.user, value_of(cover.term)
    mine = Booked(
        cover.term.group.name,
        replace(value, slots=(value.slot(cover.slot),)),
        str(who.id),
        who.name,
    )
    terms = list(Term.objects.filter(teacher=who, archived=False).select_related("group", "group__room", "room"))
    covers = who_covers(terms)
    others = [booked_of(term, of_term, covers) for term, of_term in values_of(terms)]
    others += [
        Booked(one.term.group.name, replace(one.value, slots=(one.slot,)), str(who.id), who.name)
        for one in covered_by(who)
        if one.cover.id != cover.id
    ]
    return [clash.says for clash in clashes(mine, others)]
