from django.apps import AppConfig


class ProgressConfig(AppConfig):
    name = "fairbench.web.progress"
    default_auto_field = "django.db.models.BigAutoField"
