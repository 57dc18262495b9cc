"""Questions of style with their schools, and a style: the school chosen for each, the first one where none is."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field

from ..errors import InputError


class StyleError(InputError):
    """A question or a school that there is not."""


@dataclass(frozen=True, slots=True)
class Where:
    """Of which exercises something is said; what is empty is not asked. ``kind`` is of the dose: hold, held,
    repetitions, contract; ``sides`` that one side is worked after the other; ``overhead`` that an arm goes above 120°;
    ``rises`` that one gets up from the chair."""

    quality: frozenset[str] = frozenset()
    region: frozenset[str] = frozenset()
    action: frozenset[str] = frozenset()
    level: frozenset[str] = frozenset()
    position: frozenset[str] = frozenset()
    limbs: frozenset[str] = frozenset()
    kind: frozenset[str] = frozenset()
    sides: bool = False
    overhead: bool = False
    rises: bool = False


@dataclass(frozen=True, slots=True)
class School:
    """One answer: what it means in class, and what it changes. ``dose`` are figures of a proposed dose, ``cue`` and
    ``breath`` what is said, ``quiet`` rules of the checks that are not told, ``next_version`` that the next rung is
    named. ``where`` None is the question's own."""

    id: str
    words: str
    means: str
    dose: tuple[tuple[str, str | int | float | bool], ...] = ()
    cue: str = ""
    breath: str = ""
    quiet: tuple[str, ...] = ()
    next_version: bool = False
    where: Where | None = None

    @property
    def acts(self) -> bool:
        """Whether it changes anything; the first school of a question mostly is how things are written."""
        return bool(self.dose or self.cue or self.breath or self.quiet or self.next_version)


@dataclass(frozen=True, slots=True)
class Question:
    """Something that practitioners answer differently, with its schools, our default first, and why that is it."""

    id: str
    ask: str
    reason: str
    schools: tuple[School, ...]
    where: Where = field(default_factory=Where)

    def school(self, school_id: str) -> School:
        """The school of an id. Raises :class:`StyleError`."""
        for school in self.schools:
            if school.id == school_id:
                return school
        raise StyleError(f"“{self.ask}” has no answer '{school_id}'", self.id)


Questions = Mapping[str, Question]


@dataclass(frozen=True, slots=True)
class Style:
    """The chosen schools, as (question, school), in the order of the questions; what was not chosen is not in it."""

    chosen: tuple[tuple[str, str], ...] = ()

    def __bool__(self) -> bool:
        return bool(self.chosen)

    def of(self, question: Question) -> School:
        """The school that holds for a question."""
        found = dict(self.chosen).get(question.id)
        return question.school(found) if found else question.schools[0]

    def with_answer(self, question: str, school: str, questions: Questions) -> "Style":
        """The style with another answer; empty for our default. Raises :class:`StyleError` for what there is not."""
        if question not in questions:
            raise StyleError(f"there is no question '{question}'", "question")
        answers = {name: answer for name, answer in self.chosen if name != question}
        if school:
            answers[question] = questions[question].school(school).id
        return style_of(answers, questions)

    def over(self, other: "Style", questions: Questions) -> "Style":
        """These answers, and those of another style where there are none here: a plan's over its practice's."""
        return style_of({**dict(other.chosen), **dict(self.chosen)}, questions)

    def answers(self, questions: Questions) -> Iterator[tuple[Question, School]]:
        """Every question that was answered, with its school."""
        for name, school in self.chosen:
            yield questions[name], questions[name].school(school)


def style_of(answers: Mapping[str, str], questions: Questions) -> Style:
    """A style from answers by question. Raises :class:`StyleError` for a question or school that there is not."""
    for name in answers:
        if name not in questions:
            raise StyleError(f"there is no question '{name}'", name)
    return Style(tuple((name, questions[name].school(answers[name]).id) for name in questions if name in answers))


def known_of(answers: Mapping[str, str], questions: Questions) -> tuple[Style, tuple[str, ...]]:
    """A stored style as far as it can be read today, and in words what is no longer there."""
    known, gone = {}, []
    for name, school in answers.items():
        question = questions.get(name)
        if question is None or all(one.id != school for one in question.schools):
            gone.append(f"{question.ask if question else name}: '{school}' is no longer there; our default holds.")
        else:
            known[name] = school
    return style_of(known, questions), tuple(gone)
