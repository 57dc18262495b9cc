from django.apps import AppConfig


class PeopleConfig(AppConfig):
    name = "fairbench.web.people"
    default_auto_field = "django.db.models.BigAutoField"
