"""Readable by everyone: axe on every view, light and dark, and larger text."""

from __future__ import annotations

from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from browser.conftest import open_motif

AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
RULES = {
    "light": {"type": "tag", "values": ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]},
    "dark": {"type": "rule", "values": ["color-contrast"]},
}
"""What is asked of a view by its colours: all, and of the same view in other colours what depends on them."""


def assert_no_barriers(page: Page, scheme: str) -> None:
    page.evaluate("source => window.axe || eval(source)", AXE.read_text())
    found = page.evaluate("rules => axe.run(document, { runOnly: rules })", RULES[scheme])
    assert [(v["id"], [n["html"][:120] for n in v["nodes"]]) for v in found["violations"]] == []


@pytest.mark.parametrize("scheme", ["light", "dark"])
def test_no_view_has_a_barrier(door: Page, scheme: str) -> None:
    door.emulate_media(color_scheme="dark" if scheme == "dark" else "light")
    assert_no_barriers(door, scheme)
    door.get_by_role("button", name="Step into the demo studio").click()
    expect(door.get_by_role("heading", name="The shelf")).to_be_visible()
    assert_no_barriers(door, scheme)
    door.get_by_role("button", name="New motif").click()
    assert_no_barriers(door, scheme)
    door.keyboard.press("Escape")
    door.get_by_role("link", name="Read in a pattern").click()
    assert_no_barriers(door, scheme)
    door.get_by_role("button", name="Try an example").click()
    expect(door.get_by_text("2 rounds")).to_be_visible()
    assert_no_barriers(door, scheme)
    door.get_by_role("link", name="Moss Ring").click()
    open_motif(door, "Second Tenor Panel")
    expect(door.get_by_role("list", name="Findings")).to_be_visible()
    assert_no_barriers(door, scheme)
    door.keyboard.press("Alt+n")
    expect(door.get_by_role("heading", name="What could come next")).to_be_visible()
    assert_no_barriers(door, scheme)
    door.keyboard.press("Escape")
    expect(door.locator("svg[data-settled=true]")).to_be_visible()
    door.get_by_role("button", name="Yarn", exact=True).click()
    door.get_by_role("button", name="Strain").click()
    assert_no_barriers(door, scheme)
    door.get_by_role("button", name="On the table").click()
    expect(door.locator("[data-space]")).to_be_visible()
    assert_no_barriers(door, scheme)
    door.get_by_role("link", name="Measure").click()
    expect(door.get_by_role("heading", name="From the hook")).to_be_visible()
    assert_no_barriers(door, scheme)
    door.get_by_role("link", name="Back to the bench").click()
    door.get_by_role("link", name="Pattern").click()
    expect(door.get_by_role("article", name="UK terms")).to_be_visible()
    assert_no_barriers(door, scheme)


def test_the_bench_needs_no_scrolling_of_the_page(demo: Page) -> None:
    open_motif(demo, "Fog Lamp Square")
    height, width = demo.evaluate("[document.documentElement.scrollHeight, document.documentElement.scrollWidth]")
    assert (height, width) == (800, 1280)


@pytest.mark.parametrize("size", [(768, 1024), (390, 844), (640, 400)])
def test_no_view_is_wider_than_a_small_screen(demo: Page, size: tuple[int, int]) -> None:
    """A tablet in portrait, a telephone, and 1280x800 at 200 % text."""
    demo.set_viewport_size({"width": size[0], "height": size[1]})
    for step in ("shelf", "read in", "bench", "measure", "pattern"):
        if step == "read in":
            demo.get_by_role("link", name="Read in a pattern").click()
            demo.get_by_role("button", name="Try an example").click()
            expect(demo.get_by_text("2 rounds")).to_be_visible()
            assert demo.evaluate("document.documentElement.scrollWidth") <= size[0], step
            demo.get_by_role("link", name="Moss Ring").click()
        elif step == "bench":
            open_motif(demo, "Fog Lamp Square")
        elif step == "measure":
            demo.get_by_role("link", name="Measure").click()
            expect(demo.get_by_role("heading", name="From the hook")).to_be_visible()
        elif step == "pattern":
            demo.get_by_role("link", name="Back to the bench").click()
            demo.get_by_role("link", name="Pattern").click()
            expect(demo.get_by_role("article", name="UK terms")).to_be_visible()
        assert demo.evaluate("document.documentElement.scrollWidth") <= size[0], step
