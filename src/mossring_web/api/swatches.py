"""The swatch drawer, and what a motif measures."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router, Status

from mossring_web.api.doors import signed_in, who
from mossring_web.api.measures import measures
from mossring_web.api.schemas import MeasureIn, MeasuresOut, ProblemOut, SwatchIn, SwatchOut, Terms
from mossring_web.swatches import services
from mossring_web.swatches.models import Swatch

router = Router(tags=["measuring"], auth=signed_in)


@router.post("/measure", response=MeasuresOut, operation_id="measure")
def measure(request: HttpRequest, body: MeasureIn) -> dict[str, object]:
    """What a motif will measure, what was measured of it, and what follows from that."""
    return measures(body.text, body.wanted_mm)


@router.get("/swatches", response=list[SwatchOut], operation_id="readSwatches")
def read(request: HttpRequest, terms: Terms = "us") -> list[Swatch]:
    return services.swatches(who(request), terms)


@router.post("/swatches", response={201: SwatchOut, 422: ProblemOut}, operation_id="keepSwatch")
def keep(request: HttpRequest, body: SwatchIn) -> Status[Swatch]:
    return Status(201, services.keep_swatch(who(request), body.name, body.text, body.washed))


@router.delete("/swatches/{swatch_id}", response={204: None, 404: ProblemOut}, operation_id="dropSwatch")
def drop(request: HttpRequest, swatch_id: int) -> Status[None]:
    services.drop_swatch(who(request), swatch_id)
    return Status(204, None)
