from django.apps import AppConfig


class PracticeConfig(AppConfig):
    name = "oxgang.practice"
    label = "practice"
