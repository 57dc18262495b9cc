from django.urls import path

from .views import arrivals, erasure, history, record, teach, today

app_name = "classes"
urlpatterns = [
    path("", today.today, name="today"),
    path("classes/", history.meetings, name="list"),
    path("people/<uuid:participant_id>/file.<slug:kind>", erasure.person_file, name="person_file"),
    path("people/<uuid:participant_id>/erase/", erasure.erase, name="erase"),
    path("device/", teach.on_this_device, name="on_this_device"),
    path("classes/open/", arrivals.open_meeting, name="open"),
    path("classes/<uuid:meeting_id>/", history.meeting, name="meeting"),
    path("classes/<uuid:meeting_id>/arrivals/", arrivals.arrivals, name="arrivals"),
    path("classes/<uuid:meeting_id>/here/", arrivals.here, name="here"),
    path("classes/<uuid:meeting_id>/news/", arrivals.news, name="news"),
    path("classes/<uuid:meeting_id>/news/back/", arrivals.news_back, name="news_back"),
    path("classes/<uuid:meeting_id>/guests/", arrivals.guests, name="guests"),
    path("classes/<uuid:meeting_id>/begin/", arrivals.begin, name="begin"),
    path("classes/<uuid:meeting_id>/teach/", teach.teach, name="teach"),
    path("classes/<uuid:meeting_id>/events/", teach.events, name="events"),
    path("classes/<uuid:meeting_id>/device/", teach.device, name="device"),
    path("classes/<uuid:meeting_id>/lead/", teach.lead, name="lead"),
    path("classes/<uuid:meeting_id>/discard/", teach.discard, name="discard"),
    path("classes/<uuid:meeting_id>/end/", teach.end, name="end"),
    path("classes/<uuid:meeting_id>/record/", record.record, name="record"),
    path("classes/<uuid:meeting_id>/record/<uuid:participant_id>/", record.person, name="record_person"),
    path("classes/<uuid:meeting_id>/record/save/", record.save, name="record_save"),
]
