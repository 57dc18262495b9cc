"""What every page of the site is given."""

import json

from django.http import HttpRequest
from django.utils.crypto import salted_hmac

HTMX_CONFIG = json.dumps(
    {
        "includeIndicatorStyles": False,
        "allowEval": False,
        "historyCacheSize": 0,
        "attributesToSettle": ["class"],
        # A part that is swapped in is live at once: what is pressed on it in the meantime would be lost.
        "defaultSettleDelay": 0,
        "responseHandling": [
            {"code": "204", "swap": False},
            {"code": "[23]..", "swap": True},
            # A change that is refused answers with the page as it stands and the reason on it.
            {"code": "4(09|22)", "swap": True, "error": False},
            {"code": "[45]..", "swap": False, "error": True},
        ],
    }
)


def drafts(request: HttpRequest) -> dict[str, str]:
    """Under which name this browser keeps what somebody types until it is saved; it says nothing of who they are."""
    user = getattr(request, "user", None)
    if user is None or not user.is_authenticated:
        return {"draft_name": ""}
    return {"draft_name": salted_hmac("fairbench.drafts", str(user.pk), algorithm="sha256").hexdigest()[:16]}


def htmx(request: HttpRequest) -> dict[str, str]:
    """How htmx behaves here: nothing is kept in the browser, nothing is evaluated, refusals are shown."""
    return {"htmx_config": HTMX_CONFIG}
