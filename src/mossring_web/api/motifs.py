"""The shelf and what is on it."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router, Status

from mossring.chart import as_svg, draw
from mossring.draft import work_draft
from mossring_web.api.doors import signed_in, who
from mossring_web.api.schemas import CardOut, MotifOut, NewMotifIn, ProblemOut, SaveIn
from mossring_web.motifs import services
from mossring_web.motifs.models import Motif

router = Router(tags=["motifs"], auth=signed_in)


@router.get("/motifs", response=list[CardOut], operation_id="readShelf")
def read_shelf(request: HttpRequest) -> list[Motif]:
    return services.shelf(who(request))


@router.post("/motifs", response={201: MotifOut, 422: ProblemOut}, operation_id="beginMotif")
def begin(request: HttpRequest, body: NewMotifIn) -> Status[Motif]:
    if body.text is not None:
        return Status(201, services.new_motif(who(request), body.text))
    wanted = services.Wanted(body.shape, body.terms, body.title, body.stitch, body.begin, body.length_mm, body.width_mm)
    return Status(201, services.begin_motif(who(request), wanted))


@router.get("/motifs/{motif_id}", response={200: MotifOut, 404: ProblemOut}, operation_id="readMotif")
def read(request: HttpRequest, motif_id: int) -> Motif:
    return services.own_motif(who(request), motif_id)


@router.put(
    "/motifs/{motif_id}",
    response={200: MotifOut, 404: ProblemOut, 409: ProblemOut, 422: ProblemOut},
    operation_id="saveMotif",
)
def save(request: HttpRequest, motif_id: int, body: SaveIn) -> Motif:
    return services.save_motif(who(request), motif_id, body.revision, body.text)


@router.delete("/motifs/{motif_id}", response={204: None, 404: ProblemOut}, operation_id="binMotif")
def bin_one(request: HttpRequest, motif_id: int) -> Status[None]:
    services.bin_motif(who(request), motif_id)
    return Status(204, None)


@router.post("/motifs/{motif_id}/restore", response={200: CardOut, 404: ProblemOut}, operation_id="restoreMotif")
def restore(request: HttpRequest, motif_id: int) -> Motif:
    return services.restore_motif(who(request), motif_id)


@router.get("/motifs/{motif_id}/drawing.svg", operation_id="readDrawing", include_in_schema=False)
def drawing(request: HttpRequest, motif_id: int) -> HttpResponse:
    motif = services.own_motif(who(request), motif_id)
    etag = f'"{motif.pk}-{motif.revision}"'
    if request.headers.get("If-None-Match") == etag:
        return HttpResponse(status=304)
    picture = HttpResponse(as_svg(draw(work_draft(motif.text)), motif.title), content_type="image/svg+xml")
    picture["ETag"] = etag
    picture["Cache-Control"] = "private, no-cache"
    return picture
