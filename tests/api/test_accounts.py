"""Who gets in, and how."""

from __future__ import annotations

import pytest
from django.core.management import call_command

from api.conftest import PASSWORD, Caller
from mossring_web.accounts.models import User
from mossring_web.motifs.models import Motif


def test_a_stranger_is_told_so_and_gets_nothing(stranger: Caller) -> None:
    assert stranger.call("GET", "/session").json()["signed_in"] is False
    for method, path, body in [
        ("GET", "/motifs", None),
        ("POST", "/motifs", {"shape": "square"}),
        ("GET", "/motifs/1", None),
        ("POST", "/analyse", {"text": "Rnd 1: 6 sc in ring"}),
        ("DELETE", "/session", None),
    ]:
        answer = stranger.call(method, path, body)
        assert answer.status_code == 401, path
        assert answer["Content-Type"] == "application/problem+json"


def test_sign_in_and_out(as_ada: Caller) -> None:
    assert as_ada.call("GET", "/session").json()["name"] == "ada"
    assert as_ada.call("DELETE", "/session").json()["signed_in"] is False
    assert as_ada.call("GET", "/motifs").status_code == 401


def test_a_wrong_password_stays_outside(ada: User, stranger: Caller) -> None:
    answer = stranger.sign_in("ada", "not the password")
    assert answer.status_code == 401
    assert "don't go together" in answer.json()["detail"]


def test_too_many_wrong_passwords_lock_the_door_for_a_while(ada: User, stranger: Caller) -> None:
    for _ in range(8):
        stranger.sign_in("ada", "not the password")
    assert stranger.sign_in("ada", PASSWORD).status_code in (401, 403, 429)


def test_nothing_changes_without_the_token(as_ada: Caller, stranger: Caller) -> None:
    assert as_ada.call("POST", "/motifs", {"shape": "square"}, token=False).status_code == 403
    assert stranger.call("POST", "/session", {"name": "x", "password": "y"}, token=False).status_code == 403
    assert Motif.objects.count() == 0


def test_a_new_account_is_in_at_once_with_an_empty_shelf(stranger: Caller) -> None:
    answer = stranger.call("POST", "/accounts", {"name": "cleo", "password": "salt-and-rope"})
    assert answer.json()["signed_in"] is True
    assert stranger.call("GET", "/motifs").json() == []


@pytest.mark.parametrize(("name", "password"), [("ada", "salt-and-rope"), ("dot", "short"), ("", "salt-and-rope")])
def test_an_account_that_can_not_be_made_says_why(ada: User, stranger: Caller, name: str, password: str) -> None:
    answer = stranger.call("POST", "/accounts", {"name": name, "password": password})
    assert answer.status_code == 422
    assert answer.json()["detail"]


def test_the_demo_button_opens_the_demo_studio_only_where_it_is_offered(stranger: Caller, settings: object) -> None:
    call_command("loaddemo")
    settings.DEMO = False  # type: ignore[attr-defined]
    assert stranger.call("GET", "/session").json()["demo"] is False
    assert stranger.call("POST", "/session/demo").status_code == 404
    settings.DEMO = True  # type: ignore[attr-defined]
    assert stranger.call("POST", "/session/demo").json()["in_demo"] is True
    assert len(stranger.call("GET", "/motifs").json()) >= 8


def test_loading_the_demo_twice_changes_nothing(db: None) -> None:
    call_command("loaddemo")
    motif = Motif.objects.all()[0]
    motif.title = "Renamed by a visitor"
    motif.save()
    call_command("loaddemo")
    assert Motif.objects.filter(title="Renamed by a visitor").count() == 1


def test_preferences_are_kept(as_ada: Caller) -> None:
    assert as_ada.call("PATCH", "/session", {"terms": "uk", "units": "in"}).json()["units"] == "in"
    assert as_ada.call("GET", "/session").json()["terms"] == "uk"
    assert as_ada.call("PATCH", "/session", {"units": "ells"}).status_code == 422
