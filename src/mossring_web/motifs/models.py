"""Motifs as they are kept: the text is the truth, the summary is for the shelf."""

from __future__ import annotations

from typing import ClassVar

from django.conf import settings
from django.db import models


class Motif(models.Model):
    """One motif of one designer. revision goes up with every save; binned ones can be brought back."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="motifs")
    title = models.CharField(max_length=200)
    text = models.TextField()
    revision = models.PositiveIntegerField(default=1)
    summary = models.JSONField(default=dict)
    created = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(auto_now=True)
    binned = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering: ClassVar = ["-updated", "-id"]
        indexes: ClassVar = [models.Index(fields=["owner", "binned", "-updated"], name="motif_shelf")]

    def __str__(self) -> str:
        return self.title
