"""What can be wrong with the input, named for the input and never for the code."""


class InputError(ValueError):
    """Something given to the core cannot be used.

    ``place`` says where in what was given (``blocks[2].items[0].dose.reps``); it grows from the
    inside out as the error passes through :meth:`within`. ``message`` is one plain sentence.
    """

    def __init__(self, message: str, place: str = "") -> None:
        self.message = message
        self.place = place
        super().__init__(str(self))

    def __str__(self) -> str:
        return f"{self.place}: {self.message}" if self.place else self.message

    def within(self, outer: str) -> "InputError":
        """The same error seen from one step further out."""
        glue = "" if not self.place or self.place.startswith("[") else "."
        return type(self)(self.message, f"{outer}{glue}{self.place}")


class DoseError(InputError):
    """A figure of a dose is missing, of the wrong kind or out of its bounds."""


class PlanError(InputError):
    """A plan asks for something that does not exist or does not hang together."""


class CatalogueError(InputError):
    """The exercise data is not what its schema says. The place is file, line and field."""


class TransferError(InputError):
    """There is no way between two positions."""
