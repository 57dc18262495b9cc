from django.urls import path

from .views import shelf

app_name = "shelf"
urlpatterns = [
    path("", shelf.shelf, name="shelf"),
    path("sheet/", shelf.sheet, name="sheet"),
]
