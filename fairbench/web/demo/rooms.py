"""The demo's rooms, what is kept in them, and what the practice carries."""

from fairbench.core.rooms.room import Chair, Floor, Room, WallSide
from fairbench.core.rooms.store import Stock
from fairbench.web.accounts.actor import Actor
from fairbench.web.people import health_actions, things_actions
from fairbench.web.people.health_inputs import LoadInput
from fairbench.web.people.inputs import ChairInput, OwnThingInput
from fairbench.web.people.models import Participant
from fairbench.web.rooms import actions
from fairbench.web.rooms import models as rows

LONG_HALL = Room(
    "Long hall",
    14,
    8,
    Floor.SPRUNG,
    rough_wall=12,
    door_frames=1,
    door_at=WallSide.RIGHT,
    corners=2,
    rail=7.2,
    rail_cm=92,
    rail_at=WallSide.BACK,
    steps=1,
    step_cm=15,
    chairs=(Chair("stacking chair", 20, seat_cm=45, stacks=True), Chair("armchair", 2, True, 47)),
)
SIGNAL_ROOM = Room(
    "Signal Room",
    8,
    6.5,
    Floor.CARPET,
    needs_mats=False,
    smooth_wall=5,
    door_frames=1,
    door_at=WallSide.LEFT,
    corners=2,
    worktop=1.8,
    worktop_cm=90,
    chairs=(Chair("stacking chair", 10, seat_cm=45, stacks=True), Chair("armchair", 3, True, 47)),
)
IN_LONG_HALL = (
    Stock("mat", 12),
    Stock("band", 6, "light", free_cm=120, newtons=25),
    Stock("stick", 9),
    Stock("small-ball", 10, "18 cm"),
    Stock("cushion", 12),
    Stock("block", 12),
    Stock("step", 1),
    Stock("stool", 4),
)
IN_SIGNAL_ROOM = (
    Stock("band", 5, "light", free_cm=120, newtons=25),
    Stock("band", 2, "medium", free_cm=120, newtons=38),
    Stock("small-ball", 6, "18 cm"),
    Stock("hand-weight", 16, "500 g", kg=0.5),
    Stock("hand-weight", 6, "1 kg", kg=1.0),
    Stock("towel", 12),
    Stock("cushion", 12),
    Stock("block", 6),
)
CARRIED = (
    Stock("band", 2, "light", free_cm=120, newtons=25),
    Stock("flex-ring", 8),
    Stock("roller", 4, "full"),
    Stock("towel", 12),
    Stock("stick", 12),
)
ADDRESSES = ("Tomasz Wilk", "Nerys Quill", "Ragnhild Voss", "Amparo Teal", "Yelena Marsh")


def put_up(actor: Actor) -> tuple[rows.Room, rows.Room]:
    """The long hall and the Signal Room, with what is in them and in the practice's own cupboard."""
    hall, signal = actions.save_room(actor, LONG_HALL), actions.save_room(actor, SIGNAL_ROOM)
    for room, store in ((hall, IN_LONG_HALL), (signal, IN_SIGNAL_ROOM), (None, CARRIED)):
        for line in store:
            actions.add_stock(actor, room, line)
    return hall, signal


def own_chairs_and_things(actor: Actor) -> None:
    """Who has a chair of their own, what they have at home, and where letters go."""
    chairs = {
        "Bronwen Sayle": ChairInput(chair_arms="with", seat_from="46", seat_to="50"),
        "Dilwyn Farrow": ChairInput(chair_arms="with", chair_at_wall=True),
        "Solveig Penhale": ChairInput(feet_raised=True),
    }
    for name, chair in chairs.items():
        things_actions.save_chair(actor, Participant.objects.get(call_name=name).id, chair)
    things = (
        ("Nerys Quill", "band", ""),
        ("Nerys Quill", "stick", "broom handle"),
        ("Tomasz Wilk", "band", "long scarf"),
    )
    for name, prop, instead in things:
        person = Participant.objects.get(call_name=name)
        things_actions.add_own_thing(actor, person.id, OwnThingInput(prop=prop, instead=instead))
    own = (
        ("Bronwen Sayle", "band-row", "light band, short", "armchair, cushion behind the low back"),
        ("Dilwyn Farrow", "band-row", "light band", "loop round the left hand"),
        ("Halvard Moe", "seated-march", "", "feet on the floor before each one; count aloud"),
    )
    for name, exercise, load, setting in own:
        person = Participant.objects.get(call_name=name)
        health_actions.note_load(actor, person.id, LoadInput(exercise=exercise, load=load, setting=setting))
    for name in ADDRESSES:
        person = Participant.objects.get(call_name=name)
        person.email = f"{name.split()[0].lower()}@brackwater.example"
        person.save(update_fields=["email"])
