"""How many wrong passwords lock whom: the account from one address, an address, an account."""

from __future__ import annotations

from typing import Any, Final

from axes.attempts import get_cool_off_threshold
from axes.handlers.database import AxesDatabaseHandler
from axes.helpers import get_client_username
from axes.models import AccessAttempt
from django.db.models import Sum
from django.http import HttpRequest

# One account from one address, as AXES_FAILURE_LIMIT has it.
PAIR: Final = 5
# One address, whatever names it tries: an academy's coaches may share one.
ADDRESS: Final = 20
# One account from wherever: NIST SP 800-63B, section 5.2.2, has at most 100.
ACCOUNT: Final = 100
MAX_NAME: Final = 150


def address_of(request: HttpRequest) -> str:
    """Who asks. The web server has put the true address there when a trusted proxy stands in
    front."""
    return str(request.META.get("REMOTE_ADDR") or "")


class Throttle(AxesDatabaseHandler):
    """Counts by account and by address, each with a limit of its own."""

    def get_failures(self, request: HttpRequest, credentials: Any = None) -> int:
        """Failures on the scale of `PAIR`: at `PAIR` the sign-in is locked."""
        name = (get_client_username(request, credentials) or "")[:MAX_NAME]
        address = address_of(request)
        recent = AccessAttempt.objects.filter(attempt_time__gte=get_cool_off_threshold(request))
        counts = (
            (recent.filter(username=name, ip_address=address), PAIR),
            (recent.filter(ip_address=address), ADDRESS),
            (recent.filter(username=name), ACCOUNT),
        )
        return max(
            (rows.aggregate(n=Sum("failures_since_start"))["n"] or 0) * PAIR // limit
            for rows, limit in counts
        )


def unlock(name: str) -> int:
    """Forget the wrong passwords of an account, and of the addresses they came from."""
    tried = AccessAttempt.objects.filter(username=name)
    addresses = list(tried.values_list("ip_address", flat=True).distinct())
    counted: int = tried.delete()[0]
    return counted + int(AccessAttempt.objects.filter(ip_address__in=addresses).delete()[0])
