from django.urls import path

from .views import bench, files, floor, history, lists, mends, packing, paper, ready, style

app_name = "plans"
urlpatterns = [
    path("", lists.plans, name="list"),
    path("new/", lists.new, name="new"),
    path("new/for/<uuid:group_id>/", lists.ready_shares, name="ready_shares"),
    path("import/", files.import_plan, name="import"),
    path("<uuid:plan_id>/", bench.bench, name="bench"),
    path("<uuid:plan_id>/do/<slug:verb>/", bench.do, name="do"),
    path("<uuid:plan_id>/override/", bench.override, name="override"),
    path("<uuid:plan_id>/override/end/", bench.end_override, name="end_override"),
    path("<uuid:plan_id>/shelf/", bench.shelf_drawer, name="shelf"),
    path("<uuid:plan_id>/copy/", lists.copy, name="copy"),
    path("<uuid:plan_id>/archive/", lists.archive, name="archive"),
    path("<uuid:plan_id>/plan.json", files.plan_json, name="json"),
    path("<uuid:plan_id>/cue-sheet/", paper.cue_sheet, name="cue_sheet"),
    path("<uuid:plan_id>/who-otherwise/", paper.who_otherwise, name="who_otherwise"),
    path("<uuid:plan_id>/paper.css", paper.running_title, name="running_title"),
    path("<uuid:plan_id>/pack-list/", paper.pack_list, name="pack_list"),
    path("<uuid:plan_id>/set-out/", paper.set_out, name="set_out"),
    path("<uuid:plan_id>/mends/", mends.mends, name="mends"),
    path("<uuid:plan_id>/floor/", floor.floor, name="floor"),
    path("<uuid:plan_id>/floor/<slug:what>/", floor.change, name="change_floor"),
    path("<uuid:plan_id>/ready/", ready.ready, name="ready"),
    path("<uuid:plan_id>/ready/letter/", ready.letter, name="ready_letter"),
    path("style/", style.house_style, name="style"),
    path("style/style.json", style.style_file, name="style_file"),
    path("style/import/", style.import_style, name="import_style"),
    path("<uuid:plan_id>/history/", history.history, name="states"),
    path("<uuid:plan_id>/compared/", history.compared, name="compared"),
    path("<uuid:plan_id>/go-back/", history.go_back, name="go_back"),
    path("<uuid:plan_id>/to-time/", mends.to_time, name="to_time"),
    path("<uuid:plan_id>/style/", style.plan_style, name="plan_style"),
    path("pack/", packing.day, name="pack_day"),
    path("pack/tick/", packing.tick, name="pack_tick"),
]
