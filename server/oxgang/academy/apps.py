from django.apps import AppConfig


class AcademyConfig(AppConfig):
    name = "oxgang.academy"
    label = "academy"
