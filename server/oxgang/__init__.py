"""Oxgang: wedge distance matrices for golf academy coaches."""

__version__ = "0.1.0"
