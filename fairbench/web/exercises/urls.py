from django.urls import path

from . import views

app_name = "exercises"
urlpatterns = [
    path("", views.shelf, name="shelf"),
    path("<slug:exercise_id>/", views.exercise, name="exercise"),
]
