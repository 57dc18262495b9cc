"""What a class is for, and which rules of thumb apply to it."""

from enum import StrEnum


class Purpose(StrEnum):
    """What a class is for."""

    FULL = "full"
    MOBILITY = "mobility"
    STRETCH = "stretch"
    BREATH = "breath"
    CIRCUIT = "circuit"
    TEST_DAY = "test_day"
    LEAFLET = "leaflet"

    @property
    def words(self) -> str:
        """As it is shown."""
        return _WORDS[self]

    @property
    def shares_time(self) -> bool:
        """Whether its blocks are held against the usual shares of a class; a full class alone has them all."""
        return self is Purpose.FULL

    @property
    def needs_warm_up(self) -> bool:
        """Whether a warm-up is missed where there is none."""
        return self in (Purpose.FULL, Purpose.CIRCUIT, Purpose.LEAFLET)

    @property
    def minds_talk(self) -> bool:
        """Whether much talk and getting about is pointed out; a breath class and a day of tests are made of it."""
        return self not in (Purpose.BREATH, Purpose.TEST_DAY)

    @property
    def is_led(self) -> bool:
        """Whether somebody leads it, so that it ends when it is booked to end; a leaflet is done alone at home."""
        return self is not Purpose.LEAFLET


_WORDS = {
    Purpose.FULL: "a full class",
    Purpose.MOBILITY: "mobility",
    Purpose.STRETCH: "stretching",
    Purpose.BREATH: "breath",
    Purpose.CIRCUIT: "a strength circuit",
    Purpose.TEST_DAY: "a day of tests",
    Purpose.LEAFLET: "a leaflet for home",
}
