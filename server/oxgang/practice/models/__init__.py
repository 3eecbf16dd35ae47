"""Lessons, practice and its rounds, homework, pictures, the course, and a student's own place."""

from oxgang.practice.models.course import CourseLog
from oxgang.practice.models.homework import Homework
from oxgang.practice.models.lesson import Lesson, OwnWord, WordKind
from oxgang.practice.models.picture import Picture
from oxgang.practice.models.round import Round
from oxgang.practice.models.routine import Routine
from oxgang.practice.models.sharing import Sharing

__all__ = [
    "CourseLog",
    "Homework",
    "Lesson",
    "OwnWord",
    "Picture",
    "Round",
    "Routine",
    "Sharing",
    "WordKind",
]
