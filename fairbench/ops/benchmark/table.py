"""What is measured, as a table."""

Row = tuple[str, str, str, bool]
"""What was measured, the figure, what is wanted, and whether it is met."""


def table(rows: list[Row]) -> str:
    """The rows as text in columns, with a word for each verdict."""
    cells = [("What", "Measured", "Wanted", ""), *((*row[:3], "met" if row[3] else "NOT MET") for row in rows)]
    widths = [max(len(row[column]) for row in cells) for column in range(4)]
    return "\n".join("  ".join(cell.ljust(width) for cell, width in zip(row, widths, strict=True)) for row in cells)
