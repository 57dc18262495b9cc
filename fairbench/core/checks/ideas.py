"""What might settle a finding: by rule, the edits that an experienced colleague would try, the least first."""

import re
from collections.abc import Callable, Iterator, Sequence
from functools import partial

from ..clock import minutes_and_seconds
from ..counted import how_many
from ..dose.words import short
from ..dose.work import Repetitions
from ..errors import InputError
from ..exercises.aim import Action, BlockKind, Quality, Region
from ..exercises.exercise import Exercise, Version
from ..fit.cautions import demand_set
from ..plan.lines import LineKind
from ..plan.plan_edits import EditKind, Edits, PlanEdit, dose_of
from ..plan.timeline import ItemTime
from ..plan.to_the_time import fill, shorten
from ..positions import Level
from ..sides import Side
from .balance import ARCHED, BENT
from .conflicts import HOLD, SIDE, TOTAL, held_in
from .findings import Finding
from .load import ENOUGH_REST, LOADING
from .order import WARM_ENOUGH, WARMS, unloaded_of, warms
from .situation import Situation

Idea = tuple[str, Edits]
"""What is tried, in words, and the edits that do it."""
Ideas = Callable[[Finding, Situation], Iterator[Idea]]

PLACES_TRIED = 8
EXERCISES_TRIED = 6
MOST_ADDED = 6
_KEPT_BLOCKS = frozenset({BlockKind.WARM_UP, BlockKind.CLOSE})


def _times(finding: Finding, now: Situation) -> list[ItemTime]:
    """The items that a finding is about and that may be changed, in order."""
    about = set(finding.about)
    return [
        time
        for time in now.timeline.items
        if time.item.id in about and not time.item.locked and time.kind not in _KEPT_BLOCKS
    ]


def _all_times(finding: Finding, now: Situation) -> list[ItemTime]:
    """The same with those of the warm-up and the close, whose dose may be put right."""
    return [time for time in now.timeline.items if time.item.id in finding.about and not time.item.locked]


def elsewhere(finding: Finding, now: Situation) -> Iterator[Idea]:
    """Each of its items at other places, those near by first; the warm-up and the close stay as they are."""
    spots = [
        (number, place)
        for number, block in enumerate(now.plan.blocks)
        if block.kind not in _KEPT_BLOCKS
        for place in range(len(block.items) + 1)
    ]
    for time in _times(finding, now):
        block, at, item = now.plan.find(time.item.id)
        if item.bracket:
            continue
        here = spots.index((block, at))
        near = sorted(
            (n for n, spot in enumerate(spots) if spot not in ((block, at), (block, at + 1))),
            key=lambda n: abs(n - here),
        )
        for number in near[:PLACES_TRIED]:
            to, place = spots[number]
            place -= to == block and place > at
            yield _move(time, now, to, place)


def _move(time: ItemTime, now: Situation, block: int, place: int) -> Idea:
    others = [item for item in now.plan.blocks[block].items if item.id != time.item.id]
    if place < len(others):
        other = now.timeline.time_of(others[place].id)
        where = f"before {_called(other, now)}" if other else ""
    else:
        where = f"to the end of {now.plan.blocks[block].words}"
    edit = PlanEdit(EditKind.MOVE, time.item.id, block=block, place=place)
    return f"Move {_called(time, now)} {where}", (edit,)


def rest_between(finding: Finding, now: Situation) -> Iterator[Idea]:
    """Half a minute of rest after all of its items but the last."""
    times = [time for time in now.timeline.items if time.item.id in finding.about and not time.item.locked]
    edits = tuple(PlanEdit(EditKind.REST, time.item.id, number=ENOUGH_REST) for time in times[:-1])
    if edits:
        yield f"Rest {ENOUGH_REST:g} s between them", edits


def _called(time: ItemTime, now: Situation) -> str:
    """The exercise's name, with the version where the plan has it twice."""
    twice = sum(other.exercise is time.exercise for other in now.timeline.items) > 1
    return f"{time.exercise.name}, {time.version.name}" if twice else time.exercise.name


def _dosed(time: ItemTime, now: Situation, edit: PlanEdit) -> Iterator[Idea]:
    """An edit of a dose, told by what it was and what it becomes; none where it stays the same."""
    before = dose_of(time.item, now.shelf)
    try:
        changed = edit.apply(now.plan, now.shelf, str).item(time.item.id)
    except InputError:
        return
    after = dose_of(changed, now.shelf)
    if after != before:
        yield f"{_called(time, now)}: {short(after)} instead of {short(before)}", (edit,)


def fewer(finding: Finding, now: Situation) -> Iterator[Idea]:
    """A set fewer, or a little less, of its longest items."""
    times = _times(finding, now) or _times_of_all(now)
    for time in sorted(times, key=lambda time: -time.work):
        dose = dose_of(time.item, now.shelf)
        if dose.sets > 1:
            yield from _dosed(time, now, PlanEdit(EditKind.SETS, time.item.id, number=dose.sets - 1))
        for steps in (2, 4):
            yield from _dosed(time, now, PlanEdit(EditKind.NUDGE, time.item.id, number=-steps))
    if len(times) > 1:
        edits = tuple(PlanEdit(EditKind.NUDGE, time.item.id, number=-2) for time in times)
        yield f"Somewhat less of all {len(times)}", edits


def _times_of_all(now: Situation) -> list[ItemTime]:
    """Every item that may be changed."""
    return [time for time in now.timeline.items if not time.item.locked and time.kind not in _KEPT_BLOCKS]


def more(finding: Finding, now: Situation) -> Iterator[Idea]:
    """A set more of what is in it."""
    for time in _times(finding, now) or _times_of_all(now):
        yield from _dosed(time, now, PlanEdit(EditKind.SETS, time.item.id, number=time.dose.sets + 1))


def split(finding: Finding, now: Situation) -> Iterator[Idea]:
    """Two sets of half as many, with a rest between."""
    for time in _times(finding, now):
        work = dose_of(time.item, now.shelf).work
        if isinstance(work, Repetitions) and not work.reps % 2:
            yield f"{time.exercise.name}: two sets of {work.reps // 2}", (PlanEdit(EditKind.SPLIT, time.item.id),)


def to_the_time(_finding: Finding, now: Situation) -> Iterator[Idea]:
    """What brings the class to its time with the least lost, or fills it with the least change."""
    over = now.timeline.over > 0
    made = (shorten if over else fill)(now.plan, now.group, now.shelf, now.plan.length_min)
    if made.edits and made.fits:
        names = {time.item.id: _called(time, now) for time in now.timeline.items}
        others = len({edit.item for edit in made.edits} - set(made.left_out))
        parts = [f"leave out {', '.join(names[item] for item in made.left_out)}"] if made.left_out else []
        parts += [f"{'less' if over else 'more'} of {how_many(others, 'exercise')}"] if others else []
        words = ", ".join(parts)
        yield f"{words[:1].upper()}{words[1:]}: ends {minutes_and_seconds(made.after)}", made.edits


def other_version(finding: Finding, now: Situation) -> Iterator[Idea]:
    """Easier versions of its items, the nearest first, then harder ones at the same level or a lower load."""
    for time in _times(finding, now):
        rung = time.exercise.rung(time.version.id)
        for version in reversed(time.exercise.versions[:rung]):
            yield _take_version(time, version)


def _take_version(time: ItemTime, version: Version) -> Idea:
    words = f"{time.exercise.name}: {version.name} for all"
    return words, (PlanEdit(EditKind.VERSION, time.item.id, version=version.id),)


def other_exercise(finding: Finding, now: Situation) -> Iterator[Idea]:
    """Another exercise with the same aim at the same level in the place of one of its items."""
    planned = now.plan.exercises()
    for time in _times(finding, now):
        near = [
            (other, version)
            for other in _near(time.exercise, now)
            if other.id not in planned
            for version in (other.version(other.base),)
            if version.position.level is time.level
        ]
        for other, version in near[:EXERCISES_TRIED]:
            yield _swap(time, other, version)


def _swap(time: ItemTime, other: Exercise, version: Version) -> Idea:
    edit = PlanEdit(EditKind.SWAP, time.item.id, exercise=other.id, version=version.id)
    return f"{other.name}, {version.name}, instead of {time.exercise.name}", (edit,)


def _near(exercise: Exercise, now: Situation) -> Iterator[Exercise]:
    """Other exercises of the same region and quality, those of the same action first, none that is put away."""
    same = [other for other in now.shelf if other is not exercise and other.id not in now.shelf.archived]
    for action in (True, False):
        for other in same:
            a, b = exercise.aim, other.aim
            if (a.region, a.quality) == (b.region, b.quality) and (a.action is b.action) is action:
                yield other


def added(
    now: Situation, kind: BlockKind, fits: Callable[[Exercise, Version], bool], number: int = 1
) -> Iterator[Idea]:
    """Exercises that fit, at the levels of the plan, those that need no further things first: one each time, or as many
    together as asked."""
    planned = now.plan.exercises()
    levels = {time.level for time in now.timeline.items} or {Level.SEATED}
    props = set(now.timeline.props())
    loaded: dict[Region, float] = {}
    for time in now.timeline.items:
        if time.exercise.aim.quality in LOADING:
            loaded[time.exercise.aim.region] = loaded.get(time.exercise.aim.region, 0.0) + time.work
    found = []
    for exercise in now.shelf:
        if exercise.id in planned or exercise.id in now.shelf.archived:
            continue
        version = exercise.version(exercise.base)
        if fits(exercise, version) and version.position.level in levels:
            seated = version.position.level is Level.SEATED
            suits = loaded.get(exercise.aim.region, 0.0)
            rank = (not seated, -suits, len(set(version.props) - props), exercise.block is not kind)
            found.append((rank, exercise, version))
    found.sort(key=lambda one: one[0])
    best = [(exercise, version) for _, exercise, version in found]
    for start in range(min(len(best), EXERCISES_TRIED)):
        some = best[start : start + number]
        if len(some) == number:
            names = " and ".join(exercise.name for exercise, _ in some)
            edits = tuple(
                PlanEdit(EditKind.ADD, exercise=exercise.id, version=version.id, words=kind.value)
                for exercise, version in some
            )
            yield f"Add {names} to {kind.words}", edits


def some_warm_up(_finding: Finding, now: Situation) -> Iterator[Idea]:
    """One further easy exercise, or as many as it takes."""
    for number in range(1, MOST_ADDED + 1):
        yield from _first_two(
            added(now, BlockKind.WARM_UP, lambda e, _: e.block is BlockKind.WARM_UP and e.aim.quality in WARMS, number)
        )


def some_close(_finding: Finding, now: Situation) -> Iterator[Idea]:
    """Something to close with."""
    for number in (1, 2):
        yield from _first_two(added(now, BlockKind.CLOSE, lambda e, _: e.block is BlockKind.CLOSE, number))


def _first_two(ideas: Iterator[Idea]) -> Iterator[Idea]:
    for _, idea in zip(range(2), ideas, strict=False):
        yield idea


def more_of_block(finding: Finding, now: Situation) -> Iterator[Idea]:
    """A set more of what is in a short block, or a further exercise for it."""
    kinds = {time.kind for time in now.timeline.items if time.item.id in finding.about}
    kind = next(iter(kinds), None) or next(
        (one for one in BlockKind if finding.title.endswith(one.words)), BlockKind.STRENGTHEN
    )
    if finding.about:
        yield from more(finding, now)
    for number in (1, 2, 3):
        yield from _first_two(added(now, kind, lambda e, _: e.block is kind, number))


def earlier_warming(finding: Finding, now: Situation) -> Iterator[Idea]:
    """What warms the region, brought before what loads it; or something of the kind, in the warm-up."""
    loads = next(time for time in now.timeline.items if time.item.id == finding.item)
    region = loads.exercise.aim.region
    block, place, _ = now.plan.find(loads.item.id)
    for time in now.timeline.items:
        aim = time.exercise.aim
        if time.start > loads.start and aim.quality in WARMS and warms(aim.region, region) and not time.item.locked:
            yield _move(time, now, block, place)
    yield from added(
        now,
        BlockKind.WARM_UP,
        lambda e, _: e.block is BlockKind.WARM_UP and e.aim.quality in WARMS and warms(e.aim.region, region),
    )


def later_first(finding: Finding, now: Situation) -> Iterator[Idea]:
    """Of two items, the second before the first; or the first after the second."""
    if len(finding.items) < 2:
        return
    times = {time.item.id: time for time in now.timeline.items}
    first, last = times[finding.items[0]], times[finding.items[-1]]
    block, place, _ = now.plan.find(first.item.id)
    if not last.item.locked and last.kind not in _KEPT_BLOCKS:
        yield _move(last, now, block, place)
    block, place, _ = now.plan.find(last.item.id)
    if not first.item.locked and first.kind not in _KEPT_BLOCKS:
        same = now.plan.find(first.item.id)[0] == block
        yield _move(first, now, block, place if same else place + 1)


def balance_first(finding: Finding, now: Situation) -> Iterator[Idea]:
    """What asks for balance before what tires the legs, in its order."""
    times = [time for time in now.timeline.items if time.item.id in finding.items]
    legs = next(time for time in times if time.exercise.aim.quality is not Quality.BALANCE)
    steady = [time for time in times if time.exercise.aim.quality is Quality.BALANCE and not time.item.locked]
    block, place, _ = now.plan.find(legs.item.id)
    edits = tuple(
        PlanEdit(EditKind.MOVE, time.item.id, block=block, place=place + number) for number, time in enumerate(steady)
    )
    if edits and legs.kind not in _KEPT_BLOCKS:
        said = " and ".join(_called(time, now) for time in steady)
        yield f"Move {said} before {_called(legs, now)}", edits


def unloaded(finding: Finding, now: Situation) -> Iterator[Idea]:
    """The hardest version of it without a load."""
    for time in _times(finding, now):
        plain = unloaded_of(time)
        if plain is not None:
            yield _take_version(time, plain)


def warm_first(finding: Finding, now: Situation) -> Iterator[Idea]:
    """It after enough movement; or easy movement before it."""
    for time in _times(finding, now):
        moved = 0.0
        for other in now.timeline.items:
            if other.exercise.aim.quality in WARMS | {Quality.STRENGTH}:
                moved += other.work
            if moved >= WARM_ENOUGH and other.start > time.start:
                block, place, _ = now.plan.find(other.item.id)
                same = now.plan.find(time.item.id)[0] == block
                yield _move(time, now, block, place if same else place + 1)
                break
    yield from some_warm_up(finding, now)


def even_sides(finding: Finding, now: Situation) -> Iterator[Idea]:
    """Both sides the same."""
    for time in _all_times(finding, now):
        yield f"{time.exercise.name}: the same on both sides", (PlanEdit(EditKind.SIDES, time.item.id),)


def both_ways(finding: Finding, now: Situation) -> Iterator[Idea]:
    """Both directions."""
    for time in _all_times(finding, now):
        yield f"{time.exercise.name}: both ways", (PlanEdit(EditKind.SIDES, time.item.id),)


_ARMS = frozenset({Region.SHOULDER, Region.UPPER_BACK})


def some_pulling(finding: Finding, now: Situation) -> Iterator[Idea]:
    """Something that pulls, in strengthen, or in the place of something that pushes."""

    def pulls(exercise: Exercise, _: Version) -> bool:
        aim = exercise.aim
        return aim.quality is Quality.STRENGTH and aim.region in _ARMS and aim.action in (Action.PULL, Action.SPREAD)

    yield from added(now, BlockKind.STRENGTHEN, pulls)
    for time in _times(finding, now):
        for words, edits in added(now, BlockKind.STRENGTHEN, pulls):
            other = now.shelf.exercise(edits[0].exercise)
            if words:
                yield _swap(time, other, other.version(edits[0].version))


def some_counter(finding: Finding, now: Situation) -> Iterator[Idea]:
    """Something that arches where all bends, and the other way round."""
    bends = "of bending" in finding.title.partition(",")[0]

    def counters(_: Exercise, version: Version) -> bool:
        bent, arched = _degrees(version, "spine_flexion"), _degrees(version, "spine_extension")
        return arched >= ARCHED and bent < BENT if bends else bent >= BENT and arched < ARCHED

    yield from added(now, BlockKind.STRENGTHEN, counters)
    yield from fewer(finding, now)


def _degrees(version: Version, demand: str) -> float:
    return max((value for value, _, _ in demand_set(version, Side.RIGHT).of(demand)), default=0.0)


def some_stretch(finding: Finding, now: Situation) -> Iterator[Idea]:
    """A stretch for the region that worked."""
    yield from added(
        now,
        BlockKind.STRETCH,
        lambda e, _: e.aim.quality is Quality.STRETCH and e.aim.region.words == finding.place,
    )


def some_back(_finding: Finding, now: Situation) -> Iterator[Idea]:
    """Strength for the back of the body."""
    back = (Action.PULL, Action.EXTEND, Action.SPREAD)
    yield from added(now, BlockKind.STRENGTHEN, lambda e, _: e.aim.quality is Quality.STRENGTH and e.aim.action in back)


def seated_between(finding: Finding, now: Situation) -> Iterator[Idea]:
    """Something seated from elsewhere brought between what is done standing; a seated version of one."""
    times = {time.item.id: time for time in now.timeline.items}
    stand = [times[item] for item in finding.items if item in times]
    middle = stand[len(stand) // 2]
    for time in now.timeline.items:
        if time.level is Level.SEATED and time.kind not in _KEPT_BLOCKS and not time.item.locked:
            block, place, _ = now.plan.find(middle.item.id)
            yield _move(time, now, block, place)
    for time in _times(finding, now):
        for version in time.exercise.versions:
            if version.position.level is Level.SEATED:
                yield _take_version(time, version)
                break


def take_out(finding: Finding, now: Situation) -> Iterator[Idea]:
    """One of its items left out."""
    for time in sorted(_times(finding, now), key=lambda time: (not time.item.extra, -time.total)):
        yield f"Leave out {time.exercise.name}", (PlanEdit(EditKind.LEAVE_OUT, time.item.id),)


def water(finding: Finding, now: Situation) -> Iterator[Idea]:
    """A pause for water where it is due."""
    for time in now.timeline.items:
        if finding.item is not None and time.item.id == finding.item:
            edit = PlanEdit(EditKind.LINE, time.item.id, words=LineKind.WATER.value)
            yield f"A pause for water before {time.exercise.name}", (edit,)


def notice(_finding: Finding, now: Situation) -> Iterator[Idea]:
    """Something to notice before the work, and a check at the end."""
    first = next((t for t in now.timeline.items if t.kind is BlockKind.STRENGTHEN), now.timeline.items[0])
    before = PlanEdit(EditKind.LINE, first.item.id, words=LineKind.NOTICE.value)
    after = PlanEdit(EditKind.LINE, "", words=LineKind.CHECK.value)
    yield f"Something to notice before {first.exercise.name}, and a check at the end", (before, after)
    yield "A check at the end", (after,)


def slower(finding: Finding, now: Situation) -> Iterator[Idea]:
    """As slow as is safe."""
    for time in now.timeline.items:
        safe = time.version.safe_seconds
        if time.item.id in finding.about and safe is not None and not time.item.locked:
            words = f"{time.exercise.name}: {safe:g} s for each repetition"
            yield words, (PlanEdit(EditKind.TEMPO, time.item.id, number=safe),)


def note_of_dose(finding: Finding, now: Situation) -> Iterator[Idea]:
    """The note with the figure of the dose, or without the words that contradict it."""
    for time in now.timeline.items:
        if time.item.id != finding.item or time.item.locked:
            continue
        held = held_in(time)
        note = time.item.note
        if len(held) == 1:
            note = HOLD.sub(f"hold {next(iter(held)):g} s", note)
        note = TOTAL.sub(partial(_with_total, time.count), note)
        if note != time.item.note:
            yield "Let the note say what the dose says", (PlanEdit(EditKind.NOTE, time.item.id, words=note),)


def _with_total(total: int, said: re.Match[str]) -> str:
    return said[0].replace(said[1], str(total), 1)


def side_in_note(finding: Finding, now: Situation) -> Iterator[Idea]:
    """The note with “working” in the place of left or right."""
    for time in now.timeline.items:
        if time.item.id == finding.item and not time.item.locked:
            note = re.sub(r"\b(the|your|their) (left|right)\b", r"\1 working", time.item.note, flags=re.IGNORECASE)
            note = SIDE.sub("working", note)
            yield "Say “working” in the note", (PlanEdit(EditKind.NOTE, time.item.id, words=note),)


def several(*ideas: Ideas) -> Ideas:
    """The ideas of one kind after those of another."""

    def tried(finding: Finding, now: Situation) -> Iterator[Idea]:
        for one in ideas:
            yield from one(finding, now)

    return tried


_LESS: Sequence[Ideas] = (fewer, other_version, other_exercise, take_out)
IDEAS: dict[str, Ideas] = {
    "over-time": several(to_the_time, fewer, take_out),
    "time-to-spare": several(to_the_time, more, more_of_block),
    "no-warm-up": some_warm_up,
    "no-close": some_close,
    "short-block": more_of_block,
    "long-block": several(fewer, take_out, elsewhere),
    "much-talk": more,
    "late-start": several(elsewhere, other_version),
    "too-quick": slower,
    "cold-strength": several(earlier_warming, elsewhere),
    "harder-first": later_first,
    "harder-position-first": later_first,
    "balance-on-tired-legs": several(balance_first, elsewhere),
    "loaded-unseen": unloaded,
    "cold-contract-relax": warm_first,
    "same-region-running": several(rest_between, elsewhere, other_exercise),
    "hands-running": several(elsewhere, other_version, other_exercise),
    "hands-in-all": several(*_LESS),
    "kneeling-in-all": several(*_LESS),
    "standing-long": several(seated_between, *_LESS),
    "overhead-running": several(rest_between, elsewhere, fewer, split),
    "grip-running": several(rest_between, elsewhere, fewer),
    "neck-back": several(rest_between, elsewhere, fewer),
    "own-hands": several(*_LESS),
    "own-kneeling": several(*_LESS),
    "own-standing": several(seated_between, *_LESS),
    "own-overhead": several(elsewhere, *_LESS),
    "one-side-more": even_sides,
    "one-direction": both_ways,
    "push-pull": some_pulling,
    "bend-arch": some_counter,
    "worked-unstretched": some_stretch,
    "front-only": some_back,
    "circuit-one-side": several(elsewhere, take_out),
    "many-levels": elsewhere,
    "floor-twice": several(elsewhere, other_version),
    "own-floor-twice": several(elsewhere, other_version),
    "many-rolls": several(fewer, take_out),
    "leaves-alone": several(other_version, other_exercise),
    "moves-alone": several(other_version, other_exercise, elsewhere),
    "room-lacks": several(other_version, other_exercise),
    "same-muscle": several(fewer, other_exercise, take_out),
    "two-names": several(take_out, other_exercise),
    "no-water": water,
    "nothing-to-notice": notice,
    "nothing-moves": other_version,
    "hold-said-twice": note_of_dose,
    "total-contradicts": note_of_dose,
    "side-word": side_in_note,
}
"""What is tried for each rule. What has none here is settled by talking, by the room, or by the fixes that the finding
itself brings along."""
