"""Wexholt Hill Golf Academy: one student for each state a coach meets. All of it is invented."""

from __future__ import annotations

from typing import Final

from oxgang.core.flight.landing import RangePicture, Target
from oxgang.core.keeping.events import EventKind
from oxgang.core.practice.load import JUNIOR_LIMIT
from oxgang.core.words.bag import Club
from oxgang.demo.records import (
    DemoCourse,
    DemoEvent,
    DemoHomework,
    DemoLesson,
    DemoRound,
    DemoSession,
    DemoStudent,
    Visit,
)

ACADEMY: Final = "Wexholt Hill Golf Academy"
ALTITUDE_M: Final = 180.0
TIME_ZONE: Final = "Europe/London"
PASSWORD: Final = "fallow-ground"
COACHES: Final = (("ilse", "Ilse Varnholt"), ("tobin", "Tobin Achterby"))
ASSISTANT: Final = ("rhona", "Rhona Pellow")
# Whose students these are; the others belong to the first coach.
SECOND_COACHS: Final = (
    "Jory Tamblin-Voss",
    "Henrike Sandvoll-Achterberg of Lower Marrowdale",
    "Wren Ashcombe",
)
# Three on neighbouring mats, in so many days, at this hour.
TOGETHER: Final = ("Odile Brackenshaw", "Maren Okafor", "Jory Tamblin-Voss")
TOGETHER_IN_DAYS, TOGETHER_HOUR = 5, 10

# The hill range: measured by laser, the far greens lie higher than the mats.
RANGE: Final = RangePicture(
    "Hill range",
    (
        Target("Barrel", 32, -6),
        Target("Low green", 47, 5, green_yd=6),
        Target("Red flag", 61, -4, height_m=0.5),
        Target("Middle green", 78, 9, green_yd=8, height_m=1.0),
        Target("White flag", 92, -11, height_m=1.5),
        Target("Top green", 112, 2, green_yd=10, height_m=2.5),
    ),
    left_yd=38,
    right_yd=34,
)

FOUR = (Club("60", 60, 8), Club("56", 56, 10), Club("52", 52, 8), Club("47", 47, 6))

STUDENTS: Final = (
    DemoStudent(
        name="Pell Underhagen",
        scale="clock",
        notes="First lesson tomorrow. Asked about pitching.",
        sessions=(DemoSession(in_days=1, hour=9, remark="First lesson: grip, ball, one swing"),),
    ),
    DemoStudent(
        name="Odile Brackenshaw",
        scale="fraction",
        clubs=(Club("SW", 56, 12), Club("GW", 51, 8), Club("PW", 46, 5)),
        tolerance_yd=5,
        handicap=34,
        notes="Contact first. Ball slipped back last time, keep it in the middle.",
        full_56_yd=62,
        spread=0.09,
        mishit=0.38,
        visits=(
            Visit(days_ago=103, clubs=("SW",), swings=("half",), balls=20, mishit=0.6),
            Visit(days_ago=89, clubs=("SW", "PW"), swings=("half",), balls=10, mishit=0.55),
            Visit(days_ago=68, clubs=("SW",), swings=("half",), balls=20, mishit=0.5),
            Visit(days_ago=47, clubs=("SW", "PW"), swings=("half",), balls=12, mishit=0.4),
            Visit(days_ago=33, clubs=("SW",), swings=("half",), balls=12),
            Visit(days_ago=19, clubs=("SW", "PW"), swings=("half",), balls=10, mishit=0.3),
            Visit(days_ago=5, clubs=("SW", "GW", "PW"), swings=("half", "third"), balls=6, mishit=0.25),
        ),
        events=(
            DemoEvent(kind=EventKind.TECHNIQUE, days_ago=60, remark="Ball back in the middle, sole skids"),
        ),
        lessons=(
            DemoLesson(
                days_ago=89,
                seen={
                    "check-ball": "little",
                    "check-handle": "much",
                    "check-feet": "little",
                    "check-sole": "much",
                    "check-weight": "fine",
                },
                faults=("fault-digs",),
                cue="fault-digs.cue",
                drill="drill-skid",
                remark="Learnt it ball back and steep. Wants it to stop hurting the wrists.",
            ),
            DemoLesson(
                days_ago=60,
                seen={
                    "check-ball": "fine",
                    "check-handle": "fine",
                    "check-sole": "much",
                    "check-shoulders": "little",
                    "check-chest": "little",
                },
                faults=("fault-fat", "fault-digs"),
                cue="fault-fat.cue",
                drill="drill-brush",
                remark="Ball in the middle now. Still hangs back.",
            ),
            DemoLesson(
                days_ago=33,
                seen={
                    "check-ball": "fine",
                    "check-shoulders": "fine",
                    "check-chest": "little",
                    "check-speed": "fine",
                    "check-sole": "fine",
                },
                faults=("fault-thin",),
                cue="fault-thin.cue",
                drill="drill-hold",
            ),
            DemoLesson(
                days_ago=5,
                seen={
                    "check-ball": "fine",
                    "check-feet": "fine",
                    "check-shoulders": "fine",
                    "check-chest": "fine",
                    "check-length": "much",
                },
                cue="Hold the finish until it lands",
                drill="drill-hold",
                remark="Three in four solid. Longer than half creeps back when she wants it far.",
            ),
        ),
        sessions=(DemoSession(in_days=0, hour=10), DemoSession(in_days=7, hour=10)),
    ),
    DemoStudent(
        name="Maren Okafor",
        scale="clock",
        clubs=FOUR,
        handicap=14,
        notes="Wants to stop guessing from 50 to 80.",
        full_56_yd=84,
        width=0.05,
        bias=-0.02,
        spread=0.05,
        mishit=0.12,
        taper=0.97,
        visits=(
            Visit(days_ago=40, clubs=("60", "56", "52", "47"), swings=("9:00",), balls=6, ball="range"),
            Visit(days_ago=26, clubs=("56",), swings=("8:00", "9:00", "10:00", "full"), balls=6),
            Visit(
                days_ago=12,
                clubs=("52", "56"),
                swings=("8:00", "10:00"),
                balls=5,
                lie="fairway",
            ),
        ),
        lessons=(
            DemoLesson(
                days_ago=26,
                seen={
                    "check-plane": "little",
                    "check-chest": "little",
                    "check-weight": "little",
                    "check-feet": "fine",
                },
                faults=("fault-fat",),
                cue="fault-fat.cue",
                drill="drill-turn",
                remark="Taken inside as soon as it is a number.",
            ),
            DemoLesson(
                days_ago=12,
                seen={
                    "check-plane": "fine",
                    "check-chest": "fine",
                    "check-length": "little",
                    "check-speed": "much",
                },
                faults=("fault-hard",),
                cue="fault-hard.cue",
                drill="drill-club-more",
            ),
        ),
        rounds=(
            DemoRound(days_ago=12, trial="furrow", seed=3),
            DemoRound(days_ago=11, trial="open field", seed=5),
            DemoRound(days_ago=4, trial="open field", seed=9),
        ),
        homework=(
            DemoHomework(
                sent_ago=12,
                due_in=-2,
                title="Same swing, called",
                shot=("56", "9:00"),
                done=1,
                cues="One club more, same smooth swing.",
            ),
        ),
    ),
    DemoStudent(
        name="Jory Tamblin-Voss",
        scale="clock",
        clubs=(Club("58", 58, 8), Club("54", 54, 12), Club("50", 50, 8), Club("46", 46, 4)),
        hand="left",
        plays=11,
        works=(("58", "10:00", "high"), ("54", "10:00", "low")),
        handicap=5,
        notes="Left-handed. Owns three heights, building numbers for each.",
        full_56_yd=97,
        width=0.032,
        bias=0.025,
        spread=0.033,
        mishit=0.05,
        taper=1.03,
        visits=(
            Visit(
                days_ago=61,
                clubs=("58", "54", "50", "46"),
                swings=("8:00", "9:00", "10:00"),
                balls=5,
                lie="fairway",
            ),
            Visit(
                days_ago=34,
                clubs=("58", "54", "50"),
                swings=("9:00", "10:00"),
                trajectories=("low", "high"),
                balls=5,
                lie="fairway",
            ),
            Visit(
                days_ago=8,
                clubs=("54", "50"),
                swings=("8:00", "9:00", "11:00"),
                trajectories=("low", "stock"),
                balls=5,
                lie="fairway",
            ),
        ),
        published=(32, 6),
        rounds=(
            DemoRound(days_ago=20, trial="ladder", seed=2),
            DemoRound(days_ago=8, trial="worse of two", seed=4),
            DemoRound(days_ago=3, trial="open field", seed=8),
        ),
        # Lets up on the 54 where it counts.
        course=tuple(DemoCourse(days_ago=d, shots=12, club="54", short=0.17) for d in (28, 21, 5, 1)),
        homework=(DemoHomework(sent_ago=6, due_in=3, title="Low and called", shot=("54", "9:00"), done=2),),
        sessions=(DemoSession(in_days=2, hour=17, coach=1, check_up=30),),
    ),
    DemoStudent(
        name="Henrike Sandvoll-Achterberg of Lower Marrowdale",
        scale="body",
        clubs=(Club("LW", 60, 6), Club("SW", 55, 12), Club("AW", 50, 9), Club("PW", 45, 5)),
        units="m",
        tolerance_yd=3,
        handicap=20,
        notes="Thinks in metres. Works with hands to hip and chest.",
        full_56_yd=78,
        spread=0.06,
        mishit=0.15,
        taper=0.94,
        visits=(
            Visit(days_ago=21, clubs=("LW", "SW", "AW", "PW"), swings=("hip", "chest"), balls=5),
            Visit(days_ago=7, clubs=("SW", "AW"), swings=("pocket", "hip", "shoulder"), balls=5),
        ),
    ),
    DemoStudent(
        name="Casimir Dunmoor",
        scale="fraction",
        clubs=(Club("58", 58, 10), Club("54", 54, 8), Club("50", 50, 8)),
        tolerance_yd=5,
        notes="Back after the winter with a new 54.",
        full_56_yd=88,
        width=0.04,
        spread=0.055,
        mishit=0.12,
        visits=(
            Visit(
                days_ago=231,
                clubs=("58", "54", "50"),
                swings=("half", "three-quarter"),
                balls=7,
            ),
            Visit(days_ago=214, clubs=("58", "50"), swings=("third", "half", "full"), balls=5),
        ),
        events=(
            DemoEvent(kind=EventKind.BREAK, days_ago=12, remark="No club in hand since spring"),
            DemoEvent(kind=EventKind.NEW_CLUB, days_ago=10, club="54", remark="Same loft, wider sole"),
        ),
        published=(213,),
        sessions=(DemoSession(in_days=0, hour=11, check_up=15),),
    ),
    DemoStudent(
        name="Wren Ashcombe",
        scale="zones",
        clubs=(Club("SW", 56, 10), Club("9i", 41, 3)),
        tolerance_yd=4,
        notes="Eleven years old. Fifteen balls a session, then putting.",
        ball_limit=JUNIOR_LIMIT,
        guardian="Petra Ashcombe",
        full_56_yd=52,
        spread=0.085,
        mishit=0.24,
        visits=(
            Visit(days_ago=16, clubs=("SW",), swings=("1", "2"), balls=6),
            Visit(days_ago=2, clubs=("SW", "9i"), swings=("2",), balls=5),
        ),
        sessions=(DemoSession(in_days=0, hour=16, coach=1, minutes=30),),
    ),
)
