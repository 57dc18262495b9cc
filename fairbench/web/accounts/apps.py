from django.apps import AppConfig


class AccountsConfig(AppConfig):
    name = "fairbench.web.accounts"
    default_auto_field = "django.db.models.BigAutoField"
