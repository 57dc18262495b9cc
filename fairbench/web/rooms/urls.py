from django.urls import path

from .views import loads, rooms, scale, store

app_name = "rooms"
urlpatterns = [
    path("", rooms.rooms, name="list"),
    path("new/", rooms.edit_room, name="new_room"),
    path("<uuid:room_id>/", rooms.room, name="room"),
    path("<uuid:room_id>/edit/", rooms.edit_room, name="edit_room"),
    path("<uuid:room_id>/archive/", rooms.archive, name="archive"),
    path("<uuid:room_id>/room.json", rooms.room_json, name="json"),
    path("<uuid:room_id>/store/", store.store, name="store"),
    path("<uuid:room_id>/store/add/", store.add, name="add_stock"),
    path("<uuid:room_id>/store/import/", store.import_csv, name="import_store"),
    path("<uuid:room_id>/store.csv", store.export_csv, name="export_store"),
    path("store/", store.store, name="cupboard"),
    path("store/add/", store.add, name="add_to_cupboard"),
    path("store/import/", store.import_csv, name="import_cupboard"),
    path("store.csv", store.export_csv, name="export_cupboard"),
    path("store/<uuid:stock_id>/count/", store.count, name="count_stock"),
    path("store/<uuid:stock_id>/remove/", store.remove, name="remove_stock"),
    path("loads/", loads.loads, name="loads"),
    path("loads/bottle/", loads.bottle, name="bottle"),
    path("loads/band/", loads.band, name="band"),
    path("loads/lever/", loads.lever, name="lever"),
    path("scale/", scale.calibration, name="calibration"),
    path("scale/reading/", scale.reading, name="reading"),
    path("scale/save/", scale.save, name="save_calibration"),
]
