"""The files of measures: tests as YAML, what is usual at an age as CSV; their schemas and loaders."""

from collections.abc import Mapping
from pathlib import Path
from typing import Annotated

from pydantic import Field, TypeAdapter, ValidationError

from ..errors import CatalogueError, InputError
from ..measures.bands import Band
from ..measures.test import Better, Counts, Sex, Test, Tool, Word
from .catalogue_doc import read_file
from .catalogue_folder import read_once
from .dose_doc import Doc
from .table_csv import read_table

Figure = Annotated[float, Field(strict=False)]
BANDS = "norms/usual.csv"
_COLUMNS = ("test", "sex", "age_from", "age_to", "usual_from", "usual_to", "source")


class WordDoc(Doc):
    """From where on a clinician is asked, as it is written: one figure, or one for each sex."""

    under: Figure | dict[str, Figure] = Field(default_factory=dict)
    at_least: Figure | None = None
    over: Figure | None = None
    below_usual: bool = False
    source: str = ""

    def value(self) -> Word:
        """As the core has it."""
        under: Mapping[Sex | None, float]
        if isinstance(self.under, dict):
            under = {Sex(sex): value for sex, value in self.under.items()}
        else:
            under = {None: self.under}
        return Word(under, self.at_least, self.over, self.below_usual, self.source)


class TestDoc(Doc):
    """A test, as it is written."""

    __test__ = False

    id: str = Field(pattern=r"^[a-z0-9][a-z0-9-]{1,29}$")
    name: str = Field(min_length=3, max_length=60)
    unit: str
    better: Better = Field(strict=False)
    counts: Counts = Field(strict=False)
    trials: int = Field(ge=1, le=4)
    least: float = Field(strict=False)
    most: float = Field(strict=False)
    noise: float = Field(ge=0, strict=False)
    noise_source: str
    tool: Tool = Field(strict=False)
    how: list[str] = Field(min_length=2)
    not_for: list[str] = Field(min_length=1)
    watch: list[str] = Field(min_length=1)
    needs: list[str] = Field(default_factory=list)
    sided: bool = False
    whole: bool = False
    seconds: Figure | None = Field(default=None, gt=0)
    stages: list[str] = Field(default_factory=list)
    joints: dict[str, str] = Field(default_factory=dict)
    word: WordDoc | None = None

    def value(self) -> Test:
        """As the core has it."""
        return Test(
            self.id,
            self.name,
            self.unit,
            self.better,
            self.counts,
            self.trials,
            self.least,
            self.most,
            self.noise,
            self.noise_source,
            self.tool,
            tuple(self.how),
            tuple(self.not_for),
            tuple(self.watch),
            tuple(self.needs),
            self.sided,
            self.whole,
            self.seconds,
            tuple(self.stages),
            self.joints,
            self.word.value() if self.word else None,
        )


_TESTS = TypeAdapter(list[TestDoc])


class BandDoc(Doc):
    """A line of what is usual, as it is written."""

    test: str
    sex: Sex = Field(strict=False)
    age_from: int = Field(ge=0, le=130, strict=False)
    age_to: int = Field(ge=0, le=130, strict=False)
    usual_from: float = Field(strict=False)
    usual_to: float = Field(strict=False)
    source: str = Field(min_length=3)


@read_once
def load_tests(folder: Path) -> Mapping[str, Test]:
    """Every test by its id. Raises :class:`CatalogueError` with file, line and field."""
    docs, _ = read_file(_TESTS, folder / "measures.yaml")
    return {doc.id: doc.value() for doc in docs}


@read_once
def load_bands(folder: Path) -> tuple[Band, ...]:
    """What is usual, in the order of the file. Raises :class:`CatalogueError` with file, line and field."""
    table = read_table((folder / BANDS).read_bytes(), "a table of what is usual")
    if table.headers != _COLUMNS:
        raise CatalogueError(f"the columns are {', '.join(_COLUMNS)}", f"{BANDS}, line 1")
    bands = []
    for line, cells in zip(table.lines, table.rows, strict=True):
        try:
            doc = BandDoc.model_validate(dict(zip(_COLUMNS, cells, strict=True)))
        except (ValidationError, ValueError) as error:
            raise CatalogueError(str(error).split("\n")[0], f"{BANDS}, line {line}") from None
        if doc.age_from > doc.age_to or doc.usual_from > doc.usual_to:
            raise CatalogueError("from is more than to", f"{BANDS}, line {line}")
        bands.append(Band(doc.test, doc.sex, doc.age_from, doc.age_to, doc.usual_from, doc.usual_to, doc.source))
    return tuple(bands)


def known_test(test_id: str) -> Test:
    """A test by its id. Raises :class:`InputError` for one that there is not."""
    known = load_tests()
    if test_id not in known:
        raise InputError(f"there is no test '{test_id}'; there are {', '.join(known)}", "test")
    return known[test_id]
