"""What a drill tried, what held, and what did not."""

from dataclasses import dataclass, field


@dataclass(slots=True)
class Tally:
    """One line of the table. ``failed`` says of each failure enough to do it again."""

    name: str
    tried: int = 0
    failed: list[str] = field(default_factory=list)

    def check(self, held: bool, words: str) -> None:
        """One try, and whether it held."""
        self.tried += 1
        if not held:
            self.failed.append(words)

    @property
    def survived(self) -> int:
        """How many held."""
        return self.tried - len(self.failed)


def table(tallies: list[Tally]) -> str:
    """All of them as text, with the first failures of each below."""
    width = max(len(tally.name) for tally in tallies)
    lines = [f"{'What':<{width}}  {'tried':>7}  {'survived':>8}  {'failed':>6}"]
    for tally in tallies:
        lines.append(f"{tally.name:<{width}}  {tally.tried:>7}  {tally.survived:>8}  {len(tally.failed):>6}")
    for tally in tallies:
        lines += [f"  {tally.name}: {words}" for words in tally.failed[:20]]
    return "\n".join(lines)
