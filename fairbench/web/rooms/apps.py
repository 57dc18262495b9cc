from django.apps import AppConfig


class RoomsConfig(AppConfig):
    name = "fairbench.web.rooms"
    default_auto_field = "django.db.models.BigAutoField"
