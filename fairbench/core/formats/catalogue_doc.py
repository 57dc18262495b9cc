"""The catalogue's YAML files: their schema and their loader.

A field that all versions of an exercise share stands once at the exercise; a version overrides it.
"""

from collections.abc import Mapping
from dataclasses import replace
from pathlib import Path
from typing import Annotated, Any, TypeVar

from pydantic import Field, TypeAdapter, ValidationError

from ..dose.dose import Dose
from ..errors import CatalogueError, InputError
from ..exercises.aim import Action, Aim, BlockKind, Quality, Region
from ..exercises.cues import check_tokens
from ..exercises.exercise import SHORT_NAME, Cues, Exercise, Prop, Version
from ..exercises.limbs import Limbs, limbs_of
from ..exercises.shelf import Shelf
from ..exercises.vocabulary import NO_WORDS, Vocabulary
from ..positions import Position
from .catalogue_folder import read_once
from .dose_doc import Doc, DoseDoc, dose_value
from .movement_doc import MovementDoc, check_movement, movement_value
from .places import first_error, loc_of
from .words_doc import ADAPTER as WORDS
from .words_doc import FILE as WORDS_FILE
from .words_doc import is_there, vocabulary_value
from .yaml_lines import Loc, line_of, load

_ID = r"^[a-z][a-z0-9-]*$"


class AimDoc(Doc):
    """An aim, as it is written."""

    region: Region = Field(strict=False)
    quality: Quality = Field(strict=False)
    action: Action = Field(strict=False)


class CuesDoc(Doc):
    """What to say. ``{side}`` and ``{other}`` stand for the side words."""

    set_up: list[str] | None = None
    do: list[str] | None = None
    watch: list[str] | None = None
    stop: str | None = None


PhaseWord = Annotated[str, Field(min_length=2, max_length=12, pattern=r"^[a-z]+( [a-z]+)?$")]
PhasesDoc = tuple[PhaseWord, PhaseWord]
"""What the way out and the way back of a repetition are called, where the poses do not say it well."""


class VersionDoc(MovementDoc):
    """A version, as it is written. What is left out is as in its exercise."""

    id: str = Field(pattern=_ID)
    name: str
    position: Position | None = Field(default=None, strict=False)
    dose: DoseDoc | None = None
    limbs: Limbs | None = Field(default=None, strict=False)
    props: list[str] | None = None
    breath: str | None = None
    cues: CuesDoc = CuesDoc()
    change: str = ""
    climbs: str = ""
    safe_seconds: float | None = None
    phases: PhasesDoc | None = Field(default=None, strict=False)


class ExerciseDoc(MovementDoc):
    """An exercise with its versions, as it is written."""

    id: str = Field(pattern=_ID)
    name: str
    short: str = Field(max_length=SHORT_NAME)
    purpose: str
    aim: AimDoc
    block: BlockKind = Field(strict=False)
    limb: str = "side"
    one_repetition: str
    directions: tuple[str, str] | None = Field(default=None, strict=False)
    base: str
    newcomer: str = ""
    position: Position | None = Field(default=None, strict=False)
    dose: DoseDoc | None = None
    limbs: Limbs | None = Field(default=None, strict=False)
    props: list[str] = Field(default_factory=list)
    breath: str | None = None
    cues: CuesDoc
    safe_seconds: float | None = None
    phases: PhasesDoc | None = Field(default=None, strict=False)
    versions: list[VersionDoc] = Field(min_length=1, max_length=8)


class PropDoc(Doc):
    """A prop, as it is written. ``fetch`` is in seconds; ``places`` how many can use it at once, 0 for everybody."""

    id: str = Field(pattern=_ID)
    name: str
    ready: str = ""
    worn: bool = False
    fetch: float = Field(ge=0, le=120)
    shared: bool = False
    places: int = Field(default=0, ge=0, le=40)
    one: str = ""
    substitute: str = ""


T = TypeVar("T")

_EXERCISES = TypeAdapter(list[ExerciseDoc])
_PROPS = TypeAdapter(list[PropDoc])


def exercise_schema() -> dict[str, Any]:
    """The JSON Schema of one file of exercises."""
    schema = _EXERCISES.json_schema()
    schema["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    schema["title"] = "Fair Bench exercises, a file of the catalogue"
    return schema


def exercise_value(document: Any, props: Mapping[str, Prop]) -> Exercise:
    """One exercise from its document, such as a practice's own, every pose held up once.

    Raises :class:`InputError` with the place in the document.
    """
    try:
        doc = ExerciseDoc.model_validate(document)
    except ValidationError as error:
        message, place, _ = first_error(error)
        raise CatalogueError(message, place) from None
    exercise = _exercise(doc, props)
    for number, version in enumerate(exercise.versions):
        try:
            check_movement(version.movement)
        except InputError as error:
            raise error.within(f"versions[{number}]") from None
    return exercise


@read_once
def load_shelf(folder: Path) -> Shelf:
    """Read and check the whole catalogue. Raises :class:`CatalogueError` with file, line, field."""
    props = {doc.id: _prop(doc) for doc in read_file(_PROPS, folder / "props.yaml")[0]}
    exercises: dict[str, Exercise] = {}
    for path in sorted((folder / "exercises").glob("*.yaml")):
        docs, lines = read_file(_EXERCISES, path)
        for number, doc in enumerate(docs):
            try:
                exercise = _exercise(doc, props)
                if exercise.id in exercises:
                    raise CatalogueError(f"'{exercise.id}' stands twice in the catalogue", "id")
            except InputError as error:
                line = line_of(lines, (number, *loc_of(error.place)))
                raise CatalogueError(error.message, f"{path.name}, line {line}, {doc.id}.{error.place}") from None
            exercises[exercise.id] = exercise
    return Shelf(exercises, props, words=_vocabulary(folder, exercises, props))


def _vocabulary(folder: Path, exercises: Mapping[str, Exercise], props: Mapping[str, Prop]) -> Vocabulary:
    if not is_there(folder):
        return NO_WORDS
    return vocabulary_value(*read_file(WORDS, folder / WORDS_FILE), exercises, props)


def read_file(adapter: TypeAdapter[T], path: Path) -> tuple[T, dict[Loc, int]]:
    """A file of the catalogue, and the line of each value. Raises :class:`CatalogueError` with file, line and field."""
    data, lines = load(path.read_text(encoding="utf-8"), path.name)
    try:
        return adapter.validate_python(data), lines
    except ValidationError as error:
        message, place, loc = first_error(error)
        raise CatalogueError(message, f"{path.name}, line {line_of(lines, tuple(loc))}, {place}") from None


def _prop(doc: PropDoc) -> Prop:
    return Prop(doc.id, doc.name, doc.fetch, doc.shared, doc.substitute, doc.ready, doc.worn, doc.places, doc.one)


def _exercise(doc: ExerciseDoc, props: Mapping[str, Prop]) -> Exercise:
    if doc.dose is not None:
        _dose_value(doc.dose)
    versions = []
    for number, version in enumerate(doc.versions):
        try:
            versions.append(_version(version, doc, props))
        except InputError as error:
            raise error.within(f"versions[{number}]") from None
    names = [version.id for version in versions]
    if len(set(names)) != len(names):
        raise CatalogueError("two versions have the same id", "versions")
    if doc.base not in names:
        raise CatalogueError(f"the base '{doc.base}' is none of its versions", "base")
    if doc.newcomer and doc.newcomer not in names:
        raise CatalogueError(f"'{doc.newcomer}', where newcomers start, is none of its versions", "newcomer")
    exercise = Exercise(
        id=doc.id,
        name=doc.name,
        short=doc.short,
        purpose=doc.purpose,
        aim=Aim(doc.aim.region, doc.aim.quality, doc.aim.action),
        block=doc.block,
        limb=doc.limb,
        one_repetition=doc.one_repetition,
        versions=tuple(versions),
        base=doc.base,
        newcomer=doc.newcomer,
        phases=doc.phases,
    )
    return replace(exercise, directions=doc.directions) if doc.directions else exercise


def _version(doc: VersionDoc, parent: ExerciseDoc, props: Mapping[str, Prop]) -> Version:
    used = doc.props if doc.props is not None else parent.props
    for prop in used:
        if prop not in props:
            raise CatalogueError(f"there is no prop '{prop}'", "props")
    position = _needed(doc.position or parent.position, "position")
    dose = _dose(doc, parent)
    return Version(
        id=doc.id,
        name=doc.name,
        position=position,
        dose=dose,
        cues=_cues(doc.cues, parent.cues),
        breath=_needed(doc.breath or parent.breath, "breath"),
        props=tuple(used),
        change=doc.change,
        climbs=doc.climbs,
        movement=movement_value(doc, parent, position, tuple(used)),
        safe_seconds=doc.safe_seconds or parent.safe_seconds,
        limbs=doc.limbs or parent.limbs or limbs_of(dose.sides),
        phases=doc.phases,
    )


def _dose(doc: VersionDoc, parent: ExerciseDoc) -> Dose:
    return _dose_value(_needed(doc.dose or parent.dose, "dose"))


def _dose_value(doc: Any) -> Dose:
    try:
        return dose_value(doc)
    except InputError as error:
        raise error.within("dose") from None


def _cues(version: CuesDoc, shared: CuesDoc) -> Cues:
    cues = Cues(
        set_up=tuple(_needed(version.set_up or shared.set_up, "cues.set_up")),
        do=tuple(_needed(version.do or shared.do, "cues.do")),
        watch=tuple(_needed(version.watch or shared.watch, "cues.watch")),
        stop=_needed(version.stop or shared.stop, "cues.stop"),
    )
    for cue in (*cues.set_up, *cues.do, *cues.watch, cues.stop):
        try:
            check_tokens(cue)
        except CatalogueError as error:
            raise error.within("cues") from None
    return cues


def _needed(value: Any, field: str) -> Any:
    if value is None:
        raise CatalogueError("is missing here and at the exercise", field)
    return value
