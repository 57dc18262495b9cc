from django.urls import path

from .views import board, build, calendar, cover, covering, feed, register, tell, today

app_name = "terms"
urlpatterns = [
    path("today/", today.working_day, name="working_day"),
    path("terms/", build.terms, name="all_terms"),
    path("terms/new/", build.new, name="new_term"),
    path("terms/<uuid:term_id>/", board.board, name="board"),
    path("terms/<uuid:term_id>/term.json", board.as_json, name="term_json"),
    path("terms/<uuid:term_id>/slots/<str:slot_id>/", board.slot, name="slot"),
    path("terms/<uuid:term_id>/change/", board.change, name="change_term"),
    path("terms/<uuid:term_id>/miss/", board.miss, name="miss_class"),
    path("terms/<uuid:term_id>/undo/", board.undo, name="undo_term"),
    path("terms/<uuid:term_id>/draft/", board.draft, name="draft_term"),
    path("terms/<uuid:term_id>/archive/", board.archive, name="archive_term"),
    path("terms/<uuid:term_id>/register/", register.register, name="register"),
    path("terms/<uuid:term_id>/register.csv", register.as_csv, name="register_csv"),
    path("terms/<uuid:term_id>/tell/<str:slot_id>/", tell.tell, name="tell"),
    path("terms/<uuid:term_id>/cover/<str:slot_id>/", cover.cover, name="cover"),
    path("terms/<uuid:term_id>/cover/<str:slot_id>/by/", covering.give, name="give_cover"),
    path("covering/", covering.covering, name="covering"),
    path("covering/<uuid:cover_id>/teach/", covering.teach, name="teach_covered"),
    path("terms/group/<uuid:group_id>/places/", register.places, name="places"),
    path("terms/waiting/<uuid:waiting_id>/", register.waiting, name="leave_waiting"),
    path("calendar/", calendar.calendar, name="calendar"),
    path("calendar/feed/", calendar.address, name="feed_address"),
    path("calendar/classes.ics", calendar.file, name="calendar_file"),
    path("calendar/closed/", calendar.close, name="close_days"),
    path("calendar/closed/<uuid:day_id>/", calendar.reopen, name="open_day"),
    path("feed/<str:key>.ics", feed.feed, name="feed"),
]
