"""What is said of each rule of the checks, read from ``checks.yaml``: every rule has a row and every row a rule."""

from pathlib import Path

from pydantic import Field, TypeAdapter

from ..checks import RULES
from ..checks.rules import Cards, Family, Guidance, RuleCard
from ..errors import CatalogueError
from .catalogue_doc import read_file
from .catalogue_folder import read_once
from .dose_doc import Doc

_FILE = "checks.yaml"


class RuleDoc(Doc):
    """One rule, as it is written."""

    id: str
    family: Family = Field(strict=False)
    name: str
    reason: str
    guidance: Guidance = Field(strict=False)


_RULES = TypeAdapter(list[RuleDoc])


@read_once
def load_rule_cards(folder: Path) -> Cards:
    """Every rule's card by its id, in the order of the file. Raises :class:`CatalogueError` for a row without a rule
    and a rule without a row."""
    docs, _ = read_file(_RULES, folder / _FILE)
    cards = {doc.id: RuleCard(doc.id, doc.family, doc.name, doc.reason, doc.guidance) for doc in docs}
    if unknown := [name for name in cards if name not in RULES]:
        raise CatalogueError(f"there is no rule '{unknown[0]}'", _FILE)
    if missing := [name for name in RULES if name not in cards]:
        raise CatalogueError(f"the rule '{missing[0]}' has no row", _FILE)
    return cards
