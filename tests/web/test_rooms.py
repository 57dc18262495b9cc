"""Rooms and stores on their pages: saving, counting, files, weighing a band, load tools; what is wrong is named."""

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse

from fairbench.core.rooms.room import Chair, Room
from fairbench.core.rooms.store import Stock
from fairbench.ops.scale import SimulatedScale
from fairbench.web.accounts.models import AuditEntry
from fairbench.web.rooms import actions
from fairbench.web.rooms import models as rows
from fairbench.web.rooms.adapter import at_hand, core_room

CHAIRS = (Chair("stacking chair", 20), Chair("armchair", 2, True))
HALL = Room("Long hall", 14, 8, rail=6.3, rough_wall=12, chairs=CHAIRS)


def fields(**changed: str) -> dict[str, str]:
    """A room's form as it is sent."""
    given = {
        "name": "Signal Room",
        "width": "8",
        "depth": "6,5",
        "floor": "carpet",
        "floor_is_fit": "on",
        "smooth_wall": "5",
        "rough_wall": "0",
        "door_frames": "1",
        "door_at": "left",
        "corners": "2",
        "rail": "0",
        "rail_cm": "90",
        "rail_at": "back",
        "worktop": "1.8",
        "worktop_cm": "36 in",
        "steps": "0",
        "step_cm": "15",
        "stairs": "0",
        "anchors": "0",
        "bars": "0",
        "tables": "0",
        "chair-0-name": "armchair",
        "chair-0-count": "3",
        "chair-0-seat_cm": "47",
        "chair-0-arms": "on",
        "chair-1-name": "",
        "chair-1-count": "",
        "chair-1-seat_cm": "45",
    }
    return {**given, **changed}


@pytest.fixture
def hall(actor) -> rows.Room:
    return actions.save_room(actor, HALL)


def test_a_room_is_made_shown_changed_archived_and_exported(client_in, actor) -> None:
    assert "No rooms yet" in client_in.get(reverse("rooms:list")).content.decode()
    assert client_in.post(reverse("rooms:new_room"), fields()).status_code == 302
    room = rows.Room.objects.get()
    value = core_room(room)
    assert (value.depth, value.worktop_cm, value.chairs) == (6.5, 36 * 2.54, (Chair("armchair", 3, True, 47),))
    assert not value.needs_mats
    page = client_in.get(reverse("rooms:room", args=[room.id])).content.decode()
    for words in ("8 by 6.5 m, carpet", "2 at once", "Not here: table, bar overhead", "3 armchair: with arms"):
        assert words in page
    form = client_in.get(reverse("rooms:edit_room", args=[room.id])).content.decode()
    assert 'value="6.5"' in form
    client_in.post(reverse("rooms:edit_room", args=[room.id]), fields(width="9"))
    room.refresh_from_db()
    assert core_room(room).width == 9
    entry = AuditEntry.objects.get(verb="room.save", old__isnull=False)
    assert (entry.old, entry.new) == ({"width": 8.0}, {"width": 9.0})
    assert client_in.get(reverse("rooms:json", args=[room.id])).json()["worktop"] == 1.8
    client_in.post(reverse("rooms:archive", args=[room.id]), {"away": "yes"})
    assert "archived" in client_in.get(reverse("rooms:list")).content.decode()


@pytest.mark.parametrize(
    ("changed", "said"),
    [
        ({"width": "0"}, "Width: must be 1 to 100 m"),
        ({"width": "wide"}, "needs a number, not &#x27;wide&#x27;"),
        ({"rail": "80"}, "Rail: must be 0 to"),
        ({"rail": "-1"}, "Rail: must be 0 to"),
        ({"steps": "-1"}, "Steps: must be a whole number from 0 to 200"),
        ({"chair-0-count": "-2"}, "Chairs[0].count: must be a whole number from 0"),
        ({"chair-0-count": ""}, "needs a whole number"),
        ({"name": " "}, "Name: a room needs a name"),
        ({"worktop_cm": "high"}, "write it as 90 cm"),
    ],
)
def test_a_room_that_cannot_be_says_which_field_and_keeps_what_was_typed(client_in, hall, changed, said) -> None:
    answer = client_in.post(reverse("rooms:edit_room", args=[hall.id]), fields(**changed))
    page = answer.content.decode()
    assert answer.status_code == 422
    assert said in page
    assert 'value="6,5"' in page
    hall.refresh_from_db()
    assert core_room(hall) == HALL


def test_two_rooms_have_two_names(client_in, hall) -> None:
    answer = client_in.post(reverse("rooms:new_room"), fields(name="Long hall"))
    assert answer.status_code == 422
    assert "another room has this name already" in answer.content.decode()
    assert rows.Room.objects.count() == 1


def test_a_store_is_counted_line_by_line(client_in, actor, hall) -> None:
    add = reverse("rooms:add_stock", args=[hall.id])
    client_in.post(add, {"prop": "band", "size": "light", "count": "5", "free_cm": "47 in", "newtons": "25"})
    row = rows.Stock.objects.get()
    assert (row.room, row.count, round(row.free_cm, 1), row.newtons) == (hall, 5, 119.4, 25.0)
    count = reverse("rooms:count_stock", args=[row.id])
    for by, number in (("1", 6), ("-1", 5), ("-1", 4)):
        page = client_in.post(count, {"by": by}).content.decode()
        row.refresh_from_db()
        assert row.count == number
        assert f'value="{number}"' in page
    client_in.post(count, {"count": "0"})
    assert client_in.post(count, {"by": "-1"}).status_code == 200
    row.refresh_from_db()
    assert row.count == 0
    for wrong in ("-3", "many", "1000", ""):
        answer = client_in.post(count, {"count": wrong})
        assert answer.status_code == 422
        assert "field-error" in answer.content.decode()
    client_in.post(reverse("rooms:remove_stock", args=[row.id]))
    assert not rows.Stock.objects.exists()
    assert AuditEntry.objects.filter(verb="stock.remove").get().old["count"] == 0


@pytest.mark.parametrize(
    ("line", "said"),
    [
        ({"prop": "band", "count": "-1"}, "Count: must be a whole number from 0"),
        ({"prop": "bnad", "count": "1"}, "Prop: choose what it is"),
        ({"prop": "band", "count": "1", "size": "light"}, "Size: this prop and size are in the list already"),
        ({"prop": "band", "count": "1", "kg": "heavy"}, "Kg: write it as 1.5 kg"),
        ({"prop": "band", "count": "1", "newtons": "0"}, "Newtons: must be over 0"),
    ],
)
def test_a_line_that_cannot_be_is_refused_by_its_field(client_in, actor, hall, line, said) -> None:
    actions.add_stock(actor, hall, Stock("band", 5, "light"))
    answer = client_in.post(reverse("rooms:add_stock", args=[hall.id]), line)
    assert answer.status_code == 422
    assert said in answer.content.decode()
    assert rows.Stock.objects.count() == 1


def csv(text: str) -> SimpleUploadedFile:
    return SimpleUploadedFile("store.csv", text.encode(), "text/csv")


def test_a_store_goes_out_and_comes_in_and_a_broken_row_takes_nothing(client_in, actor, hall) -> None:
    actions.add_stock(actor, hall, Stock("band", 5, "light", free_cm=120, newtons=25))
    actions.add_stock(actor, hall, Stock("mat", 9))
    into = reverse("rooms:import_store", args=[hall.id])
    broken = client_in.post(into, {"file": csv("prop,size,count\nband,light,7\nbnad,,2\nmat,,-1\n")})
    assert broken.status_code == 422
    for words in ("line 3: prop: there is no prop", "line 4: count: must be a whole number"):
        assert words in broken.content.decode()
    assert rows.Stock.objects.get(prop="band").count == 5
    client_in.post(into, {"file": csv("prop;size;count\nresistance band;light;7\nstick;;4\n")})
    counts = {row.prop: row.count for row in rows.Stock.objects.all()}
    assert counts == {"band": 7, "mat": 9, "stick": 4}
    assert rows.Stock.objects.get(prop="band").newtons == 25
    out = client_in.get(reverse("rooms:export_store", args=[hall.id])).content
    actions.save_room(actor, Room("Other", 5, 5))
    other = rows.Room.objects.get(name="Other")
    client_in.post(reverse("rooms:import_store", args=[other.id]), {"file": SimpleUploadedFile("s.csv", out)})
    assert client_in.get(reverse("rooms:export_store", args=[other.id])).content == out


def test_the_practices_own_store_is_carried_everywhere(client_in, actor, hall) -> None:
    assert at_hand(hall, 6) is None
    client_in.post(reverse("rooms:add_to_cupboard"), {"prop": "band", "count": "2"})
    actions.add_stock(actor, hall, Stock("band", 5))
    there = at_hand(hall, 6)
    assert there is not None
    assert (there.count("band"), there.count("second-chair")) == (7, 16)
    elsewhere = at_hand(None, 6)
    assert elsewhere is not None
    assert elsewhere.count("band") == 2


def test_a_scale_is_read_and_a_band_is_known_by_three_readings(client_in, actor, hall, settings) -> None:
    row = actions.add_stock(actor, hall, Stock("band", 5, "light"))
    settings.SCALE_ADDRESS = ""
    assert "No scale is set up" in client_in.get(reverse("rooms:reading")).content.decode()
    scale = SimulatedScale(0, 2.6)
    settings.SCALE_ADDRESS = scale.address
    try:
        assert 'id="scale-kg"' in client_in.get(reverse("rooms:reading")).content.decode()
    finally:
        scale.stop()
    settings.SCALE_ADDRESS = "127.0.0.1:1"
    assert "The scale does not answer" in client_in.get(reverse("rooms:reading")).content.decode()
    save = reverse("rooms:save_calibration")
    for readings, said in (("2.5 2.6", "needs at least 3 readings"), ("2.5 x 2.6", "write it as"), ("", "at least 3")):
        answer = client_in.post(save, {"stock": str(row.id), "free": "60 cm", "readings": readings})
        assert answer.status_code == 422
        assert said in answer.content.decode()
    client_in.post(save, {"stock": str(row.id), "free": "60 cm", "readings": "2.5 2.6 9"})
    row.refresh_from_db()
    assert (row.free_cm, row.newtons) == (60.0, 25.51)
    assert client_in.post(save, {"stock": "", "free": "60", "readings": "2 2 2"}).status_code == 422


@pytest.mark.parametrize(
    ("tool", "given", "said"),
    [
        ("bottle", {"empty": "40 g", "holds": "750", "wanted": "550 g"}, "<b>510 ml</b>"),
        ("bottle", {"empty": "40 g", "holds": "750", "wanted": "550 g", "has": "300"}, "Pour in 210 ml more."),
        ("bottle", {"empty": "40 g", "holds": "750", "wanted": "550 g", "straight": "15"}, "10.2 cm above the bottom"),
        ("bottle", {"empty": "40 g", "holds": "500", "wanted": "1 kg"}, "Kg: full it weighs 0.54 kg"),
        ("bottle", {"empty": "40 g", "holds": "lots", "wanted": "1 kg"}, "Holds: needs a number"),
        ("band", {"version": "band-row/band-round-feet", "free": "120", "newtons": "25"}, "must be free to stay under"),
        ("band", {"version": "band-row/band-round-feet", "free": "20", "newtons": "25"}, "take more of it"),
        ("band", {"version": "bridge/full-bridge", "free": "90", "newtons": "25"}, "has no band in it"),
        ("band", {"version": "band-row/band-round-feet"}, "choose a band, or give its free length"),
        (
            "lever",
            {"first": "side-raise/raise-straight", "second": "nowhere", "joint": "shoulder", "load": "1 kg"},
            "has no version",
        ),
    ],
)
def test_load_tools_answer_or_say_what_is_wrong(client_in, tool, given, said) -> None:
    answer = client_in.post(reverse(f"rooms:{tool}"), given)
    assert said in answer.content.decode()
    assert answer.status_code in (200, 422)


def test_a_band_that_hangs_loose_when_held_whole_is_gripped_shorter(client_in, actor, hall) -> None:
    row = actions.add_stock(actor, hall, Stock("band", 5, "light", free_cm=150, newtons=25))
    asked = {"version": "band-row/band-round-feet", "stock": str(row.id)}
    page = client_in.post(reverse("rooms:band"), asked).content.decode()
    assert "Held whole it hangs loose" in page
    assert page.count("hangs loose</td>") + page.count("hangs loose\n") <= 1
    longer = client_in.post(reverse("rooms:band"), {**asked, "free": "70 cm"}).content.decode()
    assert "Held whole" not in longer
    assert client_in.post(reverse("rooms:band"), {**asked, "stock": str(hall.id)}).status_code == 422


def test_two_versions_are_compared_in_words_with_the_figures_behind(client_in) -> None:
    page = client_in.get(reverse("rooms:loads") + "?version=weighted-curl/curl-two-kilo").content.decode()
    assert page.count('value="weighted-curl/curl-two-kilo" selected') == 1
    given = {"first": "side-raise", "second": "weighted-curl", "joint": "shoulder", "load": "1 kg", "weighs": "64 kg"}
    answer = client_in.post(reverse("rooms:lever"), given).content.decode()
    assert "times as much of the shoulder" in answer
    assert "N·m" in answer.split("<details>")[1]


def test_rooms_ask_the_database_little(client_in, actor, hall, django_assert_max_num_queries) -> None:
    for number in range(30):
        actions.add_stock(actor, hall, Stock("hand-weight", 2, f"{number} kg"))
        actions.save_room(actor, Room(f"Room {number}", 8, 6))
    for address in (
        reverse("rooms:list"),
        reverse("rooms:room", args=[hall.id]),
        reverse("rooms:store", args=[hall.id]),
        reverse("rooms:loads"),
    ):
        with django_assert_max_num_queries(8):
            assert client_in.get(address).status_code == 200
