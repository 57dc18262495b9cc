"""A store as a table: read with what is wrong by line, all or nothing, and written so that it comes back the same."""

import csv
import io
from collections.abc import Mapping

from ..errors import InputError
from ..exercises.exercise import Prop
from ..loads.units import read_length, read_mass
from ..rooms.store import Stock, Store
from .table_csv import Table, guarded

HEADINGS = ("prop", "size", "count", "mass of one", "free length", "force at double length in newtons")
_NEEDED = ("prop", "count")
_TOLD = 5
"""So many broken rows are told one by one."""


def read_store(table: Table, props: Mapping[str, Prop]) -> Store:
    """Every row as a line of a store. A prop is given by its id or its name; a mass or a length in any unit. Raises
    :class:`InputError` naming each broken row by its line; nothing is taken then."""
    places = {heading.strip().lower(): number for number, heading in enumerate(table.headers)}
    missing = [name for name in _NEEDED if name not in places]
    if missing:
        raise InputError(f"has no column '{missing[0]}'; its headings are {', '.join(HEADINGS)}", "line 1")
    by_name = {name: prop.id for prop in props.values() for name in (prop.id, prop.name)}
    lines: list[Stock] = []
    wrong: list[str] = []
    seen: dict[tuple[str, str], int] = {}
    for line, cells in zip(table.lines, table.rows, strict=True):
        got = {name: cells[number].strip() if number < len(cells) else "" for name, number in places.items()}
        try:
            stock = _stock(got, by_name)
            if stock.key in seen:
                raise InputError(f"the same prop and size as line {seen[stock.key]}")
            seen[stock.key] = line
            lines.append(stock)
        except InputError as error:
            wrong.append(f"line {line}: {error}")
    if wrong:
        more = f"; and {len(wrong) - _TOLD} more" if len(wrong) > _TOLD else ""
        raise InputError(f"nothing was taken. {'; '.join(wrong[:_TOLD])}{more}", "file")
    return Store(tuple(lines))


def _stock(got: Mapping[str, str], by_name: Mapping[str, str]) -> Stock:
    prop = by_name.get(got["prop"].lower())
    if prop is None:
        raise InputError(f"there is no prop '{got['prop'][:30]}'", "prop")
    if not (got["count"].isascii() and got["count"].isdigit()):
        raise InputError(f"must be a whole number, not '{got['count'][:12]}'", "count")
    mass, free, force = (got.get(name, "") for name in HEADINGS[3:])
    return Stock(
        prop,
        int(got["count"]),
        got.get("size", ""),
        read_mass(mass, HEADINGS[3]) if mass else None,
        read_length(free, HEADINGS[4]) if free else None,
        _newtons(force) if force else None,
    )


def _newtons(text: str) -> float:
    try:
        return float(text.replace(",", "."))
    except ValueError:
        raise InputError(f"must be a number of newtons, not '{text[:12]}'", HEADINGS[5]) from None


def write_store(store: Store, props: Mapping[str, Prop]) -> str:
    """The store as a table of ours."""
    out = io.StringIO(newline="")
    writer = csv.writer(out)
    writer.writerow(HEADINGS)
    for line in store.lines:
        name = props[line.prop].name if line.prop in props else line.prop
        kg = "" if line.kg is None else f"{line.kg:g} kg"
        free = "" if line.free_cm is None else f"{line.free_cm:g} cm"
        force = "" if line.newtons is None else f"{line.newtons:g}"
        writer.writerow([guarded(cell) for cell in (name, line.size, str(line.count), kg, free, force)])
    return out.getvalue()
