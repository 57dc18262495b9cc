from django.apps import AppConfig


class SiteConfig(AppConfig):
    name = "fairbench.web.site"
    label = "site"
