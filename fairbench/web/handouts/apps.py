from django.apps import AppConfig


class HandoutsConfig(AppConfig):
    name = "fairbench.web.handouts"
    default_auto_field = "django.db.models.BigAutoField"
