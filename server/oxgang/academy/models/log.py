"""Who changed what and when."""

from __future__ import annotations

from enum import StrEnum

from django.db import models

from oxgang.academy.models.academy import Academy, Coach
from oxgang.academy.models.student import Student


class AuditAction(StrEnum):
    """What a coach did, as the log keeps it; the texts have the words."""

    SAID = "log-said"
    SIGNED_IN = "log-signed-in"
    SIGNED_OUT = "log-signed-out"
    STUDENT_ADDED = "log-student-added"
    STUDENT_CHANGED = "log-student-changed"
    STUDENT_ARCHIVED = "log-student-archived"
    STUDENT_RESTORED = "log-student-restored"
    STUDENT_BROUGHT_IN = "log-student-brought-in"
    CRITERIA_CHANGED = "log-criteria-changed"
    SHOTS_CHOSEN = "log-shots-chosen"
    SETUPS_CHANGED = "log-setups-changed"
    CLUB_ADDED = "log-club-added"
    CLUB_CHANGED = "log-club-changed"
    CLUB_ARCHIVED = "log-club-archived"
    CLUB_RESTORED = "log-club-restored"
    SCALE_ADDED = "log-scale-added"
    SCALE_CHANGED = "log-scale-changed"
    SCALE_SHORTENED = "log-scale-shortened"
    RANGE_PICTURE_ADDED = "log-range-picture-added"
    RANGE_PICTURE_CHANGED = "log-range-picture-changed"
    RANGE_PICTURE_REMOVED = "log-range-picture-removed"
    DEVICE_MADE = "log-device-made"
    DEVICE_ENDED = "log-device-ended"
    DEVICE_CLAIMED = "log-device-claimed"
    DEVICE_RELEASED = "log-device-released"
    DEVICE_BALLS_DISCARDED = "log-device-balls-discarded"
    SESSION_BOOKED = "log-session-booked"
    SESSIONS_BOOKED = "log-sessions-booked"
    SESSION_CHANGED = "log-session-changed"
    SESSION_CANCELLED = "log-session-cancelled"
    BALLS_RECORDED = "log-balls-recorded"
    BALLS_FROM_FILE = "log-balls-from-file"
    CARRIES_IMPORTED = "log-carries-told"
    BALL_CHANGED = "log-ball-changed"
    BALL_CLUB_CHANGED = "log-ball-club-changed"
    SPIN_JOINED = "log-spin-joined"
    BALL_WITHDRAWN = "log-ball-withdrawn"
    BALL_RESTORED = "log-ball-restored"
    PLAN_KEPT = "log-plan-kept"
    HOMEWORK_KEPT = "log-homework-kept"
    PLAN_DROPPED = "log-plan-dropped"
    HOMEWORK_DROPPED = "log-homework-dropped"
    EVENT_ADDED = "log-event-added"
    EVENT_OF_CLUB_ADDED = "log-event-of-club-added"
    BALLS_KEPT = "log-balls-kept"
    BALLS_KEPT_SOME_ASIDE = "log-balls-kept-some-aside"
    DAY_REOPENED = "log-day-reopened"
    VERSION_PUBLISHED = "log-version-published"
    LINK_MADE = "log-link-made"
    LINK_ENDED = "log-link-ended"
    LINK_RENEWED = "log-link-renewed"
    CODE_SET = "log-code-set"
    CODE_ENDED = "log-code-ended"
    SHARING_CHANGED = "log-sharing-changed"
    LESSON_WRITTEN = "log-lesson-written"
    LESSON_WITHDRAWN = "log-lesson-withdrawn"
    LESSON_WORD_ADDED = "log-lesson-word-added"
    LESSON_WORD_ARCHIVED = "log-lesson-word-archived"
    PICTURE_ADDED = "log-picture-added"
    PICTURE_REMOVED = "log-picture-removed"
    PICTURE_MEASURED = "log-picture-measured"
    ROUTINE_KEPT = "log-routine-kept"
    ROUTINE_ARCHIVED = "log-routine-archived"
    PRACTISED = "log-practised"
    PRACTICE_REPORTED = "log-practice-reported"
    ROUND_REFUSED = "log-round-refused"
    BALLS_REPORTED = "log-balls-reported"
    COURSE_LOGGED = "log-course-logged"
    COURSE_REMOVED = "log-course-removed"
    HOMEWORK_SENT = "log-homework-sent"
    HOMEWORK_TAKEN_BACK = "log-homework-taken-back"
    HOMEWORK_CLOSED = "log-homework-closed"
    PERSON_INVITED = "log-person-invited"
    PERSON_CAME = "log-person-came"
    PERSON_LINK_ENDED = "log-person-link-ended"
    PERSON_CHANGED = "log-person-changed"
    ACADEMY_BEGUN = "log-academy-begun"
    PERSON_LEFT = "log-person-left"
    PERSON_BACK = "log-person-back"
    PASSWORD_LINK_MADE = "log-password-link-made"
    PASSWORD_CHANGED = "log-password-changed"
    FACTOR_SET = "log-factor-set"
    FACTOR_ENDED = "log-factor-ended"
    SIGNED_OUT_EVERYWHERE = "log-signed-out-everywhere"
    SETTINGS_CHANGED = "log-settings-changed"
    HANDED_OVER = "log-handed-over"
    SHARED_WITH = "log-shared-with"
    CONSENT_CHANGED = "log-consent-changed"
    FILE_SEEN = "log-file-seen"
    STUDENT_ERASED = "log-student-erased"
    TRACES_GONE = "log-traces-gone"
    BAYS_OPENED = "log-bays-opened"
    BAYS_CHANGED = "log-bays-changed"
    BAYS_ENDED = "log-bays-ended"
    BALLS_MOVED_OUT = "log-balls-moved-out"
    BALLS_MOVED_IN = "log-balls-moved-in"
    MERGED_IN = "log-merged-in"
    MERGED_OUT = "log-merged-out"
    STANDARD_CHANGED = "log-standard-changed"
    TAKEN_AWAY = "log-taken-away"
    CARD_TAKEN_AWAY = "log-card-taken-away"


class Entry(models.Model):
    """One action of a coach with its values, and what each row was before and is after it.

    `values` has what the words need; "fields" in it is a list of [name, before, after]. `back` is
    whether the action was taken back here, rather than done.
    `changes` is a list of {"row": "app.Model", "ids": [...], "before": {...}, "after": {...}};
    with "batch" in place of "ids" it means the rows that point at that entry. `key` gathers small
    actions of one kind, such as the balls of a session. An entry without changes cannot be undone.
    """

    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="+")
    student = models.ForeignKey(Student, null=True, on_delete=models.CASCADE, related_name="log")
    coach = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField()
    code = models.CharField(max_length=40)
    values = models.JSONField(default=dict)
    back = models.BooleanField(default=False)
    key = models.CharField(max_length=60, blank=True)
    count = models.PositiveIntegerField(default=1)
    changes = models.JSONField(default=list)
    undoes = models.OneToOneField("self", null=True, on_delete=models.SET_NULL, related_name="undone_by")

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["student", "key", "coach"],
                condition=~models.Q(key=""),
                name="entry_gathers_once",
            )
        ]
        indexes = [
            models.Index(fields=["student", "-at"]),
            models.Index(fields=["student", "key"]),
            models.Index(fields=["academy", "-at"], condition=models.Q(student=None), name="log_of_academy"),
        ]

    def __str__(self) -> str:
        return self.code
