"""The application for a WSGI server."""

from __future__ import annotations

import importlib
import os

from django.core.wsgi import get_wsgi_application
from django.urls import get_resolver

from mossring.garbage import settle_down

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "mossring_web.settings")
application = get_wsgi_application()

len(get_resolver().url_patterns)  # loads all that answers
importlib.import_module("weasyprint")  # so that the first sheet waits for it no longer than the second
settle_down()
