from django.apps import AppConfig


class MatrixConfig(AppConfig):
    name = "oxgang.matrix"
    label = "matrix"
