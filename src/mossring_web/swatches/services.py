"""Everything that changes a stored swatch."""

from __future__ import annotations

from mossring.notation.document import read_document
from mossring_web.accounts.models import User
from mossring_web.errors import InvalidError, NotFoundError
from mossring_web.swatches.models import Swatch

KEPT = ("yarn", "hook", "gauge", "tension")
MOST = 500


def swatches(user: User) -> list[Swatch]:
    return list(Swatch.objects.filter(owner=user))


def keep_swatch(user: User, name: str, text: str, washed: bool) -> Swatch:
    """Keep the yarn, hook and gauge of a text. Raises InvalidError where there is nothing to keep."""
    name = name.strip()
    if not name:
        raise InvalidError("Give the swatch a name.")
    doc = read_document(text)
    lines = [f"{k}: {v}" for k, v in doc.header if k.lower().split()[0] in KEPT and v]
    if not lines:
        raise InvalidError("There is no yarn, hook or gauge to keep yet.")
    if Swatch.objects.filter(owner=user).count() >= MOST:
        raise InvalidError("The swatch drawer is full: throw one away first.")
    return Swatch.objects.create(owner=user, name=name[:120], lines="\n".join(lines), washed=washed)


def drop_swatch(user: User, swatch_id: int) -> None:
    """Throw a swatch away. Raises NotFoundError for anyone else's."""
    gone, _ = Swatch.objects.filter(owner=user, pk=swatch_id).delete()
    if not gone:
        raise NotFoundError("There is no such swatch in your drawer.")
