from django.apps import AppConfig


class TermsConfig(AppConfig):
    name = "fairbench.web.terms"
    default_auto_field = "django.db.models.BigAutoField"
