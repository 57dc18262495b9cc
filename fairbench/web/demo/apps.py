from django.apps import AppConfig


class DemoConfig(AppConfig):
    name = "fairbench.web.demo"
    label = "demo"
