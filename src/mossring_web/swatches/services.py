"""Everything that changes a stored swatch."""

from __future__ import annotations

from mossring.draft import work_draft
from mossring.shape import gauge_words
from mossring.stitches import Dialect
from mossring.writing import in_terms
from mossring_web.accounts.models import User
from mossring_web.errors import InvalidError, NotFoundError
from mossring_web.swatches.models import Swatch

KEPT = ("yarn", "hook", "gauge", "tension")
MOST = 500


def swatches(user: User, terms: Dialect) -> list[Swatch]:
    """The designer's swatches, their stitches called as in these terms (the stored ones are not changed)."""
    found = list(Swatch.objects.filter(owner=user))
    for swatch in found:
        said: Dialect = "uk" if swatch.terms == "uk" else "us"
        swatch.lines = "\n".join(in_terms(x, said, terms) if _gauges(x) else x for x in swatch.lines.split("\n"))
        swatch.terms = terms
    return found


def _gauges(line: str) -> bool:
    return line.lower().startswith(("gauge:", "tension:"))


def keep_swatch(user: User, name: str, text: str, washed: bool) -> Swatch:
    """Keep the yarn, hook and gauge of a text; the gauge is what its measured rounds came to, where there are any.
    Raises InvalidError where there is nothing to keep."""
    name = name.strip()
    if not name:
        raise InvalidError("Give the swatch a name.")
    draft = work_draft(text)
    lines = [f"{k}: {v}" for k, v in draft.doc.header if k.lower().split()[0] in KEPT and v]
    if draft.fit is not None:  # what finished rounds taught goes before what was assumed or measured before
        lines = [x for x in lines if not _gauges(x)] + [f"Gauge: {gauge_words(draft.gauge, draft.dialect)}"]
    if not lines:
        raise InvalidError("There is no yarn, hook or gauge to keep yet.")
    if Swatch.objects.filter(owner=user).count() >= MOST:
        raise InvalidError("The swatch drawer is full: throw one away first.")
    return Swatch.objects.create(
        owner=user, name=name[:120], lines="\n".join(lines), terms=draft.dialect, washed=washed
    )


def drop_swatch(user: User, swatch_id: int) -> None:
    """Throw a swatch away. Raises NotFoundError for anyone else's."""
    gone, _ = Swatch.objects.filter(owner=user, pk=swatch_id).delete()
    if not gone:
        raise NotFoundError("There is no such swatch in your drawer.")
