from django.apps import AppConfig


class RangeSessionsConfig(AppConfig):
    name = "oxgang.range_sessions"
    label = "range_sessions"
