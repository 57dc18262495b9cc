"""The shelf, figures and the workshop over HTTP; own exercises stay within their practice."""

import gzip
import html
import json
import re

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction
from django.test import Client
from django_scopes import scope
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.cli.__main__ import main
from fairbench.core.body.path import Path
from fairbench.core.errors import InputError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.positions import Position
from fairbench.web.accounts.actor import Actor
from fairbench.web.accounts.models import AuditEntry, Role
from fairbench.web.exercises import actions
from fairbench.web.exercises.models import OwnExercise, OwnExerciseRevision, UnfinishedExercise
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.exercises.workshop.changes import CHANGES, change
from fairbench.web.exercises.workshop.draft import begin, unpacked
from fairbench.web.exercises.workshop.pictures import turned
from fairbench.web.exercises.workshop.screen import screen
from fairbench.web.plans import actions as plan_actions
from tests.factories import UserFactory
from tests.own_exercises import LIFTED, SAID, document, draft

pytestmark = pytest.mark.django_db


@pytest.fixture
def own(actor) -> OwnExercise:
    return actions.make_exercise(actor, document(draft("standing", *LIFTED)))


def test_what_was_rolled_back_is_not_found_in_memory(actor) -> None:
    with transaction.atomic():
        gone = actions.make_exercise(actor, document(draft("standing", *LIFTED)))
        assert gone.slug in practice_shelf().exercises
        transaction.set_rollback(True)
    actor.practice.refresh_from_db()
    kept = actions.make_exercise(actor, document(draft("standing", *LIFTED)))
    assert kept.slug in practice_shelf().exercises
    assert gone.slug not in practice_shelf().exercises


def test_the_shelf_is_narrowed_and_says_how_far(client_in) -> None:
    page = client_in.get("/shelf/?position=supine&prop=roller").content.decode()
    assert "Bridge on a moving base" in page
    assert "Seated row" not in page
    assert "show all" in page
    odd = client_in.get("/shelf/?position=hanging").content.decode()
    assert "There is no position &#x27;hanging&#x27;" in odd
    assert "Seated row" in odd


@pytest.mark.parametrize("view", ["", "side", "front", "three-quarter"])
def test_the_contact_sheet_shows_every_version(client_in, view: str) -> None:
    page = client_in.get(f"/shelf/sheet/?view={view}").content.decode()
    versions = sum(len(exercise.versions) for exercise in practice_shelf())
    assert page.count('<img class="figure"') == versions
    assert 'alt=""' not in page


def test_the_sheet_and_the_shelf_ask_the_database_little(client_in, django_assert_max_num_queries) -> None:
    client_in.get("/shelf/")
    for path in ("/shelf/", "/shelf/sheet/", "/shelf/push-up/", "/shelf/figures/bridge/full-bridge.svg"):
        with django_assert_max_num_queries(4):
            client_in.get(path)


def test_an_exercise_shows_its_ladder_turned_and_what_it_asks(client_in) -> None:
    page = client_in.get("/shelf/push-up/?view=front").content.decode()
    assert page.count("view=front") >= 5
    assert "Harder than the one before" in page
    assert "weight on the hands 34% → 46%" in page
    assert "seen from the front" in page


def test_a_figure_is_kept_under_the_address_of_what_it_shows(client_in) -> None:
    page = client_in.get("/shelf/bridge/").content.decode()
    address = page.split('<img class="figure')[1].split('src="')[1].split('"')[0].replace("&amp;", "&")
    answer = client_in.get(address)
    assert answer["Content-Type"] == "image/svg+xml"
    assert "immutable" in answer["Cache-Control"]
    assert "private" in answer["Cache-Control"]
    assert answer.content.startswith(b"<svg")
    assert b"<title>Lying on the back" in answer.content
    stale = client_in.get("/shelf/figures/bridge/full-bridge.svg?v=old")
    assert "no-cache" in stale["Cache-Control"]
    for ink in ("dark", "print"):
        assert client_in.get(f"{address}&ink={ink}").content != answer.content
    assert client_in.get(f"{address}&pose=start").content != client_in.get(f"{address}&pose=end").content
    for bad in ("&ink=neon", "&pose=late", "&view=below"):
        assert client_in.get(address + bad).status_code == 404
    assert client_in.get("/shelf/figures/bridge/no-such.svg").status_code == 404


def test_a_film_goes_from_start_to_end(client_in) -> None:
    answer = client_in.get("/shelf/figures/seated-march/knee-lift/film.json?both=1")
    film = json.loads(gzip.decompress(answer.content))
    assert len(film["frames"]) == len(film["other"]) == 13
    assert film["frames"][0] != film["frames"][-1]
    assert film["frames"][-1] != film["other"][-1]
    assert len(film["box"]) == 4
    single = json.loads(gzip.decompress(client_in.get("/shelf/figures/bridge/full-bridge/film.json").content))
    assert single["other"] == []


def test_a_draft_takes_one_change_at_a_time() -> None:
    made = draft("standing", *LIFTED)
    assert dict(made.movement.poses)["end"].numbers == (("side_shoulder_flex", 150.0),)
    assert dict(made.movement.poses)["start"].numbers == ()
    both = change(made, {"do": "limbs", "limbs": "both"})
    both = change(both, {"do": "joint", "joint": "shoulder_flex", "joint-shoulder_flex": "120"})
    assert dict(both.movement.poses)["end"].numbers == (("shoulder_flex", 120.0),)
    copied = change(change(both, {"do": "pose", "pose": "start"}), {"do": "copy", "like": "end"})
    assert dict(copied.movement.poses)["start"] == dict(both.movement.poses)["end"]
    assert unpacked(copied.packed()) == copied


def test_a_path_is_made_pose_by_pose_and_closed() -> None:
    made = draft("standing", *LIFTED, {"do": "pose", "pose": "start"})
    made = change(made, {"do": "add-pose"})
    assert ([name for name, _ in made.movement.poses], made.pose) == (["start", "second", "end"], "second")
    made = change(made, {"do": "joint", "joint": "shoulder_abduct", "joint-shoulder_abduct": "80"})
    made = change(made, {"do": "path", "path": "closed"})
    assert unpacked(made.packed()).movement.path is Path.CLOSED
    assert [option.words for option in screen(made).poses] == ["start", "2", "end"]
    open_again = change(made, {"do": "remove-pose"})
    assert open_again.movement.path is Path.THERE_AND_BACK
    with pytest.raises(InputError, match="needs a start and an end"):
        change(open_again, {"do": "remove-pose"})
    for _ in range(5):
        made = change(made, {"do": "add-pose"})
    assert not screen(made).can_add
    with pytest.raises(InputError, match="at most 8 poses"):
        change(made, {"do": "add-pose"})


def test_another_position_keeps_what_can_stay_and_says_what_could_not() -> None:
    made = change(begin(practice_shelf(), "overhead-press/press-bottle"), {"do": "position", "position": "standing"})
    assert {spec.position for _, spec in made.movement.poses} == {Position.STANDING}
    assert made.movement.held
    assert dict(made.movement.poses)["end"].arms == ("up", "up")
    assert made.dropped == ()
    rail = change(begin(practice_shelf(), "side-leg/side-at-rail"), {"do": "position", "position": "supine"})
    assert set(rail.dropped) >= {"legs"}


def test_a_hand_let_go_stays_where_it_was() -> None:
    made = begin(practice_shelf(), "side-leg/side-at-rail")
    made = change(change(made, {"do": "part", "part": "arms"}), {"do": "limbs", "limbs": "both"})
    before = screen(made)
    assert all(c.fixed for c in before.controls if c.joint == "elbow_flex")
    free = change(made, {"do": "hold", "hold": "arms", "hold-arms": "free"})
    after = screen(free)
    elbows = [next(c.value for c in shown.controls if c.joint == "elbow_flex") for shown in (before, after)]
    assert abs(elbows[0] - elbows[1]) <= 1
    assert not any(c.fixed for c in after.controls if c.joint == "elbow_flex")


@pytest.mark.parametrize(
    ("fields", "says"),
    [
        ({"do": "joint", "joint": "shoulder_flex", "value": "900"}, "shoulder_flex: shoulder, forward and up is 900°"),
        ({"do": "joint", "joint": "shoulder_flex", "value": "nan"}, "shoulder_flex"),
        ({"do": "joint", "joint": "shoulder_flex", "value": "far"}, "shoulder_flex: needs a number, not 'far'"),
        ({"do": "joint", "joint": "tail", "value": "3"}, "tail"),
        ({"do": "hold", "hold": "arms", "hold-arms": "feet"}, "arms: the left hand does not reach feet"),
        ({"do": "hold", "hold": "arms", "hold-arms": "moon"}, "arms: there is nothing called 'moon'"),
        ({"do": "position", "position": "hanging"}, "position: "),
        ({"do": "prop", "prop": "kite"}, "prop: there is no way to hold 'kite'"),
        ({"do": "load", "load": "99"}, "load: the load goes from 0 to 20 kg"),
        ({"do": "fly"}, "do: there is no 'fly' to do here"),
    ],
)
def test_a_bad_change_is_named_and_leaves_the_draft(fields: dict[str, str], says: str) -> None:
    made = draft("standing", {"do": "part", "part": "arms"})
    with pytest.raises(InputError) as error:
        change(made, fields)
    assert says in str(error.value)


NAMES = ("joint", "value", "hold", "hold-arms", "pose", "limbs", "part", "under", "position", "prop", "load", "view-0")
ODD = ("nan", "inf", "9" * 5000, "shoulder_flex", "arms", "rail-side", "end")


@given(
    name=st.sampled_from([*CHANGES, "fly"]),
    fields=st.dictionaries(
        st.sampled_from(NAMES),
        st.one_of(
            st.text(max_size=6),
            st.sampled_from(ODD),
        ),
        max_size=4,
    ),
)
@settings(deadline=None, max_examples=150)
def test_missing_and_odd_fields_are_refused_and_never_break_it(name: str, fields: dict[str, str]) -> None:
    try:
        screen(change(draft("seated"), {**fields, "do": name}))
    except InputError:
        return


@given(
    position=st.sampled_from(list(Position)),
    pose=st.sampled_from(["start", "end"]),
    limbs=st.sampled_from(["both", "side", "other"]),
    part=st.sampled_from(["arms", "legs"]),
    data=st.data(),
)
@settings(deadline=None, max_examples=40)
def test_every_hold_that_is_offered_can_be_held(position, pose, limbs, part, data) -> None:
    """Held up in the pose; between two poses a body may still not get there, which is then said."""
    asked = ({"do": "pose", "pose": pose}, {"do": "limbs", "limbs": limbs}, {"do": "part", "part": part})
    made = draft(position.value, *asked)
    hold, _, options = data.draw(st.sampled_from(screen(made).holds))
    option = data.draw(st.sampled_from(options))
    refused = ""
    try:
        changed = change(made, {"do": "hold", "hold": hold, f"hold-{hold}": option.value})
        screen(changed)
        turned(changed)
    except InputError as error:
        refused = error.message
    assert not refused or refused.startswith("on the way from start")


def test_poses_that_no_body_gets_between_are_refused_with_the_reason(client_in) -> None:
    made = draft("seated", {"do": "part", "part": "arms"})
    answer = client_in.post(
        "/shelf/workshop/change/", {"draft": made.packed(), "do": "hold", "hold": "arms", "hold-arms": "rail-side"}
    )
    assert answer.status_code == 422
    assert "on the way from start" in answer.content.decode().lower()


def test_the_last_good_figure_is_kept_beside_the_reason(client_in) -> None:
    made = draft("standing", *LIFTED)
    good = client_in.post("/shelf/workshop/change/", {"draft": made.packed(), "do": "limbs", "limbs": "side"})
    bad = client_in.post(
        "/shelf/workshop/change/", {"draft": made.packed(), "do": "joint", "joint": "elbow_flex", "value": "400"}
    )
    assert bad.status_code == 422
    page = bad.content.decode()
    assert 'id="wrong-elbow_flex"' in page
    assert "elbow bend is 400°; it goes from -5 to 152°" in page.lower()
    figures = [text.split('class="workshop-figure">')[1].split("</svg>")[0] for text in (good.content.decode(), page)]
    assert figures[0] == figures[1]
    for broken in ("", "{}", "[1]", '{"movement": {}}'):
        assert client_in.post("/shelf/workshop/change/", {"draft": broken, "do": "copy"}).status_code == 400


def test_an_own_exercise_is_kept_planned_and_archived(client_in, actor) -> None:
    made = draft("standing", *LIFTED)
    missing = client_in.post("/shelf/workshop/save/", {**SAID, "draft": made.packed(), "name": ""})
    assert missing.status_code == 422
    assert "A new exercise needs this" in missing.content.decode()
    answer = client_in.post("/shelf/workshop/save/", {**SAID, "draft": made.packed()})
    row = OwnExercise.objects.get()
    assert answer["Location"] == f"/shelf/{row.slug}/"
    actor.practice.refresh_from_db()
    shelf = practice_shelf()
    assert shelf.exercise(row.slug).purpose == "Reaching for the mooring rope."
    assert "Harbour reach" in client_in.get("/shelf/?q=mooring").content.decode()
    assert "Reach your working hand up." in client_in.get(f"/shelf/{row.slug}/").content.decode()
    assert client_in.get(f"/shelf/figures/{row.slug}/standing-reach.svg").status_code == 200

    value = Plan("With our own", 30, (Block(BlockKind.STRENGTHEN, (Item("a", row.slug, "standing-reach"),)),))
    plan = plan_actions.create(actor, value, None, "Test")
    assert client_in.get(f"/plans/{plan.id}/").status_code == 200
    assert "Harbour reach" in client_in.get(f"/plans/{plan.id}/cue-sheet/").content.decode()

    second = {**SAID, "add_to": row.slug, "version": "higher reach", "draft": draft("standing", *LIFTED).packed()}
    client_in.post("/shelf/workshop/save/", second)
    client_in.post(f"/shelf/{row.slug}/archive/", {"away": "yes"})
    actor.practice.refresh_from_db()
    assert [v.id for v in practice_shelf().exercise(row.slug).versions] == ["standing-reach", "higher-reach"]
    client_in.get("/shelf/")
    assert "Harbour reach" not in client_in.get("/shelf/?q=mooring").content.decode()
    assert client_in.get(f"/plans/{plan.id}/").status_code == 200
    assert OwnExerciseRevision.objects.filter(exercise=row).count() == 3
    verbs = list(AuditEntry.objects.filter(object_id=row.id).order_by("at").values_list("verb", flat=True))
    assert verbs == ["exercise.make", "exercise.add_version", "exercise.archive"]


def test_own_exercises_stay_within_their_practice(own) -> None:
    stranger = UserFactory()
    client = Client()
    client.force_login(stranger)
    assert client.get(f"/shelf/{own.slug}/").status_code == 404
    assert client.get(f"/shelf/figures/{own.slug}/standing-reach.svg").status_code == 404
    assert client.post(f"/shelf/{own.slug}/archive/", {"away": "yes"}).status_code == 404
    assert "Harbour reach" not in client.get("/shelf/").content.decode()
    with scope(practice=stranger.practice):
        assert own.slug not in practice_shelf().exercises


def test_an_assistant_makes_no_exercises(user) -> None:
    client = Client()
    client.force_login(UserFactory(practice=user.practice, role=Role.ASSISTANT))
    assert client.get("/shelf/workshop/").status_code == 403
    made = draft("standing", *LIFTED)
    assert client.post("/shelf/workshop/save/", {**SAID, "draft": made.packed()}).status_code == 403


def test_what_is_wrong_with_a_document_is_named(actor: Actor) -> None:
    made = document(draft("standing", *LIFTED))
    made["versions"][0]["cues"]["do"] = ["Lift your {sdie} arm."]
    with pytest.raises(InputError, match="unknown token"):
        actions.make_exercise(actor, made)
    assert OwnExercise.objects.count() == 0


def test_a_plan_takes_its_own_exercise_along_to_the_command_line_and_to_another_practice(
    client_in, actor, own, tmp_path, capsys
) -> None:
    value = Plan("With our own", 30, (Block(BlockKind.STRENGTHEN, (Item("a", own.slug, "standing-reach"),)),))
    plan = plan_actions.create(actor, value, None, "Test")
    data = client_in.get(f"/plans/{plan.id}/plan.json").content
    file = tmp_path / "plan.json"
    file.write_bytes(data)
    assert main(["show", str(file)]) == 0
    assert "Harbour reach" in capsys.readouterr().out

    stranger = UserFactory()
    client = Client()
    client.force_login(stranger)
    for _ in range(2):  # the second time it is there already
        answer = client.post("/plans/import/", {"file": SimpleUploadedFile("plan.json", data)})
        assert answer.status_code == 302
        assert "Harbour reach" in client.get(answer["Location"]).content.decode()
    with scope(practice=stranger.practice):
        assert OwnExercise.objects.count() == 1
    assert "Harbour reach" in client.get("/shelf/?q=mooring").content.decode()


def test_an_exercise_in_a_plan_file_that_is_none_is_named_and_nothing_is_kept(client_in, actor, own) -> None:
    value = Plan("With our own", 30, (Block(BlockKind.STRENGTHEN, (Item("a", own.slug, "standing-reach"),)),))
    plan = plan_actions.create(actor, value, None, "Test")
    document = json.loads(client_in.get(f"/plans/{plan.id}/plan.json").content)
    document["exercises"][0]["versions"][0]["movement"] = {"poses": "none"}
    stranger = UserFactory()
    client = Client()
    client.force_login(stranger)
    file = SimpleUploadedFile("plan.json", json.dumps(document).encode())
    answer = client.post("/plans/import/", {"file": file})
    assert answer.status_code == 422
    assert "exercises[0].versions[0]" in answer.content.decode()
    with scope(practice=stranger.practice):
        assert not OwnExercise.objects.exists()


def kept(client, made, **fields: str):
    return client.post("/shelf/workshop/keep/", {**SAID, **fields, "draft": made.packed()})


def test_an_unfinished_exercise_is_kept_says_what_lacks_and_is_offered_to_nobody(client_in, actor) -> None:
    made = draft("standing", *LIFTED)
    opened = kept(client_in, made, name="", purpose="", do="")["Location"]
    row = UnfinishedExercise.objects.get()
    assert opened == f"/shelf/workshop/?kept={row.id}"
    page = client_in.get(opened).content.decode()
    assert "It lacks: Do · Name of the exercise · What it helps with in daily life." in page
    assert 'value="Harbour"' in page
    assert "150°" in page
    shelf = client_in.get("/shelf/").content.decode()
    assert "It lacks: Do · Name" in shelf
    assert not OwnExercise.objects.exists()
    found = client_in.get("/shelf/?q=harbour", headers={"HX-Request": "true"}).content.decode()
    assert "standing reach" not in found

    kept(client_in, made, kept=str(row.id))
    assert UnfinishedExercise.objects.get().fields["name"] == "Harbour reach"
    saved = client_in.post("/shelf/workshop/save/", {**SAID, "draft": made.packed(), "kept": str(row.id)})
    assert saved.status_code == 302
    assert not UnfinishedExercise.objects.exists()
    assert OwnExercise.objects.count() == 1

    kept(client_in, made)
    row = UnfinishedExercise.objects.get()
    stranger = Client()
    stranger.force_login(UserFactory())
    assert stranger.get(f"/shelf/workshop/?kept={row.id}").status_code == 404
    assert stranger.post(f"/shelf/workshop/{row.id}/discard/").status_code == 404
    assert client_in.post(f"/shelf/workshop/{row.id}/discard/").status_code == 302
    assert not UnfinishedExercise.objects.exists()


def test_changes_are_taken_back_one_by_one(client_in) -> None:
    def sent(page: str, **fields: str):
        found = {name: re.search(f'name="{name}" value="(.*?)"', page) for name in ("draft", "before")}
        hidden = {name: html.unescape(value[1]) for name, value in found.items()}
        return client_in.post("/shelf/workshop/change/", {**hidden, **fields})

    first = client_in.get("/shelf/workshop/?from=standing").content.decode()
    assert re.search(r'id="undo-change"[^>]*disabled', first)
    raised = sent(sent(first, do="part", part="arms").content.decode(), do="joint", joint="shoulder_flex", value="150")
    seated = sent(raised.content.decode(), do="position", position="seated")
    assert unpacked(packed(seated)).movement.poses[0][1].position is Position.SEATED
    back = sent(seated.content.decode(), do="undo")
    assert unpacked(packed(back)).movement == unpacked(packed(raised)).movement
    at_first = sent(back.content.decode(), do="undo")
    assert unpacked(packed(at_first)).movement == begin(practice_shelf(), "standing").movement
    refused = sent(at_first.content.decode(), do="undo")
    assert refused.status_code == 422
    assert "There is nothing to take back" in refused.content.decode()
    for broken in ("{", "[1]", '["x"]'):
        answer = client_in.post("/shelf/workshop/change/", {"draft": packed(seated), "before": broken, "do": "undo"})
        assert answer.status_code in (400, 422)


def packed(answer) -> str:
    return html.unescape(re.search('name="draft" value="(.*?)"', answer.content.decode())[1])


@pytest.mark.parametrize(
    ("fields", "kind", "figures"),
    [
        ({"dose": "hold", "amount": "20"}, "hold", {"seconds": 20}),
        ({"dose": "ramped_isometric", "amount": "3"}, "ramped_isometric", {"rounds": 3}),
        ({"dose": "staged_isometric"}, "staged_isometric", {}),
        ({"dose": "contract_relax", "amount": "2"}, "contract_relax", {"rounds": 2}),
        ({"dose": "pulses", "amount": "12"}, "pulses", {"count": 12}),
        ({"dose": "sequence", "amount": "5"}, "sequence", {}),
    ],
)
def test_every_kind_of_dose_can_be_chosen(client_in, fields, kind: str, figures: dict) -> None:
    given = {**SAID, **fields, "version": "500 g", "draft": draft("standing", *LIFTED).packed()}
    assert client_in.post("/shelf/workshop/save/", given).status_code == 302
    version = OwnExercise.objects.get().document["versions"][0]
    assert (version["id"], version["name"]) == ("v-500-g", "500 g")
    assert version["dose"]["kind"] == kind
    assert figures.items() <= version["dose"].items()


def test_what_does_not_move_is_refused_unless_it_is_held(client_in) -> None:
    still = draft("standing")
    given = {**SAID, "draft": still.packed()}
    refused = client_in.post("/shelf/workshop/save/", given)
    assert refused.status_code == 422
    assert "Nothing moves: all poses are the same." in refused.content.decode()
    too_many = client_in.post("/shelf/workshop/save/", {**given, "dose": "breaths", "amount": "600"})
    assert too_many.status_code == 422
    assert client_in.post("/shelf/workshop/save/", {**given, "dose": "hold", "amount": "30"}).status_code == 302


def test_a_version_joins_a_copy_of_the_ladder_it_began_from(client_in, actor) -> None:
    page = client_in.get("/shelf/workshop/?from=push-up/at-wall").content.decode()
    assert "a version of Push up, in a copy of your own" in page
    opened = packed(client_in.get("/shelf/workshop/?from=push-up/at-wall"))
    given = {**SAID, "add_to": "copy:push-up", "rung": "easier", "draft": opened}
    assert client_in.post("/shelf/workshop/save/", given).status_code == 302
    row = OwnExercise.objects.get()
    shipped = practice_shelf().exercise("push-up")
    ladder = [version["id"] for version in row.document["versions"]]
    wrong = client_in.post("/shelf/workshop/save/", {**given, "do": "Lift your {sdie} arm."})
    assert wrong.status_code == 422
    assert OwnExercise.objects.count() == 1
    assert ladder == ["standing-reach", *(version.id for version in shipped.versions)]


def test_the_time_from_pose_to_pose_is_set(client_in) -> None:
    made = draft("standing", *LIFTED, {"do": "pose", "pose": "start"}, {"do": "add-pose"})
    paced = change(made, {"do": "pace", "pace": "1, 3"})
    assert paced.movement.pace == (1.0, 3.0)
    assert screen(paced).pace == "1, 3"
    assert change(paced, {"do": "pace", "pace": "2 : 2"}).movement.pace == ()
    for wrong in ("1", "1, 0", "1, 9", "fast", "1, nan"):
        with pytest.raises(InputError, match="pace"):
            change(made, {"do": "pace", "pace": wrong})
