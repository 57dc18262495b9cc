"""The ways in which one person can do an exercise: one version in one position, or one of its sides otherwise."""

from collections.abc import Iterator
from dataclasses import dataclass

from ..dose.dose import Dose
from ..exercises.exercise import Exercise, Version
from ..exercises.limbs import Limbs
from ..kept import kept
from ..people.rules import Effect
from ..positions import Level, Position
from ..sides import Side
from .cautions import demand_set
from .profile import Profile, RuleOutcome
from .verdict import RejectedVersion, SideFit

_KEPT = 4096
_ONE_LIMB = frozenset({"hand", "hand-foot", "under-hand", "foot", "ankle"})
"""Where a thing is held that each side can have another of, or none."""
_LOADS = frozenset({"hand-weight", "bottle", "ankle-weight"})


@dataclass(frozen=True, slots=True)
class Way:
    """What is done on the left and on the right. Two versions differ only in load, range or help."""

    left: SideFit
    right: SideFit

    @property
    def sides(self) -> tuple[SideFit, SideFit]:
        """Both of them."""
        return self.left, self.right

    @property
    def versions(self) -> tuple[Version, ...]:
        """The versions that are done, each once."""
        done = [side.version for side in self.sides if side.version is not None]
        return tuple(dict.fromkeys(done))


@kept(_KEPT)
def base_of_support(version: Version) -> tuple[Position, tuple[str, ...], frozenset[str], frozenset[str]]:
    """What somebody is in, on and at: the position, what bears the trunk, what the hands and feet rest on, the props.

    Two versions that are alike in it can be done one with each side without getting up or changing things.
    """
    poses = [spec for _, spec in version.movement.poses]
    on = tuple(dict.fromkeys(spec.on for spec in poses))
    rests = frozenset(word for spec in poses for word in (spec.arms[1], spec.feet[1]))
    of_one_limb = {item.prop for item in version.movement.held if item.where in _ONE_LIMB} | _LOADS
    return version.position, on, rests, frozenset(version.props) - of_one_limb


@kept(_KEPT)
def is_unsupported(version: Version) -> bool:
    """Whether it is done standing with no hand on anything."""
    return any(demand_set(version, side).of("unsupported") for side in Side)


def candidates(exercise: Exercise, base: Version) -> Iterator[Version]:
    """The versions that somebody can do while the others do the base: nobody goes down to the floor alone, and nobody
    is moved from a hand on the rail to no hand on anything."""
    stays_up = base.position.level is not Level.FLOOR
    held = base.position.level is Level.STANDING and not is_unsupported(base)
    for version in exercise.versions:
        if stays_up and version.position.level is Level.FLOOR:
            continue
        if held and version is not base and is_unsupported(version):
            continue
        yield version


def best_way(
    profile: Profile, exercise: Exercise, base: Version, dose: Dose | None, planned: Version | None = None
) -> tuple[Way | None, tuple[RejectedVersion, ...]]:
    """The way that leaves no side out, adds nothing that the conditions speak to, has the least to ease, and is nearest
    the base, the easier before the harder; None where nothing is left. And the versions that were passed over. Where a
    newcomer starts from another rung than is ``planned``, what suits while the others do that bounds them too."""
    meanwhile = frozenset(candidates(exercise, planned or base))
    outcomes: dict[Version, tuple[RuleOutcome, RuleOutcome]] = {}
    rejected: dict[Version, RejectedVersion] = {}
    for version in candidates(exercise, base):
        if version not in meanwhile:
            continue
        outcomes[version] = profile.both(version, dose if version is base else None)
        against = next((made.avoid for made in outcomes[version] if made.avoid is not None), None)
        if against is not None:
            rejected[version] = RejectedVersion(version, against)
    passed = tuple(rejected.values())
    base_made = outcomes[base]
    if all(made.avoid is None and not made.easings for made in base_made):
        # Nothing speaks against what is planned: no other way could come before it.
        left, right = (SideFit(base, made.triggered, tuple(rejected.values())) for made in base_made)
        return Way(left, right), passed
    ways = _ways(outcomes)
    rung = exercise.versions.index(base)
    best = min(ways, key=lambda pair: _rank(pair, profile, exercise, base, rung, outcomes), default=None)
    if best is None:
        return None, passed
    left, right = (_side(version, side, outcomes, passed) for version, side in zip(best, Side, strict=True))
    return Way(left, right), passed


Pair = tuple[Version | None, Version | None]


def _ways(outcomes: dict[Version, tuple[RuleOutcome, RuleOutcome]]) -> Iterator[Pair]:
    fine = {version: [made.avoid is None for made in both] for version, both in outcomes.items()}
    for version, (left, right) in fine.items():
        if left and right:
            yield version, version
        elif version.limbs is Limbs.ONE_AT_A_TIME and (left or right):
            yield (version, None) if left else (None, version)
    sided = [version for version in outcomes if version.limbs is Limbs.ONE_AT_A_TIME]
    for one in sided:
        for other in sided:
            is_pair = one is not other and fine[one][0] and fine[other][1]
            if is_pair and base_of_support(one) == base_of_support(other):
                yield one, other


def _rank(
    pair: Pair,
    profile: Profile,
    exercise: Exercise,
    base: Version,
    rung: int,
    outcomes: dict[Version, tuple[RuleOutcome, RuleOutcome]],
) -> tuple[float, ...]:
    done = [version for version in pair if version is not None]
    numbers = [exercise.versions.index(version) for version in done]
    eases: set[tuple[str, Side | None]] = set()
    for number, version in enumerate(pair):
        if version is not None:
            hits = outcomes[version][number].triggered
            eases |= {(hit.rule.id, hit.side) for hit in hits if hit.effect is Effect.EASE}
    return (
        2 - len(done),
        max(profile.added(version, base) for version in done),
        len(eases),
        any(number > rung for number in numbers),
        sum(abs(number - rung) for number in numbers) / len(numbers),
        any(version.position is not base.position for version in done),
        min(numbers),
    )


def _side(
    version: Version | None,
    side: Side,
    outcomes: dict[Version, tuple[RuleOutcome, RuleOutcome]],
    passed: tuple[RejectedVersion, ...],
) -> SideFit:
    if version is None:
        return SideFit(None, (), passed)
    made = outcomes[version][list(Side).index(side)]
    return SideFit(version, made.triggered, passed, made.easings)
