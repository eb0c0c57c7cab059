"""Making an account, and the demo studio's."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from mossring_web.accounts.models import User
from mossring_web.errors import InvalidError, NotFoundError

DEMO_NAME = "demo-studio"


def make_account(name: str, password: str) -> User:
    """A new designer. Raises InvalidError with words for the form."""
    user = User(username=name.strip())
    try:
        user.clean_fields(exclude=["password"])
        validate_password(password, user)
    except ValidationError as e:
        raise InvalidError(" ".join(e.messages)) from e
    user.set_password(password)
    try:
        with transaction.atomic():
            user.save()
    except IntegrityError as e:
        raise InvalidError("There is an account of that name already.") from e
    return user


def demo_user() -> User:
    """The demo studio's designer. Raises NotFoundError on a server that was not started with the demo."""
    user = User.objects.filter(username=DEMO_NAME).first() if settings.DEMO else None
    if user is None:
        raise NotFoundError("This server has no demo studio.")
    return user


def set_preferences(user: User, terms: str | None, units: str | None) -> User:
    """Words and units by preference. Raises InvalidError for values that don't exist."""
    user.terms = terms or user.terms
    user.units = units or user.units
    try:
        user.clean_fields(exclude=["password", "username"])
    except ValidationError as e:
        raise InvalidError("Terms are us or uk, units cm or in.") from e
    user.save(update_fields=["terms", "units"])
    return user
