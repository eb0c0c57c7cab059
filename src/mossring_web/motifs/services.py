"""Everything that changes a stored motif: permission, revision and saving in one place each."""

from __future__ import annotations

import logging
from dataclasses import dataclass

from django.db import transaction
from django.utils import timezone

from mossring.analysis import analyse
from mossring.notation.document import MAX_CHARACTERS, read_document
from mossring.shape import Gauge
from mossring.starters import OBLONG_CHAINS, first_text, oblong
from mossring.stitches import Dialect
from mossring_web.accounts.models import User
from mossring_web.errors import InvalidError, NotFoundError, StaleError
from mossring_web.motifs.models import Motif

UNTITLED = "Untitled motif"
log = logging.getLogger(__name__)


def shelf(user: User) -> list[Motif]:
    """The designer's motifs, last touched first."""
    return list(Motif.objects.filter(owner=user, binned=None).defer("text"))


def own_motif(user: User, motif_id: int, *, binned: bool = False, lock: bool = False) -> Motif:
    """A motif of this designer's. Raises NotFoundError for anyone else's: they need not know that it exists."""
    found = Motif.objects.filter(owner=user, pk=motif_id)
    if not binned:
        found = found.filter(binned=None)
    motif = (found.select_for_update() if lock else found).first()
    if motif is None:
        raise NotFoundError("There is no such motif on your shelf.")
    return motif


def new_motif(user: User, text: str) -> Motif:
    """Keep a text as a new motif."""
    motif = Motif(owner=user)
    _fill(motif, text)
    motif.save()
    return motif


@dataclass(frozen=True, slots=True)
class Wanted:
    """A motif to begin. length_mm, width_mm: of an oblong (0: as many chains as usual)."""

    shape: str
    terms: str
    title: str = ""
    stitch: str = "dc"
    begin: str = "magic ring"
    length_mm: float = 0
    width_mm: float = 0


def begin_motif(user: User, wanted: Wanted) -> Motif:
    """A new motif with its header and a sensible first round. Raises InvalidError for what can't be begun."""
    title = wanted.title.strip() or UNTITLED
    dialect: Dialect = "uk" if wanted.terms == "uk" else "us"
    chains, note = OBLONG_CHAINS, ""
    if wanted.shape in ("rectangle", "oval") and wanted.length_mm:
        try:
            size = oblong(wanted.length_mm, wanted.width_mm, Gauge(), wanted.stitch)
        except ValueError as e:
            raise InvalidError("An oblong is longer than it is wide, and both are more than nothing.") from e
        chains = size.chains
        note = f"Note: {size.rounds} rounds make about {size.length_mm / 10:.0f} by {size.width_mm / 10:.0f} cm.\n"
    try:
        text = first_text(wanted.shape, dialect, title, wanted.stitch, wanted.begin, chains)
    except KeyError as e:
        raise InvalidError("There is no such shape to begin with.") from e
    head, _, first = text.rpartition("Rnd 1:")
    return new_motif(user, f"{head}{note}Rnd 1:{first}" if note else text)


@transaction.atomic
def save_motif(user: User, motif_id: int, revision: int, text: str) -> Motif:
    """Save a new text over revision `revision`. Raises StaleError, with what is stored, if it has moved on."""
    motif = own_motif(user, motif_id, lock=True)
    if motif.text == text:
        return motif
    if motif.revision != revision:
        raise StaleError({"revision": motif.revision, "text": motif.text, "title": motif.title})
    _fill(motif, text)
    motif.revision += 1
    motif.save()
    return motif


@transaction.atomic
def bin_motif(user: User, motif_id: int) -> None:
    """Take a motif off the shelf; `restore_motif` puts it back."""
    motif = own_motif(user, motif_id, lock=True)
    motif.binned = timezone.now()
    motif.save(update_fields=["binned"])


@transaction.atomic
def restore_motif(user: User, motif_id: int) -> Motif:
    motif = own_motif(user, motif_id, binned=True, lock=True)
    motif.binned = None
    motif.save(update_fields=["binned"])
    return motif


def _fill(motif: Motif, text: str) -> None:
    """The text, and what the shelf shows of it. A text past the limit is refused: it could never be shown."""
    if len(text) > MAX_CHARACTERS:
        raise InvalidError(f"A motif may have {MAX_CHARACTERS:,} characters; this has {len(text):,}.")
    motif.text = text
    try:
        motif.title, motif.summary = (read_document(text).title or UNTITLED)[:200], _summary(text)
    except Exception:  # what was typed is kept, whatever fails
        log.exception("A motif's text could not be analysed; it is kept all the same")
        motif.title = motif.title or UNTITLED
        motif.summary = {**UNKNOWN}


UNKNOWN: dict[str, object] = {
    "shape": "",
    "rounds": 0,
    "stitches": 0,
    "terms": "us",
    "verdict": "unknown",
    "stopped": True,
    "across_mm": None,
}
"""What the shelf shows of a motif that could not be analysed."""


def _summary(text: str) -> dict[str, object]:
    """What the shelf shows of a motif."""
    result = analyse(text)
    size = result.size
    return {
        "shape": result.draft.shape.name,
        "rounds": len(result.draft.rounds),
        "stitches": sum(r.worked.stitches for r in result.draft.rounds),
        "terms": result.draft.dialect,
        "verdict": result.verdict,
        "stopped": result.stopped,
        "across_mm": round(size.side_to_side) if size else None,
    }
