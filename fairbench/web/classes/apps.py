from django.apps import AppConfig


class ClassesConfig(AppConfig):
    name = "fairbench.web.classes"
    default_auto_field = "django.db.models.BigAutoField"
