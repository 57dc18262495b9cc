from django.apps import AppConfig


class ShelfConfig(AppConfig):
    name = "fairbench.web.shelf"
