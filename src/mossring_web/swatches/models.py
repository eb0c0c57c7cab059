"""Swatches as they are kept: the header lines that a motif takes over from one."""

from __future__ import annotations

from typing import ClassVar

from django.conf import settings
from django.db import models


class Swatch(models.Model):
    """Yarn, hook and gauge under a name. lines: header lines of our notation (`Yarn A: ...`, `Gauge: ...`), whose
    stitches are called as in `terms`."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="swatches")
    name = models.CharField(max_length=120)
    lines = models.TextField()
    terms = models.CharField(max_length=2, default="us")
    washed = models.BooleanField(default=False)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering: ClassVar = ["name", "id"]

    def __str__(self) -> str:
        return self.name
