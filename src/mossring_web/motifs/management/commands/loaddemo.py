"""Fill the demo studio from the pattern files in demo/, by the reader and the services that designers use."""

from __future__ import annotations

from django.conf import settings
from django.core.management.base import BaseCommand

from mossring_web.accounts.models import User
from mossring_web.accounts.services import DEMO_NAME
from mossring_web.motifs.models import Motif
from mossring_web.motifs.services import new_motif


class Command(BaseCommand):
    help = "Load the demo studio; motifs that are there already stay as they are."

    def handle(self, *args: object, **options: object) -> None:
        user, made = User.objects.get_or_create(username=DEMO_NAME)
        if made:
            user.set_unusable_password()
            user.save()
        if Motif.objects.filter(owner=user).exists():
            return
        for path in sorted((settings.ROOT / "demo").glob("*.txt"), reverse=True):
            new_motif(user, path.read_text())
