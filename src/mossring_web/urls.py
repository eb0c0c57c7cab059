"""The API, and the one page that is the application."""

from __future__ import annotations

from django.urls import path, re_path

from mossring_web.api.house import api
from mossring_web.page import page

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!api/|static/).*$", page),
]
