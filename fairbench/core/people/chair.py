"""What somebody needs of a chair."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class ChairFacts:
    """``arms`` are wanted, or where it is False in the way; None where it is all the same. Seat heights in centimetres,
    None where any will do. ``feet_raised`` asks for something under the feet, ``at_wall`` for the back to the wall."""

    arms: bool | None = None
    seat_from_cm: float | None = None
    seat_to_cm: float | None = None
    feet_raised: bool = False
    at_wall: bool = False

    @property
    def words(self) -> str:
        """``with arms, seat 45 to 50 cm, against the wall``; nothing where any chair will do."""
        said = []
        if self.arms is not None:
            said.append("with arms" if self.arms else "without arms")
        low, high = self.seat_from_cm, self.seat_to_cm
        if low is not None and high is not None:
            said.append(f"seat {low:g} to {high:g} cm")
        elif low is not None:
            said.append(f"seat at least {low:g} cm")
        elif high is not None:
            said.append(f"seat at most {high:g} cm")
        said += ["feet on a block"] if self.feet_raised else []
        said += ["against the wall"] if self.at_wall else []
        return ", ".join(said)


ANY_CHAIR = ChairFacts()
