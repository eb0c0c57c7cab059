"""What can go wrong between a request and the stored data; the API turns each into problem+json."""

from __future__ import annotations


class HouseError(Exception):
    """Base. status: the HTTP status; the message is for the designer."""

    status = 400
    title = "That did not work"


class NotFoundError(HouseError):
    status = 404
    title = "Not found"


class InvalidError(HouseError):
    status = 422
    title = "Something needs mending"


class SignInError(HouseError):
    status = 401
    title = "Not signed in"


class StaleError(HouseError):
    """A save on an old revision. `current` is what the server has: revision, text and title."""

    status = 409
    title = "Changed elsewhere"

    def __init__(self, current: dict[str, object]) -> None:
        super().__init__("This motif was saved somewhere else since you opened it.")
        self.current = current
