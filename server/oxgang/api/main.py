"""The API: one router and one schema module for each subject."""

from __future__ import annotations

from ninja import NinjaAPI

from oxgang import __version__
from oxgang.api import problems
from oxgang.api.account.own import router as own
from oxgang.api.account.router import router as account
from oxgang.api.auth import CoachSession, OtherCoach
from oxgang.api.balls.router import router as balls
from oxgang.api.calendar.router import router as calendar
from oxgang.api.card.router import router as card
from oxgang.api.chart.router import router as chart
from oxgang.api.course.router import router as course
from oxgang.api.data_inventory.router import router as data_inventory
from oxgang.api.events.router import router as events
from oxgang.api.feed.router import router as feed
from oxgang.api.figures.router import router as figures
from oxgang.api.files.router import router as files
from oxgang.api.flight.router import router as flight
from oxgang.api.gaps.router import router as gaps
from oxgang.api.groups.router import router as groups
from oxgang.api.history.router import router as history
from oxgang.api.homework.router import router as homework
from oxgang.api.lessons.router import router as lessons
from oxgang.api.matrix.router import router as matrix
from oxgang.api.net.router import router as net
from oxgang.api.people.links import router as people_links
from oxgang.api.people.router import router as people
from oxgang.api.pick.router import router as pick
from oxgang.api.plan.router import router as plan
from oxgang.api.played.router import router as played
from oxgang.api.portal.router import router as portal
from oxgang.api.practice.router import router as practice
from oxgang.api.problems import StrictJson
from oxgang.api.progress.router import router as progress
from oxgang.api.range_pictures.router import router as range_pictures
from oxgang.api.readers import InReadersUnits
from oxgang.api.review.router import router as review
from oxgang.api.scales.router import router as scales
from oxgang.api.settings.router import router as settings
from oxgang.api.standards.router import router as standards
from oxgang.api.students.router import router as students
from oxgang.api.transfer.router import router as transfer

api = NinjaAPI(
    title="Oxgang",
    version=__version__,
    auth=CoachSession(),
    parser=StrictJson(),
    renderer=InReadersUnits(),
    docs_url=None,
    openapi_url=None,
)
problems.install(api)
problems.STATUS[OtherCoach] = 401
api.add_router("", account)
api.add_router("", own)
api.add_router("", people_links)
api.add_router("", people)
api.add_router("", settings)
api.add_router("", standards)
api.add_router("", scales)
api.add_router("", range_pictures)
api.add_router("", students)
api.add_router("", balls)
api.add_router("", matrix)
api.add_router("", gaps)
api.add_router("", played)
api.add_router("", pick)
api.add_router("", card)
api.add_router("", lessons)
api.add_router("", practice)
api.add_router("", homework)
api.add_router("", portal)
api.add_router("", course)
api.add_router("", data_inventory)
api.add_router("", plan)
api.add_router("", review)
api.add_router("", flight)
api.add_router("", net)
api.add_router("", feed)
api.add_router("", groups)
api.add_router("", files)
api.add_router("", chart)
api.add_router("", events)
api.add_router("", calendar)
api.add_router("", history)
api.add_router("", figures)
api.add_router("", progress)
api.add_router("", transfer)
