from django.urls import path

from .views import door, group, letters, person, phone

app_name = "handouts"
urlpatterns = [
    path("home/person/<uuid:participant_id>/", person.at_home, name="at_home"),
    path("home/person/<uuid:participant_id>/facts/", person.save_facts, name="save_at_home"),
    path("home/person/<uuid:participant_id>/save/", person.save_sheet, name="save_sheet"),
    path("home/person/<uuid:participant_id>/leaflet/", person.save_leaflet, name="save_leaflet"),
    path("home/person/<uuid:participant_id>/pages/", person.pages, name="sheet_pages"),
    path("home/person/<uuid:participant_id>/sheet.pdf", person.pdf, name="sheet_pdf"),
    path("home/person/<uuid:participant_id>/sheet.json", person.as_json, name="sheet_json"),
    path("home/person/<uuid:participant_id>/handed/", person.handed, name="sheet_handed"),
    path("home/person/<uuid:participant_id>/address/", person.address, name="sheet_address"),
    path("home/group/<uuid:group_id>/", group.group, name="group_sheets"),
    path("home/group/<uuid:group_id>/printing/", group.printing, name="print_sheets"),
    path("home/group/<uuid:group_id>/sheets.pdf", group.pdf, name="group_pdf"),
    path("home/class/<uuid:meeting_id>/<uuid:participant_id>/", door.how_was_home, name="how_was_home"),
    path("home/letters/", letters.letters, name="to_send"),
    path("home/letters/<uuid:person_letter_id>/", letters.letter, name="letter_to_send"),
    path("home/letters/<uuid:person_letter_id>/paper.pdf", letters.paper, name="letter_paper"),
    path("h/<str:sheet_token>/", phone.phone, name="phone"),
    path("h/<str:sheet_token>/done/", phone.done, name="phone_done"),
    path("h/<str:sheet_token>/worker.js", phone.worker, name="phone_worker"),
]
