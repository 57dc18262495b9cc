from django.apps import AppConfig


class ExercisesConfig(AppConfig):
    name = "fairbench.web.exercises"
    default_auto_field = "django.db.models.BigAutoField"
