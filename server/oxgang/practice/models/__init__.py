"""Lessons, practice and its rounds, homework, pictures, and what a student's own place shows."""

from oxgang.practice.models.homework import Homework
from oxgang.practice.models.lesson import Lesson, OwnWord, WordKind
from oxgang.practice.models.picture import Picture
from oxgang.practice.models.round import Round
from oxgang.practice.models.routine import Routine
from oxgang.practice.models.sharing import Sharing

__all__ = ["Homework", "Lesson", "OwnWord", "Picture", "Round", "Routine", "Sharing", "WordKind"]
