"""The press: a page of print with its own faces, and everything in one parcel. What it looks like is looked at."""

from __future__ import annotations

from io import BytesIO
from pathlib import Path
from zipfile import ZipFile

import pytest
from PIL import Image
from pypdf import PdfReader

from mossring.analysis import analyse
from mossring.publishing import publish
from mossring.styles import Style
from mossring.working import same_fabric
from mossring_press import parcel, printed

ROOT = Path(__file__).parents[2]
TEXT = next((ROOT / "demo").glob("12*.txt")).read_text()


@pytest.fixture(scope="module")
def pdf() -> PdfReader:
    return PdfReader(BytesIO(printed(publish(analyse(TEXT), "us"), "pdf", "a4")))


def test_the_page_is_paper_and_says_which_of_how_many(pdf: PdfReader) -> None:
    """A4 is 210 by 297 mm (ISO 216), 595 by 842 points."""
    assert [round(float(x)) for x in pdf.pages[0].mediabox[2:]] == [595, 842]
    for n, page in enumerate(pdf.pages, 1):
        assert f"page {n} of {len(pdf.pages)}" in page.extract_text()
    assert "Bell Buoy Hexagon" in pdf.pages[-1].extract_text()  # the running title


def test_its_own_face_is_inside_and_pictures_are_lines(pdf: PdfReader) -> None:
    fonts = {
        str(f["/BaseFont"]) for p in pdf.pages for f in (x.get_object() for x in p["/Resources"]["/Font"].values())
    }
    assert any("Literata" in name for name in fonts)
    assert not any(p.images for p in pdf.pages)


def test_no_round_is_split_over_pages(pdf: PdfReader) -> None:
    for number in range(1, 6):
        name = f"Rnd\u00a0{number}"
        holding = [p.extract_text().replace("\n", " ") for p in pdf.pages if name in p.extract_text()]
        assert len(holding) == 1


def test_a_page_opens_no_file_and_asks_no_address() -> None:
    """What a header line says is printed as words, and an address in a page is asked for nothing."""
    text = TEXT.replace("Bell Buoy Hexagon", "<link rel=stylesheet href='file:///etc/passwd'>")
    words = PdfReader(BytesIO(printed(publish(analyse(text), "us"), "pdf", "letter"))).pages[0]
    assert "file:///etc/passwd" in words.extract_text()
    assert "root:" not in words.extract_text()
    assert [round(float(x)) for x in words.mediabox[2:]] == [612, 792]  # US Letter, 8.5 by 11 inches


def test_the_parcel_holds_both_dialects_in_every_format() -> None:
    result = analyse(TEXT)
    file = ZipFile(BytesIO(parcel(result, Style(), "bell-buoy", plain=False, paper="a4")))
    endings = [".txt", ".md", ".html", ".pdf", ".json", "-chart.svg", "-chart.png"]
    both = [f"bell-buoy-{d}{e}" for d in ("us", "uk") for e in endings]
    assert sorted(file.namelist()) == sorted([*both, "bell-buoy-draft.txt"])
    picture = Image.open(BytesIO(file.read("bell-buoy-us-chart.png")))
    assert [round(dots) for dots in picture.info["dpi"]] == [300, 300]
    for dialect in ("us", "uk"):
        text = file.read(f"bell-buoy-{dialect}.txt").decode()
        assert same_fabric(analyse(text).draft.fabric, result.draft.fabric)
    assert file.read("bell-buoy-draft.txt").decode() == TEXT
