"""Which version each person does of each item, and why: verdicts with their trace."""

from collections.abc import Callable, Iterable
from dataclasses import replace

from ..dose.dose import Dose
from ..errors import PlanError
from ..exercises.exercise import Exercise, Version
from ..exercises.shelf import Shelf
from ..kept import Kept, kept
from ..people.conditions import Conditions
from ..people.person import Override, Person
from ..plan.timeline import ItemTime, Timeline
from ..positions import Level
from .cautions import TriggeredRule, strictest_first
from .own_sharing import with_own_sharing
from .profile import Profile, profile_of
from .verdict import Fit, RejectedVersion, SideFit, Verdict, VerdictKind
from .ways import Way, best_way, candidates, is_unsupported

_KEPT = 4096
_ALIKE_ENOUGH = 5
"""A stand-in works the same region, and in the same quality or the same action."""

Book = Kept[tuple[str, Version, Dose | None, str], Verdict]


@kept(512)
def book_of(_person: Person, _shelf: Shelf, _conditions: Conditions, _planned: frozenset[str]) -> Book:
    """Verdicts already found for a person beside certain other exercises: an edit changes one item, not all."""
    return Kept(_KEPT)


def fit(timeline: Timeline, people: Iterable[Person], shelf: Shelf, conditions: Conditions) -> Fit:
    """Fit a whole plan. A person with nothing declared does everything as planned."""
    planned = frozenset(time.exercise.id for time in timeline.items)
    verdicts = {}
    for person in people:
        book = book_of(person, shelf, conditions, planned)
        for time in timeline.items:
            verdicts[person.id, time.item.id] = _kept(book, person, time, shelf, conditions, planned)
    return Fit(timeline, verdicts, {prop.id: prop.places for prop in shelf.props.values() if prop.places})


def fit_item(
    person: Person, time: ItemTime, shelf: Shelf, conditions: Conditions, planned: frozenset[str] = frozenset()
) -> Verdict:
    """One person and one item. ``planned`` are exercises that are on the plan anyway."""
    return _kept(book_of(person, shelf, conditions, planned), person, time, shelf, conditions, planned)


Fitter = Callable[[ItemTime], Verdict]
"""Fits items to one person."""


def fitter(person: Person, shelf: Shelf, conditions: Conditions, planned: frozenset[str] = frozenset()) -> Fitter:
    """:func:`fit_item` for one person and many items: what is known of the person is looked up once."""
    book = book_of(person, shelf, conditions, planned)
    return lambda time: _kept(book, person, time, shelf, conditions, planned)


def _kept(
    book: Book, person: Person, time: ItemTime, shelf: Shelf, conditions: Conditions, planned: frozenset[str]
) -> Verdict:
    key = (time.item.id, time.version, time.item.dose, time.item.beside)
    verdict = book.get(key)
    if verdict is None:
        found = _find_with_beside(person, time, shelf, conditions, planned)
        verdict = with_own_sharing(found, time.dose)
        book.put(key, verdict)
    return verdict


def _find_with_beside(
    person: Person, time: ItemTime, shelf: Shelf, conditions: Conditions, planned: frozenset[str]
) -> Verdict:
    """Where two versions are shown side by side, somebody is put with the one that asks for less change; with the
    first where both ask for the same."""
    first = _find(person, time, shelf, conditions, planned)
    if not time.item.beside or not first.differs:
        return first
    beside = time.exercise.version(time.item.beside)
    item = replace(time.item, version=beside.id, beside="")
    second = _find(person, replace(time, version=beside, item=item), shelf, conditions, planned)
    return second if second.kind.rank < first.kind.rank else first


def _find(person: Person, time: ItemTime, shelf: Shelf, conditions: Conditions, planned: frozenset[str]) -> Verdict:
    exercise, base = time.exercise, time.version
    if person.talk_first:
        nothing = SideFit(None)
        return Verdict(
            person, time.item.id, VerdictKind.TALK_FIRST, exercise, base, None, nothing, nothing, person.talk_first
        )
    override = next((known for known in person.overrides if known.exercise == exercise.id), None)
    if override is not None and _still_offered(override, exercise, shelf):
        return _overridden(person, time, override, shelf, conditions)
    start = _start(person, exercise, base)
    new = "" if start is base else "New to this exercise."
    if not (person.conditions or conditions.always):
        plain, kind = SideFit(start), VerdictKind.EASED if new else VerdictKind.AS_PLANNED
        return Verdict(person, time.item.id, kind, exercise, base, start, plain, plain, new)
    profile = profile_of(person.conditions, conditions)
    way, passed = best_way(profile, exercise, start, time.item.dose if start is base else None, base)
    if way is None:
        return _instead(person, time, shelf, profile, planned, passed)
    moved_by = _moved_by(profile, time, way)
    version = min(way.versions, key=exercise.versions.index)
    eased = version is not base or any(side.version is not base or side.easings for side in way.sides)
    kind = VerdictKind.EASED if eased else VerdictKind.AS_PLANNED
    return Verdict(person, time.item.id, kind, exercise, base, version, way.left, way.right, new, moved_by=moved_by)


def _start(person: Person, exercise: Exercise, base: Version) -> Version:
    """What is planned, or for somebody new to it the rung where newcomers start, if they can be there meanwhile."""
    if not person.is_new_to(exercise.id):
        return base
    start = exercise.for_newcomer(base)
    return start if start in candidates(exercise, base) else base


def _moved_by(profile: Profile, time: ItemTime, way: Way) -> tuple[TriggeredRule, ...]:
    """What speaks against the base, where something else is done: what rules it out before what asks for less."""
    if all(side.version is time.version for side in way.sides):
        return ()
    hits = [hit for made in profile.both(time.version, time.item.dose) for hit in made.against]
    ruled_out = [made.avoid for made in profile.both(time.version, time.item.dose) if made.avoid is not None]
    return tuple(dict.fromkeys((*ruled_out, *strictest_first(hits))))


def _overridden(person: Person, time: ItemTime, override: Override, shelf: Shelf, conditions: Conditions) -> Verdict:
    """What the instructor decided, with what still applies to it."""
    done = shelf.exercise(override.instead) if override.instead else time.exercise
    chosen = done.version(override.version)
    if done is not time.exercise:
        kind = VerdictKind.SWAPPED
    else:
        kind = VerdictKind.AS_PLANNED if chosen is time.version else VerdictKind.EASED
    profile = profile_of(person.conditions, conditions)
    left, right = (SideFit(chosen, made.triggered, (), made.easings) for made in profile.both(chosen))
    return Verdict(
        person, time.item.id, kind, done, time.version, chosen, left, right, override.reason, overridden=True
    )


def _still_offered(override: Override, exercise: Exercise, shelf: Shelf) -> bool:
    """Whether what was decided can still be done. A decision about what was taken out of the catalogue no longer holds;
    the fit decides then."""
    try:
        (shelf.exercise(override.instead) if override.instead else exercise).version(override.version)
    except PlanError:
        return False
    return True


def _instead(
    person: Person,
    time: ItemTime,
    shelf: Shelf,
    profile: Profile,
    planned: frozenset[str],
    passed: tuple[RejectedVersion, ...],
) -> Verdict:
    """Nothing on the ladder is left: the nearest other exercise by aim, or waiting."""
    nothing = SideFit(None, (), passed)
    found = _nearest(time, shelf, profile, planned)
    if found is None:
        reason = passed[0].triggered_by.rule.because if passed else ""
        return Verdict(
            person, time.item.id, VerdictKind.WAITS, time.exercise, time.version, None, nothing, nothing, reason
        )
    other, version = found
    left, right = (SideFit(version, made.triggered, passed, made.easings) for made in profile.both(version))
    moved_by = tuple(
        dict.fromkeys(made.avoid for made in profile.both(time.version, time.item.dose) if made.avoid is not None)
    )
    return Verdict(
        person, time.item.id, VerdictKind.SWAPPED, other, time.version, version, left, right, moved_by=moved_by
    )


def _nearest(
    time: ItemTime, shelf: Shelf, profile: Profile, planned: frozenset[str]
) -> tuple[Exercise, Version] | None:
    """The exercise nearest by aim that nothing speaks against, in the version that asks for the least change."""
    best: tuple[tuple[float, ...], Exercise, Version] | None = None
    nearest = 0
    held = time.version.position.level is Level.STANDING and not is_unsupported(time.version)
    for near, other, version in _by_aim(shelf, time.exercise, time.version.position.level is Level.FLOOR):
        if best is not None and near < nearest:
            break
        if other.id in planned or (held and is_unsupported(version)):
            continue
        both = profile.both(version)
        if any(made.avoid is not None for made in both):
            continue
        eases = sum(len(made.easings) for made in both)
        rank = (profile.added(version, time.version), eases, version.position is not time.version.position)
        nearest = near
        if best is None or rank < best[0]:
            best = (rank, other, version)
    return best[1:] if best else None


@kept(2048)
def _by_aim(shelf: Shelf, exercise: Exercise, floor: bool) -> tuple[tuple[int, Exercise, Version], ...]:
    """Versions of other exercises with something of the same aim, nearest first, at a level one can be at meanwhile."""
    found = [
        (alike(other, exercise), other, version)
        for other in shelf
        if other is not exercise and other.id not in shelf.archived and alike(other, exercise) >= _ALIKE_ENOUGH
        for version in other.versions
        if floor or version.position.level is not Level.FLOOR
    ]
    return tuple(sorted(found, key=lambda ranked: -ranked[0]))


def alike(a: Exercise, b: Exercise) -> int:
    """How near two exercises are in aim: where counts most, then what, then how."""
    return 4 * (a.aim.region is b.aim.region) + 3 * (a.aim.quality is b.aim.quality) + (a.aim.action is b.aim.action)
