"""The application for a WSGI server."""

from __future__ import annotations

import gc
import os

from django.core.wsgi import get_wsgi_application
from django.urls import get_resolver

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "mossring_web.settings")
application = get_wsgi_application()

len(get_resolver().url_patterns)  # loads all that answers
gc.collect()
gc.freeze()  # what is loaded stays: nothing looks through it for garbage while somebody types
