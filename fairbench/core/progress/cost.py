"""What a step costs of the class's time: more repetitions, a longer hold or a further set take longer."""

from ..dose.dose import Dose
from ..sides import Sides
from .amount import Amount, Variable


def seconds_of(amount: Amount, dose: Dose) -> float:
    """What an amount takes, in seconds, where it is shared between sides and rested between sets as a dose says. What
    takes no known time, such as a breath of one's own, counts nothing."""
    each = amount.tempo if amount.counted is Variable.REPETITIONS else amount.hold
    # Where sides take turns, the figure is of each of them.
    gone_through = 2 if dose.sides is Sides.ALTERNATING else dose.sides.passes
    return gone_through * amount.sets * amount.reps * each + dose.rest * (amount.sets - 1)


def cost_of(before: Amount, after: Amount, dose: Dose) -> float:
    """Seconds that the class takes longer by a step, negative where it takes less."""
    return seconds_of(after, dose) - seconds_of(before, dose)
