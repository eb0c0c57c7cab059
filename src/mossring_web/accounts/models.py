"""Who works here."""

from __future__ import annotations

from django.contrib.auth.models import AbstractUser
from django.db import models


class User(AbstractUser):
    """A designer, and the words and units they like."""

    terms = models.CharField(max_length=2, choices=[("us", "US"), ("uk", "UK")], default="us")
    units = models.CharField(max_length=2, choices=[("cm", "cm"), ("in", "in")], default="cm")
