from django.apps import AppConfig


class MeasuresConfig(AppConfig):
    name = "fairbench.web.measures"
    default_auto_field = "django.db.models.BigAutoField"
